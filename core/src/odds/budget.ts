import type { MeanBelief } from '../chance/count'
import { OutOfRange } from '../chance/estimate'
import type { KnownShare, ShareBelief, SharesInDoubt } from '../chance/rate'
import { meanShare } from '../chance/rate'
import type { Stream } from '../chance/stream'
import { randomStream } from '../chance/stream'
import { STRATA, meanStrata, shareStrata, shuffled } from '../chance/strata'

/** The steps from a flower to a plant that is kept; each is a belief, or a number that is exactly known. */
export interface BudgetSteps {
  /** pollinated flowers that take */
  take: ShareBelief | number
  /** fruits that hang until their harvest; absent: all */
  held?: ShareBelief | number
  seedsPerFruit: MeanBelief | number
  /** shape of the gamma by which the fruits themselves differ in their seeds; absent or infinite: by chance alone */
  perFruit?: number
  /** the shares a seed must pass on its way, in order: sound, germination …; one may be one of several, as a parent in doubt makes it */
  passes: KnownShare[]
}

/** What there is on the way already. */
export interface Waiting {
  flowers: number
  fruits: number
  /** how many wait before each of the passes */
  before: number[]
  kept: number
}

/** The steps as they might be: our not knowing them. */
interface Drawn {
  /** of the kind that the shares are of, which may be one of several */
  weight: number
  take: number
  held: number
  /** keepers that a fruit is good for, on average, and the shape of the gamma by which fruits differ */
  fruit: number
  perFruit: number
  /** chance of one that waits before each pass */
  from: number[]
}

/** Times that every slice of what is believed is drawn; each in another order, so that their spread tells the error. */
const REPEATS = 4

/** Up to so many keepers wanted, the luck of the draw is summed exactly; beyond, it is drawn. */
const SUMMED = 60

/** True for a share that is one of several. */
const isInDoubt = (share: KnownShare): share is SharesInDoubt => Array.isArray(share)

/** The kinds of families there may be: for each pass that is one of several shares, which one it is. */
const kindsOf = (passes: KnownShare[]): { weight: number; passes: (ShareBelief | number)[] }[] =>
  passes.reduce<{ weight: number; passes: (ShareBelief | number)[] }[]>(
    (kinds, pass) =>
      kinds.flatMap(kind =>
        (isInDoubt(pass) ? pass : [{ weight: 1, share: pass }]).map(({ weight, share }) => ({
          weight: kind.weight * weight,
          passes: [...kind.passes, share],
        })),
      ),
    [{ weight: 1, passes: [] }],
  )

/** Draws of the steps, {@link REPEATS} × {@link STRATA}, each for every kind of family: the kinds are weighed exactly. */
function draws(steps: BudgetSteps, repeats: number, stream: Stream): Drawn[] {
  const { take, held = 1, seedsPerFruit, perFruit = Infinity, passes } = steps
  const kinds = kindsOf(passes)
  const shares = [take, held, ...passes.map(pass => (isInDoubt(pass) ? 1 : pass))].map(shareStrata)
  const means = meanStrata(seedsPerFruit)
  return Array.from({ length: repeats }, () => {
    const [takes, holds, ...passed] = shares.map(strata => shuffled(strata, stream))
    const seeds = shuffled(means, stream)
    return Array.from({ length: STRATA }, (_, i) =>
      kinds.map((kind): Drawn => {
        const from = passed.map((p, pass) =>
          isInDoubt(passes[pass]!) ? (kind.passes[pass] as number) : p[i]!,
        )
        for (let pass = from.length - 2; pass >= 0; pass--) from[pass]! *= from[pass + 1]!
        const { weight } = kind
        return {
          weight,
          take: takes![i]!,
          held: holds![i]!,
          fruit: seeds[i]! * (from[0] ?? 1),
          perFruit,
          from,
        }
      }),
    ).flat()
  }).flat()
}

/** Adds one more independent count: the first `counts.length` probabilities of the sum. */
function plus(counts: Float64Array, others: Float64Array): Float64Array {
  const sum = new Float64Array(counts.length)
  for (let i = 0; i < counts.length; i++)
    for (let j = 0; i + j < counts.length; j++) sum[i + j]! += counts[i]! * others[j]!
  return sum
}

/**
 * Keepers from so many fruits: a Poisson number of each, where fruits differ by a gamma of some shape a negative binomial one. Fruits
 * together are one of them with the sum of their shapes, and a share of the seeds leaves the shape as it is.
 *
 * @param mean of all of them
 * @param shape of all of them
 */
