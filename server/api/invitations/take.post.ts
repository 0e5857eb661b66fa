import { InvitationSecret } from '../../../shared/people'
import { takeInvitation } from '../../db/rows/members'
import { personOf } from '../../db/rows/people'

export default accountRoute(
  {
    does: 'Takes an invitation and opens its garden; the link is used up',
    body: InvitationSecret,
    tries: 'link',
  },
  async ({ event, body, db, personId }) => {
    const person = (await personOf(db, personId))!
    await seal(event, {
      personId,
      seal: person.seal,
      gardenId: await takeInvitation(db, body.secret, personId),
    })
    return { ok: true }
  },
)
