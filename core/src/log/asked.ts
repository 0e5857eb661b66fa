import type { Deed, LoggedDeed } from './entry'
import { Refusal } from './refusal'
import { clockOf, dayInWords } from '../time/days'

/** Steps that are done once to a flower or a plant; a second time is seldom meant. */
const ONCE = new Set<Deed['kind']>([
  'petalsOff',
  'emasculated',
  'lensChecked',
  'silksCut',
  'flowerThinned',
  'uncovered',
  'fruitNetted',
  'grainFilled',
  'potted',
  'pollenTubed',
])

/** Steps that are done again and again, but seldom twice within so many minutes. */
const AGAIN = new Set<Deed['kind']>([
  'pollinated',
  'washed',
  'looked',
  'isolated',
  'takeNoted',
  'seedlingsUp',
  'tubeThawed',
])
const SOON_MINUTES = 20

const isSame = (one: LoggedDeed, other: LoggedDeed) =>
  one.kind === other.kind && JSON.stringify(one.payload) === JSON.stringify(other.payload)

/**
 * Asks before the same deed is noted twice in a row on one subject: two people at one flower, two windows, a press too many.
 *
 * @param deed about to be noted
 * @param earlier what was noted on its subject, in the order in which it happened
 * @throws {Refusal} `twice`, which may be noted all the same
 */
export function askIfTwice(deed: LoggedDeed, earlier: LoggedDeed[], zone: string): void {
  const last = earlier.filter(e => e.subjectId === deed.subjectId && e.happenedAt <= deed.happenedAt).at(-1)
  if (!last || !isSame(last, deed) || last.day !== deed.day) return
  const minutes = (Date.parse(deed.happenedAt) - Date.parse(last.happenedAt)) / 60_000
  if (!ONCE.has(deed.kind) && !(AGAIN.has(deed.kind) && minutes < SOON_MINUTES)) return
  const when = last.dayOnly ? `for ${dayInWords(last.day)}` : `at ${clockOf(last.happenedAt, zone)}`
  throw new Refusal('twice', `The same was noted here ${when} already. Was it done twice?`)
}
