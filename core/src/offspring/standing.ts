import type { Half } from '../crops/half'
import { mean, sum, variance } from 'd3-array'
import { occasionEffects, onUsualOccasion } from './occasions'
import { mistakenShare, repeatsOf } from './repeats'
import type { Score } from './score'
import type { Looks } from './summary'
import { STEP_VARIANCE, looksFrom, withinPlants } from './summary'
import type { Trait } from './trait'
import { classNames } from './trait'

/** What a plant is like in a trait, as far as looks tell: the chance of each class, or a middle with its standard deviation. */
export type Standing = { classes: number[] } | { mean: number; deviation: number }

/** What plants of one family are like in one trait. */
export interface TraitStanding {
  /** by the place of the plant in the list */
  plants: Standing[]
  /** share of what single looks differ by that lies between plants; null for classes without order */
  repeatability: number | null
  /** nobody was looked at twice: how true a look is, is assumed */
  isAssumed: boolean
}

/** Share of what single looks differ by that lies between plants, where nothing tells; and what that is worth in looks. */
const [ASSUMED_REPEATABILITY, GUESS_FREEDOM] = [0.6, 4]
/** Plants of a family are never taken to be all alike. */
const LEAST_BETWEEN = 0.05

/** Steps in an order of three and more, counts and measures are taken as numbers; yes/no and swatches as classes. */
export const isNumeric = (trait: Trait): boolean =>
  trait.scale !== 'colour' && (classNames(trait)?.length ?? Infinity) > 2

/**
 * What plants of one family are like in a trait: each as it was seen, drawn towards the family by as much as a look may be wrong. A
 * plant that was not seen is like the family.
 *
 * @param plants of one family, with all their scores
 * @see Falconer & Mackay (1996), Introduction to Quantitative Genetics, ch. 8 (repeatability)
 */
export function standingsIn(
  plants: { scores: Score[] }[],
  trait: Trait,
  half: Half = 'north',
): TraitStanding {
  const looks = plants.map(({ scores }) =>
    looksFrom(
      scores.filter(s => s.trait === trait.id),
      half,
    ),
  )
  return isNumeric(trait) ? numbersIn(plants, looks, trait) : classesIn(plants, looks, trait)
}

function numbersIn(plants: { scores: Score[] }[], looks: Looks[], trait: Trait): TraitStanding {
  const effects = occasionEffects(
    new Map(looks.flatMap((own, i) => (own.scores.length ? [[String(i), own]] : []))),
  )
  const usual = looks.map(own => onUsualOccasion(own, effects))
  const seen = usual.filter(own => own.means.length)
  const means = seen.map(own => mean(own.means, m => m.value)!)
  const middle = mean(means) ?? 0
  const whole = variance(means) ?? 0
  const within = withinPlants(usual)
  const repeats = repeatsOf(plants, trait)
  const guessed = (1 - ASSUMED_REPEATABILITY) * whole
  const freedom = within?.freedom ?? 0
  const error = Math.max(
    (freedom * (within?.variance ?? 0) + GUESS_FREEDOM * guessed) / (freedom + GUESS_FREEDOM),
    (repeats?.error ?? 0) ** 2,
    classNames(trait) && whole ? STEP_VARIANCE : 0,
  )
  const share = seen.length ? sum(seen, own => 1 / own.means.length) / seen.length : 1
  const between = Math.max(whole - error * share, LEAST_BETWEEN * whole)
  return {
    plants: usual.map(({ means: own }) => {
      const kept = own.length && between ? between / (between + error / own.length) : 0
      return {
        mean: middle + kept * ((mean(own, m => m.value) ?? middle) - middle),
        deviation: Math.sqrt(between * (1 - kept)),
      }
    }),
    repeatability: between + error > 0 ? between / (between + error) : null,
    isAssumed: !freedom && !repeats,
  }
}

function classesIn(plants: { scores: Score[] }[], looks: Looks[], trait: Trait): TraitStanding {
  const count = classNames(trait)!.length
  const repeats = repeatsOf(plants, trait)
  const wrong = mistakenShare(repeats)
  const all = looks.flatMap(own => own.scores)
  const usual = Array.from(
    { length: count },
    (_, c) => (all.filter(s => s.value === c).length + 1 / count) / (all.length + 1),
  )
  return {
    plants: looks.map(({ scores }) => {
      const weights = usual.map((share, c) =>
        scores.reduce((w, s) => w * (s.value === c ? 1 - wrong : wrong / (count - 1)), share),
      )
      return { classes: weights.map(w => w / sum(weights)) }
    }),
    repeatability: null,
    isAssumed: !repeats,
  }
}
