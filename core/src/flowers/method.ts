import type { CropGuide } from '../crops/guide'
import { flowerForms } from '../crops/forms/forms'
import type { FlowerStep } from './steps'
import { FLOWER_WORK } from './work'

/** The steps that flowers of a crop go through, in the order of the work: those of their form that the crop needs. */
export function stepsOf(guide: CropGuide): FlowerStep[] {
  return flowerForms[guide.form].steps.filter(step => !FLOWER_WORK[step].isLeftOut?.(guide))
}

/** True where a step belongs to the method of a crop. */
export const hasStep = (guide: CropGuide, step: FlowerStep): boolean => stepsOf(guide).includes(step)

/** What it means for the seed that a step of the form was left out; null where little is known of it, or its own pollen takes not. */
export const omissionOf = (guide: CropGuide, step: FlowerStep): string | null =>
  step === 'emasculate' && guide.mating === 'selfIncompatible'
    ? null
    : (flowerForms[guide.form].omitted[step] ?? null)
