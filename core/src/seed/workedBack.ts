import type { Estimate, GuideRange } from '../chance/estimate'
import type { CropGuide } from '../crops/guide'
import type { Days } from '../season/band'
import type { ISODate } from '../time/days'
import { addDays, dayInWords } from '../time/days'

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

/** Where seedlings may be raised. */
export const RAISED = { lamps: 'under lamps', glass: 'in a glasshouse', open: 'in open ground' } as const
export type Raised = keyof typeof RAISED

/** What the place and the season make of a way. */
export interface SeasonAround {
  /** the last frost, in nine years of ten; null: it never freezes, or nothing is known of it */ frostUntil: ISODate | null
  /** days too short for seedlings; null: there are none, or nothing is known of them */ dark: Days | null
}

/**
 * What speaks against a way where its seedlings are raised there, in sentences: frost in open ground, too little light under glass.
 * Under lamps nothing does.
 */
export function againstPlace(way: BackDate[], where: Raised, { frostUntil, dark }: SeasonAround): string[] {
  const up = way.find(({ what }) => what === 'up')
  if (!up || where === 'lamps') return []
  const isDark = dark !== null && up.from <= dark.to && up.until >= dark.from
  return [
    ...(where === 'open' && frostUntil !== null && up.from < frostUntil
      ? [
          `The first may come up before the last frost is over (${dayInWords(frostUntil, true)} in nine years of ten): sow in open ground from then on, or raise them under a roof.`,
        ]
      : []),
    ...(isDark
      ? [
          `Days are shorter than ten hours from ${dayInWords(dark.from, true)} to ${dayInWords(dark.to, true)}: without lamps what comes up then grows long and weak.`,
        ]
      : []),
  ]
}
