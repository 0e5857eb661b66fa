import { group, mean, sum } from 'd3-array'
import type { Half } from '../crops/half'
import { gardenYearOf } from '../season/band'
import type { ISODate } from '../time/days'
import type { Score } from './score'
import type { TraitDescription } from './trait'
import { classNames, isOrdered } from './trait'

/** What the looks at one trait of one plant come to. */
export interface TraitSummary {
  /** looks, and the seasons and places they were made in */
  n: number
  occasions: number
  /** mean over the occasions; null for swatches, which have no order */
  mean: number | null
  /** of the mean; null while nothing tells how much looks differ */
  standardError: number | null
  /** share of the looks that saw each class; null for counts and measures */
  shares: number[] | null
  lastOn: ISODate
}

/** What was seen of a plant in a season at a place. */
interface Occasion {
  occasion: string
  placeId: string | null
  /** the repeat of a trial that it stood in; null: none was laid out then */
  block: number | null
  value: number
}

/** The looks at one trait of one plant. */
export interface Looks {
  scores: Score[]
  /** of the looks of each occasion, a season at a place: looks of one day under one sky are no two witnesses */
  means: Occasion[]
}

/** Scores of one trait of one plant, as they are summed up. */
export const looksFrom = (scores: Score[], half: Half = 'north'): Looks => ({
  scores,
  means: [...group(scores, s => `${gardenYearOf(s.on, half)} ${s.placeId}`)].map(([occasion, together]) => ({
    occasion,
    placeId: together[0]!.placeId,
    block: together.findLast(s => s.block)?.block ?? null,
    value: mean(together, s => s.value)!,
  })),
})

/** Scores of one plant, as they are summed up, by trait. */
export const looksByTrait = (scores: Score[], half: Half = 'north'): Map<string, Looks> =>
  new Map([...group(scores, s => s.trait)].map(([trait, own]) => [trait, looksFrom(own, half)]))

/** Their mean over the occasions; null for swatches, which have no order. */
export const meanOfLooks = (trait: TraitDescription, { means }: Looks): number | null =>
  isOrdered(trait) ? mean(means, m => m.value)! : null

/** How much the looks at one plant differ from occasion to occasion, and how often that was seen. */
export interface Within {
  variance: number
  freedom: number
}

/** A look at a scale of steps hides up to half a step on either side: the variance of that. */
export const STEP_VARIANCE = 1 / 12

/** How many occasions what is known of all plants is worth, beside a plant's own. */
const POOL_FREEDOM = 4

const squares = (means: Looks['means']) => {
  const centre = mean(means, m => m.value)!
  return sum(means, m => (m.value - centre) ** 2)
}

/** How much looks at one plant differ, over all plants of a crop that were seen more than once; null when none was. */
export function withinPlants(plants: Looks[]): Within | null {
  const repeated = plants.flatMap(({ means }) => (means.length > 1 ? [means] : []))
  const freedom = sum(repeated, means => means.length - 1)
  return freedom ? { variance: sum(repeated, squares) / freedom, freedom } : null
}

/**
 * Mean, standard error and number of the looks at one trait of one plant.
 *
 * The variance between occasions is the plant's own, drawn towards that of all plants of the crop as if that
 * had been seen
 * on four occasions: two seasons of one plant say little about how much it varies.
 *
 * @param looks at this trait of this plant
 * @param within of the crop, for this trait
 * @returns null for a plant that was not scored: missing stays missing
 */
export function summaryOf(trait: TraitDescription, looks: Looks, within: Within | null): TraitSummary | null {
  const { scores, means } = looks
  if (!scores.length) return null
  const classes = classNames(trait)
  const lastOn = scores.reduce((last, s) => (s.on > last ? s.on : last), scores[0]!.on)
  const shares = classes && classes.map((_, i) => scores.filter(s => s.value === i).length / scores.length)
  const overOccasions = meanOfLooks(trait, looks)
  if (overOccasions === null)
    return { n: scores.length, occasions: means.length, mean: null, standardError: null, shares, lastOn }
  const pool = within ? Math.min(POOL_FREEDOM, within.freedom) : 0
  const freedom = pool + means.length - 1
  const variance = freedom ? (pool * (within?.variance ?? 0) + squares(means)) / freedom : null
  const least = classes ? STEP_VARIANCE : 0
  return {
    n: scores.length,
    occasions: means.length,
    mean: overOccasions,
    standardError: variance === null ? null : Math.sqrt(Math.max(variance, least) / means.length),
    shares,
    lastOn,
  }
}
