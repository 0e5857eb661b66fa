import { ascending, group, rollup, sum } from 'd3-array'
import type { DurationRecord } from '../chance/duration'
import type { GroupedTally } from '../chance/spread'
import { NO_TALLY, addedUp, groupOf } from '../chance/spread'
import type { CropGuide } from './guide'
import type { CropHistory } from './records'
import { counts, waits } from './records'

type Wait = keyof typeof waits
type Count = keyof typeof counts

/** What was counted of one pair of parents. */
export interface PairCounts {
  seedParentId: string
  pollenParentId: string | null
  /** summed over what may differ: trays, packets, and the crosses of flowers and of judged plants */
  counts: Record<Count, GroupedTally>
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
    .sort((a, b) => ascending(a.from, b.from) || ascending(a.to ?? Infinity, b.to ?? Infinity))
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
            counts: record(countNames, name => addedUp([first!, ...others].map(p => p.counts[name]))),
          }
        : first!,
    pairKey,
  )
  return [...byPair.values()].filter(({ counts }) => countNames.some(name => counts[name].tries > 0))
}

/** Counts of single flowers and plants, of which those of one cross go together. */
const DIFFER_BY_CROSS: Count[] = ['take', 'held', 'reach', 'keep']

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
      counts: record(countNames, () => NO_TALLY),
    }
    pairs.set(key, known)
    return known
  }
  for (const name of countNames) {
    const units = group(
      counts[name](history).filter(({ tries }) => tries > 0),
      ({ id, crossId }) => pairAt(flowers.get(id) ?? crosses.get(crossId) ?? NO_PAIR),
      ({ id, crossId }) => (DIFFER_BY_CROSS.includes(name) ? crossId : id),
    )
    for (const [pair, records] of units)
      pair.counts[name] = addedUp(
        [...records.values()].map(own =>
          groupOf({ successes: sum(own, r => r.successes), tries: sum(own, r => r.tries) }),
        ),
      )
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
        counts: record(countNames, name => addedUp([pair.counts[name]], -1)),
      })),
    },
  ])
