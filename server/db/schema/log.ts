import { sql } from 'drizzle-orm'
import { index, integer, jsonb, pgTable, primaryKey, text, timestamp, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import { gardens, people } from './garden'
import { ofPresentGarden } from './locks'

/** The log: append-only. What is taken back stays, with a later entry that voids it. */
export const entries = pgTable('entries', {
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  id: uuid().notNull(),
  kind: text().notNull(),
  subjectId: uuid('subject_id'),
  payload: jsonb(),
  /** all subjects whose state the entry changes; a voiding has those of the entry it takes back */
  subjects: uuid().array().notNull(),
  /** subjects that must be there for the entry */
  needs: uuid().array().notNull(),
  voids: uuid(),
  happenedAt: timestamp('happened_at', { withTimezone: true, mode: 'string', precision: 3 }).notNull(),
  recordedAt: timestamp('recorded_at', { withTimezone: true, mode: 'string', precision: 3 }).notNull().defaultNow(),
  recordedBy: uuid('recorded_by').notNull().references(() => people.id),
}, t => [
  ofPresentGarden(),
  primaryKey({ columns: [t.gardenId, t.id] }),
  index('entries_subjects').using('gin', t.subjects),
  index('entries_needs').using('gin', t.needs),
  index('entries_by_person').on(t.recordedBy),
  index('entries_happened').on(t.gardenId, t.happenedAt, t.id),
  uniqueIndex('entries_voided_once').on(t.gardenId, t.voids).where(sql`${t.voids} is not null`),
])

/** What each tag code is tied to. */
export const tags = pgTable('tags', {
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  code: text().notNull(),
  subjectType: text('subject_type').notNull(),
  subjectId: uuid('subject_id').notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.code] }), ofPresentGarden()])

/** The next serial of each year's tag codes. */
export const tagSerials = pgTable('tag_serials', {
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  year: integer().notNull(),
  next: integer().notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.year] }), ofPresentGarden()])
