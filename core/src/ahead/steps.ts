import { range } from 'd3-array'
import { counted } from '../formats/counted'
import type { PlanAhead } from './plan'
import { SELFS_TO_SEE, isTested } from './plan'

/** One generation of a plan: what its plants are called, how many they are, and what is done while they flower. */
export interface GenerationAhead {
  name: string
  does: string
  /** of it that are raised */
  plants: number
  /** of them that leave the next one, or are kept; null: all of them */
  parents: number | null
  /** generations from the parents of the cross that the plan begins with: its offspring are 1 */
  depth: number
  /** generations after the offspring of the cross flower, and blooms of its own after that */
  after: number
  blooms: number
  /** it is about those of a generation that were kept, not about all of it */
  isOfKept: boolean
  /** true: its plants come of a plant outside the way, crossed back to; false: they do not; null: either */
  isBack: boolean | null
}

/**
 * What is done in each generation of a plan, from the offspring of its cross on; of a plan for a population the offspring of the
 * cross are that population.
 *
 * @param isSelfing the crop selfs by itself: no hand is needed for it
 */
export function stepsOf(plan: PlanAhead, isSelfing: boolean): GenerationAhead[] {
  const steps: GenerationAhead[] = []
  let [depth, after] = [1, 0]
  const step = (
    name: string,
    plants: number,
    parents: number | null,
    does: string,
    { seasons = 1, isOfKept = false, isBack = null as boolean | null } = {},
  ) => {
    steps.push(
      isOfKept
        ? { name, does, plants, parents, depth: depth - 1, after: after - 1, blooms: 1, isOfKept, isBack }
        : { name, does, plants, parents, depth, after, blooms: 0, isOfKept, isBack },
    )
    if (isOfKept) return
    after += seasons
    depth++
  }
  switch (plan.kind) {
    case 'single seed':
    case 'bulk':
    case 'pedigree': {
      const { plants, generations, looks } = plan
      step(
        'F1',
        1,
        1,
        isSelfing
          ? `It selfs by itself: harvest it, and sow ${counted(plants, 'seed')}.`
          : `Self it, and sow ${counted(plants, 'seed')}.`,
      )
      const selfed = isSelfing ? 'harvest each apart' : 'self each of them'
      for (const n of range(2, Math.max(2, generations)))
        if (plan.kind === 'single seed')
          step(`F${n}`, plants, null, `Of all plants ${selfed}, and sow one seed of each.`)
        else if (plan.kind === 'bulk')
          step(`F${n}`, plants, null, `Harvest all together, and sow ${plants} of the mixed seed.`)
        else
          step(
            `F${n}`,
            plants,
            plan.kept,
            `Keep the ${plan.kept} best, ${selfed}, and sow ${counted(Math.ceil(plants / plan.kept), 'seed')} of each.`,
          )
      step(
        `F${Math.max(2, generations)}`,
        plants,
        1,
        `Compare them as lines by ${counted(looks, 'look')} each, and keep the best.`,
      )
      break
    }
    case 'backcross': {
      const { plants, times, hasMarker } = plan
      step('F1', 1, 1, `Cross it back to the one parent for ${counted(plants, 'seed')}.`)
      const carrier = hasMarker
        ? 'the carrier whose markers are most like the one parent'
        : 'one that shows the allele'
      for (const n of range(1, times + 1)) {
        const next =
          n === times ? `self ${carrier} for ${counted(plants, 'seed')}` : `cross ${carrier} back again`
        if (isTested(plan))
          step(
            `BC${n}`,
            plants,
            1,
            `Self each, and sow ${SELFS_TO_SEE} of each to see who carries the allele; a season later ${next.replace(carrier, 'one that does')}.`,
            { seasons: 2, isBack: true },
          )
        else step(`BC${n}`, plants, 1, `${next[0]!.toUpperCase()}${next.slice(1)}.`, { isBack: true })
      }
      step(`BC${times}F2`, plants, 1, 'Keep one that has the allele from both sides.', { isBack: false })
      break
    }
    case 'recurrent':
      for (const n of range(plan.cycles))
        step(
          `cycle ${n}`,
          plan.plants,
          plan.kept,
          `Keep the ${plan.kept} best, and cross them among themselves for ${counted(plan.plants, 'seed')}.`,
        )
      step(`cycle ${plan.cycles}`, plan.plants, null, 'Compare it with the population it began with.')
      break
    case 'broad':
      for (const n of range(plan.generations + 1))
        step(
          `generation ${n}`,
          plan.mothers + plan.fathers,
          plan.mothers + plan.fathers,
          `Let ${counted(plan.mothers, 'mother')} and ${counted(plan.fathers, 'father')} leave ${n < plan.generations ? 'the next' : 'the seed that is kept'}, and take as much seed of each mother.`,
        )
      break
    case 'clone':
      step(
        'seedlings',
        plan.plants,
        plan.kept,
        `Look at all of them, and mark the ${plan.kept} best to keep.`,
      )
      step('those kept', plan.kept, 1, `Look at each ${plan.looks} times, and multiply the best.`, {
        isOfKept: true,
      })
  }
  return steps
}

/**
 * Seasons that a plan takes, from its cross, or from the population that is there, to the last look.
 *
 * @param each seasons from a flower to the flowers of its offspring
 */
export function seasonsOf(plan: PlanAhead, each: number): number {
  const { after, blooms } = stepsOf(plan, false).at(-1)!
  const isThere = plan.kind === 'recurrent' || plan.kind === 'broad'
  return 1 + each * (isThere ? after : after + 1) + blooms
}
