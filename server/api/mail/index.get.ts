import { lettersIn } from '../../devices/mail'

export default openRoute(
  { does: 'The mail tray: letters that would have been sent' },
  async ({ event, db }) => {
    if (!isDoorOpen(event, 'mail-tray'))
      refuse(403, {
        code: 'no-mail-tray',
        sentence:
          'The mail tray is closed here; who runs this server opens it by the address that was printed at the start.',
      })
    return lettersIn(db)
  },
)
