/**
 * Gardens made up with stated spreads between years, plants, seed parents, pairs, trays, fruits and tubes:
 * what is told of each kind of number must hold there as often as it says. The tests go through some hundreds
 * of gardens, the bench through thousands.
 */
import { randomGamma } from 'd3-random'
import { foretold } from '../bloom/foretell'
import { meeting, usualTerms } from '../bloom/overlap'
import { cropSeasons, predictorOf } from '../bloom/predict'
import type { BloomRecord } from '../bloom/season'
import { USUAL_SHAPE, meanPartsOf } from '../chance/count'
import type { CrossedRecord } from '../chance/crossed'
import { foretellCrossed, learnCrossed } from '../chance/crossed'
import { betaQuantile, normalCdf } from '../chance/distributions'
import { normalDraws, drawnShare, meanNear, shareNear } from '../chance/differing'
import { durationQuantiles } from '../chance/duration'
import type { GuideRange } from '../chance/estimate'
import { beliefFrom, quantileOf } from '../chance/normalBelief'
import type { ShareParts } from '../chance/rate'
import { partsOf, shareFromGuide } from '../chance/rate'
import type { GroupedTally } from '../chance/spread'
import { NO_TALLY, addedUp, groupOf } from '../chance/spread'
import type { Stream } from '../chance/stream'
import { randomStream } from '../chance/stream'
import type { Digest, PairCounts } from '../crops/digest'
import { NO_RECORDS } from '../crops/digest'
import { chilli as guide } from '../crops/guides/chilli'
import { cropYields } from '../crops/knowledge'
import { counts } from '../crops/records'
import { keepersOf, nothing } from '../crosses/course'
import type { PollenTest } from '../pollen/belief'
import { believe, joined, kindSurface, surfaceOf, viabilityOf } from '../pollen/belief'
import type { PollenLife } from '../pollen/life'
import { POLLEN_PRIORS, Q10_POINTS, along } from '../pollen/prior'
import { addDays } from '../time/days'

/**
 * What one garden showed: whether a number lay in its 80 % range, or a chance that was promised and whether
 * it came true.
 */
type Shown = boolean | { promised: number; came: boolean }

/** A kind of number in gardens of a kind. */
export interface Calibration {
  number: string
  garden: string
  /** one garden after another */
  show: (random: Stream) => Shown
  /** the garden differs much more than the guide says: four times in five is not reached there, only this */
  least?: number
}

/**
 * How often a kind of number held: the share within its 80 % range, or what was promised on average and what
 * came true.
 */
export type Held = { share: number } | { promised: number; came: number }

/** Goes through so many gardens. */
export function heldIn({ show }: Calibration, gardens: number, seed: number): Held {
  const random = randomStream(seed)
  const all = Array.from({ length: gardens }, () => show(random))
  const share = (of: boolean[]) => of.filter(Boolean).length / of.length
  const chances = all.filter(one => typeof one === 'object')
  return chances.length
    ? {
        promised: chances.reduce((sum, one) => sum + one.promised, 0) / chances.length,
        came: share(chances.map(one => one.came)),
      }
    : { share: share(all as boolean[]) }
}

/** Up to `most` of something. */
const upTo = (most: number, { uniform }: Stream) => Math.floor(uniform() * (most + 1))
const isWithin = (value: number, { low, high }: GuideRange) => value >= low && value <= high

/** Pairs of a garden: four seed parents, each crossed to three pollen parents. */
const parents = Array.from({ length: 12 }, (_, i) => ({
  seedParentId: `s${Math.floor(i / 3)}`,
  pollenParentId: `p${i % 3}`,
}))
type Counts = PairCounts['counts']
const noCounts = () => Object.fromEntries(Object.keys(counts).map(name => [name, NO_TALLY])) as Counts
const digestOf = (pairs: PairCounts[]): Digest => ({ ...NO_RECORDS, pairs })
const anyPair = ({ uniform }: Stream) => Math.floor(uniform() * parents.length)

/** What is true of each pair, drawn by seed parents and pairs. */
function truthsOf(crop: number, draw: (mean: number, of: 'seedParents' | 'pairs') => number): number[] {
  const bySeedParent = new Map<string, number>()
  return parents.map(({ seedParentId }) => {
    const own = bySeedParent.get(seedParentId) ?? draw(crop, 'seedParents')
    bySeedParent.set(seedParentId, own)
    return draw(own, 'pairs')
  })
}

