import type { CropGuide } from '../crops/guide'
import type { Flower } from './flower'
import { omissionOf, stepsOf } from './method'
import { FLOWER_WORK } from './work'

/**
 * What makes the seed of a flower doubtful, in words, with what a step left out means for a flower of its form. The doubt follows
 * the seed; nothing is forbidden.
 */
export function doubtsAt(flower: Flower, guide: CropGuide): string[] {
  if (!flower.pollinations.length) return flower.doubts
  const omissions = stepsOf(guide).flatMap(step => {
    const { without } = FLOWER_WORK[step]
    const why = omissionOf(guide, step)
    return without && why && !without.isDone(flower) ? [`${without.words}: ${why}`] : []
  })
  return [...flower.doubts, ...omissions]
}
