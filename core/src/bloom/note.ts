import * as v from 'valibot'
import { Day } from '../log/kind'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import { addDays, dayInWords, daysBetween } from '../time/days'

/** What is seen of a plant's bloom, in the order in which it comes. */
const BLOOM_SIGNS = ['notYet', 'first', 'full', 'still', 'last'] as const
export type BloomSign = (typeof BLOOM_SIGNS)[number]

export const signWords: Record<BloomSign, string> = {
  notYet: 'no flower open yet',
  first: 'first open flower',
  full: 'in full bloom',
  still: 'still in bloom',
  last: 'last flower',
}

/** What was seen, and on which day: earlier seasons are noted later. */
export const BloomNote = v.strictObject({
  sign: v.picklist(BLOOM_SIGNS, 'Note first open flower, full bloom or last flower.'),
  on: Day,
})
export type BloomNote = v.InferOutput<typeof BloomNote>

/** One bloom of a plant; what was not noted is null. */
export interface Bloom {
  first: ISODate | null
  full: ISODate | null
  last: ISODate | null
  /** last day on which it was seen in bloom */
  seen: ISODate
}

/** All that was noted of a plant's bloom. */
export interface Blooming {
  notes: BloomNote[]
  blooms: Bloom[]
  /** last day on which it was looked at and no flower was open, since its last bloom */
  notYetOn: ISODate | null
}

export const neverSeen: Blooming = { notes: [], blooms: [], notYetOn: null }

/** Notes that lie further apart are of two blooms. */
const ONE_BLOOM_DAYS = 200

/**
 * What was noted with one note more.
 *
 * @param name of the plant, for the sentence
 * @param today day on which it is noted
 * @throws {Refusal} for a day to come, for a last flower before the first, and for a bloom within another
 */
export function withBloomNote({ notes }: Blooming, note: BloomNote, name: string, today: ISODate): Blooming {
  if (note.on > today)
    throw new Refusal(
      'bloom-to-come',
      `${dayInWords(note.on, true)} is still to come; note a bloom when it is seen.`,
      'on',
    )
  // The same day's later word on the same thing changes nothing.
  const all = notes.some(n => n.sign === note.sign && n.on === note.on) ? notes : [...notes, note]
  return bloomingOf(all, name)
}

function bloomingOf(notes: BloomNote[], name: string): Blooming {
  const ordered = [...notes].sort(
    (a, b) => a.on.localeCompare(b.on) || BLOOM_SIGNS.indexOf(a.sign) - BLOOM_SIGNS.indexOf(b.sign),
  )
  const blooms: Bloom[] = []
  let notYetOn: ISODate | null = null
  for (const { sign, on } of ordered) {
    const before = blooms.at(-1)
    const isOne = before && daysBetween(before.first ?? before.seen, on) <= ONE_BLOOM_DAYS
    const open = isOne && !before.last ? before : undefined
    if (sign === 'notYet') {
      if (open)
        throw new Refusal(
          'bloom-begun',
          `${name} was in bloom from ${dayInWords(open.first ?? open.seen, true)} on; note its last flower before you look for the next first one.`,
          'on',
        )
      notYetOn = on
      continue
    }
    if (sign === 'first') {
      if (open)
        throw new Refusal(
          'bloom-begun',
          `${name} began to bloom on ${dayInWords(open.first ?? open.seen, true)}; one plant cannot begin twice. Take that back, or note its last flower first.`,
          'on',
        )
      if (isOne && before.first === null)
        throw new Refusal(
          'last-before-first',
          `The last flower of ${name} is noted for ${dayInWords(before.seen, true)}, before its first on ${dayInWords(on, true)}. The first comes before the last.`,
          'on',
        )
      if (before?.last && before.last >= on)
        throw new Refusal(
          'bloom-twice',
          `${name} was in bloom until ${dayInWords(before.last, true)}; a new bloom begins after that.`,
          'on',
        )
      blooms.push({ first: on, full: null, last: null, seen: on })
    } else if (open) {
      open.seen = on
      if (sign === 'full') open.full ??= on
      if (sign === 'last') open.last = on
    } else {
      if (isOne)
        throw new Refusal(
          'bloom-over',
          `The last flower of ${name} is noted for ${dayInWords(before.last!, true)}; ${dayInWords(on, true)} lies after it. Take that back first.`,
          'on',
        )
      blooms.push({
        first: null,
        full: sign === 'full' ? on : null,
        last: sign === 'last' ? on : null,
        seen: on,
      })
    }
    notYetOn = null
  }
  return { notes: ordered, blooms, notYetOn }
}

/** The bloom that is going on on a day, as far as it was noted. */
export function openBloom({ blooms }: Blooming, day: ISODate): Bloom | null {
  const last = blooms.at(-1)
  return last && !last.last && addDays(last.seen, ONE_BLOOM_DAYS) >= day ? last : null
}
