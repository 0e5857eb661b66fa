import { normalCdf } from '../chance/distributions'
import type { TraitDescription } from '../offspring/trait'
import { classNames } from '../offspring/trait'
import type { TraitSummary } from '../offspring/summary'
import type { Wish } from './kinds'

/** What is wished, as stretches of the trait's scale: counts and measures as they are, a class as the unit around its number. */
export type Stretches = { from: number; to: number }[]

/** The classes that fulfil a wish; null where the trait is a number. */
export function wishedClasses(
  trait: TraitDescription,
  { way, target }: Pick<Wish, 'way' | 'target'>,
): number[] | null {
  const names = classNames(trait)
  if (!names || !('classes' in target)) return null
  return names.map((_, i) => i).filter(i => target.classes.includes(i) !== (way === 'lose'))
}

/** The stretches of the scale that fulfil a wish, in order; those that touch are one. */
export function stretchesOf(trait: TraitDescription, wish: Pick<Wish, 'way' | 'target'>): Stretches {
  const classes = wishedClasses(trait, wish)
  if (classes) {
    const last = classNames(trait)!.length - 1
    const each = classes.map(c => ({
      from: c === 0 ? -Infinity : c - 0.5,
      to: c === last ? Infinity : c + 0.5,
    }))
    return each.reduce<Stretches>(
      (found, one) =>
        found.at(-1)?.to === one.from
          ? [...found.slice(0, -1), { from: found.at(-1)!.from, to: one.to }]
          : [...found, one],
      [],
    )
  }
  if (!('from' in wish.target)) return []
  const [from, to] = [wish.target.from ?? -Infinity, wish.target.to ?? Infinity]
  if (wish.way !== 'lose') return [{ from, to }]
  return [
    { from: -Infinity, to: from },
    { from: to, to: Infinity },
  ].filter(s => s.to > s.from)
}

/** Chance that a value spread normally around a mean lies in one of the stretches. */
export const chanceIn = (stretches: Stretches, mean: number, spread: number): number =>
  stretches.reduce(
    (sum, { from, to }) =>
      sum +
      (spread > 0
        ? (to === Infinity ? 1 : normalCdf((to - mean) / spread)) -
          (from === -Infinity ? 0 : normalCdf((from - mean) / spread))
        : mean >= from && mean <= to
          ? 1
          : 0),
    0,
  )

/** How far a value is from the nearest of the stretches; 0 within one. */
export function shortOf(stretches: Stretches, value: number): number {
  let least = Infinity
  for (const { from, to } of stretches) least = Math.min(least, Math.max(from - value, value - to, 0))
  return least
}

/** How a candidate stands to one wish. */
export interface Nearness {
  /** 1 where the wish is fulfilled, 0 a whole scale away from it */
  near: number
  /** chance that the plant fulfils it, by what was seen of it */
  meets: number
}

/** The length of a trait's scale, for telling how far from a wish a value is. */
export function lengthOf(trait: TraitDescription, means: number[]): number {
  const names = classNames(trait)
  if (names) return names.length - 1
  return Math.max(...means) - Math.min(...means) || Math.max(...means.map(Math.abs)) || 1
}

/**
 * How near a plant is to a wish.
 *
 * @param length of the trait's scale, see {@link lengthOf}
 */
export function nearnessOf(
  trait: TraitDescription,
  wish: Pick<Wish, 'way' | 'target'>,
  summary: TraitSummary,
  length: number,
): Nearness {
  if (summary.mean === null) {
    const share = wishedClasses(trait, wish)!.reduce((sum, c) => sum + summary.shares![c]!, 0)
    return { near: share, meets: share }
  }
  const { mean } = summary
  const classes = wishedClasses(trait, wish)
  const stretches = stretchesOf(trait, wish)
  const short = classes ? Math.min(...classes.map(c => Math.abs(mean - c))) : shortOf(stretches, mean)
  return {
    near: Math.max(0, 1 - short / length),
    meets: chanceIn(stretches, mean, summary.standardError ?? 0),
  }
}

/** A wish in words: "bring in upright", "at most 45 cm", "lose green". */
export function wishInWords(trait: TraitDescription, { way, target }: Pick<Wish, 'way' | 'target'>): string {
  const unit = trait.scale === 'measure' ? ` ${trait.unit}` : ''
  const names = classNames(trait)
  const wanted =
    'classes' in target
      ? target.classes.map(c => names?.[c] ?? c).join(' or ')
      : target.from === null
        ? `at most ${target.to}${unit}`
        : target.to === null
          ? `at least ${target.from}${unit}`
          : target.from === target.to
            ? `${target.from}${unit}`
            : `${target.from}–${target.to}${unit}`
  return `${way === 'bring' ? 'bring in' : way} ${trait.scale === 'yesNo' ? (wanted === 'yes' ? trait.name : `no ${trait.name}`) : wanted}`
}
