import type { ISODate } from '../time/days'

/** What is around a flower where it stands. */
export interface AroundFlower {
  /** visitors can come to it, if nothing covers it */
  isVisited: boolean
  /** the next rain that is likely to fall on it; null where none is foretold, or a roof keeps it off */
  rain: { on: ISODate; isToday: boolean } | null
  /** today at its warmest; null where nothing is known of it */
  air: { celsius: number; humidity: number } | null
}

/** As a flower stands of whose place nothing is known, in dry weather. */
export const IN_THE_OPEN: AroundFlower = { isVisited: true, rain: null, air: null }
