import type { Wish } from '@virgulta/core/aims/kinds'

/** One cross of the demo garden's story. */
export interface DemoCross {
  /** a name for later generations to refer to */
  key: string
  crop: string
  /** a founder's name, or a family and the rank of one of its judged plants: `C1#1` is the best of C1 */
  seedParent: string
  pollenParent: string
  aim: string
  /** first day at the flowers */
  begins: string
  flowers: number
  planned: number
  keepers: number
  /** seeds sown, or null when the seed stayed in the packet */
  sow: { on: string; seeds: number } | null
  judge: { on: string; share: number; traits: string[] } | null
  /** key of the aim it was planned for */
  aimKey?: string
}

const chilli = (
  key: string,
  seedParent: string,
  pollenParent: string,
  aim: string,
  begins: string,
  flowers: number,
  planned: number,
  seeds: number,
  share = 1,
  keepers = 3,
  aimKey = 'low-purple',
): DemoCross => {
  const next = Number(begins.slice(0, 4)) + 1
  return {
    key,
    crop: 'chilli',
    seedParent,
    pollenParent,
    aim,
    begins,
    flowers,
    planned,
    keepers,
    aimKey,
    sow: seeds ? { on: `${next}-02-10`, seeds } : null,
    // Leaf and stance show before the first flower is worked.
    judge: {
      on: `${next}-06-02`,
      share,
      traits: ['leaf-colour', 'fruit-stance', 'height', 'vigour', ...(aimKey === 'mild' ? ['pungent'] : [])],
    },
  }
}

const hellebore = (
  key: string,
  seedParent: string,
  pollenParent: string,
  aim: string,
  begins: string,
  flowers: number,
  planned: number,
  seeds: number,
): DemoCross => {
  const year = Number(begins.slice(0, 4))
  return {
    key,
    crop: 'hellebore',
    seedParent,
    pollenParent,
    aim,
    begins,
    flowers,
    planned,
    keepers: 2,
    aimKey: 'slate-double',
    sow: { on: `${year}-06-30`, seeds },
    judge:
      year === 2023
        ? { on: '2026-02-08', share: 0.9, traits: ['flower-colour', 'doubling', 'stance', 'vigour'] }
        : null,
  }
}

const squash = (
  key: string,
  seedParent: string,
  pollenParent: string,
  aim: string,
  begins: string,
  flowers: number,
  planned: number,
  seeds: number,
): DemoCross => {
  const next = Number(begins.slice(0, 4)) + 1
  return {
    key,
    crop: 'squash',
    seedParent,
    pollenParent,
    aim,
    begins,
    flowers,
    planned,
    keepers: 4,
    aimKey: 'keeps',
    sow: seeds ? { on: `${next}-04-28`, seeds } : null,
    judge:
      next < 2026
        ? { on: `${next}-08-25`, share: 1, traits: ['skin', 'fruit-mass', 'mildew', 'fruits'] }
        : null,
  }
}

