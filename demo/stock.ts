import type { PLANT_KINDS } from '@virgulta/core/plants/kinds'

/** A founder of the demo garden; all names are made up. */
export interface Founder {
  name: string
  crop: string
  plantKind: (typeof PLANT_KINDS)[number]
  place: string
  note: string | null
  scores: Record<string, number>
}

export const PLACES = [
  'North bench 1',
  'North bench 2',
  'South bench',
  'Seed house',
  'Shade frame',
  'Woodland edge',
  'Squash plot',
]

type Row = [name: string, place: string, scores: Record<string, number>, note?: string]

const chillies: Row[] = [
  [
    'Ember Row',
    'North bench 2',
    { 'leaf-colour': 2, 'fruit-stance': 2, 'height': 82, 'vigour': 2 },
    'Purple to the stalk; bare below the first fork.',
  ],
  [
    'Small Lantern',
    'North bench 2',
    { 'leaf-colour': 0, 'fruit-stance': 0, 'height': 34, 'vigour': 3 },
    'Half the height of the others, never staked.',
  ],
  ['Dusk Bantam', 'North bench 1', { 'leaf-colour': 2, 'fruit-stance': 2, 'height': 48, 'vigour': 1 }],
  ['Copper Wren', 'North bench 1', { 'leaf-colour': 0, 'fruit-stance': 2, 'height': 61, 'vigour': 2 }],
  [
    'Ink Thimble',
    'North bench 1',
    { 'leaf-colour': 3, 'fruit-stance': 2, 'height': 55, 'vigour': 1 },
    'Darkest leaf in the house; few flowers.',
  ],
  ['Pale Rocket', 'South bench', { 'leaf-colour': 0, 'fruit-stance': 2, 'height': 90, 'vigour': 3 }],
  ['Marsh Torch', 'South bench', { 'leaf-colour': 0, 'fruit-stance': 0, 'height': 74, 'vigour': 3 }],
  [
    'Low Ladder',
    'North bench 2',
    { 'leaf-colour': 0, 'fruit-stance': 0, 'height': 38, 'vigour': 2 },
    'Forks low, stands up to wind.',
  ],
  ['Soot Wick', 'South bench', { 'leaf-colour': 3, 'fruit-stance': 0, 'height': 70, 'vigour': 1 }],
  ['Vesper Peg', 'South bench', { 'leaf-colour': 2, 'fruit-stance': 2, 'height': 58, 'vigour': 2 }],
  [
    'Kite Ribbon',
    'North bench 1',
    { 'leaf-colour': 0, 'fruit-stance': 0, 'height': 66, 'pungent': 0, 'vigour': 2 },
    'Mild.',
  ],
  [
    'Quick Tallow',
    'South bench',
    { 'leaf-colour': 0, 'fruit-stance': 2, 'height': 44, 'vigour': 3 },
    'First ripe in three seasons of four.',
  ],
  ['Brindle Peg', 'North bench 1', { 'leaf-colour': 0, 'fruit-stance': 0, 'height': 57, 'vigour': 2 }],
  [
    'Saffron Oar',
    'South bench',
    { 'leaf-colour': 0, 'fruit-stance': 0, 'height': 80, 'pungent': 0, 'vigour': 3 },
  ],
]

