import { clearExpired, copyDemo, hasRoomForDemo } from '../../db/rows/garden'
import { DemoWish } from '../../../shared/demos'
import { inTurn } from '../../utils/turns'

/** A copy takes a connection for a second or two: those who come in a crowd wait for a turn, not for the last connection. */
const COPIES_AT_ONCE = 2
const MOST_WAITING = 60

export default openRoute(
  { does: 'Opens a copy of a demo garden, for this visitor alone', tries: 'demo', body: DemoWish },
  async ({ event, db, body: { demo } }) => {
    if (!isDoorOpen(event, 'demo'))
      refuse(403, {
        code: 'no-demo',
        sentence: 'The demo garden is closed on this server; sign in to a garden of your own.',
      })
    const copy = await inTurn('demo copies', COPIES_AT_ONCE, MOST_WAITING, async () => {
      await clearExpired(db)
      if (!(await hasRoomForDemo(db)))
        refuse(503, {
          code: 'demo-full',
          sentence:
            'The demo garden has as many visitors as fit; try again tomorrow, or start a garden of your own.',
        })
      return copyDemo(db, demo)
    })
    if (!copy)
      refuse(404, {
        code: 'no-demo',
        sentence: 'The demo garden was not loaded; start Virgulta without --empty.',
      })
    await seal(event, { ...copy, seal: 0 })
    return { ok: true }
  },
)