/** Four seasons of crosses in three programmes, in the order in which they were made. */
export const programme: DemoCross[] = [
  hellebore('H1', 'Slate Hour', 'Double Rain', 'Slate on a double flower', '2023-02-06', 16, 16, 110),
  hellebore('H2', 'Heron Yard', 'Plum Vespers', 'A double that looks up', '2023-02-12', 14, 14, 90),
  hellebore('H3', 'Wet Cobble', 'Lark Gate', 'Slate that looks up', '2023-02-18', 12, 12, 80),
  chilli(
    'C1',
    'Ember Row',
    'Small Lantern',
    'Purple leaf on a plant half the height',
    '2023-06-08',
    14,
    12,
    24,
  ),
  chilli('C2', 'Ink Thimble', 'Quick Tallow', 'Dark leaf with early fruit', '2023-06-14', 12, 12, 20),
  chilli('C3', 'Copper Wren', 'Low Ladder', 'Upright fruit on a low fork', '2023-06-20', 10, 10, 18),
  chilli(
    'C4',
    'Dusk Bantam',
    'Kite Ribbon',
    'Mild fruit under a purple leaf',
    '2023-06-24',
    12,
    12,
    20,
    1,
    3,
    'mild',
  ),
  squash('S1', 'Lake Bulk', 'Barn Shelf', 'Keeps until April', '2023-06-28', 10, 10, 60),
  squash('S2', 'Cellar Drum', 'Green Furlong', 'Keeps, and shrugs off mildew', '2023-07-04', 8, 8, 50),
  squash(
    'S3',
    'Lake Bulk',
    'Lake Bulk',
    'Keep the population broad: bulked pollen',
    '2023-07-10',
    12,
    12,
    60,
  ),

  hellebore('H4', 'Slate Hour', 'Lace Cellar', 'Slate double, second try', '2024-02-04', 18, 16, 90),
  hellebore('H5', 'Ash Pail', 'Heron Yard', 'Semi-double slate that looks up', '2024-02-10', 14, 14, 80),
  hellebore('H6', 'Winter Post', 'Moss Lantern', 'White double that looks up', '2024-02-20', 12, 12, 70),
  chilli('C5', 'C1#1', 'C1#1', 'F2: purple, low and upright together', '2024-06-05', 18, 16, 280),
  chilli('C6', 'C2#1', 'C2#1', 'F2: dark leaf and early', '2024-06-09', 16, 16, 220),
  chilli('C7', 'C3#1', 'Ember Row', 'Bring purple into the low fork', '2024-06-15', 12, 12, 24),
  chilli('C8', 'Vesper Peg', 'Small Lantern', 'Flushed leaf, low plant', '2024-06-22', 12, 12, 20),
  chilli('C9', 'C4#1', 'C4#1', 'F2: mild under purple', '2024-06-28', 16, 16, 200, 1, 3, 'mild'),
  squash('S4', 'S1#1', 'S1#2', 'Sib cross among the keepers of S1', '2024-07-01', 12, 12, 70),
  squash('S5', 'Thick Jerkin', 'Amber Sill', 'Thick flesh on a smaller fruit', '2024-07-06', 10, 10, 50),
  squash('S6', 'Lake Bulk', 'Green Furlong', 'Mildew resistance into the bulk', '2024-07-10', 12, 12, 60),

  hellebore('H7', 'Wet Cobble', 'Second Bell', 'Slate double with vigour', '2025-02-05', 18, 18, 100),
  hellebore('H8', 'Night Ferry', 'Lark Gate', 'Near black that looks up', '2025-02-11', 16, 16, 80),
  hellebore('H9', 'Tin Chapel', 'Plum Vespers', 'Slate double from a third side', '2025-02-19', 14, 14, 80),
  chilli(
    'C10',
    'C1#1',
    'C7#1',
    'Purple leaf on a plant half the height, with a low fork',
    '2025-06-06',
    26,
    24,
    190,
    0.62,
    9,
  ),
  chilli('C11', 'C5#1', 'C5#1', 'F3 of the best low purple', '2025-06-10', 16, 16, 190, 0.8),
  chilli('C12', 'C5#2', 'C6#1', 'Low purple × early dark', '2025-06-15', 14, 14, 40, 0.5),
  chilli('C13', 'C6#1', 'C6#1', 'F3 of early dark', '2025-06-20', 16, 14, 170, 0.7),
  chilli('C14', 'C9#1', 'Kite Ribbon', 'Back to mild', '2025-06-26', 12, 12, 40, 0.4, 3, 'mild'),
  squash('S7', 'S2#1', 'S2#2', 'Second round for keeping', '2025-07-01', 14, 14, 70),
  squash(
    'S8',
    'Lake Bulk',
    'Lake Bulk',
    'Keep the population broad: bulked pollen',
    '2025-07-06',
    14,
    14,
    60,
  ),
  // Sown late: its seedlings still come up.
  {
    ...squash('S9', 'S5#1', 'Barn Shelf', 'Thick flesh that keeps', '2025-07-12', 12, 12, 50),
    sow: { on: '2026-05-31', seeds: 50 },
  },

  hellebore('H10', 'H1#1', 'H1#2', 'Sibs of the first slate doubles', '2026-02-12', 22, 20, 120),
  hellebore('H11', 'H2#1', 'Slate Hour', 'Back to slate', '2026-02-18', 18, 18, 100),
  hellebore('H12', 'Heron Yard', 'H3#1', 'Slate that looks up, improved', '2026-02-24', 16, 16, 90),
  chilli('C15', 'C11#1', 'C11#1', 'F4 of the low purple line', '2026-05-30', 22, 18, 0),
  chilli('C16', 'C11#2', 'C13#1', 'Low purple × early dark, the next round', '2026-06-01', 26, 24, 0),
  chilli('C17', 'Ember Row', 'Small Lantern', 'Repeat the first cross for more F2', '2026-06-04', 18, 20, 0),
  squash('S10', 'S4#1', 'S6#1', 'Keeping with mildew resistance', '2026-06-08', 14, 16, 0),
  squash('S11', 'Lake Bulk', 'S4#2', 'Keepers’ genes into the bulk', '2026-06-10', 8, 12, 0),
]

