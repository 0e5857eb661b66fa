import * as v from 'valibot'
import { SCHOOLS, SCHOOL_STEPS } from '../flowers/schools'
import { kind, words } from '../log/kind'
import { CAUTION_IDS } from './cautions'
import { CropGuide } from './guide'

/** What a garden does its own way: a school it keeps to wherever a crop allows it, or a caution it has had enough of. */
export const Custom = v.variant('about', [
  v.pipe(
    v.strictObject({
      about: v.literal('school'),
      step: v.picklist(SCHOOL_STEPS),
      /** null: as each guide says */ school: v.nullable(words(40)),
    }),
    v.check(
      ({ step, school }) => school === null || Object.hasOwn(SCHOOLS[step], school),
      'This is not a school of that step.',
    ),
  ),
  v.strictObject({ about: v.literal('caution'), caution: v.picklist(CAUTION_IDS), isHidden: v.boolean() }),
])
export type Custom = v.InferOutput<typeof Custom>

export const cropKinds = {
  /** the guide of a crop as this garden has it; the built-in one stays to compare */
  guideSet: kind('guide', v.strictObject({ guide: CropGuide }), p => `guide of ${p.guide.name} set`),
  guideDropped: kind('guide', v.strictObject({}), () => 'own guide dropped'),
  customSet: kind('custom', v.strictObject({ custom: Custom }), ({ custom }) =>
    custom.about === 'school'
      ? custom.school
        ? `custom of the garden: ${(SCHOOLS[custom.step] as Record<string, string>)[custom.school]}`
        : 'custom dropped: as each guide says'
      : custom.isHidden
        ? 'a caution hidden'
        : 'a caution shown again',
  ),
}
