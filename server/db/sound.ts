import type { SubjectType } from '@virgulta/core/log/kind'
import type { SQL } from 'drizzle-orm'
import { sql } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import { aims, batches, plants, stores, storeReadings, readings, tasks, tubes } from './schema'

const DAY = '"^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$"'
const MOMENT = '"^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])T[0-9:.]+Z$"'

const is =
  (type: 'array' | 'object' | 'number' | 'string') =>
  (...fields: string[]) =>
    fields.map(field => `$.${field}.type() == "${type}"`)
const isDay = (...fields: string[]) => fields.map(field => `$.${field} like_regex ${DAY}`)
const isMoment = (...fields: string[]) => fields.map(field => `$.${field} like_regex ${MOMENT}`)
const isNullOr = (field: string, part: string, like: string) =>
  `($.${field} == null || $.${field}.${part} like_regex ${like})`
/**
 * Each thing of a list has this; a comparison with a value of another type is unknown, not false. Of lists in a list one field is
 * asked at a time (`rows[*][0]`): a filter looks into lists by itself.
 */
const each = (list: string, has: string) => `!(exists($.${list}[*] ? (!(${has}) || (${has}) is unknown)))`

const BLOOMING = [
  ...is('array')('blooming.notes', 'blooming.blooms'),
  each('blooming.blooms', `@.seen like_regex ${DAY}`),
]

/**
 * What is relied on wherever a state is read, in the database's language of JSON paths. States of the log are bounded when they
 * are noted; what an earlier version noted, or a damaged disk gives, must not take a whole page away.
 */
const RELIED_ON = {
  plant: {
    table: plants,
    holds: [
      ...is('array')('scores', 'pottedOn', 'holds'),
      ...is('object')('genotype'),
      ...BLOOMING,
      ...isDay('since'),
      each('scores', `@.value.type() == "number" && @.on like_regex ${DAY}`),
      each('pottedOn', `@ like_regex ${DAY}`),
      each('holds', `@.from like_regex ${DAY}`),
      isNullOr('lost', 'on', DAY),
      isNullOr('struckOff', 'on', DAY),
      isNullOr('verdict', 'on', DAY),
    ],
  },
  batch: {
    table: batches,
    holds: [
      ...BLOOMING,
      ...isDay('plannedFor'),
      `($.sownOn == null || $.sownOn like_regex ${DAY})`,
      isNullOr('ended', 'on', DAY),
    ],
  },
  tube: {
    table: tubes,
    holds: [
      ...is('array')('donors', 'thaws', 'uses', 'tests', 'toppedUp', 'doubts'),
      ...is('number')('doses', 'left'),
      ...isDay('collectedOn'),
      ...isMoment('collectedAt', 'stays[0].from'),
      each('stays', `@.from like_regex ${MOMENT}`),
      each('thaws', `@ like_regex ${MOMENT}`),
      each('uses', `@.at like_regex ${MOMENT} && @.doses.type() == "number"`),
      each('tests', `@.at like_regex ${MOMENT} && @.alive.type() == "number" && @.seen > 0`),
      isNullOr('tubed', 'at', MOMENT),
      isNullOr('splitFrom', 'at', MOMENT),
      isNullOr('ended', 'on', DAY),
    ],
  },
  aim: {
    table: aims,
    holds: [
      ...is('array')('wishes'),
      ...is('string')('words'),
      ...isDay('setOn'),
      each('wishes', '@.trait.type() == "string"'),
      isNullOr('ended', 'on', DAY),
    ],
  },
  task: {
    table: tasks,
    holds: [...isDay('from', 'until'), ...is('string')('does', 'why')],
  },
  store: {
    table: stores,
    holds: [...is('string')('name', 'keeps'), ...is('number')('celsius')],
  },
  storeReadings: {
    table: storeReadings,
    holds: [
      ...is('array')('rows'),
      each('rows[*][0]', `@ like_regex ${MOMENT}`),
      each('rows[*][1]', '@.type() == "number"'),
    ],
  },
  readings: {
    table: readings,
    holds: [...is('array')('rows'), ...isDay('readOn'), each('rows[*][0]', '@.type() == "string"')],
  },
} satisfies Partial<Record<SubjectType, { table: PgTable; holds: string[] }>>

type Vetted = keyof typeof RELIED_ON
const isVetted = (type: SubjectType): type is Vetted => type in RELIED_ON

/** Keeps to the states of a type that pages can work with; types without a word of their own are taken as they are. */
export function sound(type: SubjectType): SQL | undefined {
  if (!isVetted(type)) return undefined
  const { table, holds } = RELIED_ON[type]
  return sql`coalesce(${table.state} @@ ${sql.raw(`'${holds.join(' && ')}'`)}, false)`
}
