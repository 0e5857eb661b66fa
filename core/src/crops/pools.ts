/**
 * Records of a crop in nested pools, and by how much the things of each pool differ: what a pair is expected
 * to do rests on them.
 */
import { group, sum } from 'd3-array'
import type { CountLevel, MeanParts } from '../chance/count'
import { shapeOf, worthOfCase } from '../chance/count'
import type { Level, ShareParts, Tally } from '../chance/rate'
import type { GroupedTally, Measured } from '../chance/spread'
import { spreadOfGroups, varianceBetween } from '../chance/spread'
import { once } from '../once'
import type { Digest, PairCounts } from './digest'

/** Counts that are shares. */
export type ShareName = Exclude<keyof PairCounts['counts'], 'seedsPerFruit'>
type Pair = Pick<PairCounts, 'seedParentId' | 'pollenParentId'>
const keyOf = ({ seedParentId, pollenParentId }: Pair) => `${seedParentId} ${pollenParentId}`
/** What was counted of a pair; undefined where nothing was. */
export const countsOfPair = (digest: Digest, pair: Pair): PairCounts | undefined =>
  once(digest, 'by pair', () => new Map(digest.pairs.map(one => [keyOf(one), one]))).get(keyOf(pair))

/** A tally of which so much counts, the rest being more of the same. */
const worth = ({ successes, tries }: Tally, full: number): Tally =>
  tries ? { successes: (successes * full) / tries, tries: full } : { successes: 0, tries: 0 }
const together = (tallies: Tally[]): Tally => ({
  successes: sum(tallies, t => t.successes),
  tries: sum(tallies, t => t.tries),
})
const apart = (whole: Tally, part: Tally | undefined): Tally => ({
  successes: Math.max(0, whole.successes - (part?.successes ?? 0)),
  tries: Math.max(0, whole.tries - (part?.tries ?? 0)),
})
/** Tries that count fully, of so many in groups that differ: a hundred seeds of one tray are not a hundred trays. */
const fullTries = (tries: number, each: number, between: number) =>
  tries / (1 + Math.max(0, each - 1) * between)

/** What the pools of one count come to; worked out once for all pairs. */
interface Pools {
  /** by how much pairs of a seed parent, and seed parents, differ */
  pairs: number
  seedParents: number
  ofPair: Map<PairCounts, Tally>
  /** what each pair, and each seed parent, tells of the level above */
  pairTells: Map<PairCounts, Tally>
  ofSeedParent: Map<string, Tally>
  seedParentTells: Map<string, Tally>
  all: Tally
}

/** What was counted of a pair at one step. */
interface OfPair<T extends Tally = Tally> {
  pair: PairCounts
  tally: T
}

/** Of a share; beside it by how much trays and the like differ. */
function sharePools(counted: OfPair<GroupedTally>[], usual: ShareParts) {
  const whole = together(counted.map(c => c.tally))
  const share = (whole.successes + 1) / (whole.tries + 2)
  const units = spreadOfGroups(
    counted.map(c => c.tally),
    share,
    usual.units,
  )
  const pools = nested(
    counted.map(({ pair, tally }) => ({
      pair,
      tally: worth(tally, fullTries(tally.tries, tally.sizes / tally.tries, units)),
    })),
    usual,
    // On the scale of p·(1 − p): then chance gives each pair one by its tries.
    ({ successes, tries }) => ({
      value: successes / tries / Math.sqrt(share * (1 - share)),
      variance: 1 / tries,
    }),
    (tries, between) => fullTries(tries, tries, between),
  )
  return { pools, units, records: whole.tries }
}

