import type { CropGuide } from '../crops/guide'
import { flowerForms } from '../crops/forms/forms'
import { usualSchool } from '../crops/guide'
import type { FlowerStep } from './steps'
import { FLOWER_WORK } from './work'

/** The steps that flowers of a crop go through, in the order of the work: those of their form that the crop needs. */
export function stepsOf(guide: CropGuide): FlowerStep[] {
  return flowerForms[guide.form].steps.filter(step => !FLOWER_WORK[step].isLeftOut?.(guide))
}

/** True where a step belongs to the method of a crop. */
export const hasStep = (guide: CropGuide, step: FlowerStep): boolean => stepsOf(guide).includes(step)

/**
 * What it means for the seed that a step of the form was left out; null where little is known of it, where its own pollen takes
 * not, or where the anthers are usually left because they shed after its stigma was worked.
 */
export function omissionOf(guide: CropGuide, step: FlowerStep): string | null {
  const keepsAnthers = guide.mating === 'selfIncompatible' || usualSchool(guide, 'emasculation') === 'none'
  if (step === 'emasculate' && keepsAnthers) return null
  return flowerForms[guide.form].omitted[step] ?? null
}
