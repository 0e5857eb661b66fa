import { sort } from 'd3-array'
import type { Blooming } from '../bloom/note'
import { neverSeen, withBloomNote } from '../bloom/note'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { Grown } from '../seed/growing'
import { withGrown } from '../seed/growing'
import type { MarkKind } from '../tags/marks'
import type { Score, Verdict } from '../offspring/score'
import { withScore } from '../offspring/score'
import type { ISODate } from '../time/days'
import type { Spot } from '../trials/layout'
import { dayInWords } from '../time/days'
import type { MULTIPLIED_BY, PLANT_KINDS, PLANT_SIZES } from './kinds'

/** One plant, line or population of the garden. */
export interface Plant {
  id: string
  code: string
  name: string
  crop: string
  plantKind: (typeof PLANT_KINDS)[number]
  placeId: string | null
  /** where it stood since when; the last is where it stands */
  stood: { placeId: string | null; from: ISODate }[]
  /** where it stands within its place, where that was laid out; null: nobody said, or it was moved since */
  spot: Spot | null
  note: string | null
  /** how many of it stand under its tag; null: nobody said */
  plants: number | null
  /** how large it is; null: nobody said */
  size: keyof typeof PLANT_SIZES | null
  /** how its health and its vigour were scored last, in steps from 0 */
  condition: { health: number | null; vigour: number | null; on: ISODate } | null
  /** when a flower stalk was cut because no seed was wanted */
  stalksCut: ISODate[]
  seedParentId: string | null
  pollenParentId: string | null
  /** the cross and the sowing a seedling came from */
  crossId: string | null
  /** set while it is not counted with the family of its cross; with the father that it had as one of them */
  apart: { on: ISODate; why: string; pollenParentId: string | null } | null
  sowingId: string | null
  /** the plant it was multiplied from, and how; null: it was raised from seed, or nobody said */
  clonedFrom: { plantId: string; by: keyof typeof MULTIPLIED_BY } | null
  /** set once it was chosen out of its family and named */
  selected: { on: ISODate; breeder: string | null; note: string | null } | null
  since: ISODate
  scores: Score[]
  /** traits that there was nothing to score of, and when that was seen last */
  missing: { trait: string; on: ISODate }[]
  /** what was written down in passing */
  remarks: { words: string; on: ISODate }[]
  /** photographs of it, those taken first first; the pictures themselves are kept beside the log */
  photos: { id: string; on: ISODate; words: string | null }[]
  verdict: Verdict | null
  /** set while it is not to be a parent */
  struckOff: { on: ISODate; reason: string } | null
  /** alleles that were noted, by locus */
  genotype: Record<string, { alleles: string[]; on: ISODate }>
  /** sets of chromosomes that were counted; null: those of its crop */
  sets: number | null
  blooming: Blooming
  pottedOn: ISODate[]
  /** what was done with it as a seedling */
  grown: Grown[]
  /** when it was held back in the cool; the last one may still go on */
  holds: { from: ISODate; until: ISODate | null }[]
  /** what its small flowers are marked with, and which mark means which pollen */
  marks: { of: MarkKind; marks: { mark: string; pollenParentId: string }[] } | null
  lost: { on: ISODate; reason: string } | null
}

