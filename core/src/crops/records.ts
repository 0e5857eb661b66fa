import { group, min } from 'd3-array'
import type { Blooming } from '../bloom/note'
import { once } from '../once'
import type { DurationRecord } from '../chance/duration'
import type { Tally } from '../chance/rate'
import type { Cross } from '../crosses/cross'
import type { Flower } from '../flowers/flower'
import { failedUnder, isMishap, lostUnder, takenUnder } from '../flowers/units'
import type { TaggedType } from '../log/kind'
import type { Plant } from '../plants/plant'
import type { SeedLot } from '../seed/lot'
import { clockToLearn } from '../seed/course'
import type { Sowing } from '../seed/sowing'
import type { CropGuide } from './guide'
import type { ISODate } from '../time/days'
import { daysBetween } from '../time/days'

/** An offspring as far as a crop's records need it. */
export type Judged = Pick<
  Plant,
  'id' | 'code' | 'crossId' | 'sowingId' | 'placeId' | 'since' | 'verdict' | 'lost' | 'blooming'
>

/** What the garden has recorded of one crop. */
export interface CropHistory {
  crosses: Cross[]
  flowers: Flower[]
  lots: SeedLot[]
  sowings: Sowing[]
  offspring: Judged[]
}

/** The flowers of each cross. */
export const flowersByCross = ({ flowers }: Pick<CropHistory, 'flowers'>): ReadonlyMap<string, Flower[]> =>
  once(flowers, 'by cross', () => group(flowers, flower => flower.crossId))

/** The flowers on each plant. */
export const flowersByPlant = ({ flowers }: Pick<CropHistory, 'flowers'>): ReadonlyMap<string, Flower[]> =>
  once(flowers, 'by plant', () => group(flowers, flower => flower.seedParentId))

/** Where a record was noted: the thing with the tag, its cross, and the day on which it was known. */
interface Noted {
  type: TaggedType
  id: string
  code: string
  crossId: string
  on: ISODate
}

/** A wait that was observed. */
export type WaitRecord = Noted & DurationRecord

/** Successes out of tries that were counted at one thing. */
export type CountRecord = Noted & Tally

/** A wait that ended at a look: it ended after the last look that said "not yet". */
function waited(start: ISODate, looksBefore: ISODate[], end: ISODate): DurationRecord {
  const before = looksBefore.filter(day => day < end).map(day => daysBetween(start, day))
  return { from: Math.max(0, ...before), to: Math.max(daysBetween(start, end), 0.5) }
}

const at = (
  type: TaggedType,
  { id, code, crossId }: { id: string; code: string; crossId: string },
  on: ISODate,
): Noted => ({ type, id, code, crossId, on })

/** Packets out of fruits whose seeds were counted. */
const counted = (lots: SeedLot[]) => lots.filter(lot => lot.fruits > 0 && !lot.isAbout)

/** A tray counts for germination and survival when it has been emptied or given up: before, more may come up. */
const finished = (sowings: Sowing[]) =>
  sowings.flatMap(s => {
    const on = s.raisedOn ?? s.ended?.on
    return on ? [{ ...s, finishedOn: on }] : []
  })

/** The observed waits of a crop, in days, each with the thing it was seen at. */
export const waits = {
  /** from isolation, else emasculation, until the stigma was seen ready */
  toReceptive: ({ flowers }: CropHistory): WaitRecord[] =>
    flowers.flatMap(flower => {
      const start = flower.isolation?.on ?? flower.emasculatedOn
      const ready = flower.looks.find(l => l.look === 'ready')
      if (!start || !ready || ready.on < start) return []
      return [
        {
          ...at('flower', flower, ready.on),
          ...waited(
            start,
            flower.looks.filter(l => l.look === 'notYet' && l.on >= start).map(l => l.on),
            ready.on,
          ),
        },
      ]
    }),
  /** from the last pollination until the take was seen; a fruit that nobody looked at before its harvest tells nothing */
  toTake: ({ flowers }: CropHistory): WaitRecord[] =>
    flowers.flatMap(flower => {
      const pollinated = flower.pollinations.at(-1)
      if (!pollinated || !flower.takenOn || flower.takenOn === flower.harvest?.on) return []
      return [
        {
          ...at('flower', flower, flower.takenOn),
          ...waited(pollinated.on, flower.takeLooks, flower.takenOn),
        },
      ]
    }),
  /**
   * from the last pollination until the fruit was ripe: on the day of its harvest, or since the last look that found it unripe. What was
   * cut by days, or early, tells of the gardener; of the fruit it tells that it was not ripe yet at that cut, or at the last look.
   */
  toRipe: ({ flowers }: CropHistory): WaitRecord[] =>
    flowers.flatMap(flower => {
      const { harvest, fruitLooks } = flower
      const start = flower.pollinations.at(-1)?.on
      if (!start || (harvest && harvest.on <= start)) return []
      const looks = fruitLooks.filter(day => day > start && (!harvest || day < harvest.on))
      if (!harvest || harvest.isEarly || harvest.cue === 'days') {
        const unripe = harvest?.isEarly ? harvest.on : looks.at(-1)
        return unripe ? [{ ...at('flower', flower, unripe), from: daysBetween(start, unripe), to: null }] : []
      }
      const days = daysBetween(start, harvest.on)
      const wait = looks.length ? waited(start, looks, harvest.on) : { from: days, to: days }
      return [{ ...at('flower', flower, harvest.on), ...wait }]
    }),
  /** from sowing, or from when its moist weeks were over, until the first seedlings were counted */
  toUp: ({ sowings }: CropHistory, guide: CropGuide): WaitRecord[] =>
    sowings.flatMap(s => {
      const first = s.looks.find(l => l.up > 0)
      const clock = clockToLearn(s, guide)
      if (!first || clock === null) return []
      const looks = s.looks.filter(l => l.up === 0 && l.on >= clock).map(l => l.on)
      return [{ ...at('sowing', s, first.on), ...waited(clock, looks, first.on) }]
    }),
  /** from sowing until the first flower of its seedlings, in the tray or with tags of their own */
  toFlower: ({ crosses, sowings, offspring }: CropHistory): WaitRecord[] => {
    const raised = group(offspring, plant => plant.sowingId)
    const looksOf = new Map(crosses.map(({ id, grown }) => [id, grown]))
    return sowings.flatMap(s => {
      const grown = looksOf.get(s.crossId) ?? []
      const first = firstFlowerOf([s, ...(raised.get(s.id) ?? [])])
      if (!first || first <= s.sownOn) return []
      const looks = grown.filter(({ did, on }) => did === 'noFlower' && on >= s.sownOn).map(({ on }) => on)
      return [{ ...at('sowing', s, first), ...waited(s.sownOn, looks, first) }]
    })
  },
}

