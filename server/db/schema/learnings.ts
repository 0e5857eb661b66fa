import { pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import { bytea } from './bytea'
import { gardens } from './garden'
import { ofPresentGarden } from './locks'

/**
 * What was learnt of the crops of a garden, so that a start does not sum up again what has long ended; no harm is
 * done by losing it.
 */
export const learnings = pgTable(
  'learnings',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    crop: text().notNull(),
    /** of the code that learnt it */
    build: text().notNull(),
    kept: bytea().notNull(),
  },
  t => [primaryKey({ columns: [t.gardenId, t.crop] }), ofPresentGarden()],
)
