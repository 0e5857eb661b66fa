import { pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core'
import { bytea } from './bytea'
import { gardens } from './garden'
import { ofPresentGarden } from './locks'

/** Pictures of plants, under the ids that entries of the log name; written once, and kept when the entry is taken back. */
export const photos = pgTable(
  'photos',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    id: uuid().notNull(),
    type: text().notNull(),
    bytes: bytea().notNull(),
    sentAt: timestamp('sent_at', { withTimezone: true, mode: 'string' }).notNull().defaultNow(),
  },
  t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()],
)
