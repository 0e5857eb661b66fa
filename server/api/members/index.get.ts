import { membersOf } from '../../db/rows/members'

export default gardenRoute('guest', { does: 'Who is in the garden' }, ({ db, garden, personId }) =>
  membersOf(db, garden, personId),
)
