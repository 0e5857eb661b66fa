import type { Estimate, GuideRange } from '../chance/estimate'
import type { CropGuide } from '../crops/guide'
import type { ISODate } from '../time/days'
import { addDays } from '../time/days'

/** What is wanted on a day. */
export const WANTED = { flower: 'first flowers', plantOut: 'plants to set out' } as const
export type Wanted = keyof typeof WANTED

/** Weeks from the first leaf to a plant that can be set out. */
const WEEKS_TO_PLANT_OUT: GuideRange = { low: 5, high: 8 }

/** A day on the way, between its earliest and its latest. */
export interface BackDate {
  what: 'warm' | 'cold' | 'sow' | 'up' | Wanted
  from: ISODate
  until: ISODate
}

/** Each step of the way in words. */
export const backWords: Record<BackDate['what'], string> = {
  warm: 'put it moist and warm',
  cold: 'put it moist and cold',
  sow: 'sow it, warm',
  up: 'the first come up',
  flower: 'first flowers',
  plantOut: 'plants to set out',
}

/**
 * When seed has to be begun, worked back from the day on which something is wanted: its days from sowing, and before these the moist
 * weeks of its crop. Begun on the first day of each span it will most likely be in time, on the last as likely as not too late.
 *
 * @param toUp days from sowing to the first seedlings, as learnt here
 * @returns in the order in which it is done; null where the crop flowers only after years, so that no day can be aimed at
 */
export function workedBack(
  wanted: Wanted,
  on: ISODate,
  { bloom, seedHandling }: Pick<CropGuide, 'bloom' | 'seedHandling'>,
  toUp: Estimate,
): BackDate[] | null {
  if (wanted === 'flower' && !bloom.fromSowing) return null
  const fromSowing =
    wanted === 'flower'
      ? bloom.fromSowing!
      : { low: toUp.low + 7 * WEEKS_TO_PLANT_OUT.low, high: toUp.high + 7 * WEEKS_TO_PLANT_OUT.high }
  const sow = {
    from: addDays(on, -Math.round(fromSowing.high)),
    until: addDays(on, -Math.round(fromSowing.low)),
  }
  const before = (span: typeof sow, weeks: GuideRange | null) =>
    weeks && {
      from: addDays(span.from, -Math.round(7 * weeks.high)),
      until: addDays(span.until, -Math.round(7 * weeks.low)),
    }
  const cold = before(sow, seedHandling.coldWeeks)
  const warm = before(cold ?? sow, seedHandling.warmWeeks)
  return [
    ...(warm ? [{ what: 'warm' as const, ...warm }] : []),
    ...(cold ? [{ what: 'cold' as const, ...cold }] : []),
    { what: 'sow', ...sow },
    {
      what: 'up',
      from: addDays(sow.from, Math.round(toUp.low)),
      until: addDays(sow.until, Math.round(toUp.high)),
    },
    { what: wanted, from: on, until: on },
  ]
}