/** True shares of the pairs of a garden, the records of their units, and the share of one unit more. */
function sharesOf(parts: ShareParts, most: number, random: Stream) {
  const truths = truthsOf(drawnShare(parts.crop.a, parts.crop.b, random), (mean, of) =>
    shareNear(mean, parts[of], random),
  )
  const unit = (pair: number): GroupedTally => {
    const tries = 24 + upTo(39, random)
    return groupOf({
      tries,
      successes: random.binomial(tries, shareNear(truths[pair]!, parts.units, random)),
    })
  }
  return {
    recorded: truths.map((_, pair) => addedUp(Array.from({ length: upTo(most, random) }, () => unit(pair)))),
    next: (pair: number) => shareNear(truths[pair]!, parts.units, random),
  }
}

/** True seeds per fruit of the pairs of a garden, and the records of their packets. */
function fruitsOf(most: number, random: Stream) {
  const { crop: of, ...parts } = meanPartsOf(guide.ripening.seedsPerFruit)
  const crop = randomGamma.source(random.uniform)(of.shape, 1 / of.rate)()
  const truths = truthsOf(crop, (mean, level) => meanNear(mean, parts[level], random))
  const recorded = truths.map(truth =>
    addedUp(
      Array.from({ length: upTo(most, random) }, () => {
        const tries = 1 + upTo(3, random)
        return groupOf({ tries, successes: random.counts(tries * truth, tries * USUAL_SHAPE) })
      }),
    ),
  )
  return { truths, recorded }
}

/** The share of the next tray of a pair. */
const nextTray =
  (parts: ShareParts, most: number) =>
  (random: Stream): Shown => {
    const { recorded, next } = sharesOf(parts, most, random)
    const pairs = parents.map((pair, i) => ({
      ...pair,
      counts: { ...noCounts(), germination: recorded[i]! },
    }))
    const asked = anyPair(random)
    const { a, b } = cropYields(guide, digestOf(pairs), parents[asked]!).shares.germination
    return isWithin(next(asked), { low: betaQuantile(0.1, a, b), high: betaQuantile(0.9, a, b) })
  }

/** The mean seeds per fruit of a pair. */
const seedsPerFruit =
  (most: number) =>
  (random: Stream): Shown => {
    const { truths, recorded } = fruitsOf(most, random)
    const pairs = parents.map((pair, i) => ({
      ...pair,
      counts: { ...noCounts(), seedsPerFruit: recorded[i]! },
    }))
    const asked = anyPair(random)
    return isWithin(
      truths[asked]!,
      cropYields(guide, digestOf(pairs), parents[asked]!).seedsPerFruit.estimate,
    )
  }

/** Shares on the way from a flower to a kept plant, as the guide has them. */
const STEPS = {
  take: guide.take.rate,
  held: guide.ripening.held,
  sound: guide.ripening.sound,
  germination: guide.sowing.germination,
  survival: guide.sowing.survival,
  reach: guide.judging.reach,
} as const
const [FLOWERS, KEPT, WANTED] = [6, 0.02, 2]

/** Whether so many flowers of a pair bring two keepers, every step with records of its own. */
const keepers =
  (most: number) =>
  (random: Stream): Shown => {
    const fruits = fruitsOf(most, random)
    const steps = Object.entries(STEPS).map(([name, range]) => ({
      name: name as keyof typeof STEPS,
      ...sharesOf(partsOf(range), most, random),
    }))
    const pairs = parents.map((pair, i) => ({
      ...pair,
      counts: {
        ...noCounts(),
        seedsPerFruit: fruits.recorded[i]!,
        ...Object.fromEntries(steps.map(({ name, recorded }) => [name, recorded[i]!])),
      },
    }))
    const asked = anyPair(random)
    const yields = cropYields(guide, digestOf(pairs), { ...parents[asked]!, wantedShare: KEPT })
    const standing = { ...nothing, pollinated: FLOWERS }
    const promised = keepersOf(yields).chance(standing, WANTED)
    const next = Object.fromEntries(steps.map(({ name, next: share }) => [name, share(asked)])) as Record<
      keyof typeof STEPS,
      number
    >
    const harvested = random.binomial(FLOWERS, next.take * next.held)
    let left = random.counts(harvested * fruits.truths[asked]!, harvested * USUAL_SHAPE)
    for (const step of ['sound', 'germination', 'survival', 'reach'] as const)
      left = random.binomial(left, next[step])
    return { promised, came: random.binomial(left, KEPT) >= WANTED }
  }

