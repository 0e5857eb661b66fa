import type { Trait } from '../crops/guide'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import type { VERDICTS } from './kinds'

/** One look at one trait: the number of the step (from 0), the count or the measure in the trait's unit. */
export interface Score { trait: string, value: number, on: ISODate }

/** What was decided on an offspring, and why. */
export interface Verdict { verdict: typeof VERDICTS[number], reason: string, on: ISODate }

/** The latest look at a trait, or null while it has not been scored. */
export function latestScore(scores: Score[], trait: string): Score | null {
  return scores.filter(s => s.trait === trait).sort((a, b) => a.on < b.on ? 1 : -1)[0] ?? null
}

/** A score in the trait's words: "upright", "42 cm". */
export function scoreInWords(trait: Trait, value: number): string {
  if (trait.scale === 'steps') return trait.steps[value] ?? String(value)
  return trait.scale === 'measure' ? `${value} ${trait.unit}` : String(value)
}

/**
 * Checks a score against the scale of its trait.
 *
 * @throws {Refusal} with what is allowed
 */
export function checkScore(trait: Trait | undefined, value: number): void {
  if (!trait) throw new Refusal('unknown-trait', 'This trait is not scored on this crop; its guide lists the ones that are.', 'trait')
  if (trait.scale === 'steps') {
    if (!Number.isInteger(value) || value >= trait.steps.length) {
      throw new Refusal('off-scale', `${trait.name} is one of: ${trait.steps.join(', ')}.`, 'value')
    }
  }
  else {
    if (trait.scale === 'count' && !Number.isInteger(value)) throw new Refusal('off-scale', `${trait.name} is counted in whole numbers.`, 'value')
    if (value > trait.most) throw new Refusal('off-scale', `${trait.name} is at most ${scoreInWords(trait, trait.most)}.`, 'value')
  }
}
