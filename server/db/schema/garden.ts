import { sql } from 'drizzle-orm'
import { bigint, boolean, doublePrecision, integer, jsonb, pgPolicy, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { ofPresentGarden, presentGarden } from './locks'

export const gardens = pgTable('gardens', {
  id: uuid().primaryKey(),
  name: text().notNull(),
  /** IANA time zone */
  zone: text().notNull(),
  latitude: doublePrecision().notNull(),
  isDemo: boolean('is_demo').notNull().default(false),
  /** grows with every change of the log; what was computed from it is kept under this number */
  revision: bigint({ mode: 'number' }).notNull().default(0),
  /** the garden's own clock; null in gardens that keep the real one */
  clockAt: timestamp('clock_at', { withTimezone: true, mode: 'string' }),
}, () => [
  pgPolicy('of_present_garden', { using: sql`id = ${presentGarden}`, withCheck: sql`id = ${presentGarden}` }),
  // The first page offers the demo garden to those who are in none.
  pgPolicy('demo_is_seen', { for: 'select', using: sql`is_demo` }),
])

export const people = pgTable('people', {
  id: uuid().primaryKey(),
  name: text().notNull(),
}, () => [
  pgPolicy('in_present_garden', { for: 'select', using: sql`exists (select 1 from members m where m.person_id = people.id)` }),
  pgPolicy('may_be_added', { for: 'insert', withCheck: sql`true` }),
])

export const members = pgTable('members', {
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  personId: uuid('person_id').notNull().references(() => people.id),
  role: text({ enum: ['keeper', 'hand', 'guest'] }).notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.personId] }), ofPresentGarden()])

export const places = pgTable('places', {
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  id: uuid().notNull(),
  name: text().notNull(),
  /** order of the walk */
  position: integer().notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()])

export const crops = pgTable('crops', {
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  id: text().notNull(),
  guide: jsonb().$type<CropGuide>().notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()])
