import { Entry } from '@virgulta/core/log/entry'
import type { Entry as EntryType } from '@virgulta/core/log/entry'
import { amount } from '@virgulta/core/log/kind'
import * as v from 'valibot'
import { Sought } from './find'

/** What a client sends to be noted: written all or none. */
export const NewEntries = v.object({
  entries: v.pipe(v.array(Entry), v.minLength(1, 'Send at least one entry.'), v.maxLength(5000, 'Send at most 5000 entries at a time.')),
  /** the sender's clock as it sends, by which a wrong one is put right */
  sentAt: v.optional(v.pipe(v.string(), v.isoTimestamp())),
  /** take also what does not go together with other notes, for a person to settle */
  anyway: v.optional(v.boolean()),
}) as v.GenericSchema<{ entries: EntryType[], sentAt?: string, anyway?: boolean }>

const whole = (least: number, most: number) => v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(least), v.maxValue(most))

/** Which page of the log, and under which tag. */
export const LogQuery = v.object({ page: v.optional(whole(1, 1_000_000), '1'), size: v.optional(whole(1, 5000), '50'), code: v.optional(Sought, '') })

/** How many tag codes are wanted. */
export const TagWish = v.object({ count: amount(1, 2000) })

/** A line of the log as people read it. */
export interface LogLine {
  id: string
  kind: string
  words: string
  code: string | null
  subject: { type: string, id: string } | null
  day: string
  happenedAt: string
  by: string
  byId: string
  isTakenBack: boolean
}

/** How the server says no: a code for the interface, a sentence for the person, the field concerned. */
export interface Problem { code: string, sentence: string, field?: string }