/** The first day on which one of some was seen in bloom; null: none was. */
export const firstFlowerOf = (those: { blooming: Blooming }[]): ISODate | null =>
  min(those.flatMap(({ blooming }) => blooming.blooms.slice(0, 1).map(({ first, seen }) => first ?? seen))) ??
  null

/** What was counted of a crop, each with the thing it was counted at. */
export const counts = {
  /** single flowers that took, of those that got pollen, once it is known; those that were lost before did not */
  take: ({ flowers }: CropHistory): CountRecord[] =>
    flowers.flatMap(flower => {
      const on = flower.takenOn ?? flower.failed?.on ?? (isMishap(flower) ? flower.lost!.on : undefined)
      const [successes, failed] = [takenUnder(flower), failedUnder(flower) + lostUnder(flower)]
      return on && successes + failed > 0
        ? [{ ...at('flower', flower, on), successes, tries: successes + failed }]
        : []
    }),
  /** fruits that hung until their harvest, of those whose end is known */
  held: ({ flowers }: CropHistory): CountRecord[] =>
    flowers.flatMap(flower => {
      const on = flower.harvest?.on ?? (isMishap(flower) ? flower.lost!.on : undefined)
      const tries = takenUnder(flower)
      return flower.takenOn && on && tries
        ? [{ ...at('flower', flower, on), successes: flower.harvest ? tries : 0, tries }]
        : []
    }),
  /**
   * seeds that go into the packet: those that were found to be empty do not. Seed that nobody sorted goes in whole, and
   * what is empty of it shows among what does not come up: each seed fails once.
   */
  sound: ({ lots }: CropHistory): CountRecord[] =>
    counted(lots).map(lot => ({
      ...at('seedLot', lot, lot.harvestedOn),
      successes: lot.seeds - lot.empty,
      tries: lot.seeds,
    })),
  /** seedlings of the seeds sown */
  germination: ({ sowings }: CropHistory): CountRecord[] =>
    finished(sowings).map(s => ({ ...at('sowing', s, s.finishedOn), successes: s.up, tries: s.seeds })),
  /** seedlings that were not lost in the tray */
  survival: ({ sowings }: CropHistory): CountRecord[] =>
    finished(sowings).map(s => ({
      ...at('sowing', s, s.finishedOn),
      successes: s.up - s.thinned - s.lost,
      tries: s.up - s.thinned,
    })),
  /** potted plants that lived to be judged, of those that were judged or lost before */
  reach: ({ offspring }: CropHistory): CountRecord[] =>
    offspring.flatMap(({ id, code, crossId, verdict, lost }) => {
      const end = verdict ?? lost
      return end && crossId
        ? [{ ...at('plant', { id, code, crossId }, end.on), successes: verdict ? 1 : 0, tries: 1 }]
        : []
    }),
  /** judged plants that are kept; one that is watched is not judged to its end */
  keep: ({ offspring }: CropHistory): CountRecord[] =>
    offspring.flatMap(({ id, code, crossId, verdict }) =>
      verdict && verdict.verdict !== 'watch' && crossId
        ? [
            {
              ...at('plant', { id, code, crossId }, verdict.on),
              successes: verdict.verdict === 'keep' ? 1 : 0,
              tries: 1,
            },
          ]
        : [],
    ),
  /** seeds (the successes) of the fruits (the tries) of each packet */
  seedsPerFruit: ({ lots }: CropHistory): CountRecord[] =>
    counted(lots).map(lot => ({
      ...at('seedLot', lot, lot.harvestedOn),
      successes: lot.seeds,
      tries: lot.fruits,
    })),
}
