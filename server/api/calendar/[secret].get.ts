import { database } from '../../db/connection'
import { calendarOf } from '../../db/pages/calendar'
import { enterGarden } from '../../db/rows/garden'
import { tokenHolder } from '../../db/rows/tokens'

export default openRoute(
  {
    does: 'The work ahead as an iCalendar file, for programs that subscribed; the address is the secret',
    tries: 'calendar',
  },
  async ({ event, db }) => {
    const secret = (getRouterParam(event, 'secret') ?? '').replace(/\.ics$/, '')
    const holder = /^[\w-]{43}$/.test(secret) ? await tokenHolder(db, secret, ['calendar']) : null
    if (!holder) return notFound()
    return database().transaction(async tx => {
      const access = (await enterGarden(tx, holder.gardenId, holder.personId, holder.seal)) ?? notFound()
      refuseShut(access.garden)
      setHeader(event, 'content-type', 'text/calendar; charset=utf-8')
      return calendarOf(tx, access.garden)
    })
  },
)
