import * as v from 'valibot'
import { name, words } from '../log/kind'

const stepName = words(40)
const different = (names: string[]) => new Set(names.map(n => n.toLowerCase())).size === names.length

const described = {
  name: name(60),
  /** where and when to look */
  hint: words(300),
  /**
   * Set for traits of the whole plant, such as vigour or health: which end is good. These stay in view wherever
   * candidates are compared.
   */
  good: v.optional(v.nullable(v.picklist(['high', 'low']))),
}

/** What the values of a trait are, by its scale. */
const scales = {
  yesNo: {},
  steps: {
    steps: v.pipe(
      v.array(stepName),
      v.minLength(2, 'Give at least two steps.'),
      v.maxLength(9, 'Give at most nine steps.'),
      v.check(different, 'Two steps have the same name.'),
    ),
  },
  count: {
    most: v.pipe(
      v.number('Give the largest number that can be counted.'),
      v.minValue(1, 'The largest number is 1 or more.'),
      v.maxValue(1e6),
    ),
  },
  measure: {
    unit: words(12),
    most: v.pipe(
      v.number('Give the largest value that can be measured.'),
      v.gtValue(0, 'The largest value is above 0.'),
      v.maxValue(1e6),
    ),
  },
  /** swatches of one's own: a name and how it looks on the screen */
  colour: {
    swatches: v.pipe(
      v.array(
        v.strictObject({
          name: stepName,
          colour: v.pipe(v.string(), v.regex(/^#[0-9a-f]{6}$/i, 'A colour is written as #7a4e00.')),
        }),
      ),
      v.minLength(2, 'Give at least two swatches.'),
      v.maxLength(24, 'Give at most 24 swatches.'),
      v.check(list => different(list.map(s => s.name)), 'Two swatches have the same name.'),
    ),
  },
}

export const SCALES = Object.keys(scales) as (keyof typeof scales)[]

const variants = <M extends v.ObjectEntries>(more: M) =>
  v.variant(
    'scale',
    [
      v.object({ ...more, ...described, scale: v.literal('yesNo') }),
      v.object({ ...more, ...described, scale: v.literal('steps'), ...scales.steps }),
      v.object({ ...more, ...described, scale: v.literal('count'), ...scales.count }),
      v.object({ ...more, ...described, scale: v.literal('measure'), ...scales.measure }),
      v.object({ ...more, ...described, scale: v.literal('colour'), ...scales.colour }),
    ],
    'The scale is yes/no, steps, count, measure or colour.',
  )

/** A trait as it is described: what is looked at, and the values it can take. */
export const TraitDescription = variants({})
export type TraitDescription = v.InferOutput<typeof TraitDescription>

/** What is scored on a plant, under the id that scores go by. */
export const Trait = variants({ id: v.pipe(v.string(), v.nonEmpty(), v.maxLength(60)) })
export type Trait = v.InferOutput<typeof Trait>

/** The names of a trait's classes, in order: what a score of 0, 1, 2 … stands for. Null where scores are numbers. */
export function classNames(trait: TraitDescription): string[] | null {
  switch (trait.scale) {
    case 'yesNo':
      return ['no', 'yes']
    case 'steps':
      return trait.steps
    case 'colour':
      return trait.swatches.map(s => s.name)
    default:
      return null
  }
}

/** True where a step up means more, so that scores have a mean; swatches have no order. */
export const isOrdered = (trait: TraitDescription): boolean => trait.scale !== 'colour'
