import * as v from 'valibot'
import type { TraitDescription } from '../offspring/trait'
import { isDay } from '../time/days'
import './sentences'

/** What carries a tag. */
export type TaggedType = 'plant' | 'cross' | 'flower' | 'seedLot' | 'sowing' | 'batch' | 'tube'

/** Whatever has a history of its own in the log. */
export type SubjectType =
  | TaggedType
  | 'trait'
  | 'locus'
  | 'rule'
  | 'inheritance'
  | 'aim'
  | 'task'
  | 'way'
  | 'readings'
  | 'guide'
  | 'custom'
  | 'place'
  | 'store'
  | 'storeReadings'

/** One subject, by type and id. */
export interface Subject {
  type: SubjectType
  id: string
}

type Schema = v.GenericSchema

/** What the ids in an entry are called in its crop, for its line in the log. */
export interface Names {
  trait: (id: string) => TraitDescription | undefined
  locus: (id: string) => string | undefined
}

/** What is known of a kind of entry; each area lists its own in `<area>/kinds.ts`. */
export interface Kind<T extends SubjectType = SubjectType, S extends Schema = Schema> {
  /** what the entry's `subjectId` is */
  subject: T
  payload: S
  /** other subjects whose state the entry changes */
  changes: (payload: v.InferOutput<S>) => Subject[]
  /** subjects that must be there, though the entry does not change them */
  needs: (payload: v.InferOutput<S>) => Subject[]
  /** the entry as a line in the log: "emasculated, all anthers out" */
  words: (payload: v.InferOutput<S>, names?: Names) => string
  /** it comes first whatever its date says: without it there is nothing that the others could be about */
  founds: boolean
  /** tag codes that the entry gives out */
  codes: (payload: v.InferOutput<S>) => { code: string; subject?: Subject }[]
}

/** Describes a kind of entry; what is left out is "none". */
export function kind<T extends SubjectType, S extends Schema>(
  subject: T,
  payload: S,
  words: Kind<T, S>['words'],
  more: Partial<Pick<Kind<T, S>, 'changes' | 'needs' | 'codes' | 'founds'>> = {},
): Kind<T, S> {
  return {
    subject,
    payload,
    words,
    changes: () => [],
    needs: () => [],
    codes: () => [],
    founds: false,
    ...more,
  }
}

/** The id of a subject or an entry: a UUID, made where the entry is made. */
export const Id = v.pipe(v.string(), v.uuid('An id must be a UUID.'))

/** True for the id of a subject; what a crop guide brings goes by words. */
export const isId = (id: string): boolean => v.is(Id, id)

/** A database of texts holds no zero byte and no half of a letter. */
export const isKeepable = (text: string): boolean => !/[\0\p{Surrogate}]/u.test(text)

/** A sentence or a name that people typed: trimmed, not empty, of bearable length. */
export const words = (most: number) =>
  v.pipe(
    v.string(),
    v.trim(),
    v.nonEmpty('Write something here.'),
    v.maxLength(most, `Use at most ${most} characters.`),
    v.check(isKeepable, 'This holds a character that cannot be kept.'),
  )

/** A name: words on one line, so that lists, labels and letters stay whole. */
export const name = (most: number) =>
  v.pipe(
    words(most),
    v.transform(text => text.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ')),
  )

/** A whole number of things. */
export const amount = (least: number, most: number) =>
  v.pipe(
    v.number('Give a number.'),
    v.integer('Give a whole number.'),
    v.minValue(least, `Give at least ${least}.`),
    v.maxValue(most, `Give at most ${most}.`),
  )

/** A day that people gave. */
export const Day = v.pipe(
  v.string('Give a day as 2027-06-14.'),
  v.check(isDay, 'Give a day as 2027-06-14.'),
  v.check(day => day >= '1900' && day < '2200', 'Give a day between the years 1900 and 2200.'),
)

/** A tag code as it was given out. */
export const Code = v.pipe(v.string(), v.regex(/^\d\d-[2-9A-Y]{4,5}$/, 'This is not a tag code.'))

/** The keys of a table of words, for a schema that takes one of them. */
export const keysOf = <T extends object>(of: T) =>
  Object.keys(of) as [keyof T & string, ...(keyof T & string)[]]
