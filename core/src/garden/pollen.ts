import { max, mean, min, rollup } from 'd3-array'
import { covering, sheddingWindow } from '../bloom/overlap'
import { seasonOf } from '../bloom/season'
import type { Estimate } from '../chance/estimate'
import { without } from '../crops/digest'
import { usualSchool } from '../crops/guide'
import { cropYields, shareEstimate } from '../crops/knowledge'
import { flowersByCross } from '../crops/records'
import type { Cross } from '../crosses/cross'
import { bloomsUnder, canBePollinated, crossDue } from '../crosses/due'
import { chancesWith, stemOf } from '../crosses/stem'
import type { Flower } from '../flowers/flower'
import type { StoreClimate } from '../stores/storeClimate'
import { climateOf } from '../stores/storeClimate'
import { collectDue, fatherDoubts, tubeDue } from '../pollen/due'
import type { PollenGround } from '../pollen/life'
import { POLLEN_AGES } from '../pollen/prior'
import type { PollenAnswer, PollenNeed } from '../pollen/plan'
import { pollenPlan } from '../pollen/plan'
import type { Shelf } from '../pollen/shelf'
import { shelfOf } from '../pollen/shelf'
import type { PollenClass } from '../pollen/worth'
import { WORTH_USING, canBeDried } from '../pollen/worth'
import type { Store, StoreReadings } from '../stores/store'
import { readingsWith } from '../stores/store'
import type { Tube } from '../pollen/tube'
import { isKept } from '../pollen/tube'
import type { WeakAdvice } from '../pollen/weak'
import { isStronger, isWeak, takeKept, weakAdvice, withTake } from '../pollen/weak'
import type { PlantWork } from '../round/round'
import { bloomEndingAfter } from '../season/band'
import type { ISODate } from '../time/days'
import { dayNumber, instantAt } from '../time/days'
import type { BloomForecast } from './blooms'
import { bloomGround, bloomOf, bloomsIn } from './blooms'
import type { GardenDay } from './day'
import { coverAhead, wantedFathers } from './donors'
import type { LearntCrop } from './learnt'
import { once } from '../once'

const HOUR_MS = 3_600_000
const DAY_MS = 24 * HOUR_MS
/** How far back a logger is asked: pollen is not kept for longer. */
const LOGGED_DAYS = 800

/** A tube that could be used now: flowers it serves, and what is alive in it. */
export interface TubeAtHand {
  id: string
  code: string
  /** a flower, as it was taken */ isFresh: boolean
  /** a bulk of so many plants */ donors: number
  left: number
  alive: Estimate
}

/** A tube that could be used for a cross, with what its pollen means for that pair where it is weak. */
export interface TubeForCross extends TubeAtHand {
  weak: WeakAdvice | null
}

/** Tubes, stores and what is known of them in this hour. */
export interface PollenKnown extends PollenGround {
  shelf: Shelf
  stores: Store[]
  read: StoreReadings[]
  /** milliseconds */
  now: number
}

/** Tubes, stores and what is known of them: kept until they or the hour have changed. */
export function pollenKnown(day: GardenDay): PollenKnown {
  const { tube: tubes, store, storeReadings } = day.garden.states
  const work = (): PollenKnown => {
    const stores = [...store.values()]
    const read = [...storeReadings.values()]
    const now = Date.parse(day.now)
    const first = min([...tubes.values()].flatMap(t => t.stays.map(s => Date.parse(s.from)))) ?? now
    const from = Math.max(first, now - LOGGED_DAYS * DAY_MS)
    const climates = new Map(
      stores.map(one => [
        one.id,
        climateIn(
          day,
          one,
          read.filter(r => r.storeId === one.id),
          from,
        ),
      ]),
    )
    const ground = { tubes, climates, classOf: (crop: string) => classOf(day, crop) }
    return { ...ground, stores, read, now, shelf: shelfOf(ground, now) }
  }
  return once(tubes, 'known', work, [store, storeReadings, day.garden.guides, hourOf(day)])
}

/** How long pollen of a crop lives; of one that no guide knows, for weeks. */
const classOf = ({ garden }: GardenDay, crop: string): PollenClass =>
  garden.crops.get(crop)?.guide.pollination.pollen ?? 'medium'

const hourOf = ({ now }: GardenDay) => Math.floor(Date.parse(now) / HOUR_MS) * HOUR_MS

