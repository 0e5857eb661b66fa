import { InvitationSecret } from '../../../shared/people'
import { offerBehind } from '../../db/rows/members'

export default openRoute(
  { does: 'What the invitation behind a link offers', body: InvitationSecret, tries: 'link' },
  ({ body, db }) => offerBehind(db, body.secret),
)
