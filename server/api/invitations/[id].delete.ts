import { revokeInvitation } from '../../db/queries/members'

export default gardenRoute('keeper', { does: 'Withdraws an invitation' }, async ({ event, db, garden }) =>
  (await revokeInvitation(db, garden, idOf(event))) ? { ok: true } : notFound(),
)