const hellebores: Row[] = [
  [
    'Slate Hour',
    'Woodland edge',
    { 'flower-colour': 3, 'doubling': 0, 'stance': 1, 'vigour': 3 },
    'Clearest slate; single.',
  ],
  [
    'Double Rain',
    'Woodland edge',
    { 'flower-colour': 2, 'doubling': 2, 'stance': 0, 'vigour': 2 },
    'Full double, hangs its head.',
  ],
  ['Wet Cobble', 'Shade frame', { 'flower-colour': 3, 'doubling': 1, 'stance': 0, 'vigour': 2 }],
  ['Plum Vespers', 'Shade frame', { 'flower-colour': 2, 'doubling': 2, 'stance': 1, 'vigour': 2 }],
  [
    'Heron Yard',
    'Woodland edge',
    { 'flower-colour': 3, 'doubling': 0, 'stance': 2, 'vigour': 2 },
    'Looks up; slow to bulk.',
  ],
  ['Snow Ledger', 'Woodland edge', { 'flower-colour': 0, 'doubling': 1, 'stance': 1, 'vigour': 3 }],
  ['Night Ferry', 'Shade frame', { 'flower-colour': 4, 'doubling': 0, 'stance': 1, 'vigour': 1 }],
  [
    'Lark Gate',
    'Woodland edge',
    { 'flower-colour': 1, 'doubling': 0, 'stance': 2, 'vigour': 3 },
    'Best upright stance.',
  ],
  ['Tin Chapel', 'Shade frame', { 'flower-colour': 3, 'doubling': 0, 'stance': 0, 'vigour': 2 }],
  ['Lace Cellar', 'Shade frame', { 'flower-colour': 1, 'doubling': 2, 'stance': 0, 'vigour': 2 }],
  ['Rook Lantern', 'Woodland edge', { 'flower-colour': 4, 'doubling': 0, 'stance': 0, 'vigour': 2 }],
  ['Still Weir', 'Woodland edge', { 'flower-colour': 2, 'doubling': 0, 'stance': 1, 'vigour': 3 }],
  ['Ash Pail', 'Shade frame', { 'flower-colour': 3, 'doubling': 1, 'stance': 1, 'vigour': 1 }],
  ['Winter Post', 'Woodland edge', { 'flower-colour': 0, 'doubling': 0, 'stance': 2, 'vigour': 3 }],
  ['Moss Lantern', 'Shade frame', { 'flower-colour': 0, 'doubling': 2, 'stance': 1, 'vigour': 2 }],
  ['Second Bell', 'Woodland edge', { 'flower-colour': 1, 'doubling': 2, 'stance': 0, 'vigour': 3 }],
]

const squashes: Row[] = [
  [
    'Lake Bulk',
    'Squash plot',
    { 'skin': 1, 'fruit-mass': 6.2, 'mildew': 1, 'fruits': 3 },
    'Kept broad by pollen of many plants.',
  ],
  [
    'Barn Shelf',
    'Squash plot',
    { 'skin': 3, 'fruit-mass': 4.1, 'mildew': 2, 'fruits': 4 },
    'Sound in April three years running.',
  ],
  ['Cellar Drum', 'Squash plot', { 'skin': 3, 'fruit-mass': 5.4, 'mildew': 1, 'fruits': 2 }],
  ['Amber Sill', 'Squash plot', { 'skin': 1, 'fruit-mass': 3.8, 'mildew': 2, 'fruits': 5 }],
  ['Broad Thole', 'Squash plot', { 'skin': 0, 'fruit-mass': 8.9, 'mildew': 3, 'fruits': 2 }],
  [
    'Green Furlong',
    'Squash plot',
    { 'skin': 2, 'fruit-mass': 4.7, 'mildew': 0, 'fruits': 4 },
    'No mildew in a bad year.',
  ],
  ['Winter Loaf', 'Squash plot', { 'skin': 0, 'fruit-mass': 3.1, 'mildew': 1, 'fruits': 5 }],
  ['Thick Jerkin', 'Squash plot', { 'skin': 3, 'fruit-mass': 6.0, 'mildew': 2, 'fruits': 2 }],
]

/** What is amiss with the whole plant, where something is: 2 is sound. */
export const faults: Record<string, { health?: number; weather?: number }> = {
  'Ink Thimble': { health: 1, weather: 1 },
  'Soot Wick': { health: 0, weather: 1 },
  'Pale Rocket': { weather: 0 },
  'Saffron Oar': { weather: 0 },
  'Ember Row': { weather: 1 },
  'Dusk Bantam': { health: 1 },
  'Night Ferry': { health: 0 },
  'Ash Pail': { health: 1, weather: 1 },
  'Double Rain': { weather: 1 },
  'Lace Cellar': { health: 1, weather: 0 },
  'Broad Thole': { health: 1 },
}

/** Swatches of a trait of the garden's own. */
export const edgeSwatches = [
  { name: 'plain', colour: '#7d6a78' },
  { name: 'bone', colour: '#e6dcc8' },
  { name: 'wine line', colour: '#6b2239' },
]

const founders = (crop: string, plantKind: Founder['plantKind'], rows: Row[]): Founder[] =>
  rows.map(([name, place, scores, note = null]) => ({ name, crop, plantKind, place, note, scores }))

/** The stock the demo garden began with. */
export const stock: Founder[] = [
  ...founders('chilli', 'line', chillies),
  ...founders('hellebore', 'clone', hellebores),
  ...founders('squash', 'population', squashes),
]
