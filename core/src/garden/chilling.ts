import type { CropGuide } from '../crops/guide'
import { once } from '../once'
import type { Chill } from '../seed/chill'
import { chillOf } from '../seed/chill'
import { chillWanted } from '../seed/due'
import type { Sowing } from '../seed/sowing'
import type { ISODate } from '../time/days'
import type { GardenDay } from './day'

/** How far seed that lies outdoors was chilled, by the weather that was recorded; null where it wants no chill or no weather is known. */
export function chillOutdoors(
  day: GardenDay,
  { stays, ended }: Pick<Sowing, 'stays' | 'ended'>,
  guide: CropGuide,
): Chill | null {
  const { air, on } = stays.at(-1)!
  const wants = chillWanted(guide)
  if (air !== 'outdoors' || ended || wants === null) return null
  // What was sown on one day was chilled alike.
  return once(day, `chill ${on} ${wants}`, () => chillOf(on, day.today, wants, meanOn(day)))
}

const meanOn =
  ({ weather }: GardenDay) =>
  (day: ISODate): number | null => {
    const warmth = weather.dayAt(day)
    return warmth && (warmth.tmin + warmth.tmax) / 2
  }
