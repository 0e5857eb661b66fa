import { setCookie } from 'h3'
import { TrayKey } from '../../../shared/people'

export default openRoute(
  {
    does: 'Opens the mail tray for this browser, by the key that was printed at the start',
    body: TrayKey,
    tries: 'link',
  },
  async ({ event, body }) => {
    if (!isTrayKey(body.key))
      refuse(403, {
        code: 'no-mail-tray',
        sentence:
          'This key does not open the mail tray; take the address that Virgulta printed at its last start.',
      })
    setCookie(event, TRAY_COOKIE, body.key, { httpOnly: true, sameSite: 'strict', path: '/' })
    return { ok: true }
  },
)