/** A number drawn as a guide's range is meant: mean and spread of a garden, both in doubt. */
function gardenLike(range: GuideRange, random: Stream) {
  const { mean, weight, shape, scale } = beliefFrom(range, 4)
  const variance = scale / randomGamma.source(random.uniform)(shape, 1)()
  return { mean: mean + Math.sqrt(variance / weight) * normalDraws(random)(), spread: Math.sqrt(variance) }
}

/** Days until something is ready, of which looks every three days told. */
const nextWait =
  (records: number) =>
  (random: Stream): Shown => {
    const range = { low: 20, high: 45 }
    const { mean, spread } = gardenLike({ low: Math.log(range.low), high: Math.log(range.high) }, random)
    const wait = () => Math.exp(mean + spread * normalDraws(random)())
    const noted = Array.from({ length: records }, () => {
      const days = wait()
      const from = 3 * Math.floor(days / 3)
      // Some were cut before their time: they were not ready yet.
      return random.uniform() < 0.15 ? { from: 0.7 * days, to: null } : { from, to: from + 3 }
    })
    const quantile = durationQuantiles(range, noted)
    return isWithin(wait(), { low: quantile(0.1), high: quantile(0.9) })
  }

/** The place of a plant's next season among some that were noted. */
const nextSeason =
  ([ofPlants, ofSeasons, byChance]: [number, number, number], seasons: number, isNew: boolean) =>
  (random: Stream): Shown => {
    const normal = normalDraws(random)
    const mean = 20 + 7 * normal()
    const early = Array.from({ length: seasons + 1 }, () => ofSeasons * normal())
    const plants = Array.from({ length: 7 }, () => ofPlants * normal())
    const of = (plant: number, season: number): CrossedRecord => ({
      unit: `${plant}`,
      season,
      value: mean + plants[plant]! + early[season]! + byChance * normal(),
    })
    const records = Array.from({ length: seasons }, (_, season) =>
      Array.from({ length: 6 }, (_, plant) => of(plant, season)),
    ).flat()
    const next = of(isNew ? 6 : 0, seasons)
    const told = foretellCrossed(
      learnCrossed(beliefFrom({ low: 0, high: 40 }, 4), records),
      next.unit,
      seasons,
    )
    return isWithin(next.value, { low: quantileOf(told, 0.1), high: quantileOf(told, 0.9) })
  }

/** Whether two plants meet in the next season; both feel the same one. */
const meets =
  (years: number) =>
  (random: Stream): Shown => {
    const normal = normalDraws(random)
    const bloom = { ...guide.bloom, lengthDays: { low: 7, high: 13 } }
    const mean = 18 + 7 * normal()
    const plants = Array.from({ length: 5 }, () => 8 * normal())
    const season = (year: number) => {
      const early = 8 * normal()
      return plants.map((plant, i): BloomRecord => {
        const first = addDays(`${year}-05-20`, Math.round(mean + plant + early + 3 * normal()))
        const days = Math.max(1, Math.round(Math.exp(Math.log(9.5) + 0.22 * normal())))
        return { plantId: `p${i}`, season: year, first, last: addDays(first, days - 1), sownOn: null }
      })
    }
    const noted = Array.from({ length: years }, (_, i) => season(2026 - years + i)).flat()
    const [seed, pollen] = season(2026)
    const seasons = cropSeasons(bloom, noted, () => [])
    const windowOf = (plantId: string) => {
      const ground = { season: 2026, sownOn: null }
      return foretold(predictorOf(seasons, plantId, ground), ground, bloom, [])
    }
    return {
      promised: meeting(windowOf('p0'), windowOf('p1'), usualTerms).probability,
      came: seed!.first <= pollen!.last! && pollen!.first <= seed!.last!,
    }
  }

const prior = POLLEN_PRIORS.long
const START = shareFromGuide(prior.start)
const lifeOf = (days: number, thaws = 0): PollenLife => ({
  aging: Q10_POINTS.map(() => days),
  thaws,
  ices: 0,
})

