import type { Instant, ISODate } from '@virgulta/core/time/days'
import type { Site } from '@virgulta/core/time/sun'

/** A garden as queries take it: whose data, and what time it is there. */
export interface Garden {
  id: string
  name: string
  zone: string
  site: Site
  /** false: nobody said where it lies, and the site is a guess by its time zone */
  isSited: boolean
  /** the simulated weather station counts: in the demo garden, and where somebody switched it on to try */
  hasStation: boolean
  isDemo: boolean
  /** when a visitor's copy is cleared away; null for gardens that stay */
  expiresAt: Instant | null
  /** of the log: grows with every change */
  revision: number
  /** why its log could not be folded: its screens stay shut */
  fault: string | null
  /** set while the garden keeps a clock of its own */
  clockAt: Instant | null
  now: Instant
  today: ISODate
}
