import type { FormId } from '@virgulta/core/crops/forms/forms'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { usualSchool } from '@virgulta/core/crops/guide'
import type { School } from '@virgulta/core/flowers/schools'
import type { RoundStep } from '@virgulta/core/round/round'

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
  /** withered or browned, a flower that failed */
  isWithered?: boolean
}

const bud: FlowerPicture = {
  open: 0.2,
  petals: true,
  anthers: 'closed',
  stigma: 'unripe',
  swelling: 0,
  cover: null,
}

/** Which of a step's cues is meant: the one that says yes, or one that says not. */
export type CueSide = 'yes' | 'young' | 'old'

const coverOf = (guide: CropGuide): FlowerPicture['cover'] => {
  const usual = usualSchool(guide, 'cover') ?? guide.isolation.ways[0]!
  return usual === 'none' ? null : usual
}

/**
 * What a flower looks like at a step, by its guide.
 *
 * @param side the cue that says yes, too young or not yet, too old or failed
 */
export function pictureAt(step: RoundStep, guide: CropGuide, side: CueSide = 'yes'): FlowerPicture {
  const isStripped = usualSchool(guide, 'petals') === 'off'
  const cut: FlowerPicture = {
    ...bud,
    open: 0.4,
    petals: !isStripped,
    anthers: guide.emasculation.needed ? 'removed' : 'closed',
  }
  switch (step) {
    case 'choose':
    case 'thin':
      return side === 'yes'
        ? bud
        : side === 'young'
          ? { ...bud, open: 0 }
          : { ...bud, open: 1, anthers: 'shedding', stigma: 'pollinated' }
    case 'petalsOff':
      return { ...cut, petals: false, stigma: 'pollinated' }
    case 'emasculate':
      return side === 'old' ? { ...bud, open: 0.8, anthers: 'shedding' } : cut
    case 'wash':
      return { ...cut, open: 0.6 }
    case 'lensCheck':
      return side === 'yes' ? { ...cut, open: 0.6 } : { ...cut, open: 0.6, anthers: 'oneLeft' }
    case 'isolate':
    case 'cutSilks':
      return { ...cut, cover: coverOf(guide) ?? 'mesh' }
    case 'look':
      return {
        ...cut,
        open: side === 'young' ? 0.4 : 0.7,
        stigma: side === 'yes' ? 'receptive' : side === 'young' ? 'unripe' : 'spent',
        isWithered: side === 'old',
      }
    case 'pollinate':
      return { ...cut, open: 0.7, stigma: 'pollinated' }
    case 'coverAgain':
      return { ...cut, open: 0.6, stigma: 'pollinated', cover: coverOf(guide) ?? 'mesh' }
    case 'takeLook':
      return side === 'yes'
        ? { ...cut, petals: false, stigma: 'spent', swelling: 0.4 }
        : { ...cut, stigma: 'spent', isWithered: true }
    case 'uncover':
      return { ...cut, petals: false, stigma: 'spent', swelling: 0.6 }
    case 'net':
      return { ...cut, petals: false, stigma: 'spent', swelling: 0.85, cover: 'mesh' }
    default:
      return { ...cut, petals: false, stigma: 'spent', swelling: 1 }
  }
}

/** How the drawing of a radial form is built: lengths in the drawing's units, angles in degrees from upright. */
export interface RadialGeometry {
  petal: { length: number; width: number; shut: number; open: number; shape: 'round' | 'pointed' }
  /** petals that are joined to a bell or a star's tube */
  tube: number
  stamens: { count: number; length: number; spread: number } | null
  styles: { count: number; length: number; spread: number }
  stigma: 'dot' | 'lobes' | 'broad'
  ovary: 'above' | 'below'
  fruit: 'pods' | 'pod' | 'berry' | 'gourd' | 'hip'
  isNodding: boolean
}

/** The forms that are built round one middle. */
export const radialForms: Partial<Record<FormId, RadialGeometry>> = {
  openBowl: {
    petal: { length: 104, width: 46, shut: 16, open: 66, shape: 'round' },
    tube: 0,
    stamens: { count: 8, length: 56, spread: 62 },
    styles: { count: 3, length: 66, spread: 13 },
    stigma: 'dot',
    ovary: 'above',
    fruit: 'pods',
    isNodding: false,
  },
  trumpet: {
    petal: { length: 142, width: 26, shut: 9, open: 40, shape: 'pointed' },
    tube: 34,
    stamens: { count: 4, length: 92, spread: 24 },
    styles: { count: 1, length: 118, spread: 0 },
    stigma: 'lobes',
    ovary: 'above',
    fruit: 'pod',
    isNodding: false,
  },
  smallOpen: {
    petal: { length: 78, width: 24, shut: 14, open: 74, shape: 'pointed' },
    tube: 12,
    stamens: { count: 4, length: 44, spread: 26 },
    styles: { count: 1, length: 66, spread: 0 },
    stigma: 'dot',
    ovary: 'above',
    fruit: 'berry',
    isNodding: true,
  },
  buzz: {
    petal: { length: 96, width: 26, shut: 12, open: 22, shape: 'round' },
    tube: 62,
    stamens: { count: 4, length: 50, spread: 16 },
    styles: { count: 1, length: 104, spread: 0 },
    stigma: 'dot',
    ovary: 'below',
    fruit: 'berry',
    isNodding: true,
  },
  laterStigma: {
    petal: { length: 88, width: 30, shut: 14, open: 46, shape: 'pointed' },
    tube: 30,
    stamens: { count: 4, length: 46, spread: 34 },
    styles: { count: 1, length: 76, spread: 0 },
    stigma: 'lobes',
    ovary: 'below',
    fruit: 'pod',
    isNodding: false,
  },
  separateTied: {
    petal: { length: 116, width: 36, shut: 9, open: 52, shape: 'pointed' },
    tube: 40,
    stamens: null,
    styles: { count: 1, length: 40, spread: 0 },
    stigma: 'broad',
    ovary: 'below',
    fruit: 'gourd',
    isNodding: false,
  },
}
