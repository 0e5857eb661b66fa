import { flowerForms } from '../crops/forms/forms'
import type { CropGuide } from '../crops/guide'
import { usualSchool } from '../crops/guide'
import type { AroundFlower } from './around'
import { IN_THE_OPEN } from './around'
import type { Flower } from './flower'
import { omissionOf, stepsOf } from './method'
import { SPENT, STOOD_OPEN } from '../pollen/due'
import { FLOWER_WORK } from './work'

/** Whether visitors could come to the flower, and to the one that gave its pollen fresh; absent: as to the flower. */
type Visits = Pick<AroundFlower, 'isVisited'> & { isDonorVisited?: boolean }

/**
 * What makes the seed of a flower doubtful, in words, with what a step left out means for a flower of its form. The doubt follows
 * the seed; nothing is forbidden.
 *
 * @param around what was around it while it could have been pollinated
 */
export function doubtsAt(
  flower: Flower,
  guide: CropGuide,
  { isVisited, isDonorVisited = isVisited }: Visits = IN_THE_OPEN,
): string[] {
  if (flower.doubtSettled) return []
  const isReached = isVisited || flowerForms[guide.form].strangeBy === 'wind'
  const isWind = flowerForms[guide.form].strangeBy === 'wind'
  const fathers = [
    ...((isDonorVisited || isWind) && flower.pollinations.some(p => p.donorCovered === false)
      ? [STOOD_OPEN]
      : []),
    ...(flower.pollinations.some(p => p.donorStage === 'spent') ? [SPENT] : []),
  ]
  const opened = isReached && flower.stage === 'open' ? [OPENED] : []
  if (!flower.pollinations.length) return [...opened, ...flower.doubts]
  // A flower that is usually left open here is in no doubt for it.
  const isCoverWanted = isReached && usualSchool(guide, 'cover') !== 'none'
  const omissions = stepsOf(guide).flatMap(step => {
    const { without, isAgainstStrangers } = FLOWER_WORK[step]
    const why = omissionOf(guide, step)
    const isCalledFor = isCoverWanted || !isAgainstStrangers
    return without && why && isCalledFor && !without.isDone(flower) ? [`${without.words}: ${why}`] : []
  })
  return [...opened, ...flower.doubts, ...fathers, ...omissions]
}

const OPENED = 'was open before it was covered: other pollen may have come first'
