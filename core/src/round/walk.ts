import type { Stop } from './round'

/** A stop as far as the order of the walk asks for it. */
type Walked = Pick<Stop, 'subject' | 'placeId' | 'hours'>

/** Minutes before its hour begins at which a stop is not waited for any more. */
const SOON_HOURS = 0.25

/** True for a stop whose hour has not begun: its flower is not ready yet. */
const isBeforeItsHour = ({ hours }: Pick<Stop, 'hours'>, hour: number): boolean =>
  hours !== null && hour < hours.from - SOON_HOURS

/**
 * Where the walk goes on: at the place where one stands, while a stop there can be done now; then in the order of the round. What is
 * not ready yet waits under its hour.
 *
 * @param stops that are left, in the order of the round
 * @param hour of the garden's clock, with minutes as a fraction
 * @param placeId where one stands; undefined: nowhere yet
 * @returns the next stop, null while none can be done now; and those that wait, by the hour at which they begin
 */
export function walkOn<S extends Walked>(
  stops: S[],
  hour: number,
  placeId: string | null | undefined,
): { next: S | null; waiting: S[] } {
  const ready = stops.filter(stop => !isBeforeItsHour(stop, hour))
  const waiting = stops
    .filter(stop => isBeforeItsHour(stop, hour))
    .sort((a, b) => a.hours!.from - b.hours!.from)
  return { next: ready.find(stop => stop.placeId === placeId) ?? ready[0] ?? null, waiting }
}
