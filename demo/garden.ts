import { randomStream } from '@virgulta/core/chance/stream'
import { builtInGuides } from '@virgulta/core/crops/guides'
import type { Deed } from '@virgulta/core/log/entry'
import { addDays } from '@virgulta/core/time/days'
import { programme, seedlingNames } from './programmes'
import { NOW, Scribe, ZONE } from './scribe'
import type { DemoPlant } from './season'
import { judgeFamily, raiseFamily, workCross } from './season'
import { PLACES, stock } from './stock'

/** The demo garden as it is made: a lakeside volunteers' garden that does not exist. */
export const demoGardenWish = {
  name: 'Quillmere Glasshouses', keeper: 'Orla Fennick', zone: ZONE, latitude: 53, isDemo: true, clockAt: NOW, placeNames: PLACES,
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
export function demoEntries(places: { id: string, name: string }[], seed = SEED, taken: [number, number][] = []): { entries: Deed[], serials: [number, number][] } {
  const scribe = new Scribe(randomStream(seed), new Map(taken))
  const placeId = (name: string) => places.find(p => p.name === name)!.id
  const guides = new Map(builtInGuides.map(guide => [guide.id, guide]))

  const founders = new Map<string, DemoPlant>()
  stock.forEach(({ name, crop, plantKind, place, note, scores }, i) => {
    const day = addDays('2022-11-02', i)
    const plant = { id: scribe.id(day), placeId: placeId(place) }
    founders.set(name, plant)
    scribe.note(day, 11, 'plantAdded', plant.id, { code: scribe.code(day), name, crop, plantKind, placeId: plant.placeId, note, seedParentId: null, pollenParentId: null })
    const season = crop === 'hellebore' ? '02-24' : '08-18'
    for (const year of crop === 'hellebore' ? [2024, 2025, 2026] : [2023, 2024, 2025]) {
      for (const [trait, value] of Object.entries(scores)) {
        scribe.note(`${year}-${season}`, 10, 'scored', plant.id, { trait, value: trait === 'height' ? value + scribe.between(-4, 4) : value })
      }
    }
  })

  const families = new Map<string, DemoPlant[]>()
  const parent = (name: string): DemoPlant => {
    const [key, number] = name.split('#') as [string, string | undefined]
    return number ? families.get(key)![Number(number) - 1]! : founders.get(name)!
  }
  const named = new Set<string>()
  for (const cross of programme) {
    const guide = guides.get(cross.crop)!
    const seedParent = parent(cross.seedParent)
    const pollenParent = parent(cross.pollenParent)
    const plannedOn = addDays(cross.begins, -12)
    for (const key of [cross.seedParent, cross.pollenParent]) {
      const name = seedlingNames[key]
      if (!name || named.has(key)) continue
      named.add(key)
      scribe.note(addDays(plannedOn, -3), 17, 'plantDescribed', parent(key).id, { name, plantKind: 'seedling', placeId: parent(key).placeId, note: `Chosen from its family for: ${cross.aim.toLowerCase()}` })
    }
    const crossId = scribe.id(plannedOn)
    scribe.note(plannedOn, 20, 'crossPlanned', crossId, {
      code: scribe.code(plannedOn), crop: cross.crop, aim: cross.aim, flowersPlanned: cross.planned, keepersWanted: cross.keepers,
      seedParentId: seedParent.id, pollenParentId: pollenParent.id, selfMeant: seedParent.id === pollenParent.id,
    })
    const stage = { scribe, guide, cross, crossId, seedParent, pollenParent }
    const lots = workCross(stage)
    const family = raiseFamily(stage, lots, placeId(cross.crop === 'hellebore' ? 'Shade frame' : cross.crop === 'squash' ? 'Squash plot' : 'Seed house'))
    families.set(cross.key, family)
    const chosen = Object.keys(seedlingNames).filter(key => key.startsWith(`${cross.key}#`)).map(key => Number(key.split('#')[1]))
    judgeFamily(stage, family, new Set(chosen))
  }
  return { entries: scribe.entries, serials: [...scribe.serials] }
}
