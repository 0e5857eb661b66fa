import * as v from 'valibot'

const upTo = (most: number) =>
  v.pipe(
    v.number('Give a number.'),
    v.integer('Give a whole number.'),
    v.minValue(1, 'Give 1 or more.'),
    v.maxValue(most, `Give at most ${most}.`),
  )
const number = upTo(2000)
/** Generations that anybody plans for: each becomes work of its year. */
const few = upTo(60)

/** A way from here over some generations. */
export const PlanAhead = v.variant('kind', [
  /** two lines crossed, one seed of each plant grown on generation by generation, then the lines are compared */
  v.strictObject({
    kind: v.literal('single seed'),
    plants: number,
    generations: few,
    looks: number,
  }),
  /** the same with the seed of all together, of which so many are sown again */
  v.strictObject({ kind: v.literal('bulk'), plants: number, generations: few, looks: number }),
  /** the same with the best of each generation selfed */
  v.strictObject({
    kind: v.literal('pedigree'),
    plants: number,
    kept: number,
    generations: few,
    looks: number,
  }),
  /** the wished allele of one line brought into the other; without a marker a hidden allele is seen only after selfing */
  v.strictObject({
    kind: v.literal('backcross'),
    plants: number,
    times: few,
    isHidden: v.boolean(),
    hasMarker: v.boolean(),
  }),
  /** the best of a population crossed among themselves, again and again */
  v.strictObject({ kind: v.literal('recurrent'), plants: number, kept: number, cycles: few }),
  /** one cross of two plants, the best of its seedlings looked at again and multiplied */
  v.strictObject({ kind: v.literal('clone'), plants: number, kept: number, looks: number }),
  /** a population kept as it is, by so many mothers and fathers */
  v.strictObject({ kind: v.literal('broad'), mothers: number, fathers: number, generations: few }),
])
export type PlanAhead = v.InferOutput<typeof PlanAhead>

/** True where a hidden allele has to be brought to light by selfing between two crosses. */
export const isTested = (plan: PlanAhead): boolean =>
  plan.kind === 'backcross' && plan.isHidden && !plan.hasMarker

/** Selfs of a plant that are raised to see whether it carries a hidden allele: nine times of ten one of eight shows it. */
export const SELFS_TO_SEE = 8

/** What is wrong with a plan, in a sentence; null when it can be run. */
export function planTrouble(plan: PlanAhead): string | null {
  for (const [name, value] of Object.entries(plan))
    if (typeof value === 'number' && !(Number.isInteger(value) && value >= 1))
      return `A plan takes whole numbers of 1 or more; ${name} is ${value}.`
  return 'kept' in plan && plan.kept > plan.plants
    ? `Of ${plan.plants} plants no ${plan.kept} can be kept; keep fewer, or raise more.`
    : null
}