/** The plant after one more deed. @throws {Refusal} if the plant is not there or is lost. */
export function plantAfter(plant: Plant | null, deed: LoggedDeed, id: string): Plant {
  if (deed.kind === 'plantAdded' || deed.kind === 'seedlingsRaised') {
    if (plant) throw new Refusal('already-there', `${plant.name} is in the garden already.`)
    const empty = {
      id,
      scores: [],
      missing: [],
      remarks: [],
      photos: [],
      verdict: null,
      struckOff: null,
      genotype: {},
      sets: null,
      blooming: neverSeen,
      pottedOn: [],
      grown: [],
      holds: [],
      plants: null,
      size: null,
      condition: null,
      stalksCut: [],
      marks: null,
      lost: null,
      apart: null,
      spot: null,
      clonedFrom: null,
      selected: null,
      since: deed.day,
    }
    const stood = [{ placeId: deed.payload.placeId, from: deed.day }]
    if (deed.kind === 'plantAdded') {
      const { plants = null, size = null, ...described } = deed.payload
      return { ...empty, ...described, plants, size, stood, crossId: null, sowingId: null }
    }
    const { plants, ...from } = deed.payload
    const seedling = plants.find(p => p.id === id)!
    return {
      ...empty,
      ...from,
      ...seedling,
      stood,
      name: seedling.code,
      plantKind: 'seedling',
      note: null,
      sowingId: deed.subjectId,
    }
  }
  if (!plant)
    throw new Refusal(
      'unknown-plant',
      `This plant was not in the garden yet on ${dayInWords(deed.day, true)}; add it first, or give a later day.`,
      'happenedAt',
    )
  if (plant.lost)
    throw new Refusal(
      'plant-lost',
      `${plant.name} was lost on ${dayInWords(plant.lost.on)}; nothing more can be noted on it.`,
    )
  switch (deed.kind) {
    case 'plantDescribed': {
      const {
        seedParentId = plant.seedParentId,
        pollenParentId = plant.pollenParentId,
        plants = plant.plants,
        size = plant.size,
        ...described
      } = deed.payload
      if (plant.crossId && (seedParentId !== plant.seedParentId || pollenParentId !== plant.pollenParentId)) {
        throw new Refusal(
          'of-a-cross',
          `${plant.name} came of a cross of this garden, whose parents are its own. Correct the cross instead.`,
          'seedParentId',
        )
      }
      return {
        ...plant,
        ...described,
        plants,
        size,
        stood: movedTo(plant.stood, described.placeId, deed.day),
        spot: described.placeId === plant.placeId ? plant.spot : null,
        seedParentId,
        pollenParentId,
      }
    }
    case 'spotsGiven': {
      if (plant.placeId !== deed.subjectId)
        throw new Refusal('stands-elsewhere', `${plant.name} stands at another place; move it there first.`)
      const { row, at, block } = deed.payload.spots.find(spot => spot.plantId === id)!
      return { ...plant, spot: { row, at, block } }
    }
    case 'setApart': {
      if (!plant.crossId)
        throw new Refusal(
          'no-family',
          `${plant.name} came of no cross of this garden; describe its parents instead.`,
        )
      const { pollenParentId, why } = deed.payload
      const before = plant.apart ? plant.apart.pollenParentId : plant.pollenParentId
      return { ...plant, pollenParentId, apart: { on: deed.day, why, pollenParentId: before } }
    }
    case 'rejoined':
      if (!plant.apart) throw new Refusal('not-apart', `${plant.name} is counted with its family.`)
      return { ...plant, pollenParentId: plant.apart.pollenParentId, apart: null }
    case 'selected': {
      const { breeder, note, ...named } = deed.payload
      return { ...plant, ...named, selected: { on: deed.day, breeder, note } }
    }
    case 'plantLost':
      return { ...plant, lost: { on: deed.day, reason: deed.payload.reason } }
    case 'scored':
      return {
        ...plant,
        condition: conditionAfter(plant.condition, deed.payload, deed.day),
        missing: plant.missing.filter(m => m.trait !== deed.payload.trait),
        scores: withScore(plant.scores, {
          ...deed.payload,
          on: deed.day,
          placeId: plant.placeId,
          ...(plant.spot?.block ? { block: plant.spot.block } : {}),
        }),
      }
    case 'scoreMissing': {
      const { trait, by } = deed.payload
      return {
        ...plant,
        missing: [...plant.missing.filter(m => m.trait !== trait), { trait, on: deed.day }],
        scores: plant.scores.filter(s => !(s.trait === trait && s.on === deed.day && s.by === by)),
      }
    }
    case 'remarked':
      return { ...plant, remarks: [...plant.remarks, { ...deed.payload, on: deed.day }] }
    case 'photographed': {
      const { photoId, words } = deed.payload
      const photos = [...plant.photos, { id: photoId, on: deed.day, words }]
      return { ...plant, photos: sort(photos, photo => photo.on) }
    }
    case 'photoDropped':
      return { ...plant, photos: plant.photos.filter(({ id }) => id !== deed.payload.photoId) }
    case 'stalkCut':
      return { ...plant, stalksCut: [...plant.stalksCut, deed.day] }
    case 'judged':
      return { ...plant, verdict: { ...deed.payload, on: deed.day } }
    case 'struckOff':
      return { ...plant, struckOff: { on: deed.day, reason: deed.payload.reason } }
    case 'reinstated':
      if (!plant.struckOff) throw new Refusal('not-struck-off', `${plant.name} is not struck off.`)
      return { ...plant, struckOff: null }
    case 'marksSet':
      return { ...plant, marks: deed.payload }
    case 'setsCounted':
      return { ...plant, sets: deed.payload.sets }
    case 'bloomSeen':
      return { ...plant, blooming: withBloomNote(plant.blooming, deed.payload, plant.name, deed.day) }
    case 'potted':
      return { ...plant, pottedOn: [...plant.pottedOn, deed.day] }
    case 'plantGrown':
      return { ...plant, grown: withGrown(plant.grown, deed.payload, deed.day) }
    case 'heldBack':
      if (isHeldBack(plant))
        throw new Refusal(
          'held-back',
          `${plant.name} is in the cool since ${dayInWords(plant.holds.at(-1)!.from)}.`,
        )
      return { ...plant, holds: [...plant.holds, { from: deed.day, until: null }] }
    case 'broughtBack':
      if (!isHeldBack(plant)) throw new Refusal('not-held-back', `${plant.name} is not in the cool.`)
      return {
        ...plant,
        holds: plant.holds.map((hold, i) =>
          i === plant.holds.length - 1 ? { ...hold, until: deed.day } : hold,
        ),
      }
    case 'genotypeNoted':
      return { ...plant, genotype: noted(plant.genotype, deed.payload, deed.day) }
    default:
      return plant
  }
}

