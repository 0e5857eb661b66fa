import { bigint, boolean, doublePrecision, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core'
import type { CropGuide } from '@virgulta/core/crops/guide'

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
})

export const people = pgTable('people', {
  id: uuid().primaryKey(),
  name: text().notNull(),
})

export const members = pgTable('members', {
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  personId: uuid('person_id').notNull().references(() => people.id),
  role: text({ enum: ['keeper', 'hand', 'guest'] }).notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.personId] })])

export const places = pgTable('places', {
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  id: uuid().notNull(),
  name: text().notNull(),
  /** order of the walk */
  position: integer().notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.id] })])

export const crops = pgTable('crops', {
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  id: text().notNull(),
  guide: jsonb().$type<CropGuide>().notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.id] })])
