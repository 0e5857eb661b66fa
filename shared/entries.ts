import { Entry } from '@virgulta/core/log/entry'
import type { Entry as EntryType } from '@virgulta/core/log/entry'
import * as v from 'valibot'

/** What a client sends to be noted: written all or none. */
export const NewEntries = v.object({
  entries: v.pipe(v.array(Entry), v.minLength(1, 'Send at least one entry.'), v.maxLength(5000, 'Send at most 5000 entries at a time.')),
}) as v.GenericSchema<{ entries: EntryType[] }>

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
  isTakenBack: boolean
}

/** How the server says no: a code for the interface, a sentence for the person, the field concerned. */
export interface Problem { code: string, sentence: string, field?: string }
