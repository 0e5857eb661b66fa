import { ascending, rollup, sum } from 'd3-array'
import type { DurationRecord } from '../chance/duration'
import type { Tally } from '../chance/rate'
import type { CropHistory } from './records'
import { counts, waits } from './records'

type Wait = keyof typeof waits
type Count = keyof typeof counts

/** Take tallies of one pair. */
interface PairTakes extends Tally {
  seedParentId: string
  pollenParentId: string | null
}

/**
 * What the records of a crop come to for learning: equal waits once, with how often they were seen; tallies summed. It
 * is small however long the history, and one cross's own can be taken out of it again.
 */
export interface Digest {
  waits: Record<Wait, DurationRecord[]>
  counts: Record<Exclude<Count, 'take'>, Tally>
  takes: PairTakes[]
}

const waitNames = Object.keys(waits) as Wait[]
const countNames = Object.keys(counts).filter(name => name !== 'take') as Exclude<Count, 'take'>[]

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
    .sort((a, b) => ascending(a.from, b.from) || ascending(a.to, b.to))
}

function mergedTakes(takes: PairTakes[]): PairTakes[] {
  const byPair = rollup(
    takes,
    same => ({ ...same[0]!, successes: sum(same, t => t.successes), tries: sum(same, t => t.tries) }),
    t => `${t.seedParentId} ${t.pollenParentId}`,
  )
  return [...byPair.values()].filter(t => t.tries > 0)
}

/** Sums a history up. */
export function digestOf(history: CropHistory): Digest {
  const parents = new Map(history.flowers.map(f => [f.id, f]))
  return {
    waits: record(waitNames, name => merged(waits[name](history).map(({ from, to }) => ({ from, to })))),
    counts: record(countNames, name => {
      const tallies = counts[name](history)
      return { successes: sum(tallies, t => t.successes), tries: sum(tallies, t => t.tries) }
    }),
    takes: mergedTakes(
      counts.take(history).map(({ id, successes, tries }) => {
        const { seedParentId, pollenParentId } = parents.get(id)!
        return { seedParentId, pollenParentId, successes, tries }
      }),
    ),
  }
}

/** What several histories come to together. */
export function joined(parts: Digest[]): Digest {
  return {
    waits: record(waitNames, name => merged(parts.flatMap(p => p.waits[name]))),
    counts: record(countNames, name => ({
      successes: sum(parts, p => p.counts[name].successes),
      tries: sum(parts, p => p.counts[name].tries),
    })),
    takes: mergedTakes(parts.flatMap(p => p.takes)),
  }
}

/** A digest without a part that was summed into it. */
export function without(whole: Digest, part: Digest): Digest {
  const less = <T extends Tally>(tally: T): T => ({
    ...tally,
    successes: -tally.successes,
    tries: -tally.tries,
  })
  return joined([
    whole,
    {
      waits: record(waitNames, name => part.waits[name].map(r => ({ ...r, times: -(r.times ?? 1) }))),
      counts: record(countNames, name => less(part.counts[name])),
      takes: part.takes.map(less),
    },
  ])
}
