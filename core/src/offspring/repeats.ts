import { flatGroup, sum } from 'd3-array'
import { wilsonInterval } from '../chance/wilson'
import type { Score } from './score'
import type { TraitDescription } from './trait'
import { classNames } from './trait'

/** What second looks at the same plants, without the first in sight, say of the looks at a trait. */
export interface Repeats {
  pairs: number
  /** share of the pairs that saw the same, with its 80 % interval */
  agreed: { share: number; low: number; high: number }
  /** standard error of one look, on the trait's scale; for swatches and yes/no it means nothing, and is null */
  error: number | null
}

/** The first look and the one that was meant to repeat it, of each plant, person and day. */
function pairsIn(plants: { scores: Score[] }[], trait: string): [number, number][] {
  // Most plants are looked at once: they need no grouping.
  const doubles = plants.filter(({ scores }) => scores.some(s => s.again && s.trait === trait))
  return doubles.flatMap(({ scores }) =>
    flatGroup(
      scores.filter(s => s.trait === trait),
      s => s.on,
      s => s.by,
    ).flatMap(([, , looks]): [number, number][] => {
      const [first, again] = [looks.find(s => !s.again), looks.find(s => s.again)]
      return first && again ? [[first.value, again.value]] : []
    }),
  )
}

/**
 * How far two looks of one person at one plant on one day agree.
 *
 * @returns null where nothing was looked at twice
 * @see Dahlberg (1940), Statistical Methods for Medical and Biological Students, p. 122 (error of single measures from doubles)
 */
export function repeatsOf(
  plants: { scores: Score[] }[],
  trait: TraitDescription & { id: string },
): Repeats | null {
  const pairs = pairsIn(plants, trait.id)
  if (!pairs.length) return null
  const same = pairs.filter(([a, b]) => a === b).length
  const classes = classNames(trait)
  const isNumber = trait.scale !== 'colour' && (!classes || classes.length > 2)
  return {
    pairs: pairs.length,
    agreed: { share: same / pairs.length, ...wilsonInterval(same, pairs.length) },
    error: isNumber ? Math.sqrt(sum(pairs, ([a, b]) => (a - b) ** 2) / (2 * pairs.length)) : null,
  }
}

/** Chance that a look at classes without order saw the wrong one, and what that guess is worth in looks. */
const [MISTAKEN, GUESS_LOOKS] = [0.05, 20]

/** Chance that one look at a trait's classes is mistaken: what is assumed, drawn towards what second looks say. */
export function mistakenShare(repeats: Repeats | null): number {
  // Two looks that differ hold one mistake.
  const mistakes = repeats ? (1 - repeats.agreed.share) * repeats.pairs : 0
  const looks = repeats ? 2 * repeats.pairs : 0
  return (mistakes + MISTAKEN * GUESS_LOOKS) / (looks + GUESS_LOOKS)
}

/** Plants that are asked for a second look: one in ten of those seen, some at least, and not too many. */
const [PART_ASKED, FEWEST_ASKED, MOST_ASKED] = [0.1, 5, 12]

/**
 * Plants that are to be looked at once more, without the first look in sight: drawn from those that a person scored on a day, the
 * same ones however often it is asked.
 *
 * @returns ids of those that still wait for their second look, in the order of the plants
 */
export function askedAgain(
  plants: { id: string; scores: Score[] }[],
  trait: string,
  { on, by }: Pick<Score, 'on' | 'by'>,
): string[] {
  const isMine = (s: Score) => s.trait === trait && s.on === on && s.by === by
  const seen = plants.filter(({ scores }) => scores.some(s => isMine(s) && !s.again))
  if (seen.length < FEWEST_ASKED) return []
  const asked = Math.min(MOST_ASKED, Math.max(FEWEST_ASKED, Math.ceil(PART_ASKED * seen.length)))
  const drawn = new Set(
    seen
      .map(({ id }) => ({ id, at: lotOf(`${trait} ${on} ${id}`) }))
      .sort((a, b) => a.at - b.at)
      .slice(0, asked)
      .map(({ id }) => id),
  )
  return seen
    .filter(({ id, scores }) => drawn.has(id) && !scores.some(s => isMine(s) && s.again))
    .map(({ id }) => id)
}

/** A number that belongs to a text, as if drawn by lot: FNV-1a. */
const lotOf = (text: string) =>
  [...text].reduce((hash, letter) => Math.imul(hash ^ letter.charCodeAt(0), 0x01000193) >>> 0, 0x811c9dc5)
