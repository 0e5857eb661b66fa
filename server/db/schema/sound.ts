import type { SubjectType } from '@virgulta/core/log/kind'
import { boolean } from 'drizzle-orm/pg-core'
import { sql } from 'drizzle-orm'

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
  plant: [
    ...is('array')('scores', 'missing', 'remarks', 'photos', 'pottedOn', 'holds'),
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
  batch: [
    ...BLOOMING,
    ...isDay('plannedFor'),
    `($.sownOn == null || $.sownOn like_regex ${DAY})`,
    isNullOr('ended', 'on', DAY),
  ],
  tube: [
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
  aim: [
    ...is('array')('wishes'),
    ...is('string')('words'),
    ...isDay('setOn'),
    each('wishes', '@.trait.type() == "string"'),
    isNullOr('ended', 'on', DAY),
  ],
  task: [...isDay('from', 'until'), ...is('string')('does', 'why')],
  way: [
    ...isDay('from', 'chosenOn'),
    ...is('string')('crossId', 'plan.kind'),
    ...is('array')('done'),
    each('done', `@.on like_regex ${DAY}`),
    isNullOr('ended', 'on', DAY),
  ],
  place: [
    ...is('array')('spells'),
    each('spells', `@.since like_regex ${DAY} && @.conditions.type() == "object"`),
  ],
  store: [...is('string')('name', 'keeps'), ...is('number')('celsius')],
  storeReadings: [
    ...is('array')('rows'),
    each('rows[*][0]', `@ like_regex ${MOMENT}`),
    each('rows[*][1]', '@.type() == "number"'),
  ],
  readings: [...is('array')('rows'), ...isDay('readOn'), each('rows[*][0]', '@.type() == "string"')],
} satisfies Partial<Record<SubjectType, string[]>>

/** Whether pages can work with a state: found out once, when it is written, and by the database, whoever writes it. */
export const soundOf = (type: keyof typeof RELIED_ON) =>
  boolean('is_sound')
    .notNull()
    .generatedAlwaysAs(sql.raw(`coalesce(state @@ '${RELIED_ON[type].join(' && ')}', false)`))
