import { ascending, rollup, sum } from 'd3-array'
import type { DurationRecord } from '../chance/duration'
import type { Tally } from '../chance/rate'
import type { CropGuide } from './guide'
import type { CropHistory } from './records'
import { counts, waits } from './records'

type Wait = keyof typeof waits
type Count = keyof typeof counts

/** What was counted of one pair of parents. */
export interface PairCounts {
  seedParentId: string
  pollenParentId: string | null
  counts: Record<Count, Tally>
  /** packets, and the sum of what each holds, squared by its fruits: how far fruits differ, see `core/chance/count` */
  packets: { count: number; squares: number }
}

/**
 * What the records of a crop come to for learning: equal waits once, with how often they were seen; tallies summed by pair. It
 * is small however long the history, and one cross's own can be taken out of it again.
 */
export interface Digest {
  waits: Record<Wait, DurationRecord[]>
  pairs: PairCounts[]
}

const waitNames = Object.keys(waits) as Wait[]
const countNames = Object.keys(counts) as Count[]

const record = <K extends string, V>(names: K[], of: (name: K) => V) =>
  Object.fromEntries(names.map(name => [name, of(name)])) as Record<K, V>

/** Tallies of one thing, added up. */
export const summed = (tallies: Tally[]): Tally => ({
  successes: sum(tallies, t => t.successes),
  tries: sum(tallies, t => t.tries),
})

/**
 * Records that are equal but for how often they were seen, added up; those that cancel out are dropped. In order, so that
 * what is learnt from them is the same to the last digit, however they came together.
 */
function merged(records: DurationRecord[]): DurationRecord[] {
  const times = rollup(
    records,
    same => ({ from: same[0]!.from, to: same[0]!.to, times: sum(same, r => r.times ?? 1) }),
    r => `${r.from}–${r.to}`,
  )
  return [...times.values()]
    .filter(r => r.times > 0)
    .sort((a, b) => ascending(a.from, b.from) || ascending(a.to, b.to))
}

type Pair = Pick<PairCounts, 'seedParentId' | 'pollenParentId'>
const pairKey = ({ seedParentId, pollenParentId }: Pair) => `${seedParentId} ${pollenParentId}`

/** What was counted of each pair once; pairs of which nothing is left are dropped. */
function mergedPairs(pairs: PairCounts[]): PairCounts[] {
  const byPair = rollup(
    pairs,
    ([first, ...others]) =>
      others.length
        ? {
            ...first!,
            counts: record(countNames, name => summed([first!, ...others].map(p => p.counts[name]))),
            packets: {
              count: sum([first!, ...others], p => p.packets.count),
              squares: sum([first!, ...others], p => p.packets.squares),
            },
          }
        : first!,
    pairKey,
  )
  return [...byPair.values()].filter(({ counts }) => countNames.some(name => counts[name].tries > 0))
}

/** Nobody knows of which parents. */
const NO_PAIR: Pair = { seedParentId: '', pollenParentId: null }

function pairsOf(history: CropHistory): PairCounts[] {
  const crosses = new Map(history.crosses.map(cross => [cross.id, cross]))
  const flowers = new Map(history.flowers.map(flower => [flower.id, flower]))
  const pairs = new Map<string, PairCounts>()
  const pairAt = ({ seedParentId, pollenParentId }: Pair): PairCounts => {
    const key = pairKey({ seedParentId, pollenParentId })
    const known = pairs.get(key) ?? {
      seedParentId,
      pollenParentId,
      counts: record(countNames, () => ({ successes: 0, tries: 0 })),
      packets: { count: 0, squares: 0 },
    }
    pairs.set(key, known)
    return known
  }
  for (const name of countNames)
    for (const { id, crossId, successes, tries } of counts[name](history)) {
      const pair = pairAt(flowers.get(id) ?? crosses.get(crossId) ?? NO_PAIR)
      pair.counts[name].successes += successes
      pair.counts[name].tries += tries
      if (name !== 'seedsPerFruit' || !tries) continue
      pair.packets.count++
      // A whole number, so that sums come out the same in whatever order they are made.
      pair.packets.squares += Math.round(successes ** 2 / tries)
    }
  return [...pairs.values()]
}

/** Sums a history of a crop up. */
export const digestOf = (history: CropHistory, guide: CropGuide): Digest => ({
  waits: record(waitNames, name => merged(waits[name](history, guide).map(({ from, to }) => ({ from, to })))),
  pairs: mergedPairs(pairsOf(history)),
})

/** What nothing noted comes to. */
export const NO_RECORDS: Digest = { waits: record(waitNames, () => []), pairs: [] }

/** What several histories come to together. */
export const joined = (parts: Digest[]): Digest => ({
  waits: record(waitNames, name => merged(parts.flatMap(p => p.waits[name]))),
  pairs: mergedPairs(parts.flatMap(p => p.pairs)),
})

/** A digest without a part that was summed into it. */
export const without = (whole: Digest, part: Digest): Digest =>
  joined([
    whole,
    {
      waits: record(waitNames, name => part.waits[name].map(r => ({ ...r, times: -(r.times ?? 1) }))),
      pairs: part.pairs.map(pair => ({
        ...pair,
        counts: record(countNames, name => ({
          successes: -pair.counts[name].successes,
          tries: -pair.counts[name].tries,
        })),
        packets: { count: -pair.packets.count, squares: -pair.packets.squares },
      })),
    },
  ])
