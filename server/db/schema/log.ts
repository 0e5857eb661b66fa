import { sql } from 'drizzle-orm'
import {
  boolean,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import { gardens, people } from './garden'
import { ofPresentGarden } from './locks'

/** The log: append-only. What is taken back stays, with a later entry that voids it. */
export const entries = pgTable(
  'entries',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    id: uuid().notNull(),
    kind: text().notNull(),
    subjectId: uuid('subject_id'),
    payload: jsonb(),
    voids: uuid(),
    happenedAt: timestamp('happened_at', { withTimezone: true, mode: 'string', precision: 3 }).notNull(),
    /** only its day is known: the hour says nothing */
    dayOnly: boolean('day_only').notNull().default(false),
    recordedAt: timestamp('recorded_at', { withTimezone: true, mode: 'string', precision: 3 })
      .notNull()
      .defaultNow(),
    recordedBy: uuid('recorded_by')
      .notNull()
      .references(() => people.id),
  },
  t => [
    ofPresentGarden(),
    primaryKey({ columns: [t.gardenId, t.id] }),
    index('entries_by_person').on(t.recordedBy),
    index('entries_happened').on(t.gardenId, t.happenedAt, t.id),
    index('entries_passes')
      .on(t.gardenId, t.recordedBy, t.happenedAt)
      .where(sql`${t.kind} = 'pollinated'`),
    uniqueIndex('entries_voided_once')
      .on(t.gardenId, t.voids)
      .where(sql`${t.voids} is not null`),
  ],
)

/**
 * Which subjects an entry is about, one row each. A table of its own and not a list in the entry: under row-level security
 * PostgreSQL uses no index for a search in lists, and every entry written would read the whole log.
 */
export const touches = pgTable(
  'touches',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    subjectId: uuid('subject_id').notNull(),
    entryId: uuid('entry_id').notNull(),
    /** true: the subject must be there for the entry; false: the entry changes its state */
    isNeed: boolean('is_need').notNull(),
  },
  t => [primaryKey({ columns: [t.gardenId, t.subjectId, t.isNeed, t.entryId] }), ofPresentGarden()],
)

/** What each tag code is tied to. */
export const tags = pgTable(
  'tags',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    code: text().notNull(),
    subjectType: text('subject_type').notNull(),
    subjectId: uuid('subject_id').notNull(),
  },
  t => [
    primaryKey({ columns: [t.gardenId, t.code] }),
    index('tags_by_code').on(t.gardenId, sql`code collate "C"`),
    index('tags_by_subject').on(t.gardenId, t.subjectId),
    ofPresentGarden(),
  ],
)

/** The next serial of each year's tag codes. */
export const tagSerials = pgTable(
  'tag_serials',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    year: integer().notNull(),
    next: integer().notNull(),
  },
  t => [primaryKey({ columns: [t.gardenId, t.year] }), ofPresentGarden()],
)
