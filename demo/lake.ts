import type { DemoBloomer } from './blooms'
import { SITE, tellBlooms } from './blooms'
import { randomStream } from '@virgulta/core/chance/stream'
import { builtInGuides } from '@virgulta/core/crops/guides/all'
import type { Deed } from '@virgulta/core/log/entry'
import { addDays } from '@virgulta/core/time/days'
import { genesOf, looksOf } from './genes'
import { Nature } from './nature'
import { aims, programme, seedlingNames } from './programmes'
import { NOW, Scribe, ZONE } from './scribe'
import { tellPollen } from './pollen'
import { tellSeed } from './seed'
import type { DemoPlant } from './season'
import { judgeFamily, raiseFamily, workCross } from './season'
import { PLACES, edgeSwatches, faults, stock } from './stock'
import { DEMOS } from '../shared/demos'

/** The demo garden as it is made: a lakeside volunteers' garden that does not exist. */
export const lakeWish = {
  name: DEMOS.lake as string,
  keeper: 'Orla Fennick',
  zone: ZONE,
  site: SITE,
  isDemo: true,
  clockAt: NOW,
  placeNames: PLACES,
}

const SEED = 20260612

/**
 * The story of the demo garden as log entries: four seasons of crosses in three programmes, up to its present moment.
 *
 * @param places the garden's places with the ids they got
 * @param seed another one tells another story of the same garden
 * @param taken serials of each year's tag codes that are tied already
 * @returns entries in no particular order, and the next free serial of each year's tag codes
 */
export function lakeEntries(
  places: { id: string; name: string }[],
  seed = SEED,
  taken: [number, number][] = [],
): { entries: Deed[]; serials: [number, number][] } {
  const scribe = new Scribe(randomStream(seed), new Map(taken))
  const nature = new Nature(randomStream(seed + 4))
  const placeId = (name: string) => places.find(p => p.name === name)!.id
  const guides = new Map(builtInGuides.map(guide => [guide.id, guide]))

  const founders = new Map<string, DemoPlant>()
  stock.forEach(({ name, crop, plantKind, place, note, scores }, i) => {
    const day = addDays('2022-11-02', i)
    const plant = {
      id: scribe.id(day),
      placeId: placeId(place),
      genes: genesOf(crop, scores, plantKind === 'line', scribe),
    }
    founders.set(name, plant)
    scribe.note(day, 11, 'plantAdded', plant.id, {
      code: scribe.code(day),
      name,
      crop,
      plantKind,
      placeId: plant.placeId,
      note,
      seedParentId: null,
      pollenParentId: null,
    })
    const season = crop === 'hellebore' ? '02-24' : '08-18'
    for (const year of crop === 'hellebore' ? [2024, 2025, 2026] : [2023, 2024, 2025]) {
      const { health = 2, weather = 2 } = faults[name] ?? {}
      const looks = looksOf(crop, plant.genes, scribe)
      const amiss = {
        health: scribe.chance(0.15) ? Math.max(0, health - 1) : health,
        ...(crop === 'squash' ? {} : { weather: scribe.chance(0.2) ? Math.max(0, weather - 1) : weather }),
      }
      // The flesh is not tasted every year.
      for (const trait of Object.keys(looks))
        if (trait !== 'pungent' || year === 2023)
          scribe.note(`${year}-${season}`, 10, 'scored', plant.id, { trait, value: looks[trait]! })
      for (const [trait, value] of Object.entries(amiss))
        scribe.note(`${year}-${season}`, 10.2, 'scored', plant.id, { trait, value })
    }
  })
  const struck = founders.get('Soot Wick')!
  scribe.note('2025-08-20', 9, 'struckOff', struck.id, { reason: 'virus, two years running' })

  const aimIds = new Map(
    aims.map(({ key, crop, on, words, wishes }) => {
      const id = scribe.id(on)
      scribe.note(on, 20, 'aimSet', id, { crop, words, wishes })
      return [key, id]
    }),
  )

  const edge = scribe.id('2025-02-20')
  scribe.note('2025-02-20', 19, 'traitAdded', edge, {
    crop: 'hellebore',
    trait: {
      name: 'petal edge',
      hint: 'Outer edge of a petal, first open flower.',
      scale: 'colour',
      swatches: edgeSwatches,
    },
  })
  for (const name of stock.filter(s => s.crop === 'hellebore').map(s => s.name)) {
    for (const year of [2025, 2026])
      scribe.note(`${year}-02-24`, 10.5, 'scored', founders.get(name)!.id, {
        trait: edge,
        value: scribe.draw([0.5, 0.3, 0.2]),
      })
  }

  const families = new Map<string, DemoPlant[]>()
  const parent = (name: string): DemoPlant => {
    const [key, number] = name.split('#') as [string, string | undefined]
    if (!number) return founders.get(name)!
    const family = families.get(key)!
    return family[Math.min(Number(number), family.length) - 1]!
  }
  const named = new Set<string>()
  const flowering: { plant: DemoBloomer; begins: string }[] = []
  for (const cross of programme) {
    const guide = guides.get(cross.crop)!
    const seedParent = parent(cross.seedParent)
    const pollenParent = parent(cross.pollenParent)
    const plannedOn = addDays(cross.begins, -12)
    for (const key of [cross.seedParent, cross.pollenParent]) {
      if (
        key.includes('#') &&
        !flowering.some(
          f => f.plant.id === parent(key).id && f.begins.slice(0, 4) === cross.begins.slice(0, 4),
        )
      )
        flowering.push({ plant: { name: key, crop: cross.crop, ...parent(key) }, begins: cross.begins })
      const name = seedlingNames[key]
      if (!name || named.has(key)) continue
      named.add(key)
      scribe.note(addDays(plannedOn, -3), 17, 'plantDescribed', parent(key).id, {
        name,
        plantKind: 'seedling',
        placeId: parent(key).placeId,
        note: `Chosen from its family for: ${cross.aim.toLowerCase()}`,
      })
    }
    const crossId = scribe.id(plannedOn)
    scribe.note(plannedOn, 20, 'crossPlanned', crossId, {
      code: scribe.code(plannedOn),
      crop: cross.crop,
      aimId: aimIds.get(cross.aimKey ?? '') ?? null,
      aim: cross.aim,
      flowersPlanned: cross.planned,
      keepersWanted: cross.keepers,
      seedParentId: seedParent.id,
      pollenParentId: pollenParent.id,
      selfMeant: seedParent.id === pollenParent.id,
    })
    const stage = { scribe, nature, guide, cross, crossId, seedParent, pollenParent }
    const lots = workCross(stage)
    const family = raiseFamily(
      stage,
      lots,
      placeId(
        cross.crop === 'hellebore' ? 'Shade frame' : cross.crop === 'squash' ? 'Squash plot' : 'Seed house',
      ),
    )
    const judged = judgeFamily(stage, family)
    // In another telling a family may come to nothing: then its seed parent is taken once more.
    families.set(cross.key, judged.length ? judged : [seedParent])
  }
  // Told by a scribe of its own, so that the rest of the story does not depend on it.
  const gardener = new Scribe(randomStream(seed + 1), scribe.serials)
  tellBlooms(gardener, founders, flowering, programme)
  const keeper = new Scribe(randomStream(seed + 2), scribe.serials)
  tellPollen(keeper, founders, scribe.entries)
  const cleaner = new Scribe(randomStream(seed + 3), scribe.serials)
  tellSeed(cleaner, scribe.entries, 'hellebore')
  return {
    entries: [...scribe.entries, ...gardener.entries, ...keeper.entries, ...cleaner.entries],
    serials: [...scribe.serials],
  }
}
