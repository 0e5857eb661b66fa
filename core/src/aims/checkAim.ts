import { Refusal } from '../log/refusal'
import type { CropTrait } from '../crops/definition'
import { classNames } from '../offspring/trait'
import type { Wish } from './kinds'

/** Checks that every wish fits its trait. @throws {Refusal} with what is allowed */
export function checkAim(wishes: Wish[], traits: CropTrait[]): void {
  for (const wish of wishes) {
    const trait = traits.find(t => t.id === wish.trait)
    if (!trait)
      throw new Refusal(
        'unknown-trait',
        'A wish is for a trait that is not scored on this crop; the crop lists the ones that are.',
        'wishes',
      )
    const classes = classNames(trait)
    if (classes && !('classes' in wish.target))
      throw new Refusal(
        'off-scale',
        `Choose which of these is wished: ${trait.name} is ${classes.join(', ')}.`,
        'wishes',
      )
    if (!classes && 'classes' in wish.target)
      throw new Refusal('off-scale', `${trait.name} is a number: give a range.`, 'wishes')
    if (classes && 'classes' in wish.target && wish.target.classes.some(c => c >= classes.length))
      throw new Refusal('off-scale', `${trait.name} is one of: ${classes.join(', ')}.`, 'wishes')
    if (classes && 'classes' in wish.target && new Set(wish.target.classes).size === classes.length)
      throw new Refusal(
        'wishes-all',
        `Every ${trait.name} would do: choose fewer, or take the wish out.`,
        'wishes',
      )
  }
}
