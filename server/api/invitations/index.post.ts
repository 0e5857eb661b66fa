import { NewInvitation } from '../../../shared/people'
import { mail } from '../../devices/mail'
import { invite } from '../../db/rows/members'

export default gardenRoute(
  'keeper',
  {
    does: 'Makes an invitation: a link, good once and for two weeks; with an e-mail address it is sent there',
    body: NewInvitation,
    tries: 'invitation',
  },
  async ({ body, db, garden, personId, person }) => {
    if (garden.expiresAt)
      refuse(409, {
        code: 'demo',
        sentence:
          'This demo garden is yours alone and is cleared away after a week; invite people into a garden of your own.',
      })
    const { id, secret } = await invite(db, garden, personId, body)
    const link = `${ownAddress()}/invited#${secret}`
    if (body.email)
      await mail(db).send({
        to: body.email,
        subject: `${person} invites you into the garden ${garden.name}`,
        text: `${person} invites you into the garden ${garden.name} on Virgulta, as a ${body.role}. Within two weeks:\n\n${link}\n\nThe link is good once.`,
      })
    return { id, link }
  },
)
