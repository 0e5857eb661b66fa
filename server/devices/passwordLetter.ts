import type { Database } from '../db/connection'
import { accountAt, makeReset } from '../db/rows/people'
import { ownAddress } from '../utils/doors'
import { mail } from './mail'

/** Why somebody is sent a link with which a password is set. */
const REASONS = {
  forgotten: {
    subject: 'A new password for Virgulta',
    first: 'Somebody, probably you, wants to set your password anew.',
    otherwise: 'your password stays as it is',
  },
  newAccount: {
    subject: 'Your account with Virgulta',
    first: 'Somebody, probably you, made an account with this address. Choose its password, then sign in.',
    otherwise: 'nobody gets into it',
  },
  known: {
    subject: 'Your account with Virgulta',
    first:
      'Somebody, probably you, wanted to make an account with this address, which has one already. Sign in, or set its password anew.',
    otherwise: 'your account stays as it is',
  },
}

/** Sends the link that sets a password, if there is such an account. */
export async function sendPasswordLink(
  db: Database,
  email: string,
  reason: keyof typeof REASONS,
): Promise<void> {
  const account = await accountAt(db, email)
  if (!account) return
  const { subject, first, otherwise } = REASONS[reason]
  const link = `${ownAddress()}/account/reset#${await makeReset(db, account.personId)}`
  await mail(db).send({
    to: email,
    subject,
    text: `${first} Within an hour:\n\n${link}\n\nIf it was not you, do nothing: ${otherwise}.`,
  })
}
