import { sql } from 'drizzle-orm'
import { pgPolicy } from 'drizzle-orm/pg-core'

/** What a transaction knows, as `knowing` sets it; null for what it does not. */
const known = (what: string) => sql.raw(`(select nullif(current_setting('virgulta.${what}', true), ''))`)

/** The garden a transaction is in. */
export const presentGarden = sql`${known('garden')}::uuid`
/** The person who asks. */
export const presentPerson = sql`${known('person')}::uuid`
/** The e-mail address that was typed by who wants to sign in. */
export const presentEmail = known('email')
/** The hash of the secret that a link or a program carries. */
export const presentSecret = known('secret')

/** The second lock of every table of a garden: rows of other gardens are not there, also for a query that forgets to ask. */
export const ofPresentGarden = () => {
  const isOwn = sql`garden_id = ${presentGarden}`
  return pgPolicy('of_present_garden', { using: isOwn, withCheck: isOwn })
}
