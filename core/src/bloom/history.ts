import { plural } from '../formats/counted'
import type { BloomRecord } from './season'
import { daysBetween } from '../time/days'

/** Small numbers in words. */
const spelt = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten']
const inWords = (n: number) => spelt[n] ?? String(n)

/**
 * How two plants have flowered beside each other, as a reason for what is expected: "‘Small Lantern’ has flowered 9–16 days
 * later in three seasons of four".
 *
 * @returns null where no season of both was noted
 */
export function historyInWords(
  seed: { name: string; records: BloomRecord[] },
  pollen: { name: string; records: BloomRecord[] },
): string | null {
  const shared = seed.records.flatMap(own => {
    const other = pollen.records.find(r => r.season === own.season)
    return other
      ? [
          {
            later: daysBetween(own.first, other.first),
            met: own.last && other.last ? own.first <= other.last && other.first <= own.last : null,
          },
        ]
      : []
  })
  if (!shared.length) return null
  const isLater = shared.filter(s => s.later > 0).length * 2 >= shared.length
  const same = shared
    .filter(s => (isLater ? s.later > 0 : s.later < 0))
    .map(s => Math.abs(s.later))
    .sort((a, b) => a - b)
  const range = same[0] === same.at(-1) ? `${same[0]}` : `${same[0]}–${same.at(-1)}`
  const seasons = `${same.length === shared.length && shared.length > 1 ? `all ${inWords(shared.length)} seasons` : `${inWords(same.length)} ${plural(same.length, 'season')} of ${inWords(shared.length)}`}`
  const known = shared.filter(s => s.met !== null)
  const met = known.filter(s => s.met).length
  return `‘${pollen.name}’ has begun ${range} ${range === '1' ? 'day' : 'days'} ${isLater ? 'later' : 'earlier'} than ‘${seed.name}’ in ${seasons}${known.length ? `; they were in bloom together in ${met === known.length ? 'each' : inWords(met)} of ${inWords(known.length)}` : ''}`
}
