import { sum } from 'd3-array'
import type { Estimate } from '../chance/estimate'
import { without } from '../crops/digest'
import { cropYields, shareEstimate } from '../crops/knowledge'
import type { CropHistory } from '../crops/records'
import { flowersByPlant } from '../crops/records'
import type { Station } from '../crosses/course'
import type { Cross } from '../crosses/cross'
import type { CrossProgress } from '../crosses/progress'
import { progressOf } from '../crosses/progress'
import type { Stem } from '../crosses/stem'
import { stemOf } from '../crosses/stem'
import type { FlowerDue } from '../flowers/due'
import { dueAt } from '../flowers/due'
import type { Flower } from '../flowers/flower'
import { reachedUnder, takenUnder } from '../flowers/units'
import type { FruitLoad } from '../plants/fruitLoad'
import type { Plant } from '../plants/plant'
import { bearingOf } from '../plants/plant'
import { fruitLoadOf } from '../plants/fruitLoad'
import type { SeedLot } from '../seed/lot'
import type { Sowing } from '../seed/sowing'
import { parentBlooms } from './blooms'
import type { GardenDay } from './day'
import { flowerDoubts } from './doubts'
import type { Ripening } from './fruits'
import { ripeningOf } from './fruits'
import { aroundPlant } from './places'
import { once } from '../once'
import type { TubeForCross } from './pollen'
import { pollenAt, tubesFor } from './pollen'

/** A cross in the list: how far it has come. */
export interface CrossLine {
  cross: Cross
  counts: Record<Station, number>
  progress: CrossProgress
  /** flowers at which something is due */
  due: number
}

/** One cross with all that was made of it. */
export interface CrossView {
  cross: Cross
  stem: Stem
  progress: CrossProgress
  /** what its seed parent carries, from all crosses */
  load: FruitLoad
  flowers: {
    flower: Flower
    due: FlowerDue | null
    doubts: string[]
    /** when its fruit is ripe, while it hangs */ ripening: Ripening | null
  }[]
  /** what the small flowers of its seed parent are marked with; null: with nothing */
  marks: Plant['marks']
  /** what was alive in the tube, for flowers that got their pollen out of one */
  pollen: Record<string, { tubeId: string; code: string; alive: Estimate; doubts: string[] }>
  /** tubes of its pollen parent that could be used now */
  tubes: TubeForCross[]
  lots: SeedLot[]
  sowings: Sowing[]
  offspring: number
}

function countsOf({ flowers, lots, sowings, offspring }: CropHistory): Record<Station, number> {
  return {
    pollinated: sum(flowers, reachedUnder),
    taken: sum(flowers, takenUnder),
    seeds: sum(lots, lot => lot.seeds - lot.empty),
    sown: sum(sowings, sowing => sowing.seeds),
    up: sum(sowings, sowing => sowing.up),
    judged: offspring.filter(p => p.verdict).length,
    kept: offspring.filter(p => p.verdict?.verdict === 'keep').length,
  }
}

/** All crosses of the garden, the latest first. */
export const crossLines = (day: GardenDay): CrossLine[] =>
  once(day, 'crosses', () => {
    const blooms = parentBlooms(day)
    const lines = [...day.garden.crops.values()].flatMap(crop =>
      crop.history.crosses.map((cross): CrossLine => {
        const { guide, knowledge } = crop
        const own = crop.ofCross(cross.id)
        const dues = own.flowers.map(flower =>
          dueAt(flower, guide, knowledge, aroundPlant(day, flower.seedParentId)),
        )
        return {
          cross,
          counts: countsOf(own),
          progress: progressOf(cross, own.flowers, guide, day.today, blooms.get(cross.seedParentId)),
          due: dues.filter(due => due && due.from <= day.today).length,
        }
      }),
    )
    return lines.sort(
      (a, b) =>
        b.cross.plannedOn.localeCompare(a.cross.plannedOn) || b.cross.code.localeCompare(a.cross.code),
    )
  })

/** One cross; null when it is not in the garden, or is left out until it is put right. */
export function crossView(day: GardenDay, id: string): CrossView | null {
  const cross = day.garden.states.cross.get(id)
  if (!cross) return null
  const crop = day.garden.crops.get(cross.crop)!
  const { guide, digest, digests, knowledge, history, ofCross } = crop
  const { flowers, lots, sowings, offspring } = ofCross(id)
  const around = aroundPlant(day, cross.seedParentId)
  const mother = day.garden.states.plant.get(cross.seedParentId)
  // What was planned is told by the other crosses: this one's own outcome is what it is compared with.
  const planned = cropYields(guide, without(digest, digests.get(id)!), cross)
  return {
    cross,
    stem: stemOf({ cross, ...ofCross(id) }, planned, cropYields(guide, digest, cross)),
    progress: progressOf(cross, flowers, guide, day.today, parentBlooms(day).get(cross.seedParentId)),
    load: fruitLoadOf(
      flowersByPlant(history).get(cross.seedParentId) ?? [],
      guide,
      shareEstimate(knowledge.shares.take).median,
      // A plant whose state is damaged is left out, and its crosses are shown all the same.
      mother && bearingOf(mother),
    ),
    flowers: flowers.map(flower => ({
      flower,
      due: dueAt(flower, guide, knowledge, around),
      doubts: flowerDoubts(day, flower, guide),
      ripening: flower.status === 'taken' ? ripeningOf(day, flower, crop) : null,
    })),
    marks: mother?.marks ?? null,
    pollen: pollenAt(day, flowers),
    tubes: tubesFor(day, id),
    lots,
    sowings,
    offspring: offspring.length,
  }
}
