/** How a trait comes out in a family: shares of the steps, or mean and spread of a measure. */
export type Outcome = { steps: number[] } | { mean: number, spread: number }

/** One cross of the demo garden's story. */
export interface DemoCross {
  /** a name for later generations to refer to */
  key: string
  crop: string
  /** a founder's name, or a family and the number of one of its plants: `E1#3` */
  seedParent: string
  pollenParent: string
  aim: string
  /** first day at the flowers */
  begins: string
  flowers: number
  planned: number
  keepers: number
  /** seeds sown, or null when the seed stayed in the packet */
  sow: { on: string, seeds: number } | null
  judge: { on: string, share: number, traits: Record<string, Outcome> } | null
}

const leaf = { f1: { steps: [0.02, 0.95, 0.03] }, f2: { steps: [0.26, 0.5, 0.24] }, f3: { steps: [0.04, 0.26, 0.7] } }
const stance = { f1: { steps: [0, 0.9, 0.1] }, f2: { steps: [0.25, 0.5, 0.25] }, f3: { steps: [0.05, 0.35, 0.6] } }
const height = { tall: { mean: 66, spread: 12 }, split: { mean: 54, spread: 16 }, low: { mean: 41, spread: 9 } }
const f1 = { 'leaf-colour': leaf.f1, 'fruit-stance': stance.f1, 'height': height.tall }
const f2 = { 'leaf-colour': leaf.f2, 'fruit-stance': stance.f2, 'height': height.split }
const f3 = { 'leaf-colour': leaf.f3, 'fruit-stance': stance.f3, 'height': height.low }

const chilli = (
  key: string, seedParent: string, pollenParent: string, aim: string, begins: string, flowers: number, planned: number,
  seeds: number, traits: Record<string, Outcome> = f1, share = 1, keepers = 3,
): DemoCross => {
  const next = Number(begins.slice(0, 4)) + 1
  return {
    key, crop: 'chilli', seedParent, pollenParent, aim, begins, flowers, planned, keepers,
    sow: seeds ? { on: `${next}-02-10`, seeds } : null,
    // Leaf and stance show before the first flower is worked.
    judge: { on: `${next}-06-02`, share, traits },
  }
}

const hellebore = (
  key: string, seedParent: string, pollenParent: string, aim: string, begins: string, flowers: number, planned: number, seeds: number,
): DemoCross => {
  const year = Number(begins.slice(0, 4))
  return {
    key, crop: 'hellebore', seedParent, pollenParent, aim, begins, flowers, planned, keepers: 2,
    sow: { on: `${year}-06-30`, seeds },
    judge: year === 2023
      ? { on: '2026-02-08', share: 0.9, traits: { 'flower-colour': { steps: [0.05, 0.2, 0.4, 0.28, 0.07] }, 'doubling': { steps: [0.6, 0.28, 0.12] }, 'stance': { steps: [0.4, 0.42, 0.18] } } }
      : null,
  }
}

const squash = (
  key: string, seedParent: string, pollenParent: string, aim: string, begins: string, flowers: number, planned: number, seeds: number,
): DemoCross => {
  const next = Number(begins.slice(0, 4)) + 1
  return {
    key, crop: 'squash', seedParent, pollenParent, aim, begins, flowers, planned, keepers: 4,
    sow: seeds ? { on: `${next}-04-28`, seeds } : null,
    judge: next < 2026 ? { on: `${next}-08-25`, share: 1, traits: { 'skin': { steps: [0.2, 0.4, 0.15, 0.25] }, 'fruit-mass': { mean: 5.1, spread: 1.4 }, 'mildew': { steps: [0.15, 0.4, 0.3, 0.15] } } } : null,
  }
}

