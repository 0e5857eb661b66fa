import { sql } from 'drizzle-orm'
import { pgPolicy } from 'drizzle-orm/pg-core'

/** The garden a transaction is in, as `inGarden` sets it; null outside of one. */
export const presentGarden = sql`(select nullif(current_setting('virgulta.garden', true), '')::uuid)`

/** The second lock of every table of a garden: rows of other gardens are not there, also for a query that forgets to ask. */
export const ofPresentGarden = () => {
  const isOwn = sql`garden_id = ${presentGarden}`
  return pgPolicy('of_present_garden', { using: isOwn, withCheck: isOwn })
}
