import { counted } from '../formats/counted'
import { dayInWords } from '../time/days'
import type { ComingUp } from './comingUp'

/** With less hope than this of a single seedling a tray is a place that something else could have. */
const LITTLE_HOPE = 0.2

/** What is still to come in a tray, in a sentence; null where nothing is awaited. */
export function stillInWords({ still }: ComingUp): string | null {
  if (!still) return null
  const { by, expected, low, high } = still
  const about = expected < 0.5 ? 'Hardly any more' : `About ${counted(Math.round(expected), 'more seedling')}`
  return `${about} by ${dayInWords(by)}; four times in five ${low === high ? low : `${low} to ${high}`}.`
}

/** What the place of a tray could hold instead: a packet that waits, and the seedlings to be expected of as much of its seed. */
export interface PlaceWorth {
  code: string
  seedlings: number
}

/** Whether the tray may be given up, in a sentence; null where it is too early to ask, or nothing is awaited. */
export function giveUpInWords(
  { still, fresh }: ComingUp,
  hasSeedLeft: boolean,
  waiting: PlaceWorth | null = null,
): string | null {
  if (!still || still.any > 0.5) return null
  const chance = `The chance of even one more by then is ${Math.round(still.any * 100)} %`
  const instead =
    hasSeedLeft && fresh > Math.max(1, 2 * still.expected)
      ? `; as much fresh seed of the packet would give about ${Math.round(fresh)} in the same time`
      : ''
  const worth =
    waiting && waiting.seedlings >= 1
      ? ` In its place packet ${waiting.code}, which waits, could give about ${counted(Math.round(waiting.seedlings), 'seedling')}; here ${still.expected.toFixed(1)} more are expected.`
      : ''
  return still.any < LITTLE_HOPE
    ? `${chance}${instead}. It may be given up, unless this seed is rare or slow by nature.${worth}`
    : `${chance}${instead}. Keep it while nobody else needs its place.${worth}`
}
