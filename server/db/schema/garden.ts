import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgPolicy,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core'
import { roles } from '../../../shared/people'
import type { PrintedTag } from '../../../shared/tags'
import { ofPresentGarden, presentGarden, presentPerson } from './locks'

export const gardens = pgTable(
  'gardens',
  {
    id: uuid().primaryKey(),
    name: text().notNull(),
    /** IANA time zone */
    zone: text().notNull(),
    latitude: doublePrecision().notNull(),
    /** null: where the middle of its time zone lies */
    longitude: doublePrecision(),
    /** somebody said where it lies; until then latitude and longitude are a guess */
    siteTold: boolean('site_told').notNull().default(false),
    /** the simulated weather station is switched on, to try; a demo garden always has it */
    stationOn: boolean('station_on').notNull().default(false),
    /** a demo garden has a clock of its own that can be moved on */
    isDemo: boolean('is_demo').notNull().default(false),
    /** the demo garden that every visitor gets a copy of */
    isTemplate: boolean('is_template').notNull().default(false),
    /** when a visitor's copy is cleared away; null for gardens that stay */
    expiresAt: timestamp('expires_at', { withTimezone: true, mode: 'string' }),
    /** grows with every change of the log; what was computed from it is kept under this number */
    revision: bigint({ mode: 'number' }).notNull().default(0),
    /** what its log holds: counted by a trigger with every entry (migration 0021) */
    entryCount: bigint('entry_count', { mode: 'number' }).notNull().default(0),
    logBytes: bigint('log_bytes', { mode: 'number' }).notNull().default(0),
    /** why its log could not be folded by the rules of this version; null where it was */
    fault: text(),
    /** the garden's own clock; null in gardens that keep the real one */
    clockAt: timestamp('clock_at', { withTimezone: true, mode: 'string' }),
  },
  () => [
    pgPolicy('of_present_garden', {
      using: sql`id = ${presentGarden}`,
      withCheck: sql`id = ${presentGarden}`,
    }),
    // The first page offers a copy of the demo garden to those who are in none.
    pgPolicy('demo_is_seen', { for: 'select', using: sql`is_template` }),
    pgPolicy('of_present_person', {
      for: 'select',
      using: sql`exists (select 1 from members m where m.garden_id = gardens.id and m.person_id = ${presentPerson})`,
    }),
  ],
)

export const people = pgTable(
  'people',
  {
    id: uuid().primaryKey(),
    name: text().notNull(),
    /** grows when the person signs out everywhere; a session that was sealed under another number is over */
    seal: integer().notNull().default(0),
  },
  () => [
    pgPolicy('in_present_garden', {
      for: 'select',
      using: sql`exists (select 1 from members m where m.person_id = people.id)`,
    }),
    pgPolicy('is_present_person', {
      for: 'all',
      using: sql`id = ${presentPerson}`,
      withCheck: sql`id = ${presentPerson}`,
    }),
    pgPolicy('may_be_added', { for: 'insert', withCheck: sql`true` }),
  ],
)

export const members = pgTable(
  'members',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id),
    role: text({ enum: roles }).notNull(),
    /** set for those who are no longer in the garden: their names stay in its log */
    leftAt: timestamp('left_at', { withTimezone: true, mode: 'string' }),
  },
  t => [
    primaryKey({ columns: [t.gardenId, t.personId] }),
    index('members_by_person').on(t.personId),
    ofPresentGarden(),
    pgPolicy('is_present_person', { for: 'select', using: sql`person_id = ${presentPerson}` }),
  ],
)

export const places = pgTable(
  'places',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    id: uuid().notNull(),
    name: text().notNull(),
    /** order of the walk */
    position: integer().notNull(),
    /** nothing new is put there */
    isClosed: boolean('is_closed').notNull().default(false),
    /** it became part of another place; what stood here stands there */
    mergedInto: uuid('merged_into'),
  },
  t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()],
)

/** What came out of the simulated label printer. */
export const printouts = pgTable(
  'printouts',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    id: uuid().notNull(),
    tag: jsonb().$type<PrintedTag>().notNull(),
    printedAt: timestamp('printed_at', { withTimezone: true, mode: 'string' }).notNull(),
  },
  t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()],
)

/** One row: which rules the read models were folded by; see `server/db/modelsVersion.ts`. */
export const modelsVersion = pgTable('models_version', {
  isOnly: boolean('is_only').primaryKey().default(true),
  version: integer().notNull(),
})
