import { calendarOf } from '../../db/pages/calendar'

export default gardenRoute(
  'guest',
  { does: 'The work ahead as an iCalendar file' },
  async ({ event, db, garden }) => {
    setHeader(event, 'content-type', 'text/calendar; charset=utf-8')
    setHeader(event, 'content-disposition', 'attachment; filename="round.ics"')
    return calendarOf(db, garden)
  },
)
