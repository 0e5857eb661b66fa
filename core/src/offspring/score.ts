import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import type { VERDICTS } from './kinds'
import type { TraitDescription } from './trait'
import { classNames } from './trait'

/** One look at one trait: the number of the class (from 0), the count or the measure in the trait's unit; and where the plant stood. */
export interface Score {
  trait: string
  value: number
  on: ISODate
  placeId: string | null
  /** the repeat of a trial that it stood in then; absent: none was laid out */ block?: number
  /** who looked, where it was said */ by?: string
  /** a second look on the day of the first, which was not in sight */ again?: true
}

/** The looks at a plant after one more: on one day a person's later look counts instead of their first, but for a second one that was meant. */
export const withScore = (scores: Score[], one: Score): Score[] => [
  ...scores.filter(s => !isSameLook(s, one)),
  one,
]

const isSameLook = (a: Score, b: Score) =>
  a.trait === b.trait && a.on === b.on && a.by === b.by && a.again === b.again

/** What was decided on an offspring, and why. */
export interface Verdict {
  verdict: (typeof VERDICTS)[number]
  reason: string
  on: ISODate
}

/** The latest looks at a plant by trait, found once: a grid asks for each of them at every key. */
const latest = new WeakMap<Score[], Map<string, Score>>()

/** The latest look at a trait, or null while it has not been scored; of a day's two looks the first. */
export function latestScore(scores: Score[], trait: string): Score | null {
  let byTrait = latest.get(scores)
  if (!byTrait) {
    byTrait = new Map()
    for (const score of scores) {
      const before = byTrait.get(score.trait)
      if (!score.again && (!before || score.on >= before.on)) byTrait.set(score.trait, score)
    }
    latest.set(scores, byTrait)
  }
  return byTrait.get(trait) ?? null
}

/** A score in the trait's words: "upright", "42 cm". */
export function scoreInWords(trait: TraitDescription, value: number): string {
  const classes = classNames(trait)
  if (classes) return classes[value] ?? String(value)
  return trait.scale === 'measure' ? `${value} ${trait.unit}` : String(value)
}

/**
 * Checks a score against the scale of its trait.
 *
 * @param value null: there was nothing to score
 * @throws {Refusal} with what is allowed
 */
export function checkScore(trait: TraitDescription | undefined, value: number | null): void {
  if (!trait)
    throw new Refusal(
      'unknown-trait',
      'This trait is not scored on this crop; the crop lists the ones that are.',
      'trait',
    )
  if (value === null) return
  const classes = classNames(trait)
  if (classes) {
    if (!Number.isInteger(value) || value >= classes.length)
      throw new Refusal('off-scale', `${trait.name} is one of: ${classes.join(', ')}.`, 'value')
    return
  }
  if (trait.scale === 'count' && !Number.isInteger(value))
    throw new Refusal('off-scale', `${trait.name} is counted in whole numbers.`, 'value')
  if ('most' in trait && value > trait.most)
    throw new Refusal('off-scale', `${trait.name} is at most ${scoreInWords(trait, trait.most)}.`, 'value')
}
