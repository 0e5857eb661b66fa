import * as v from 'valibot'
import type { ISODate, Instant } from '../time/days'
import { Moment } from '../time/moment'
import type { Kind, Names, Subject } from './kind'
import { Id } from './kind'
import type { KindName } from './kinds'
import { kinds } from './kinds'

type PayloadOf<K extends KindName> = v.InferOutput<(typeof kinds)[K]['payload']>

/** Something that was done, as the person who did it wrote it down. */
export type Deed = {
  [K in KindName]: {
    /** UUID version 7, made by the client: sent twice it counts once */
    id: string
    kind: K
    subjectId: string
    payload: PayloadOf<K>
    /** for a day without an hour its last minute, so that it comes behind what was noted on that day */
    happenedAt: Instant
    /** only the day is known: the hour of `happenedAt` says nothing */
    dayOnly?: true
  }
}[KindName]

/** A deed as it is handed over: who noted it and when are added where it is noted. */
export type Draft = {
  [K in KindName]: Pick<Extract<Deed, { kind: K }>, 'kind' | 'subjectId' | 'payload'>
}[KindName]

/** An entry that takes back an earlier one. */
export interface Voiding {
  id: string
  kind: 'voided'
  voids: string
  happenedAt: Instant
}

export type Entry = Deed | Voiding

/** A deed with the day it fell on in the garden's time zone, as the folds read it. */
export type LoggedDeed = Deed & { day: ISODate }

const common = { id: Id, happenedAt: Moment }

/** What an entry of each kind holds. */
const shapes = [
  { ...common, kind: v.literal('voided'), voids: Id },
  ...Object.entries(kinds).map(([name, kind]) => ({
    ...common,
    dayOnly: v.optional(v.literal(true)),
    kind: v.literal(name),
    subjectId: Id,
    payload: kind.payload,
  })),
]

/** The schema of entries that carry something more: one variant for each kind. */
export const entryWith = (more: v.ObjectEntries) =>
  v.variant('kind', shapes.map(shape => v.strictObject({ ...shape, ...more })) as never)

/** The schema of an entry. */
export const Entry = entryWith({}) as unknown as v.GenericSchema<Entry>

const kindOf = (deed: Deed) => kinds[deed.kind] as unknown as Kind

/** The subjects whose state a deed changes, its own first. */
export function subjectsOf(deed: Deed): Subject[] {
  const kind = kindOf(deed)
  return [{ type: kind.subject, id: deed.subjectId }, ...kind.changes(deed.payload)]
}

/** The subjects that must be there for a deed, though it does not change them. */
export const needsOf = (deed: Deed): Subject[] => kindOf(deed).needs(deed.payload)

/** The tag codes that a deed gives out, with what each is tied to. */
export function codesOf(deed: Deed): { code: string; subject: Subject }[] {
  const own = subjectsOf(deed)[0]!
  return kindOf(deed)
    .codes(deed.payload)
    .map(({ code, subject }) => ({ code, subject: subject ?? own }))
}

/** A deed as a line in the log, with the names that its crop gives to traits and loci. */
export const wordsOf = (deed: Deed, names?: Names): string => kindOf(deed).words(deed.payload, names)

/** The hour of a deed; null where only its day is known. */
export const momentOf = ({ happenedAt, dayOnly }: Pick<Deed, 'happenedAt' | 'dayOnly'>): Instant | null =>
  dayOnly ? null : happenedAt