/** @param full of so many tries together, those that count where such things differ so much */
function nested(
  pairs: OfPair[],
  usual: Pick<Pools, 'pairs' | 'seedParents'>,
  measured: (tally: Tally) => Measured,
  full: (tries: number, between: number) => number,
): Pools {
  const bySeedParent = group(pairs, p => p.pair.seedParentId)
  const betweenPairs = varianceBetween(
    [...bySeedParent.values()].map(own => own.map(p => measured(p.tally))),
    usual.pairs,
  )
  const tells = (tally: Tally, between: number) => worth(tally, full(tally.tries, between))
  const pairTells = new Map(pairs.map(p => [p.pair, tells(p.tally, betweenPairs)]))
  const ofSeedParent = new Map(
    [...bySeedParent].map(([id, own]) => [id, together(own.map(p => pairTells.get(p.pair)!))]),
  )
  const betweenSeedParents = varianceBetween([[...ofSeedParent.values()].map(measured)], usual.seedParents)
  const seedParentTells = new Map(
    [...ofSeedParent].map(([id, tally]) => [id, tells(tally, betweenSeedParents)]),
  )
  return {
    pairs: betweenPairs,
    seedParents: betweenSeedParents,
    ofPair: new Map(pairs.map(p => [p.pair, p.tally])),
    pairTells,
    ofSeedParent,
    seedParentTells,
    all: together([...seedParentTells.values()]),
  }
}

const NOTHING: Tally = { successes: 0, tries: 0 }

/** The levels that a pair starts from, widest first: the rest of the crop, the rest of the seed parent, the pair. */
function levelsOf(digest: Digest, pools: Pools, pair: Pair): Level[] {
  const ofSeedParent = pools.ofSeedParent.get(pair.seedParentId)
  const own = countsOfPair(digest, pair)
  return [
    { ...apart(pools.all, pools.seedParentTells.get(pair.seedParentId)), between: 0 },
    {
      ...(ofSeedParent ? apart(ofSeedParent, own && pools.pairTells.get(own)) : NOTHING),
      between: pools.seedParents,
    },
    { ...((own && pools.ofPair.get(own)) ?? NOTHING), between: pools.pairs },
  ]
}

const countedOf = (digest: Digest, name: keyof PairCounts['counts']): OfPair<GroupedTally>[] =>
  digest.pairs.flatMap(pair => (pair.counts[name].tries > 0 ? [{ pair, tally: pair.counts[name] }] : []))

/**
 * What a share of a pair is learnt from.
 *
 * @param usual by how much things differ where nothing tells
 * @returns levels, by how much the next tray, packet or cross of it differs, and how many tries were noted of the crop
 */
export function poolsOf(
  digest: Digest,
  name: ShareName,
  pair: Pair,
  usual: ShareParts,
): { levels: Level[]; units: number; records: number } {
  const { pools, ...of } = once(
    digest,
    `pools of ${name}`,
    () => sharePools(countedOf(digest, name), usual),
    [usual.units],
  )
  return { levels: levelsOf(digest, pools, pair), ...of }
}

/**
 * What the seeds in a fruit of a pair are learnt from.
 *
 * @param usual by how much things differ where nothing tells
 * @returns levels, the shape of the gamma by which fruits differ, and how many fruits were counted of the crop
 */
export function fruitPoolsOf(
  digest: Digest,
  pair: Pair,
  usual: MeanParts,
): { levels: CountLevel[]; perFruit: number; records: number } {
  const { pools, ...of } = once(
    digest,
    'pools of fruits',
    () => {
      const counted = countedOf(digest, 'seedsPerFruit')
      const fruits = together(counted.map(c => c.tally))
      // Half a seed more: where no fruit held any, they still have a mean to differ from.
      const mean = fruits.tries ? (fruits.successes + 0.5) / fruits.tries : 1
      const shape = shapeOf(
        counted.map(({ tally: { tries, successes, groups, squares } }) => ({
          cases: tries,
          total: successes,
          groups,
          squares,
        })),
      )
      const alone = (tries: number) => 1 / (worthOfCase(mean, shape) * mean * tries)
      return {
        perFruit: shape,
        records: fruits.tries,
        pools: nested(
          counted,
          usual,
          ({ successes, tries }) => ({ value: successes / tries / mean, variance: alone(tries) }),
          // So many fruits that the doubt of their mean is as large as with what lies between.
          (tries, between) => (tries ? tries / (1 + between / alone(tries)) : 0),
        ),
      }
    },
    [usual.pairs],
  )
  return {
    ...of,
    levels: levelsOf(digest, pools, pair).map(({ successes, tries, between }) => ({
      cases: tries,
      total: successes,
      between,
    })),
  }
}