/**
 * What a store was like from a moment on until this hour: it changes with its readings, not with every entry
 * of the log.
 */
function climateIn(day: GardenDay, store: Store, read: StoreReadings[], from: number): StoreClimate {
  const hour = hourOf(day)
  const work = () => climateOf(store, readingsWith(day.logged(store, from, hour), read), POLLEN_AGES, hour)
  return once(store, 'climate', work, [from, hour, ...read])
}

/** Noon of a day in the garden, in milliseconds. */
export const noonOf = (date: ISODate, { zone }: Pick<GardenDay, 'zone'>): number =>
  Date.parse(instantAt(date, 12, zone))

/** Pollen that the crosses of this season, and those planned for the next, still need. */
const needsOf = (day: GardenDay): PollenNeed[] =>
  [...bloomGround(day).crops.values()].flatMap(({ crop }) => {
    const flowersOf = flowersByCross(crop.history)
    return crop.history.crosses.flatMap(cross => needOf(day, crop, cross, flowersOf.get(cross.id) ?? []))
  })

function needOf(day: GardenDay, { guide }: LearntCrop, cross: Cross, flowers: Flower[]): PollenNeed[] {
  const { pollenParentId: donorId, seedParentId } = cross
  const mother = day.garden.states.plant.get(seedParentId)
  const isPopulation = donorId === seedParentId && mother?.plantKind === 'population'
  if (!donorId || (donorId === seedParentId && !isPopulation)) return []
  const usual = bloomEndingAfter(cross.plannedOn, guide.bloom)
  const season = seasonOf(usual.from, guide.bloom)
  const bloom = bloomOf(day, seedParentId, season) ?? { ...usual, over: usual.to }
  if (bloom.over < day.today) return []
  const lacking =
    bloomsUnder(flowers.filter(canBePollinated)) +
    (crossDue(cross, flowers, guide, day.today, bloom)?.missing ?? 0)
  if (!lacking) return []
  const touches = usualSchool(guide, 'passes') === 'once' ? 1 : guide.pollination.passes
  const from = [bloom.from, day.today, cross.plannedOn].sort().at(-1)!
  const to = bloom.to > from ? bloom.to : from
  return [
    {
      crossId: cross.id,
      code: cross.code,
      crop: guide.id,
      seedParentId,
      donorId,
      flowers: lacking,
      doses: lacking * touches,
      from,
      to,
      freshShare: isPopulation ? 1 : freshShareOf(day, donorId, season, from, to),
      donorBloom: bloomOf(day, donorId, season),
      pollenClass: guide.pollination.pollen,
      perFlower: guide.donor.touches,
      population: isPopulation ? { plants: mother.plants } : null,
    },
  ]
}

/** Share of the days of a span on which a donor sheds, as it is foretold. */
function freshShareOf(day: GardenDay, donorId: string, season: number, from: ISODate, to: ISODate): number {
  const { plants, crops } = bloomGround(day)
  const donor = plants.get(donorId)
  const blooms = donor ? bloomsIn(day, donor, season) : []
  const shedding = (bloom: BloomForecast) => {
    const usual = crops.get(donor!.crop)!.crop.guide.bloom
    return once(bloom, 'shedding', () => covering(sheddingWindow(bloom, usual)), [usual])
  }
  const sheds = blooms.map(shedding)
  const days = Array.from({ length: dayNumber(to) - dayNumber(from) + 1 }, (_, i) => dayNumber(from) + i)
  return mean(days, date => max(sheds, ({ first, p }) => p[date - first] ?? 0) ?? 0) ?? 0
}

/** Tubes that have something left to give. */
const keptTubes = ({ tubes }: PollenKnown) =>
  [...tubes.values()].filter(tube => isKept(tube) && tube.left > 0)

/** Where the pollen of each cross of this season comes from. */
export const seasonPollen = (day: GardenDay): PollenAnswer[] =>
  once(day, 'season pollen', () => {
    const known = pollenKnown(day)
    const tubes = keptTubes(known).map(tube => ({
      id: tube.id,
      code: tube.code,
      donors: tube.donors,
      left: tube.left,
      aliveOn: (date: ISODate) => known.shelf.viability(tube, noonOf(date, day)),
    }))
    return pollenPlan(needsOf(day), tubes, day.today)
  })

