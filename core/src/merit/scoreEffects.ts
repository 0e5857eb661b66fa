import { group, sum } from 'd3-array'
import type { SeenScore } from './traitMerit'

/** What may move a score beside the plant itself, in its levels. */
export interface ScoreEffect {
  effect: 'season' | 'place' | 'scorer'
  /** seasons, places or people; several names where they are taken for one */
  levels: { names: (string | null)[]; scores: number }[]
  /** the level of each score, by its number */
  at: number[]
}

const EFFECTS: { effect: ScoreEffect['effect']; of: (score: SeenScore) => string | null }[] = [
  { effect: 'season', of: score => score.season },
  { effect: 'place', of: score => score.placeId },
  { effect: 'scorer', of: score => score.by },
]

/** So few plants, none of which was seen elsewhere, cannot be told from the place they stand in. */
const FEW = 5

/**
 * The effects of scores. Where few plants stand, none of them ever seen elsewhere, what the place does to them and
 * what they are is one: such places are taken for one, and so are seasons and people.
 * Otherwise a garden with a bed for each rose could say nothing of any.
 *
 * @param genetOf whose plant was scored: a clone is one
 */
export function scoreEffects(scores: SeenScore[], genetOf: (score: SeenScore) => number): ScoreEffect[] {
  return EFFECTS.map(({ effect, of }) => {
    const levelsOf = new Map(
      Array.from(group(scores, genetOf), ([genet, own]) => [genet, new Set(own.map(of)).size]),
    )
    const all = Array.from(group(scores, of), ([name, own]) => {
      const genets = new Set(own.map(genetOf))
      const isTied = [...genets].some(genet => levelsOf.get(genet)! > 1)
      return { name, scores: own.length, isTold: isTied || genets.size >= FEW }
    })
    const alone = all.filter(level => !level.isTold)
    const sets = [...all.filter(level => level.isTold).map(level => [level]), alone]
    const levels = sets
      .filter(set => set.length)
      .map(set => ({ names: set.map(level => level.name), scores: sum(set, level => level.scores) }))
    const numberOf = new Map(levels.flatMap(({ names }, l) => names.map(name => [name, l] as const)))
    return { effect, levels, at: scores.map(score => numberOf.get(of(score))!) }
  })
}
