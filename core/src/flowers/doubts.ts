import type { CropGuide } from '../crops/guide'
import type { Flower } from './flower'
import { hasStep, omissionOf } from './method'
import type { FlowerStep } from './steps'

const without = (step: FlowerStep): string =>
  (
    ({
      emasculate: 'was not emasculated',
      wash: 'was not washed',
      lensCheck: 'was not looked over with a lens',
      isolate: 'was not isolated',
      cutSilks: 'silks were not cut back',
      coverAgain: 'was not closed again after pollination',
    }) as Partial<Record<FlowerStep, string>>
  )[step]!

/** The steps of its form that a pollinated flower went without. */
function omitted(flower: Flower, guide: CropGuide): FlowerStep[] {
  const { emasculation, emasculatedOn, washes, lens, isolation, silksCutOn, coveredAgainOn } = flower
  const isDone: Partial<Record<FlowerStep, boolean>> = {
    emasculate: emasculatedOn !== null && emasculation?.school !== 'none',
    // What was not emasculated has nothing to wash or to look over.
    wash: washes.length > 0 || emasculatedOn === null,
    lensCheck: lens !== null || emasculatedOn === null || emasculation?.school === 'none',
    isolate: isolation !== null && isolation.way !== 'none',
    cutSilks: silksCutOn !== null,
    coverAgain: coveredAgainOn !== null,
  }
  return (Object.keys(isDone) as FlowerStep[]).filter(step => hasStep(guide, step) && !isDone[step])
}

/**
 * What makes the seed of a flower doubtful, in words, with what a step left out means for a flower of its form. The doubt follows
 * the seed; nothing is forbidden.
 */
export function doubtsAt(flower: Flower, guide: CropGuide): string[] {
  if (!flower.pollinations.length) return flower.doubts
  return [
    ...flower.doubts,
    ...omitted(flower, guide).flatMap(step => {
      const why = omissionOf(guide, step)
      return why ? [`${without(step)}: ${why}`] : []
    }),
  ]
}