/** The crosses that count on the pollen of a tube. */
export const wantersOf = (day: GardenDay, tube: Tube): PollenNeed[] =>
  tube.donors.length === 1
    ? seasonPollen(day).flatMap(({ need }) => (need.donorId === tube.donors[0] ? [need] : []))
    : []

/** What changes for a cross when its pollen is weak. */
export interface WeakCross extends WeakAdvice {
  crossId: string
  code: string
  seedParentId: string
  on: ISODate
  alive: Estimate
  /**
   * chance that the cross brings the keepers it was planned for, with fresh pollen, with this one, and with
   * this one and the touches
   */
  chance: { fresh: number; weak: number; withPasses: number | null }
  wanted: number
  /** flowers of this pollen that bring the chance of fresh pollen back; null where hundreds do not */
  flowersMore: number | null
  /** other tubes of the donor that are stronger */
  others: { id: string; code: string; alive: Estimate }[]
}

/** The crosses that count on a tube that is weak by then, with what could be done. */
export function weakCrosses(day: GardenDay, tube: Tube): WeakCross[] {
  const known = pollenKnown(day)
  const others = keptTubes(known).filter(
    t => t.id !== tube.id && t.donors.length === 1 && t.donors[0] === tube.donors[0],
  )
  return wantersOf(day, tube).flatMap((need): WeakCross[] => {
    const at = noonOf(need.from, day)
    const alive = known.shelf.viability(tube, at)
    const { guide, digest, digests, ofCross } = day.garden.crops.get(need.crop)!
    const own = ofCross(need.crossId)
    const cross = own.crosses[0]!
    const yields = cropYields(guide, digest, cross)
    const advice = weakAdvice(alive.median, shareEstimate(yields.shares.take).median)
    if (!advice) return []
    const before = cropYields(guide, without(digest, digests.get(cross.id)!), cross)
    const stem = stemOf({ cross, ...own }, before, yields)
    const withFactor = (factor: number) => chancesWith(stem, withTake(yields, factor))
    const weak = withFactor(takeKept(alive.median))
    const fresh = withFactor(1).after(need.flowers)
    return [
      {
        ...advice,
        crossId: cross.id,
        code: cross.code,
        seedParentId: need.seedParentId,
        on: need.from,
        alive,
        wanted: cross.keepersWanted,
        chance: {
          fresh,
          weak: weak.after(need.flowers),
          withPasses: advice.passes && withFactor(takeKept(advice.passes * alive.median)).after(need.flowers),
        },
        flowersMore: weak.flowersFor(fresh, need.flowers),
        others: others
          .map(t => ({ id: t.id, code: t.code, alive: known.shelf.viability(t, at) }))
          .filter(other => isStronger(other.alive.median, alive.median)),
      },
    ]
  })
}

/** Pollen out of a tube at a flower: which tube, what was alive in it then, and what makes the father doubtful. */
export interface PollenUsed {
  tubeId: string
  code: string
  alive: Estimate
  doubts: string[]
}

/**
 * Pollen out of tubes at some flowers, by flower; where only the day of a pass is known, what was alive is
 * told for its noon.
 */
export function pollenAt(day: GardenDay, flowers: Flower[]): Record<string, PollenUsed> {
  const used = flowers.flatMap(f =>
    f.pollinations.flatMap(p =>
      p.tubeId ? [{ flowerId: f.id, tubeId: p.tubeId, at: p.at ? Date.parse(p.at) : noonOf(p.on, day) }] : [],
    ),
  )
  if (!used.length) return {}
  const { tubes, shelf } = pollenKnown(day)
  return Object.fromEntries(
    used.flatMap(({ flowerId, tubeId, at }): [string, PollenUsed][] => {
      const tube = tubes.get(tubeId)
      if (!tube) return []
      return [
        [flowerId, { tubeId, code: tube.code, alive: shelf.viability(tube, at), doubts: fatherDoubts(tube) }],
      ]
    }),
  )
}

const atHand = (known: PollenKnown, t: Tube): TubeAtHand => ({
  id: t.id,
  code: t.code,
  isFresh: t.isFresh,
  donors: t.donors.length,
  left: t.left,
  alive: known.shelf.viability(t, known.now),
})

