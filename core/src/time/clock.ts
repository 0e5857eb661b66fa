import type { ISODate, Instant } from './days'

/** What time it is in a garden. */
export interface Clock {
  now: Instant
  today: ISODate
  /** IANA time zone */
  zone: string
}
