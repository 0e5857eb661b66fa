import type { Instant } from '../time/days'
import { daysBetween, hourOf } from '../time/days'
import type { Flower } from './flower'
import type { School, SchoolStep } from './schools'
import { SCHOOLS } from './schools'

/** Until which hour a morning is early, and from which it is evening. */
const [EARLY_UNTIL, EVENING_FROM] = [10, 17]

const hourSchool = (at: Instant, zone: string): School<'hour'> => {
  const hour = hourOf(at, zone)
  return hour < EARLY_UNTIL ? 'earlyMorning' : hour < EVENING_FROM ? 'lateMorning' : 'evening'
}

/**
 * The schools a flower was worked by, as far as the log tells: what was said at the steps, and what their days and hours come to.
 *
 * @param zone of the garden, for the hours of the day
 */
export function schoolsUsed(flower: Flower, zone: string): { [S in SchoolStep]?: School<S> } {
  const { emasculation, emasculatedOn, isolation, petalsOffOn, pollinations, seedParentId, harvest } = flower
  const first = pollinations[0]
  const used: { [S in SchoolStep]?: School<S> } = {}
  if (emasculation?.school) used.emasculation = emasculation.school
  if (isolation && isolation.way in SCHOOLS.cover) used.cover = isolation.way as School<'cover'>
  if (first) {
    used.petals = petalsOffOn || emasculation?.school === 'strip' ? 'off' : 'on'
    used.hour = hourSchool(first.at, zone)
    if (first.tool) used.transfer = first.tool
    if (emasculatedOn) {
      const days = daysBetween(emasculatedOn, first.on)
      used.timing = days === 0 ? 'atOnce' : days === 1 && hourOf(first.at, zone) < 12 ? 'nextMorning' : 'receptive'
    }
    const days = new Set(pollinations.map(p => p.on)).size
    used.passes = pollinations.length === 1 ? 'once' : pollinations.length > days ? 'twiceDaily' : 'daily'
    used.source = first.source ?? (first.pollenParentId === seedParentId ? 'samePlant' : 'otherPlant')
  }
  if (harvest?.cue) used.harvest = harvest.cue
  return used
}
