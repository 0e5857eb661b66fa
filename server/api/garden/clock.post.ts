import { addDays, instantAt } from '@virgulta/core/time/days'
import { ClockStep } from '../../../shared/garden'
import { setClock } from '../../db/rows/garden'

/** Hour at which a new day of the demo garden begins. */
const MORNING = 6

export default gardenRoute(
  'keeper',
  { does: 'Moves the clock of a demo garden on', body: ClockStep },
  async ({ body, db, garden }) => {
    if (!garden.clockAt)
      refuse(409, {
        code: 'real-clock',
        sentence: 'This garden keeps the real clock; only the demo garden can be moved on.',
      })
    const at =
      body.by === 'hour'
        ? new Date(Date.parse(garden.now) + 3_600_000).toISOString()
        : instantAt(addDays(garden.today, 1), MORNING, garden.zone)
    await setClock(db, garden, at)
    return { now: at }
  },
)