/** Tubes that could be used now, by donor, a bulk by each of its donors: the ones that die first come first. */
export const tubesAtHand = (day: GardenDay): ReadonlyMap<string, TubeAtHand[]> =>
  once(day, 'tubes at hand', () => {
    const known = pollenKnown(day)
    const isUsable = ({ alive }: TubeAtHand) => Number(alive.median >= WORTH_USING)
    const kept = keptTubes(known)
      .flatMap(t => t.donors.map(donor => ({ donor, tube: atHand(known, t) })))
      .sort(({ tube: a }, { tube: b }) => isUsable(b) - isUsable(a) || a.alive.median - b.alive.median)
    return rollup(
      kept,
      all => all.map(({ tube }) => tube),
      t => t.donor,
    )
  })

/** Bulks of a crop that could be used now, for crosses without one father. */
function bulksOf(day: GardenDay, crop: string): TubeAtHand[] {
  const known = pollenKnown(day)
  return keptTubes(known)
    .filter(t => t.crop === crop && t.donors.length > 1)
    .map(t => atHand(known, t))
}

/** Tubes that could be used now for a cross: the ones that die first come first. */
export const tubesFor = (day: GardenDay, crossId: string): TubeForCross[] =>
  once(day, `tubes for ${crossId}`, () => {
    const cross = day.garden.states.cross.get(crossId)
    if (!cross) return []
    const tubes = cross.pollenParentId
      ? (tubesAtHand(day).get(cross.pollenParentId) ?? [])
      : bulksOf(day, cross.crop)
    if (!tubes.length) return []
    const { guide, digest } = day.garden.crops.get(cross.crop)!
    const take = () => shareEstimate(cropYields(guide, digest, cross).shares.take).median
    return tubes.map(tube => ({
      ...tube,
      weak: isWeak(tube.alive.median) ? weakAdvice(tube.alive.median, take()) : null,
    }))
  })

/** Work that pollen asks for, by crop: to collect it, to fill dry pollen into tubes, to test what is counted on. */
export const pollenWork = (day: GardenDay): ReadonlyMap<string, PlantWork[]> =>
  once(day, 'pollen work', () => {
    const plan = seasonPollen(day)
    const { tubes } = pollenKnown(day)
    // The first day that a tube is wanted: later ones are overwritten.
    const wanted = new Map(
      plan
        .flatMap(a => a.tubes.map((t): [string, ISODate] => [t.id, a.need.from]))
        .sort((a, b) => b[1].localeCompare(a[1])),
    )
    const shelved = new Set(plan.flatMap(({ need, how }) => (how === 'shelf' ? [need.crossId] : [])))
    const ofTubes = [...tubes.values()].flatMap((tube): { crop: string; work: PlantWork }[] => {
      const due = tubeDue(tube, wanted.get(tube.id) ?? null, day.today, classOf(day, tube.crop))
      const { id, code, crop, waits } = tube
      // What gave already is looked at again only while somebody wants more of it.
      if (waits?.gaveOn && !tube.donors.some(donor => wantedFathers(day).has(donor))) return []
      const at = { subject: { type: 'tube' as const, id }, code, plantId: tube.donors[0]! }
      const isIndoors = !waits
      return due ? [{ crop, work: { ...at, isIndoors, crossId: null, parents: null, due } }] : []
    })
    return rollup(
      [...collecting(day, plan), ...coverAhead(day, id => shelved.has(id)), ...ofTubes],
      all => all.map(({ work }) => work),
      ({ crop }) => crop,
    )
  })

/** A donor is collected from once for all its crosses, and not again while what was collected dries. */
function collecting(day: GardenDay, plan: PollenAnswer[]): { crop: string; work: PlantWork }[] {
  const { plant, tube } = day.garden.states
  const drying = new Set([...tube.values()].filter(t => !t.tubed && !t.ended).flatMap(t => t.donors))
  const collected = new Map<string, { crop: string; work: PlantWork }>()
  for (const answer of plan) {
    const { donorId, seedParentId, crossId, crop } = answer.need
    const donor = plant.get(donorId)
    // What is not kept is covered ahead and taken on its day instead.
    const isTakenFresh =
      !canBeDried(answer.need.pollenClass) && day.garden.crops.get(crop)?.guide.donor.covers
    const due = isTakenFresh ? null : collectDue(answer)
    if (!due || !donor || collected.has(donorId) || drying.has(donorId)) continue
    const parents = { seedParentId, pollenParentId: donorId }
    const subject = { type: 'plant' as const, id: donorId }
    collected.set(donorId, {
      crop,
      work: { subject, code: donor.code, plantId: donorId, crossId, parents, due },
    })
  }
  return [...collected.values()]
}
