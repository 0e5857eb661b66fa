import type { Trait } from '../../offspring/trait'

/** Why a plant is neither kept nor thrown away yet, in any crop. */
export const watchReasons = [
  'look again next season',
  'first bloom may mislead',
  'one thing is very good',
  'too few looks yet',
] as const

/** A trait that is scored in steps. */
export const steps = (id: string, name: string, hint: string, ...names: string[]): Trait => ({
  id,
  name,
  hint,
  scale: 'steps',
  steps: names,
})

/** A trait that is there or not. */
export const yesNo = (id: string, name: string, hint: string): Trait => ({ id, name, hint, scale: 'yesNo' })

/** A trait that is measured. */
export const measure = (id: string, name: string, hint: string, unit: string, most: number): Trait => ({
  id,
  name,
  hint,
  scale: 'measure',
  unit,
  most,
})

/** A trait that is counted. */
export const count = (id: string, name: string, hint: string, most: number): Trait => ({
  id,
  name,
  hint,
  scale: 'count',
  most,
})

export const doubling = steps(
  'doubling',
  'doubling',
  'Fully open flower; look again next season.',
  'single',
  'semi',
  'double',
)
export const flowerColour = (...names: string[]) =>
  steps('flower-colour', 'flower colour', 'Inner face, first fully open flower, in daylight.', ...names)
export const height = (most: number) => measure('height', 'height', 'Soil to highest tip.', 'cm', most)