function keepersTo(most: number, mean: number, shape: number): Float64Array {
  const p = new Float64Array(most)
  if (mean === 0) return p.fill(1, 0, 1)
  const isPoisson = shape === Infinity
  p[0] = Math.exp(isPoisson ? -mean : -shape * Math.log1p(mean / shape))
  const each = mean / (1 + mean / shape)
  for (let k = 1; k < most; k++) p[k] = (p[k - 1]! * each * (1 + (k - 1) / shape)) / k
  return p
}

function binomialTo(most: number, tries: number, share: number): Float64Array {
  const p = new Float64Array(most)
  if (share >= 1) {
    if (tries < most) p[tries] = 1
    return p
  }
  p[0] = (1 - share) ** tries
  for (let k = 1; k < most && k <= tries; k++)
    p[k] = (((p[k - 1]! * (tries - k + 1)) / k) * share) / (1 - share)
  return p
}

/**
 * Keepers from so many flowers, the first `most` probabilities. Each flower takes or not, and a fruit is good for a
 * number of keepers, see {@link keepersTo}: the count of one flower, taken to the power of the flowers as a power series.
 *
 * @see Knuth (1997), The Art of Computer Programming, vol. 2, 4.7 (powers of a power series)
 */
const fromFlowers = (most: number, flowers: number, draw: Drawn): Float64Array =>
  fromThose(most, flowers, draw.take * draw.held, draw)

/** Keepers from so many flowers or fruits, each of which is harvested with a chance. */
function fromThose(
  most: number,
  flowers: number,
  take: number,
  { fruit, perFruit }: Pick<Drawn, 'fruit' | 'perFruit'>,
): Float64Array {
  if (most > flowers + 2) {
    // The series would lose digits where more are wanted than there are flowers: sum over the takes instead.
    const takes = binomialTo(flowers + 1, flowers, take)
    const p = new Float64Array(most)
    takes.forEach((share, taken) => {
      const of = keepersTo(most, taken * fruit, taken * perFruit)
      for (let k = 0; k < most; k++) p[k]! += share * of[k]!
    })
    return p
  }
  const one = keepersTo(most, fruit, perFruit).map(p => take * p)
  one[0]! += 1 - take
  const p = new Float64Array(most)
  p[0] = one[0]! ** flowers
  for (let k = 1; k < most; k++) {
    let sum = 0
    for (let i = 1; i <= k; i++) sum += (i * (flowers + 1) - k) * one[i]! * p[k - i]!
    p[k] = sum / (k * one[0]!)
  }
  return p
}

/** Keepers from what is on the way already, flowers apart. */
function fromWaiting(most: number, { fruits, before }: Waiting, draw: Drawn): Float64Array {
  const { from, held } = draw
  const none = new Float64Array(most)
  none[0] = 1
  const withFruits = fruits ? fromThose(most, fruits, held, draw) : none
  return before.reduce(
    (counts, waiting, pass) => (waiting ? plus(counts, binomialTo(most, waiting, from[pass]!)) : counts),
    withFruits,
  )
}

/** Keepers of so many harvested fruits, drawn. */
const seedsOf = (fruits: number, { fruit, perFruit }: Pick<Drawn, 'fruit' | 'perFruit'>, luck: Stream) =>
  luck.counts(fruits * fruit, fruits * perFruit)

/** A chance, with the standard error of the draws it is averaged over. */
export interface Chance {
  chance: number
  standardError: number
}

function averaged(drawn: Drawn[], chances: number[], repeats: number): Chance {
  const each = drawn.length / repeats
  const means = Array.from({ length: repeats }, (_, r) => {
    let sum = 0
    for (let i = r * each; i < (r + 1) * each; i++) sum += drawn[i]!.weight * chances[i]!
    return sum / STRATA
  })
  const chance = means.reduce((sum, m) => sum + m, 0) / repeats
  return {
    chance,
    standardError: Math.sqrt(
      means.reduce((sum, m) => sum + (m - chance) ** 2, 0) / Math.max(1, repeats - 1) / repeats,
    ),
  }
}

/**
 * What keepers are to be hoped for; all answers under the same draws of the steps, so that they can be compared.
 *
 * The steps themselves are known only so far: they are drawn from what is believed of them, every slice equally often.
 * Under each draw, the luck of flowers and seeds is summed exactly (for more than 60 keepers it is drawn too).
 *
 * @param seed of the draws
 * @param repeats of every slice; more make the answer surer
 */
