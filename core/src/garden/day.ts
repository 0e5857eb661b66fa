import type { Reading } from '../stores/aging'
import type { Store } from '../stores/store'
import type { Clock } from '../time/clock'
import type { Site } from '../time/sun'
import type { Weather } from '../weather/known'
import type { WholeGarden } from './garden'

/** A garden on a day: its log, and what no log tells. It is never changed; another hour is another one. */
export interface GardenDay extends Clock {
  readonly garden: WholeGarden
  readonly site: Site
  /** false: nobody said where it lies, and the site is a guess by its time zone */
  readonly isSited: boolean
  readonly weather: Weather
  /** the places in the order of the walk, and where what stands at a place stands since places were merged */
  readonly places: string[]
  readonly resolved: (placeId: string | null) => string | null
  /** what the logger of a store measured between two moments in milliseconds; none where it has none */
  readonly logged: (store: Store, from: number, to: number) => Reading[]
}
