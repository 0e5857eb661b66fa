import { sql } from 'drizzle-orm'
import { index, integer, pgPolicy, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core'
import { roles, tokenKinds } from '../../../shared/people'
import { gardens, people } from './garden'
import { ofPresentGarden, presentEmail, presentPerson, presentSecret } from './locks'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' })
const ofHolder = () => pgPolicy('of_holder', { for: 'select', using: sql`secret = ${presentSecret}` })

/** How a person signs in. Visitors of the demo garden are people without an account. */
export const accounts = pgTable(
  'accounts',
  {
    personId: uuid('person_id')
      .primaryKey()
      .references(() => people.id, { onDelete: 'cascade' }),
    email: text().notNull().unique(),
    passwordHash: text('password_hash').notNull(),
  },
  () => [
    pgPolicy('of_present_person', {
      using: sql`person_id = ${presentPerson}`,
      withCheck: sql`person_id = ${presentPerson}`,
    }),
    pgPolicy('of_present_email', { for: 'select', using: sql`email = ${presentEmail}` }),
  ],
)

/** Links with which a forgotten password is set anew: once, and not for long. */
export const resets = pgTable(
  'resets',
  {
    /** SHA-256 of the secret in the link */
    secret: text().primaryKey(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    expiresAt: moment('expires_at').notNull(),
  },
  t => [
    index('resets_by_person').on(t.personId),
    pgPolicy('of_present_person', {
      using: sql`person_id = ${presentPerson}`,
      withCheck: sql`person_id = ${presentPerson}`,
    }),
    ofHolder(),
  ],
)

/** Links that bring somebody into a garden: once, and not for long. */
export const invitations = pgTable(
  'invitations',
  {
    id: uuid().primaryKey(),
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    /** SHA-256 of the secret in the link */
    secret: text().notNull().unique(),
    role: text({ enum: roles }).notNull(),
    email: text(),
    madeBy: uuid('made_by')
      .notNull()
      .references(() => people.id),
    madeAt: moment('made_at').notNull().defaultNow(),
    expiresAt: moment('expires_at').notNull(),
  },
  t => [index('invitations_by_garden').on(t.gardenId), ofPresentGarden(), ofHolder()],
)

/** With which programs act for a person in a garden. */
export const accessTokens = pgTable(
  'access_tokens',
  {
    id: uuid().primaryKey(),
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    opens: text({ enum: tokenKinds }).notNull().default('read'),
    /** of its person when it was made: it ends with their sessions */
    seal: integer().notNull().default(0),
    /** SHA-256 of the token */
    secret: text().notNull().unique(),
    madeAt: moment('made_at').notNull().defaultNow(),
    lastUsedAt: moment('last_used_at'),
  },
  t => [index('access_tokens_by_garden').on(t.gardenId, t.personId), ofPresentGarden(), ofHolder()],
)

/** How often something was tried of late; see `server/utils/limits.ts`. */
export const tries = pgTable('tries', {
  key: text().primaryKey(),
  points: integer().notNull(),
  expire: timestamp({ withTimezone: true }),
})

/** What the mail tray holds: letters that would have been sent. */
export const letters = pgTable('letters', {
  id: uuid().primaryKey(),
  to: text().notNull(),
  subject: text().notNull(),
  text: text().notNull(),
  sentAt: moment('sent_at').notNull().defaultNow(),
})
