import { sql } from 'drizzle-orm'

export default openRoute(
  { does: 'For a proxy: whether this server and its database answer' },
  async ({ db }) => {
    await db.execute(sql`select 1`)
    return { ok: true }
  },
)