export function keepersFrom(steps: BudgetSteps, seed = 1, repeats = REPEATS) {
  const drawn = draws(steps, repeats, randomStream(seed))

  /** Chance of `wanted` keepers for any number of flowers in place of those that wait. */
  function chances(waiting: Waiting, wanted: number): (flowers: number) => Chance {
    const needed = wanted - waiting.kept
    if (needed <= 0) return () => ({ chance: 1, standardError: 0 })
    if (needed > SUMMED) return drawnChances(waiting, needed)
    // P(at most n from what waits), for n = 0 … needed − 1
    const atMost = drawn.map(draw => {
      const p = fromWaiting(needed, waiting, draw)
      for (let k = 1; k < needed; k++) p[k]! += p[k - 1]!
      return p
    })
    return flowers =>
      averaged(
        drawn,
        drawn.map((draw, i) => {
          const own = fromFlowers(needed, flowers, draw)
          let tooFew = 0
          for (let k = 0; k < needed; k++) tooFew += own[k]! * atMost[i]![needed - 1 - k]!
          return 1 - tooFew
        }),
        repeats,
      )
  }

  function drawnChances({ fruits, before }: Waiting, needed: number): (flowers: number) => Chance {
    const luck = randomStream(seed + 1)
    const inHand = drawn.map(
      ({ held, fruit, perFruit, from }) =>
        seedsOf(luck.binomial(fruits, held), { fruit, perFruit }, luck) +
        before.reduce((sum, waiting, pass) => sum + luck.binomial(waiting, from[pass]!), 0),
    )
    return flowers => {
      const luck = randomStream(seed + 2)
      return averaged(
        drawn,
        drawn.map(({ take, held, fruit, perFruit }, i) => {
          const harvested = luck.binomial(flowers, take * held)
          return inHand[i]! + seedsOf(harvested, { fruit, perFruit }, luck) >= needed ? 1 : 0
        }),
        repeats,
      )
    }
  }

  /** Chance that at least `wanted` plants are kept in the end. */
  const chance = (waiting: Waiting, wanted: number): Chance => chances(waiting, wanted)(waiting.flowers)

  /**
   * How many more flowers bring the chance of `wanted` keepers to `confidence`.
   *
   * @returns 0 when no more are needed, null when `most` flowers are not enough
   */
  function moreFlowers(waiting: Waiting, wanted: number, confidence = 0.9, most = 500): number | null {
    const chanceOf = chances(waiting, wanted)
    const isEnough = (flowers: number) => chanceOf(waiting.flowers + flowers).chance >= confidence
    if (isEnough(0)) return 0
    let tooFew = 0
    let enough = 1
    // Few flowers are quickly tried, many are seldom needed: the step doubles until it is enough.
    while (!isEnough(enough)) {
      if (enough >= most) return null
      tooFew = enough
      enough = Math.min(2 * enough, most)
    }
    while (enough - tooFew > 1) {
      const middle = Math.floor((enough + tooFew) / 2)
      if (isEnough(middle)) enough = middle
      else tooFew = middle
    }
    return enough
  }

  /** How likely each number of keepers is, from 0 on, until all but a ten-thousandth is told. */
  function distribution(waiting: Waiting): number[] {
    const luck = randomStream(seed + 3)
    const total = repeats * STRATA
    const expected =
      drawn.reduce(
        (sum, { weight, take, held, fruit, from }) =>
          sum +
          weight *
            ((waiting.flowers * take + waiting.fruits) * held * fruit +
              waiting.before.reduce((s, n, pass) => s + n * from[pass]!, 0)),
        0,
      ) / total
    const found: number[] = []
    if (expected <= SUMMED / 2) {
      let rest = 1
      for (let most = SUMMED; rest > 1e-4 && most <= 8 * SUMMED; most *= 2) {
        const sums = new Float64Array(most)
        for (const draw of drawn)
          plus(fromWaiting(most, waiting, draw), fromFlowers(most, waiting.flowers, draw)).forEach(
            (p, k) => (sums[k]! += (p * draw.weight) / total),
          )
        found.splice(0, found.length, ...sums)
        rest = 1 - sums.reduce((sum, p) => sum + p, 0)
      }
    } else {
      const RUNS = 20
      for (const { weight, take, held, fruit, perFruit, from } of drawn) {
        for (let run = 0; run < RUNS; run++) {
          const fruits = luck.binomial(waiting.fruits + luck.binomial(waiting.flowers, take), held)
          const kept =
            seedsOf(fruits, { fruit, perFruit }, luck) +
            waiting.before.reduce((sum, n, pass) => sum + luck.binomial(n, from[pass]!), 0)
          while (found.length <= kept) found.push(0)
          found[kept]! += weight / total / RUNS
        }
      }
    }
    let left = found.length
    let tail = 0
    while (left > 1 && tail + found[left - 1]! < 1e-4) tail += found[--left]!
    return [...Array<number>(waiting.kept).fill(0), ...found.slice(0, left)]
  }

  return { chance, moreFlowers, distribution }
}

