import { PasswordChange } from '../../../shared/people'
import { accountAt, setPassword } from '../../db/rows/people'

export default accountRoute(
  { does: 'Changes the password; other devices are signed out', body: PasswordChange, tries: 'sign-in' },
  async ({ event, body, db, email, personId, gardenId }) => {
    const account = (await accountAt(db, email))!
    if (!(await verifyPassword(account.passwordHash, body.present)))
      refuse(422, {
        code: 'wrong-password',
        sentence: 'This is not your present password.',
        field: 'present',
      })
    await seal(event, {
      personId,
      gardenId,
      seal: await setPassword(db, personId, await hashPassword(body.next)),
    })
    return { ok: true }
  },
)
