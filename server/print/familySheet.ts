import { counted } from '@virgulta/core/formats/counted'
import { distributionOf } from '@virgulta/core/offspring/distribution'
import { latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import { shortNumber } from '@virgulta/core/offspring/summaryWords'
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { dayInWords } from '@virgulta/core/time/days'
import { max, rollups } from 'd3-array'
import { BAR, LEFT, MM, QUIET, Writing } from './writing'

/** A family on paper: what it is, how it split, and what was kept of it. */
export interface FamilySheet {
  garden: string
  day: string
  aim: string
  code: string
  seedParent: Plant
  pollenParent: Plant | null
  plants: Plant[]
  traits: Trait[]
}

/**
 * The sheet of a family, A4: its parents, each trait that was scored as bars beside the parents, the plants that were kept with their
 * scores and remarks, and for what the others were discarded.
 *
 * @returns the PDF file
 */
export async function familySheet(sheet: FamilySheet): Promise<Buffer> {
  const { plants, traits, seedParent, pollenParent } = sheet
  const on = new Writing(`${sheet.code}: ${sheet.aim}`)

  on.write(sheet.aim, 'bold', 18)
  on.write(
    `${sheet.code} · ${seedParent.name} × ${pollenParent?.name ?? 'open pollinated'} · ${sheet.garden}, ${dayInWords(sheet.day, true)}`,
    'text',
    9.5,
    { colour: QUIET },
  )
  const living = plants.filter(p => !p.lost)
  const of = (word: string) => living.filter(p => p.verdict?.verdict === word)
  on.write(
    `${counted(living.length, 'plant')}: ${of('keep').length} kept, ${of('watch').length} watched, ${of('discard').length} discarded.`,
    'text',
    11,
    { gap: 5 * MM },
  )

  for (const trait of traits.filter(t => living.some(p => latestScore(p.scores, t.id)))) {
    const bars = barsOf(trait, living, sheet)
    on.room((8 + bars.length * 5) * MM)
    on.write(trait.scale === 'measure' ? `${trait.name}, ${trait.unit}` : trait.name, 'bold', 10.5, {
      gap: 1 * MM,
    })
    const most = max(bars, bar => bar.plants)!
    for (const { name, plants: n, parents } of bars) {
      const at = on.y
      on.write(name, 'text', 8.5, { gap: 0 })
      on.pdf.rect(LEFT + 42 * MM, at, (90 * MM * n) / most, 3.4 * MM).fill(BAR)
      on.y = at
      on.write(`${n}${parents ? `   ${parents}` : ''}`, 'text', 8.5, {
        x: LEFT + 44 * MM + (90 * MM * n) / most,
        gap: 1.4 * MM,
      })
    }
    on.y += 3 * MM
  }

  on.write(of('keep').length ? 'Kept' : 'None is kept yet', 'bold', 13, { gap: 2 * MM })
  for (const plant of of('keep')) {
    on.room(14 * MM)
    on.write(plant.name === plant.code ? plant.code : `${plant.code}  ${plant.name}`, 'bold', 10.5, {
      gap: 0.6 * MM,
    })
    const scores = traits.flatMap(t => {
      const found = latestScore(plant.scores, t.id)
      return found ? [`${t.name} ${scoreInWords(t, found.value)}`] : []
    })
    on.write([plant.verdict!.reason, ...scores].join(' · '), 'text', 9, { gap: 0.6 * MM })
    if (plant.remarks.length)
      on.write(plant.remarks.map(one => `“${one.words}”`).join('  '), 'text', 9, {
        colour: QUIET,
        gap: 0.6 * MM,
      })
    on.y += 2 * MM
  }
  const reasons = rollups(
    of('discard'),
    group => group.length,
    p => p.verdict!.reason,
  ).sort((a, b) => b[1] - a[1])
  if (reasons.length) {
    on.write('Discarded', 'bold', 13, { gap: 2 * MM })
    on.write(reasons.map(([reason, n]) => `${reason} ${n}`).join(' · '), 'text', 9)
  }
  return on.end()
}

/** The plants of a family by class, or by stretches of what was measured; and where its parents stand. */
function barsOf(
  trait: Trait,
  plants: Plant[],
  { seedParent, pollenParent }: Pick<FamilySheet, 'seedParent' | 'pollenParent'>,
): { name: string; plants: number; parents: string }[] {
  const parents = [seedParent, ...(pollenParent && pollenParent.id !== seedParent.id ? [pollenParent] : [])]
  const standing = (holds: (value: number) => boolean) =>
    parents
      .filter(p => {
        const found = latestScore(p.scores, trait.id)
        return found && holds(found.value)
      })
      .map(p => p.name)
      .join(', ')
  const names = classNames(trait)
  if (names)
    return names
      .map((name, c) => ({
        name,
        plants: plants.filter(p => latestScore(p.scores, trait.id)?.value === c).length,
        parents: standing(value => value === c),
      }))
      .filter(bar => bar.plants || bar.parents)
  const { bars } = distributionOf(plants, { seedParent, pollenParent }, trait)!
  return bars.map(({ from, to, plants: n }, i) => ({
    name: `${shortNumber(from)} to ${shortNumber(to)}`,
    plants: n,
    parents: standing(value => value >= from && (value < to || i === bars.length - 1)),
  }))
}
