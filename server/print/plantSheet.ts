import type { Half } from '@virgulta/core/crops/half'
import { MULTIPLIED_BY } from '@virgulta/core/plants/kinds'
import type { Plant } from '@virgulta/core/plants/plant'
import { scoreInWords } from '@virgulta/core/offspring/score'
import type { Trait } from '@virgulta/core/offspring/trait'
import { gardenYearOf, yearInWords } from '@virgulta/core/season/band'
import { dayInWords } from '@virgulta/core/time/days'
import { group } from 'd3-array'
import { printable } from './fonts'
import { INK, LEFT, MM, QUIET, RIGHT, Writing } from './writing'

/** A plant on paper: what it is, where it comes from, how it was seen. */
export interface PlantSheet {
  garden: string
  day: string
  half: Half
  crop: string
  plant: Plant
  /** of three generations, as {@link forebearsOf} gives them */
  forebears: (Pick<Plant, 'name' | 'code'> | null)[]
  /** what it was wanted for, where it came of a cross of this garden */
  family: { code: string; aim: string } | null
  /** living plants of the same genotype, it included */
  clones: number
  traits: Trait[]
}

const GENERATIONS = 3
const [SLOT, NAME] = [8.5 * MM, 9]

/**
 * The sheet of a plant, A4: its name, who bred it and from what, its descent over three generations, and how it was scored in each
 * season.
 *
 * @returns the PDF file
 */
export async function plantSheet({
  half,
  plant,
  traits,
  forebears,
  family,
  clones,
  ...sheet
}: PlantSheet): Promise<Buffer> {
  const on = new Writing([...new Set([plant.name, plant.code])].join(', '))
  on.write(plant.name, 'bold', 22)
  on.write(
    [plant.code, sheet.crop, plant.plantKind, `${sheet.garden}, ${dayInWords(sheet.day, true)}`].join(' · '),
    'text',
    9.5,
    { colour: QUIET, gap: 4 * MM },
  )
  const { selected, clonedFrom } = plant
  const lines = [
    selected &&
      `Selected on ${dayInWords(selected.on, true)}${selected.breeder ? `, bred by ${selected.breeder}` : ''}.`,
    selected?.note,
    family && `Raised in ${family.code}: ${family.aim}.`,
    clonedFrom && `A ${MULTIPLIED_BY[clonedFrom.by].one}.`,
    clones > 1 && `${clones} living plants are of this one genotype.`,
    plant.verdict && `${plant.verdict.verdict}: ${plant.verdict.reason}.`,
    plant.note,
  ]
  for (const line of lines) if (line) on.write(line, 'text', 10.5)

  on.y += 4 * MM
  on.room(14 * MM + 2 ** GENERATIONS * SLOT)
  on.write('Descent', 'bold', 13, { gap: 0.6 * MM })
  on.write('Of each two the seed parent stands above, the pollen parent below.', 'text', 9, { colour: QUIET })
  drawDescent(on, forebears)

  const scored = traits.filter(trait => plant.scores.some(score => score.trait === trait.id))
  on.write(scored.length ? 'Scores' : 'Not scored yet', 'bold', 13, { gap: 2 * MM })
  for (const trait of scored) {
    const bySeason = group(
      plant.scores.filter(score => score.trait === trait.id),
      score => gardenYearOf(score.on, half),
    )
    const seen = [...bySeason].map(
      ([year, scores]) =>
        `${yearInWords(year, half)}: ${[...new Set(scores.map(score => scoreInWords(trait, score.value)))].join(', ')}`,
    )
    on.room(6 * MM)
    const at = on.y
    on.write(trait.name, 'bold', 9.5, { to: LEFT + 44 * MM, gap: 0 })
    const below = on.y
    on.y = at
    on.write(seen.join('   '), 'text', 9.5, { x: LEFT + 46 * MM, gap: 0 })
    on.y = Math.max(below, on.y) + 1.4 * MM
  }
  if (plant.remarks.length) {
    on.y += 2 * MM
    on.write('Remarks', 'bold', 13, { gap: 2 * MM })
    for (const { words, on: day } of plant.remarks)
      on.write(`${dayInWords(day, true)}: ${words}`, 'text', 9.5)
  }
  return on.end()
}

/** The forebears in columns, each between its parents: the seed parent above, the pollen parent below. */
function drawDescent(on: Writing, forebears: PlantSheet['forebears']): void {
  const column = (RIGHT - LEFT) / GENERATIONS
  const top = on.y
  const height = 2 ** GENERATIONS * SLOT
  const { pdf } = on
  for (let generation = 1; generation <= GENERATIONS; generation++) {
    const count = 2 ** generation
    for (let i = 0; i < count; i++) {
      const one = forebears[count - 1 + i]
      const isSeed = i % 2 === 0
      const x = LEFT + (generation - 1) * column
      const y = top + ((i + 0.5) * height) / count
      const words = one?.name ?? 'not known'
      // Behind what nobody knows there is nothing to draw.
      const isDrawn = one || generation === 1 || forebears[(count >> 1) - 1 + (i >> 1)]
      if (!isDrawn) continue
      pdf
        .moveTo(x, y)
        .lineTo(x + column - 3 * MM, y)
        .lineWidth(0.5)
        .strokeColor(INK)
        .stroke()
      if (isSeed)
        pdf
          .moveTo(x, y)
          .lineTo(x, y + height / count)
          .stroke()
      pdf
        .font('text')
        .fontSize(NAME)
        .fillColor(one ? INK : QUIET)
        .text(printable(pdf, 'text', words), x + 1.5 * MM, y - 4.4 * MM, {
          width: column - 5 * MM,
          height: NAME * 1.3,
          lineBreak: false,
          ellipsis: true,
        })
    }
  }
  on.y = top + height + 5 * MM
}
