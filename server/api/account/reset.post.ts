import { ResetWish } from '../../../shared/people'
import type { Database } from '../../db/connection'
import { accountAt, makeReset } from '../../db/queries/people'
import { mail } from '../../devices/mail'

async function sendLink(db: Database, email: string): Promise<void> {
  const account = await accountAt(db, email)
  if (!account) return
  const link = `${ownAddress()}/account/reset#${await makeReset(db, account.personId)}`
  await mail(db).send({ to: email, subject: 'A new password for Virgulta', text: `Somebody, probably you, wants to set your password anew. Within an hour:\n\n${link}\n\nIf it was not you, do nothing: your password stays as it is.` })
}

export default openRoute({ does: 'Sends a link with which a forgotten password is set anew; says the same whether or not there is such an account', body: ResetWish, tries: 'reset' }, async ({ event, body, db }) => {
  // Behind the answer, which takes as long for an address without an account.
  event.waitUntil(sendLink(db, body.email))
  return { ok: true }
})
