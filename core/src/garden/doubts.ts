import { rollup } from 'd3-array'
import type { CropGuide } from '../crops/guide'
import { doubtsAt } from '../flowers/doubts'
import type { Flower } from '../flowers/flower'
import { fatherDoubts } from '../pollen/due'
import type { GardenDay } from './day'
import { wasDonorVisited, wasVisited } from './conditions'
import type { HeldPlant } from './states'

type Placed = Pick<GardenDay, 'garden' | 'resolved'>

/** What makes seed doubtful, and at how many of the flowers it comes from. */
export interface SeedDoubt {
  words: string
  flowers: number
}

/** Doubts about the seed that a plant came from. */
export interface PlantDoubts {
  plant: { id: string; name: string }
  doubts: SeedDoubt[]
  /** flowers that its packet was harvested from */
  flowers: number
}

/** What makes the seed of a flower doubtful, where it stood. */
export const flowerDoubts = (here: Placed, flower: Flower, guide: CropGuide): string[] =>
  doubtsAt(flower, guide, {
    isVisited: wasVisited(here, flower),
    isDonorVisited: wasDonorVisited(here, flower),
  })

/** What makes the seed of a flower doubtful: how it was worked, and the pollen it got; nothing once that is settled. */
export function seedDoubts(here: Placed, flower: Flower, guide: CropGuide): string[] {
  if (flower.doubtSettled) return []
  const tubes = here.garden.states.tube
  const ofPollen = new Set(
    flower.pollinations.flatMap(({ tubeId }) => {
      const tube = tubes.get(tubeId ?? '')
      return tube ? fatherDoubts(tube) : []
    }),
  )
  return [...flowerDoubts(here, flower, guide), ...ofPollen]
}

/** What makes seed doubtful: how the flowers it comes from were worked, and the pollen they got. */
export function doubtsBehind(here: Placed, flowers: Flower[], guide: CropGuide): SeedDoubt[] {
  const words = flowers.flatMap(flower => seedDoubts(here, flower, guide))
  return [
    ...rollup(
      words,
      all => all.length,
      word => word,
    ),
  ].map(([word, count]) => ({ words: word, flowers: count }))
}

/** Generations that are looked back through. */
const GENERATIONS = 12

/** Doubts about the seed that a plant and its forebears came from, those nearest first; back to the founders. */
export function lineageDoubts(here: Placed, plantId: string): PlantDoubts[] {
  const { states, crops } = here.garden
  const doubts: PlantDoubts[] = []
  const seen = new Set<string>()
  const plantsOf = (ids: (string | null)[]): HeldPlant[] =>
    [...new Set(ids)].flatMap(id => states.plant.get(id ?? '') ?? [])
  for (let generation = plantsOf([plantId]), back = 0; back < GENERATIONS && generation.length; back++) {
    for (const { id, name, crop, sowingId } of generation) {
      seen.add(id)
      const lot = states.seedLot.get(states.sowing.get(sowingId ?? '')?.lotId ?? '')
      const flowers = (lot?.flowerIds ?? []).flatMap(flowerId => states.flower.get(flowerId) ?? [])
      const found = doubtsBehind(here, flowers, crops.get(crop)!.guide)
      if (found.length) doubts.push({ plant: { id, name }, doubts: found, flowers: flowers.length })
    }
    generation = plantsOf(generation.flatMap(p => [p.seedParentId, p.pollenParentId])).filter(
      ({ id }) => !seen.has(id),
    )
  }
  return doubts
}
