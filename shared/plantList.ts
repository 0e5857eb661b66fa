import type { Plant } from '@virgulta/core/plants/plant'
import * as v from 'valibot'

/** Plants of a screen that notes on them in haste: all of them, or those that changed since an earlier answer. */
export interface PlantList {
  plants: Plant[]
  /** how many there are in all */
  count: number
  /** what the next question gives as `since`, to hear of changes alone */
  mark: string
  /** `plants` are only those that changed since what was given */
  isChanges: boolean
}

/** The mark of an earlier answer; one that does not fit is answered as if none were given. */
export const SinceQuery = v.object({ since: v.optional(v.pipe(v.string(), v.maxLength(40)), '') })

/**
 * An answer with all its plants, those that did not change taken from the answer before: they stay the same objects.
 *
 * @param answer all plants, or the changes since `before`
 * @returns null where plants came or went: then all are to be asked for
 */
export function listAfter<T extends PlantList>(before: T, answer: T): T | null {
  if (!answer.isChanges) return answer
  const changed = new Map(answer.plants.map(plant => [plant.id, plant]))
  const plants = before.plants.map(plant => changed.get(plant.id) ?? plant)
  // None is new, and there are as many as before: then they are the same ones.
  const known = plants.filter(plant => changed.has(plant.id)).length
  const isSame = known === changed.size && plants.length === answer.count
  return isSame ? { ...answer, plants, isChanges: false } : null
}
