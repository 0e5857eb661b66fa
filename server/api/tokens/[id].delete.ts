import { revokeToken } from '../../db/rows/tokens'

export default gardenRoute(
  'guest',
  { does: 'Revokes an access token', byPersonOnly: true },
  async ({ event, db, garden, personId }) =>
    (await revokeToken(db, garden, personId, idOf(event))) ? { ok: true } : notFound(),
)
