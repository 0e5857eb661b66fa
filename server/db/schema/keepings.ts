import { pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import { bytea } from './bytea'
import { gardens } from './garden'
import { ofPresentGarden } from './locks'

/**
 * What was worked out from the log of a garden and is kept, so that a start does not work it out again; no harm
 * is done by losing it.
 */
export const keepings = pgTable(
  'keepings',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    kind: text().$type<'learning' | 'answer'>().notNull(),
    /** the crop that something was learnt of, the route's name for its answers */
    name: text().notNull(),
    /** of the code that worked it out */
    build: text().notNull(),
    kept: bytea().notNull(),
  },
  t => [primaryKey({ columns: [t.gardenId, t.kind, t.name] }), ofPresentGarden()],
)
