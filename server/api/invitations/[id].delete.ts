import { revokeInvitation } from '../../db/rows/members'

export default gardenRoute('keeper', { does: 'Withdraws an invitation' }, async ({ event, db, garden }) =>
  (await revokeInvitation(db, garden, idOf(event))) ? { ok: true } : notFound(),
)
