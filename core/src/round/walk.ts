import type { Instant } from '../time/days'
import type { Stop } from './stop'

/** A stop as far as the order of the walk asks for it. */
type Walked = Pick<Stop, 'subject' | 'placeId' | 'hours' | 'notBefore'>

/** Minutes before its hour begins at which a stop is not waited for any more. */
const SOON_HOURS = 0.25

/** True for a stop whose hour has not begun: its flower is not ready yet. */
const isBeforeItsHour = ({ hours }: Walked, hour: number): boolean =>
  hours !== null && hour < hours.from - SOON_HOURS

/** Minutes until a stop can be gone on with, where what was done last has to work first; 0 where it can. */
export const minutesToWait = ({ notBefore }: Pick<Stop, 'notBefore'>, now: Instant): number =>
  notBefore === null ? 0 : Math.max(0, (Date.parse(notBefore) - Date.parse(now)) / 60_000)

/**
 * Where the walk goes on: at the place where one stands, while a stop there can be done now; then in the order of the round. What is
 * not ready yet waits under its hour, what has to work first by its minutes.
 *
 * @param stops that are left, in the order of the round
 * @param hour of the garden's clock, with minutes as a fraction
 * @param placeId where one stands; undefined: nowhere yet
 * @param now the moment
 * @returns the next stop, null while none can be done now; those that wait, by the hour at which they begin; and those that are gone on
 *   with in some minutes, the soonest first
 */
export function walkOn<S extends Walked>(
  stops: S[],
  hour: number,
  placeId: string | null | undefined,
  now: Instant,
): { next: S | null; waiting: S[]; working: S[] } {
  const isWorking = (stop: S) => minutesToWait(stop, now) > 0
  const ready = stops.filter(stop => !isWorking(stop) && !isBeforeItsHour(stop, hour))
  const waiting = stops
    .filter(stop => !isWorking(stop) && isBeforeItsHour(stop, hour))
    .sort((a, b) => a.hours!.from - b.hours!.from)
  const working = stops.filter(isWorking).sort((a, b) => minutesToWait(a, now) - minutesToWait(b, now))
  return { next: ready.find(stop => stop.placeId === placeId) ?? ready[0] ?? null, waiting, working }
}