/** Nothing is on the way yet. */
export const nothingWaiting = ({ passes }: BudgetSteps): Waiting => ({
  flowers: 0,
  fruits: 0,
  before: passes.map(() => 0),
  kept: 0,
})

const meanCount = (count: MeanBelief | number): number =>
  typeof count === 'number' ? count : count.shape / count.rate

/** A station on the way from flowers to keepers. */
export interface BudgetStation {
  /** how many come so far, on average */
  expected: number
  /** share of those of the station before that do not; null for seeds, of which a fruit has many */
  lost: number | null
  /** what one more here adds to the chance of enough keepers */
  oneMore: number
}

/**
 * A budget station by station: flowers, fruits, those that are harvested where some are not, seeds, and those past each of the passes.
 *
 * @param flowers how many are pollinated
 * @returns stations, and the index of the one before which the largest share is lost
 */
export function budgetStations(
  steps: BudgetSteps,
  flowers: number,
  wanted: number,
  seed = 1,
): { stations: BudgetStation[]; worst: number } {
  const keepers = keepersFrom(steps, seed)
  const { held } = steps
  const waiting = { ...nothingWaiting(steps), flowers }
  const now = keepers.chance(waiting, wanted).chance
  const gain = (more: Partial<Waiting>) => keepers.chance({ ...waiting, ...more }, wanted).chance - now
  const stations: BudgetStation[] = [
    { expected: flowers, lost: null, oneMore: gain({ flowers: flowers + 1 }) },
    {
      expected: flowers * meanShare(steps.take),
      lost: 1 - meanShare(steps.take),
      oneMore: gain({ fruits: 1 }),
    },
    ...(held === undefined
      ? []
      : [
          {
            expected: flowers * meanShare(steps.take) * meanShare(held),
            lost: 1 - meanShare(held),
            oneMore: gain({ fruits: 1 }) / meanShare(held),
          },
        ]),
    {
      expected: flowers * meanShare(steps.take) * meanShare(held ?? 1) * meanCount(steps.seedsPerFruit),
      lost: null,
      oneMore: gain({ before: steps.passes.map((_, i) => (i === 0 ? 1 : 0)) }),
    },
  ]
  steps.passes.forEach((pass, i) =>
    stations.push({
      expected: stations.at(-1)!.expected * meanShare(pass),
      lost: 1 - meanShare(pass),
      oneMore:
        i + 1 < steps.passes.length
          ? gain({ before: steps.passes.map((_, j) => (j === i + 1 ? 1 : 0)) })
          : gain({ kept: 1 }),
    }),
  )
  const worst = stations.reduce((at, { lost }, i) => ((lost ?? -1) > (stations[at]!.lost ?? -1) ? i : at), 1)
  return { stations, worst }
}

/** @throws {OutOfRange} unless every step is a share above 0 and up to 1, or a count above 0 */
export function checkSteps(
  { take, seedsPerFruit, perFruit = Infinity, passes }: BudgetSteps,
  names: { take: string; seedsPerFruit: string; passes: string[] },
): void {
  const shares: [string, KnownShare][] = [
    [names.take, take],
    ...passes.map((pass, i): [string, KnownShare] => [names.passes[i]!, pass]),
  ]
  for (const [name, share] of shares) {
    const mean = meanShare(share)
    const impossible = isInDoubt(share) && share.find(one => !(one.share >= 0 && one.share <= 1))
    if (impossible)
      throw new OutOfRange(`"${name}" may be ${impossible.share}, but a share lies between 0 and 1.`)
    if (!(mean > 0 && mean <= 1))
      throw new OutOfRange(`"${name}" is a share above 0 and up to 1, not ${mean}.`)
    if (typeof share !== 'number' && !isInDoubt(share) && !(share.a > 0 && share.b > 0))
      throw new OutOfRange(
        `"${name}" is in doubt, so its mean lies between 0 and 1 and its strength above 0; give a plain number for what is exactly known.`,
      )
  }
  const seeds = meanCount(seedsPerFruit)
  if (!(seeds > 0 && Number.isFinite(seeds)))
    throw new OutOfRange(`"${names.seedsPerFruit}" is a number above 0, not ${seeds}.`)
  if (!(perFruit > 0))
    throw new OutOfRange(`"${names.seedsPerFruit}" has a "perFruit" above 0, not ${perFruit}.`)
}
