import { MemberChange } from '../../../shared/people'
import { changeMember } from '../../db/rows/members'

export default gardenRoute(
  'keeper',
  { does: 'Changes what a member may do', body: MemberChange },
  async ({ event, body, db, garden }) => {
    return (await changeMember(db, garden, idOf(event), body.role)) ? { ok: true } : notFound()
  },
)
