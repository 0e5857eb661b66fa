import { ResetWish } from '../../../shared/people'
import { sendPasswordLink } from '../../devices/passwordLetter'

export default openRoute(
  {
    does: 'Sends a link with which a forgotten password is set anew; says the same whether or not there is such an account',
    body: ResetWish,
    tries: 'reset',
  },
  async ({ event, body, db }) => {
    // Behind the answer, which takes as long for an address without an account.
    event.waitUntil(sendPasswordLink(db, body.email, 'forgotten'))
    return { ok: true }
  },
)