/** Four seasons of crosses in three programmes, in the order in which they were made. */
export const programme: DemoCross[] = [
  hellebore('H1', 'Slate Hour', 'Double Rain', 'Slate on a double flower', '2023-02-06', 16, 16, 110),
  hellebore('H2', 'Heron Yard', 'Plum Vespers', 'A double that looks up', '2023-02-12', 14, 14, 90),
  hellebore('H3', 'Wet Cobble', 'Lark Gate', 'Slate that looks up', '2023-02-18', 12, 12, 80),
  chilli('C1', 'Ember Row', 'Small Lantern', 'Purple leaf on a plant half the height', '2023-06-08', 14, 12, 24),
  chilli('C2', 'Ink Thimble', 'Quick Tallow', 'Dark leaf with early fruit', '2023-06-14', 12, 12, 20),
  chilli('C3', 'Copper Wren', 'Low Ladder', 'Upright fruit on a low fork', '2023-06-20', 10, 10, 18),
  chilli('C4', 'Dusk Bantam', 'Kite Ribbon', 'Mild fruit under a purple leaf', '2023-06-24', 12, 12, 20),
  squash('S1', 'Lake Bulk', 'Barn Shelf', 'Keeps until April', '2023-06-28', 10, 10, 60),
  squash('S2', 'Cellar Drum', 'Green Furlong', 'Keeps, and shrugs off mildew', '2023-07-04', 8, 8, 50),
  squash('S3', 'Lake Bulk', 'Lake Bulk', 'Keep the population broad: bulked pollen', '2023-07-10', 12, 12, 60),

  hellebore('H4', 'Slate Hour', 'Lace Cellar', 'Slate double, second try', '2024-02-04', 18, 16, 90),
  hellebore('H5', 'Ash Pail', 'Heron Yard', 'Semi-double slate that looks up', '2024-02-10', 14, 14, 80),
  hellebore('H6', 'Winter Post', 'Moss Lantern', 'White double that looks up', '2024-02-20', 12, 12, 70),
  chilli('C5', 'C1#2', 'C1#2', 'F2: purple, low and upright together', '2024-06-05', 18, 16, 280, f2),
  chilli('C6', 'C2#1', 'C2#1', 'F2: dark leaf and early', '2024-06-09', 16, 16, 220, f2),
  chilli('C7', 'C3#2', 'Ember Row', 'Bring purple into the low fork', '2024-06-15', 12, 12, 24, f2),
  chilli('C8', 'Vesper Peg', 'Small Lantern', 'Flushed leaf, low plant', '2024-06-22', 12, 12, 20),
  chilli('C9', 'C4#1', 'C4#1', 'F2: mild under purple', '2024-06-28', 16, 16, 200, f2),
  squash('S4', 'S1#4', 'S1#9', 'Sib cross among the keepers of S1', '2024-07-01', 12, 12, 70),
  squash('S5', 'Thick Jerkin', 'Amber Sill', 'Thick flesh on a smaller fruit', '2024-07-06', 10, 10, 50),
  squash('S6', 'Lake Bulk', 'Green Furlong', 'Mildew resistance into the bulk', '2024-07-10', 12, 12, 60),

  hellebore('H7', 'Wet Cobble', 'Second Bell', 'Slate double with vigour', '2025-02-05', 18, 18, 100),
  hellebore('H8', 'Night Ferry', 'Lark Gate', 'Near black that looks up', '2025-02-11', 16, 16, 80),
  hellebore('H9', 'Tin Chapel', 'Plum Vespers', 'Slate double from a third side', '2025-02-19', 14, 14, 80),
  chilli('C10', 'Ember Row', 'Low Ladder', 'Purple leaf on a plant half the height, with a low fork', '2025-06-06', 26, 24, 190, f2, 0.62, 9),
  chilli('C11', 'C5#7', 'C5#7', 'F3 of the best low purple', '2025-06-10', 16, 16, 190, f3, 0.8),
  chilli('C12', 'C5#12', 'C6#5', 'Low purple × early dark', '2025-06-15', 14, 14, 40, f2, 0.5),
  chilli('C13', 'C6#5', 'C6#5', 'F3 of early dark', '2025-06-20', 16, 14, 170, f3, 0.7),
  chilli('C14', 'C9#3', 'Kite Ribbon', 'Back to mild', '2025-06-26', 12, 12, 40, f2, 0.4),
  squash('S7', 'S2#3', 'S2#8', 'Second round for keeping', '2025-07-01', 14, 14, 70),
  squash('S8', 'Lake Bulk', 'Lake Bulk', 'Keep the population broad: bulked pollen', '2025-07-06', 14, 14, 60),
  squash('S9', 'S5#2', 'Barn Shelf', 'Thick flesh that keeps', '2025-07-12', 12, 12, 50),

  hellebore('H10', 'H1#5', 'H1#11', 'Sibs of the first slate doubles', '2026-02-12', 22, 20, 120),
  hellebore('H11', 'H2#4', 'Slate Hour', 'Back to slate', '2026-02-18', 18, 18, 100),
  hellebore('H12', 'Heron Yard', 'H3#6', 'Slate that looks up, improved', '2026-02-24', 16, 16, 90),
  chilli('C15', 'C11#4', 'C11#4', 'F4 of the low purple line', '2026-05-30', 22, 18, 0),
  chilli('C16', 'C11#9', 'C13#6', 'Low purple × early dark, the next round', '2026-06-01', 26, 24, 0),
  chilli('C17', 'Ember Row', 'Small Lantern', 'Repeat the first cross for more F2', '2026-06-04', 18, 20, 0),
  squash('S10', 'S4#5', 'S6#7', 'Keeping with mildew resistance', '2026-06-08', 14, 16, 0),
  squash('S11', 'Lake Bulk', 'S4#9', 'Keepers’ genes into the bulk', '2026-06-10', 8, 12, 0),
]

/** Names that seedlings were given when they were chosen as parents; all made up. */
export const seedlingNames: Record<string, string> = {
  'C1#2': 'Half Ember', 'C2#1': 'Early Ink', 'C3#2': 'Wren Fork', 'C4#1': 'Bantam Ribbon', 'C5#7': 'Low Ember 7', 'C5#12': 'Low Ember 12',
  'C6#5': 'Ink Runner 5', 'C9#3': 'Mild Dusk 3', 'C11#4': 'Low Ember 7-4', 'C11#9': 'Low Ember 7-9', 'C13#6': 'Ink Runner 5-6',
  'S1#4': 'April Shelf 4', 'S1#9': 'April Shelf 9', 'S2#3': 'Drum Furlong 3', 'S2#8': 'Drum Furlong 8', 'S4#5': 'April Shelf 4-5', 'S5#2': 'Jerkin Sill 2',
  'S6#7': 'Bulk Furlong 7', 'S4#9': 'April Shelf 4-9', 'H1#5': 'Slate Rain 5', 'H1#11': 'Slate Rain 11', 'H2#4': 'Heron Vespers 4', 'H3#6': 'Cobble Lark 6',
}
