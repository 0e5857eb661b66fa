import { randomUUID } from 'node:crypto'
import type { SignedUp } from '../../../shared/people'
import { NewAccount } from '../../../shared/people'
import type { Database } from '../../db/connection'
import { accountAt, signUp } from '../../db/rows/people'
import { sendPasswordLink } from '../../devices/passwordLetter'

/** Who has the letter chooses the password; until then nobody has one. */
async function signUpByLetter(db: Database, name: string, email: string): Promise<void> {
  const isKnown = (await accountAt(db, email)) !== null
  if (!isKnown) await signUp(db, { name, email, passwordHash: await hashPassword(randomUUID()) })
  await sendPasswordLink(db, email, isKnown ? 'known' : 'newAccount')
}

export default openRoute(
  {
    does: 'Makes an account and signs in; with VIRGULTA_SIGN_UP=letter it sends a letter instead, and says the same whether or not the address is known',
    body: NewAccount,
    tries: 'sign-up',
  },
  async ({ event, body, db }): Promise<SignedUp> => {
    const { name, email, password } = body
    if (!signsUpAtOnce()) {
      event.waitUntil(signUpByLetter(db, name, email))
      return { isSignedIn: false }
    }
    if (!password) refuse(400, { code: 'invalid', sentence: 'Choose a password.', field: 'password' })
    const personId = await signUp(db, { name, email, passwordHash: await hashPassword(password) })
    await seal(event, { personId, seal: 0, gardenId: null })
    knowDevice(event, email)
    return { isSignedIn: true }
  },
)
