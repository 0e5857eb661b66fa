import { sql } from 'drizzle-orm'
import {
  index,
  integer,
  jsonb,
  pgPolicy,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import { jobKinds, jobStates } from '../../../shared/jobs'
import { bytea } from './bytea'
import { people } from './garden'
import { presentPerson } from './locks'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' })
const ofPresentPerson = () =>
  pgPolicy('of_present_person', {
    using: sql`person_id = ${presentPerson}`,
    withCheck: sql`person_id = ${presentPerson}`,
  })

/** Long work for a person, as they see it; the queue itself is pg-boss's. */
export const jobs = pgTable(
  'jobs',
  {
    id: uuid().primaryKey(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    kind: text({ enum: jobKinds }).notNull(),
    wish: jsonb().notNull(),
    state: text({ enum: jobStates }).notNull().default('waiting'),
    /** how much of the work is done, of how much; 0 while that is not known */
    done: integer().notNull().default(0),
    total: integer().notNull().default(0),
    result: jsonb(),
    /** why it failed */
    problem: text(),
    madeAt: moment('made_at').notNull().defaultNow(),
    endedAt: moment('ended_at'),
  },
  t => [
    index('jobs_by_person').on(t.personId, t.madeAt),
    // One of a kind at a time for a person: nobody fills the queue for the others.
    uniqueIndex('jobs_one_at_a_time')
      .on(t.personId, t.kind)
      .where(sql`state in ('waiting', 'working')`),
    ofPresentPerson(),
  ],
)

/** Pieces of a file that was sent for a job. */
export const uploads = pgTable(
  'uploads',
  {
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    id: uuid().notNull(),
    piece: integer().notNull(),
    bytes: bytea().notNull(),
    sentAt: moment('sent_at').notNull().defaultNow(),
  },
  t => [primaryKey({ columns: [t.personId, t.id, t.piece] }), ofPresentPerson()],
)
