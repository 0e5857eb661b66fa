import { invitationsOf } from '../../db/rows/members'

export default gardenRoute('keeper', { does: 'The invitations that are still open' }, ({ db, garden }) =>
  invitationsOf(db, garden),
)
