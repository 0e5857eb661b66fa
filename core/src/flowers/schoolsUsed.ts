import { daysBetween, hourOf } from '../time/days'
import type { Flower } from './flower'
import type { School, SchoolStep } from './schools'
import { SCHOOLS, schoolOfHour } from './schools'

/**
 * The schools a flower was worked by, as far as the log tells: what was said at the steps, and what their days and hours come to.
 *
 * @param zone of the garden, for the hours of the day
 */
export function schoolsUsed(flower: Flower, zone: string): { [S in SchoolStep]?: School<S> } {
  const { emasculation, emasculatedOn, isolation, pollinations, seedParentId, harvest } = flower
  const first = pollinations[0]
  const used: { [S in SchoolStep]?: School<S> } = {}
  if (emasculation?.school) used.emasculation = emasculation.school
  if (isolation && Object.hasOwn(SCHOOLS.cover, isolation.way)) used.cover = isolation.way as School<'cover'>
  if (first) {
    const isBare = emasculation?.school === 'strip'
    used.petals = flower.petalsOffOn ? flower.partsOff : isBare ? 'off' : 'on'
    if (flower.thinnedOn) used.rivals = 'off'
    // A day without an hour tells nothing of the hours.
    if (first.at) used.hour = schoolOfHour(hourOf(first.at, zone))
    if (first.tool) used.transfer = first.tool
    if (emasculatedOn) {
      const days = daysBetween(emasculatedOn, first.on)
      if (days !== 1) used.timing = days === 0 ? 'atOnce' : 'receptive'
      else if (first.at) used.timing = hourOf(first.at, zone) < 12 ? 'nextMorning' : 'receptive'
    }
    const days = new Set(pollinations.map(p => p.on)).size
    used.passes = pollinations.length === 1 ? 'once' : pollinations.length > days ? 'twiceDaily' : 'daily'
    used.source = first.source ?? (first.pollenParentId === seedParentId ? 'samePlant' : 'otherPlant')
  }
  if (harvest?.cue) used.harvest = harvest.cue
  return used
}
