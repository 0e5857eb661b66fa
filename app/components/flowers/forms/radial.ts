import type { FormId } from '@virgulta/core/crops/forms/forms'

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
