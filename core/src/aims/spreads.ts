import { group, sum } from 'd3-array'
import type { CropTrait } from '../crops/definition'
import type { Looks } from '../offspring/summary'
import { meanOfLooks } from '../offspring/summary'

/** Families with fewer scored plants tell little of how much plants of a family differ. */
const LEAST = 5

/**
 * How much plants of one family differ in each trait, over all families that were scored.
 *
 * @param plants with the cross each came from, and the looks at its traits
 * @returns standard deviation within families, and how many families told it; traits without are left out
 */
export function familySpreads(
  plants: { crossId: string | null; looks: ReadonlyMap<string, Looks> }[],
  traits: CropTrait[],
): Record<string, { deviation: number; families: number }> {
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
      return [
        [
          trait.id,
          { deviation: Math.sqrt(squares / sum(told, means => means.length - 1)), families: told.length },
        ],
      ]
    }),
  )
}
