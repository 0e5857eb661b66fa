import { Entry } from '@virgulta/core/log/entry'
import type { Entry as EntryType } from '@virgulta/core/log/entry'
import type { States } from '@virgulta/core/log/fold'
import type { Subject, SubjectType } from '@virgulta/core/log/kind'
import { Id, amount, name } from '@virgulta/core/log/kind'
import { Moment } from '@virgulta/core/time/moment'
import * as v from 'valibot'
import { Sought } from './find'

/** What a client sends to be noted: written all or none. */
export const NewEntries = v.object({
  entries: v.pipe(
    v.array(Entry),
    v.minLength(1, 'Send at least one entry.'),
    v.maxLength(5000, 'Send at most 5000 entries at a time.'),
  ),
  /** places that come with them, under ids of the sender's making: made with the entries, or not at all */
  places: v.optional(
    v.pipe(
      v.array(v.strictObject({ id: Id, name: name(60) })),
      v.maxLength(500, 'Send at most 500 places at a time.'),
    ),
    [],
  ),
  /** the sender's clock as it sends, by which a wrong one is put right */
  sentAt: v.optional(Moment),
  /** take also what does not go together with other notes, for a person to settle */
  anyway: v.optional(v.boolean()),
}) as v.GenericSchema<
  unknown,
  { entries: EntryType[]; places: FreshPlace[]; sentAt?: string; anyway?: boolean }
>

/** Subjects whose states are told after an entry, at most; where more were changed, screens ask for what they show. */
export const MOST_TOLD = 200

/** A subject as it is after an entry. */
export type ToldState = { [T in SubjectType]: { type: T; state: States[T] } }[SubjectType]

/** What became of entries that were sent. */
export interface Noted {
  /** how many were new, and how many had been noted before: sent twice they count once */
  recorded: number
  known: number
  /** of the log, with them */
  revision: number
  /** the subjects that they changed, as they are now; null where there are more than {@link MOST_TOLD} */
  changed: ToldState[] | null
  /** subjects of which nothing is noted any more */
  removed: Subject[]
}

/** A place that is to be made. */
export interface FreshPlace {
  id: string
  name: string
}

const whole = (least: number, most: number) =>
  v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(least), v.maxValue(most))

/** Which page of the log, and under which tag. */
export const LogQuery = v.object({
  page: v.optional(whole(1, 1_000_000), '1'),
  size: v.optional(whole(1, 5000), '50'),
  code: v.optional(Sought, ''),
})

/** How many tag codes are wanted. */
export const TagWish = v.object({ count: amount(1, 2000) })

/** A line of the log as people read it. */
export interface LogLine {
  id: string
  kind: string
  words: string
  code: string | null
  subject: { type: string; id: string } | null
  day: string
  happenedAt: string
  /** only the day is known */
  dayOnly: boolean
  by: string
  byId: string
  isTakenBack: boolean
}

/** How the server says no: a code for the interface, a sentence for the person, the field concerned. */
export interface Problem {
  code: string
  sentence: string
  field?: string
}