/** What scores say of how it stands: its health and its vigour, each as it was scored last. */
function conditionAfter(
  before: Plant['condition'],
  { trait, value }: { trait: string; value: number },
  on: ISODate,
): Plant['condition'] {
  if (trait !== 'health' && trait !== 'vigour') return before
  return { health: null, vigour: null, ...before, [trait]: value, on }
}

/** Plants that share what hangs under one tag: a population is many, and nobody knows how many unless somebody said. */
const plantsUnder = ({ plants, plantKind }: Pick<Plant, 'plants' | 'plantKind'>): number | null =>
  plants ?? (plantKind === 'population' ? null : 1)

/** What bears the fruit under a tag: how many plants, null where nobody counted them, and how large. */
export interface Bearing {
  plants: number | null
  size: Plant['size']
}
export const bearingOf = (plant: Pick<Plant, 'plants' | 'plantKind' | 'size'>): Bearing => ({
  plants: plantsUnder(plant),
  size: plant.size,
})

/** Where a plant stood, once it was put somewhere; moved twice on one day, the later counts. */
function movedTo(stood: Plant['stood'], placeId: string | null, from: ISODate): Plant['stood'] {
  if (stood.at(-1)!.placeId === placeId) return stood
  return [...stood.filter(stay => stay.from !== from || stay === stood[0]), { placeId, from }]
}

/** Where a plant stood on a day; before it was noted, where it was noted first. */
export const stoodAt = ({ stood }: Pick<Plant, 'stood'>, day: ISODate): string | null =>
  (stood.findLast(stay => stay.from <= day) ?? stood[0])?.placeId ?? null

/** True while it is held back in the cool. */
export const isHeldBack = ({ holds }: Pick<Plant, 'holds'>): boolean => holds.at(-1)?.until === null

function noted(
  genotype: Plant['genotype'],
  { locus, alleles }: { locus: string; alleles: string[] | null },
  on: ISODate,
): Plant['genotype'] {
  const others = Object.fromEntries(Object.entries(genotype).filter(([id]) => id !== locus))
  return alleles ? { ...others, [locus]: { alleles, on } } : others
}
