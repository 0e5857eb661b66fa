import { range } from 'd3-array'
import type { CropGuide } from '../crops/guide'
import type { Days } from '../season/band'
import { yearsInWords } from '../season/band'
import type { ISODate } from '../time/days'
import { addDays, daysBetween, yearOf } from '../time/days'
import type { Blooming } from './note'

type GuideBloom = CropGuide['bloom']

/** One season of a plant, or of one batch of it, as it was noted. */
export interface BloomRecord {
  plantId: string
  season: number
  first: ISODate
  last: ISODate | null
  /** when what flowered was sown or potted */
  sownOn: ISODate | null
}

/** The first day of the crop's usual bloom in a season; seasons go by the year in which it lies. */
export const seasonStart = (season: number, { from }: GuideBloom): ISODate => `${season}-${from}`

/** A season in words, by the years in which the crop usually flowers: "2026", or "2026/27". */
export const seasonInWords = (season: number, { from, to }: GuideBloom): string =>
  yearsInWords(season, to < from)

/** The season a day belongs to: it changes on the day on which the crop flowers least here, else half way between two usual blooms. */
export function seasonOf(day: ISODate, bloom: GuideBloom): number {
  if (bloom.cut) {
    // The span from one cut to the next holds the usual start of one season.
    const began = day.slice(5) >= bloom.cut ? yearOf(day) : yearOf(day) - 1
    return bloom.cut <= bloom.from ? began : began + 1
  }
  const start = seasonStart(yearOf(day), bloom)
  const end = `${bloom.to < bloom.from ? yearOf(day) + 1 : yearOf(day)}-${bloom.to}`
  const gap = Math.floor((365 - daysBetween(start, end)) / 2)
  if (day < addDays(start, -gap)) return yearOf(day) - 1
  return day >= addDays(seasonStart(yearOf(day) + 1, bloom), -gap) ? yearOf(day) + 1 : yearOf(day)
}

/** The seasons of a crop of which a part may lie in some days. */
export const seasonsIn = ({ from, to }: Days, bloom: GuideBloom): number[] =>
  range(seasonOf(from, bloom), seasonOf(to, bloom) + 1)

/** The first bloom of each season in which its first flower was noted. */
export function bloomRecords(
  plantId: string,
  { blooms }: Blooming,
  bloom: GuideBloom,
  sownOn: ISODate | null = null,
): BloomRecord[] {
  const seasons = new Map<number, BloomRecord>()
  for (const { first, last } of blooms) {
    if (!first) continue
    const season = seasonOf(first, bloom)
    if (!seasons.has(season)) seasons.set(season, { plantId, season, first, last, sownOn })
  }
  return [...seasons.values()]
}
