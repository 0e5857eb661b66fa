import type { CropGuide } from '../crops/guide'
import { usualSchool } from '../crops/guide'
import type { School } from './schools'

/** What a drawing shows of a flower; every form is drawn from the same few things. */
export interface FlowerPicture {
  /** how far open, 0 to 1 */
  open: number
  petals: boolean
  anthers: 'closed' | 'shedding' | 'removed' | 'oneLeft'
  stigma: 'unripe' | 'receptive' | 'spent' | 'pollinated'
  /** of the ovary, 0 to 1: a ripe fruit */
  swelling: number
  cover: Exclude<School<'cover'>, 'none'> | null
  /** the tip of the style is hairy rather than shining where it is ready */
  isFuzzy?: boolean
  /** withered or browned, a flower that failed */
  isWithered?: boolean
}

/** Which of a step's cues is meant: the one that says yes, one that says too young or not yet, one that says too old or failed, the sign that shows once it was done. */
export type CueSide = 'yes' | 'young' | 'old' | 'sign'

/** A bud at the stage at which it is chosen. */
export const bud: FlowerPicture = {
  open: 0.2,
  petals: true,
  anthers: 'closed',
  stigma: 'unripe',
  swelling: 0,
  cover: null,
}

/** A flower whose anthers are out, or stay in where the crop needs no emasculation. */
export const prepared = (guide: CropGuide): FlowerPicture => ({
  ...bud,
  open: 0.4,
  petals: !['off', 'rays'].includes(usualSchool(guide, 'petals') ?? 'on'),
  anthers: guide.emasculation.needed ? 'removed' : 'closed',
})

/** A flower that has set: its ovary swollen so far. */
export const fruiting = (guide: CropGuide, swelling: number): FlowerPicture => ({
  ...prepared(guide),
  petals: false,
  stigma: 'spent',
  swelling,
})

/** The cover that is usual for a crop; mesh where flowers are usually left open. */
export function coverOf(guide: CropGuide): NonNullable<FlowerPicture['cover']> {
  const usual = usualSchool(guide, 'cover') ?? guide.isolation.ways[0]!
  return usual === 'none' ? 'mesh' : usual
}
