import { changeMember } from '../../db/rows/members'

export default gardenRoute(
  'guest',
  { does: 'Ends a membership: anybody’s by a keeper, one’s own by oneself', byPersonOnly: true },
  async ({ event, db, garden, personId, role }) => {
    const id = idOf(event)
    if (id !== personId && role !== 'keeper')
      refuse(403, { code: 'not-allowed', sentence: 'Only a keeper ends the membership of somebody else.' })
    return (await changeMember(db, garden, id, null)) ? { ok: true } : notFound()
  },
)