/** A collection of pollen whose start and half-life lie so far from what is usual; grains of a field are alike. */
function collection(start: number, days: number, random: Stream) {
  const [low, high] = [Math.log(prior.halfLifeDays.low), Math.log(prior.halfLifeDays.high)]
  const [alive, halfLife] = [
    betaQuantile(normalCdf(start), START.a, START.b),
    Math.exp(along(low, high, days)),
  ]
  const at = ({ aging, thaws }: PollenLife) => alive * 2 ** (-aging[1]! / halfLife) * 0.92 ** thaws
  const test = (life: PollenLife): PollenTest => {
    const fields = Array.from({ length: 3 }, () =>
      random.binomial(20, drawnShare(at(life) * 49, (1 - at(life)) * 49, random)),
    )
    return { alive: fields.reduce((sum, n) => sum + n, 0), seen: 60, fields: 3, method: 'germinated', life }
  }
  return { at, test }
}

/** What is alive in a tube, by two tests of its own. */
const ownTube = (random: Stream): Shown => {
  const normal = normalDraws(random)
  const tube = collection(normal(), normal(), random)
  const tests = [tube.test(lifeOf(5)), tube.test(lifeOf(40, 1))]
  const later = lifeOf(90, 1)
  return isWithin(tube.at(later), viabilityOf(believe(prior, surfaceOf(prior, tests)), later))
}

/** What is alive in a tube, by tests of other collections of its donor. */
const kinTube =
  (others: number) =>
  (random: Stream): Shown => {
    const normal = normalDraws(random)
    const donor = [normal(), normal()] as const
    const half = (z: number) => Math.SQRT1_2 * (z + normal())
    const another = () => collection(half(donor[0]), half(donor[1]), random)
    const surfaces = Array.from({ length: others }, () => {
      const tube = another()
      return kindSurface(surfaceOf(prior, [tube.test(lifeOf(5)), tube.test(lifeOf(60))]))
    })
    const later = lifeOf(40)
    return isWithin(another().at(later), viabilityOf(believe(prior, null, joined(surfaces)), later))
  }

const asTold = partsOf(guide.sowing.germination)
const [FEW, SOME, MANY] = [
  ['few records', 1],
  ['some records', 3],
  ['many records', 10],
] as const

/** Every kind of number with a range or a promise. */
export const CALIBRATIONS: Calibration[] = [
  ...[FEW, SOME, MANY].flatMap(([garden, most]): Calibration[] => [
    { number: 'share of the next tray', garden, show: nextTray(asTold, most) },
    { number: 'mean seeds per fruit of a pair', garden, show: seedsPerFruit(most) },
  ]),
  {
    number: 'share of the next tray',
    garden: 'trays and parents three to four times as different as told',
    show: nextTray({ ...asTold, seedParents: 0.06, pairs: 0.05, units: 0.1 }, 10),
    least: 0.7,
  },
  ...[FEW, MANY].map(([garden, most]): Calibration => ({
    number: 'two keepers out of six flowers',
    garden,
    show: keepers(most),
  })),
  ...[0, 3, 15].map((records): Calibration => ({
    number: 'days of the next wait',
    garden: `${records} records, in looks three days apart`,
    show: nextWait(records),
  })),
  ...(
    [
      ['one season noted of it', [9, 9, 5], 1, false],
      ['one season noted of others', [9, 9, 5], 1, true],
      ['three seasons noted of it', [7, 7, 4], 3, false],
      ['three seasons noted of others', [7, 7, 4], 3, true],
      ['eight seasons noted', [9, 5, 3], 8, false],
    ] as const
  ).map(([garden, spreads, seasons, isNew]): Calibration => ({
    number: 'first flower of the next season',
    garden,
    show: nextSeason([...spreads], seasons, isNew),
  })),
  ...(
    [
      ['years far more different than told', [5, 11, 4], 4, false],
      ['plants far more different than told', [14, 4, 4], 4, true],
    ] as const
  ).map(([garden, spreads, seasons, isNew]): Calibration => ({
    number: 'first flower of the next season',
    garden,
    show: nextSeason([...spreads], seasons, isNew),
    least: 0.68,
  })),
  ...[1, 4].map((years): Calibration => ({
    number: 'two plants meet for a day',
    garden: `${years} seasons noted`,
    show: meets(years),
  })),
  { number: 'share alive in a tube', garden: 'two tests of its own', show: ownTube },
  ...[1, 3].map((others): Calibration => ({
    number: 'share alive in a tube',
    garden: `two tests each of ${others} other collections of its donor`,
    show: kinTube(others),
  })),
]
