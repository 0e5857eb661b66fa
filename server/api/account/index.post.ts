import { NewAccount } from '../../../shared/people'
import { signUp } from '../../db/queries/people'

export default openRoute({ does: 'Makes an account and signs in', body: NewAccount, tries: 'sign-up' }, async ({ event, body, db }) => {
  const { name, email, password } = body
  const personId = await signUp(db, { name, email, passwordHash: await hashPassword(password) })
  await seal(event, { personId, seal: 0, gardenId: null })
  knowDevice(event, email)
  return { ok: true }
})
