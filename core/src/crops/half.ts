import * as v from 'valibot'
import { once } from '../once'
import type { Site } from '../time/sun'
import type { CropGuide } from './guide'

/** The halves of the earth, between which the year is turned by half, and the belt between them that has no summer and winter. */
export const HALVES = ['north', 'tropics', 'south'] as const
export const Half = v.picklist(HALVES)
export type Half = v.InferOutput<typeof Half>

/** Up to this latitude no season of warmth rules when a plant flowers. */
const TROPICS_DEGREES = 12

/** The half in which a garden lies. */
export function halfOf({ latitude }: Pick<Site, 'latitude'>): Half {
  if (Math.abs(latitude) < TROPICS_DEGREES) return 'tropics'
  return latitude > 0 ? 'north' : 'south'
}

const DAYS_IN_MONTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]
const two = (n: number) => String(n).padStart(2, '0')

/** A day of the year, `06-14`, half a year away: the same day of the sixth month after. */
export function halfAYearAway(day: string): string {
  const month = (Number(day.slice(0, 2)) + 5) % 12
  return `${two(month + 1)}-${two(Math.min(Number(day.slice(3)), DAYS_IN_MONTH[month]!))}`
}

/** Bloom where a crop may flower on any day: what was noted and sown says when, not the calendar. */
const WHOLE_YEAR = { from: '01-01', to: '12-31', firstFlower: { low: 0, high: 364 } }

/**
 * A guide with its days of the year as they fall in a half of the earth. One written for another half is turned; near the
 * equator its days give way to sowing dates and to what the garden notes itself.
 */
export const guideIn = (guide: CropGuide, half: Half): CropGuide =>
  guide.bloom.half === half || guide.bloom.half === 'tropics'
    ? guide
    : once(guide, `in the ${half}`, () => ({
        ...guide,
        bloom: { ...bloomIn(guide.bloom, half), half },
        // Near the equator no season asks for it.
        year:
          half === 'tropics'
            ? []
            : guide.year.map(line => `${halfAYearAway(line.slice(0, 5))}${line.slice(5)}`),
        growingOn: { ...guide.growingOn, diesBack: diesBackIn(guide.growingOn.diesBack, half) },
      }))

/** Near the equator no season makes it die back. */
const diesBackIn = (day: string | null, half: Half) =>
  day === null || half === 'tropics' ? null : halfAYearAway(day)

function bloomIn(bloom: CropGuide['bloom'], half: Half): CropGuide['bloom'] {
  const { warmth } = bloom
  const isByDate = warmth !== null && warmth.since !== 'sowing'
  if (half === 'tropics') return { ...bloom, ...WHOLE_YEAR, cut: null, warmth: isByDate ? null : warmth }
  return {
    ...bloom,
    from: halfAYearAway(bloom.from),
    to: halfAYearAway(bloom.to),
    cut: bloom.cut && halfAYearAway(bloom.cut),
    warmth: isByDate ? { ...warmth, since: halfAYearAway(warmth.since) } : warmth,
  }
}