/** Names that seedlings were given when they were chosen as parents; all made up. */
export const seedlingNames: Record<string, string> = {
  'C1#1': 'Half Ember',
  'C2#1': 'Early Ink',
  'C3#1': 'Wren Fork',
  'C4#1': 'Bantam Ribbon',
  'C5#1': 'Low Ember',
  'C5#2': 'Ember Stoop',
  'C6#1': 'Ink Runner',
  'C7#1': 'Wren Ember',
  'C9#1': 'Mild Dusk',
  'C11#1': 'Low Ember Fourth',
  'C11#2': 'Low Ember Ninth',
  'C13#1': 'Ink Runner Sixth',
  'S1#1': 'April Shelf',
  'S1#2': 'May Shelf',
  'S2#1': 'Drum Furlong',
  'S2#2': 'Drum Meadow',
  'S4#1': 'April Sill',
  'S4#2': 'May Sill',
  'S5#1': 'Jerkin Sill',
  'S6#1': 'Bulk Furlong',
  'H1#1': 'Slate Rain',
  'H1#2': 'Rain Hour',
  'H2#1': 'Heron Vespers',
  'H3#1': 'Cobble Lark',
}

/** An aim of the garden, and since when. */
export interface DemoAim {
  key: string
  crop: string
  on: string
  words: string
  wishes: Wish[]
}

const wish = (
  trait: string,
  target: Wish['target'],
  weight: number,
  must = false,
  way: Wish['way'] = 'bring',
): Wish => ({ trait, way, target, weight, must })

/** What the garden is after. */
export const aims: DemoAim[] = [
  {
    key: 'low-purple',
    crop: 'chilli',
    on: '2023-01-14',
    words: 'Purple leaf and upright fruit on a plant half the height',
    wishes: [
      wish('leaf-colour', { classes: [2, 3] }, 5, true),
      wish('fruit-stance', { classes: [2] }, 4, true),
      wish('height', { from: null, to: 45 }, 4),
      wish('vigour', { classes: [2, 3] }, 2, false, 'keep'),
      wish('weather', { classes: [2] }, 2, false, 'keep'),
    ],
  },
  {
    key: 'mild',
    crop: 'chilli',
    on: '2023-01-21',
    words: 'Mild fruit under a purple leaf',
    wishes: [
      wish('pungent', { classes: [1] }, 5, true, 'lose'),
      wish('leaf-colour', { classes: [2, 3] }, 4, true),
      wish('vigour', { classes: [2, 3] }, 2, false, 'keep'),
    ],
  },
  {
    key: 'slate-double',
    crop: 'hellebore',
    on: '2022-12-04',
    words: 'A slate double that looks up',
    wishes: [
      wish('flower-colour', { classes: [3] }, 5, true),
      wish('doubling', { classes: [2] }, 5, true),
      wish('stance', { classes: [2] }, 3),
      wish('vigour', { classes: [2, 3] }, 2, false, 'keep'),
      wish('health', { classes: [0] }, 3, false, 'lose'),
    ],
  },
  {
    key: 'keeps',
    crop: 'squash',
    on: '2023-02-02',
    words: 'Keeps till April, shrugs off mildew, five kilos at most',
    wishes: [
      wish('mildew', { classes: [0, 1] }, 4, true),
      wish('fruit-mass', { from: 3, to: 5 }, 3),
      wish('fruits', { from: 3, to: null }, 2),
      wish('skin', { classes: [3] }, 1),
    ],
  },
]
