import { group, sum } from 'd3-array'
import type { CropGuide } from '../crops/guide'
import type { Comparison } from '../seed/compare'
import { compareGermination } from '../seed/compare'
import { seenIn } from '../seed/comingUp'
import { airWords, clockOf, containerWords } from '../seed/course'
import { coverWords } from '../seed/kinds'
import type { SeedLot } from '../seed/lot'
import type { Sowing } from '../seed/sowing'
import { daysBetween } from '../time/days'

/** By what trays can be told apart. */
export const TREATMENTS = {
  family: 'the family',
  begun: 'how it was begun',
  age: 'the age of the seed',
  medium: 'the medium',
  topLayer: 'what lies on top',
  cover: 'the cover',
  drench: 'what it was watered with',
  scarified: 'the coat',
  soaked: 'soaking',
  bottomWarmth: 'warmth from below',
  place: 'the place',
} as const
export type Treatment = keyof typeof TREATMENTS

/** What names are needed. */
export interface TreatmentNames {
  lot: (id: string) => SeedLot | undefined
  place: (id: string | null) => string
  family: (crossId: string) => string
}

const DAYS_A_YEAR = 365
/** Groups that fit one chart; those with the most seed are shown. */
const MOST_GROUPS = 8

/** The group of a tray, in words; null where nobody said. */
function groupOf(by: Treatment, sowing: Sowing, names: TreatmentNames): string | null {
  const { how, stays, sownOn, lotId } = sowing
  const first = stays[0]!
  switch (by) {
    case 'family':
      return names.family(sowing.crossId)
    case 'begun':
      return `${containerWords[first.container]}, ${airWords[first.air]}`
    case 'age': {
      const lot = names.lot(lotId)
      const years = lot ? Math.floor(daysBetween(lot.harvestedOn, sownOn) / DAYS_A_YEAR) : null
      return years === null ? null : years < 1 ? 'under a year' : years === 1 ? 'one year' : `${years} years`
    }
    case 'medium':
    case 'topLayer':
    case 'drench':
      return how[by]?.toLowerCase() ?? null
    case 'cover':
      return how.cover ? coverWords[how.cover] : null
    // Of what nobody said anything nothing was done, where something else was said.
    case 'scarified':
      return how.scarified ? 'scratched' : 'left whole'
    case 'soaked':
      return how.soaked ? 'soaked' : 'not soaked'
    case 'bottomWarmth':
      return how.bottomWarmth ? 'warm from below' : 'no warmth from below'
    case 'place':
      return sowing.placeId ? names.place(sowing.placeId) : null
  }
}

/** How trays came up that were treated differently. */
export interface TreatmentsCompared extends Comparison {
  /** trays of which nobody said, or that were not looked at */
  leftOut: number
}

/**
 * Compares trays of a crop by how they were treated. Their days are counted from when they were to come up; where it is compared how
 * they were begun, from their sowing.
 *
 * @throws {OutOfRange} for counts that cannot be
 */
export function compareTreatments(
  by: Treatment,
  sowings: Sowing[],
  guide: CropGuide,
  names: TreatmentNames,
): TreatmentsCompared {
  const told = sowings.flatMap(sowing => {
    const key = sowing.looks.length ? groupOf(by, sowing, names) : null
    const clock = by === 'begun' ? sowing.sownOn : (clockOf(sowing, guide) ?? sowing.sownOn)
    return key === null ? [] : [{ key, tray: seenIn(sowing, clock) }]
  })
  const groups = [...group(told, one => one.key)]
    .map(([key, ones]) => ({ key, trays: ones.map(one => one.tray) }))
    .sort((a, b) => sum(b.trays, t => t.seeds) - sum(a.trays, t => t.seeds) || a.key.localeCompare(b.key))
    .slice(0, MOST_GROUPS)
  const shown = sum(groups, one => one.trays.length)
  return { ...compareGermination(groups), leftOut: sowings.length - shown }
}
