import { group, sum } from 'd3-array'
import { varianceBetween } from '../chance/spread'
import type { CropTrait } from '../crops/definition'
import { ASSUMED_HERITABILITY } from '../merit/heritability'
import type { Looks } from '../offspring/summary'
import { meanOfLooks } from '../offspring/summary'

/** Families with fewer scored plants tell little of how much plants of a family differ. */
const LEAST = 5

/** Full sibs share half of what is handed on. */
const ofSibs = (heritability: number) => heritability / 2
/** No trait is handed on more truly than this, whatever few families seem to say. */
const MOST_HERITABILITY = 0.9

/** How much plants of a family differ in a trait, and what families say of how far it is handed on. */
export interface FamilySpread {
  /** standard deviation within families */
  deviation: number
  families: number
  heritability: number
}

/**
 * How much plants of one family differ in each trait, over all families that were scored, and how far the trait is handed on: what
 * lies between families beside what lies within, drawn towards what is assumed as if two families had shown that.
 *
 * @param plants with the cross each came from, and the looks at its traits
 * @returns traits of which no family was scored are left out
 * @see Falconer & Mackay (1996), Introduction to Quantitative Genetics, ch. 10 (sib analysis)
 */
export function familySpreads(
  plants: { crossId: string | null; looks: ReadonlyMap<string, Looks> }[],
  traits: CropTrait[],
): Record<string, FamilySpread> {
  const families = [
    ...group(
      plants.filter(p => p.crossId),
      p => p.crossId,
    ).values(),
  ]
  return Object.fromEntries(
    traits.flatMap(trait => {
      const told = families
        .map(family =>
          family.flatMap(({ looks }) => {
            const own = looks.get(trait.id)
            return (own && meanOfLooks(trait, own)) ?? []
          }),
        )
        .filter(means => means.length >= LEAST)
      if (!told.length) return []
      const squares = sum(told, means => {
        const centre = sum(means) / means.length
        return sum(means, m => (m - centre) ** 2)
      })
      const deviation = Math.sqrt(squares / sum(told, means => means.length - 1))
      return [[trait.id, { deviation, families: told.length, heritability: handedOn(told, deviation) }]]
    }),
  )
}

/** How far a trait is handed on, by the means of families of full sibs. */
function handedOn(families: number[][], deviation: number): number {
  const sibs = ofSibs(ASSUMED_HERITABILITY)
  // On the scale of what lies within families.
  const between = deviation
    ? varianceBetween(
        [
          families.map(means => ({
            value: sum(means) / means.length / deviation,
            variance: 1 / means.length,
          })),
        ],
        sibs / (1 - sibs),
      )
    : sibs / (1 - sibs)
  return Math.min(MOST_HERITABILITY, (2 * between) / (1 + between))
}
