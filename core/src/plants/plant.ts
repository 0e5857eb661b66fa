import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { Score, Verdict } from '../offspring/score'
import type { ISODate } from '../time/days'
import { dayInWords } from '../time/days'
import type { PLANT_KINDS } from './kinds'

/** One plant, line or population of the garden. */
export interface Plant {
  id: string
  code: string
  name: string
  crop: string
  plantKind: typeof PLANT_KINDS[number]
  placeId: string | null
  note: string | null
  seedParentId: string | null
  pollenParentId: string | null
  /** the cross and the sowing a seedling came from */
  crossId: string | null
  sowingId: string | null
  since: ISODate
  scores: Score[]
  verdict: Verdict | null
  lost: { on: ISODate, reason: string } | null
}

/** The plant after one more deed. @throws {Refusal} if the plant is not there or is lost. */
export function plantAfter(plant: Plant | null, deed: LoggedDeed, id: string): Plant {
  if (deed.kind === 'plantAdded' || deed.kind === 'seedlingsRaised') {
    if (plant) throw new Refusal('already-there', `${plant.name} is in the garden already.`)
    const empty = { id, scores: [], verdict: null, lost: null, since: deed.day }
    if (deed.kind === 'plantAdded') return { ...empty, ...deed.payload, crossId: null, sowingId: null }
    const { plants, ...from } = deed.payload
    const seedling = plants.find(p => p.id === id)!
    return {
      ...empty, ...from, ...seedling, name: seedling.code, plantKind: 'seedling', note: null, sowingId: deed.subjectId,
    }
  }
  if (!plant) throw new Refusal('unknown-plant', 'This plant is not in the garden; add it first.')
  if (plant.lost) throw new Refusal('plant-lost', `${plant.name} was lost on ${dayInWords(plant.lost.on)}; nothing more can be noted on it.`)
  switch (deed.kind) {
    case 'plantDescribed': return { ...plant, ...deed.payload }
    case 'plantLost': return { ...plant, lost: { on: deed.day, reason: deed.payload.reason } }
    case 'scored': return {
      ...plant,
      // Looked at twice on one day, the later look counts; other days are kept beside each other.
      scores: [...plant.scores.filter(s => s.trait !== deed.payload.trait || s.on !== deed.day), { ...deed.payload, on: deed.day }],
    }
    case 'judged': return { ...plant, verdict: { ...deed.payload, on: deed.day } }
    default: return plant
  }
}
