import { Reset } from '../../../shared/people'
import { resetPassword } from '../../db/rows/people'

export default openRoute(
  {
    does: 'Sets a forgotten password anew with the secret of a link; every device is signed out',
    body: Reset,
    tries: 'link',
  },
  async ({ event, body, db }) => {
    await resetPassword(db, body.secret, await hashPassword(body.password))
    await unseal(event)
    return { ok: true }
  },
)
