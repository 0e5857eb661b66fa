import type { PlanAhead } from './plan'

/** A number of a plan that people choose. */
interface PlanNumber {
  key: string
  words: string
  most: number
}

/** A kind of plan in words: what it is called, what is done, what is chosen of it, and the numbers it begins with. */
interface PlanKind {
  name: string
  does: string
  numbers: PlanNumber[]
  usual: PlanAhead
}

const plants: PlanNumber = { key: 'plants', words: 'Plants of a generation', most: 2000 }
const looks: PlanNumber = { key: 'looks', words: 'Looks at each line', most: 40 }
const generations: PlanNumber = { key: 'generations', words: 'Until generation F', most: 12 }
const kept: PlanNumber = { key: 'kept', words: 'Kept of them', most: 500 }

/** All kinds of plans, in the order in which they are offered. */
export const PLAN_KINDS: Record<PlanAhead['kind'], PlanKind> = {
  'single seed': {
    name: 'To a line by single seed',
    does: 'Cross two, sow one seed of each plant from generation to generation, then compare the lines and keep the best.',
    numbers: [plants, generations, looks],
    usual: { kind: 'single seed', plants: 60, generations: 6, looks: 4 },
  },
  'bulk': {
    name: 'To a line in bulk',
    does: 'Cross two, sow the mixed seed of all from generation to generation, then compare lines and keep the best.',
    numbers: [plants, generations, looks],
    usual: { kind: 'bulk', plants: 60, generations: 6, looks: 4 },
  },
  'pedigree': {
    name: 'To a line, chosen in each generation',
    does: 'Cross two, self the best plants of each generation, then compare the lines and keep the best.',
    numbers: [plants, kept, generations, looks],
    usual: { kind: 'pedigree', plants: 60, kept: 12, generations: 6, looks: 4 },
  },
  'backcross': {
    name: 'One allele brought in by crossing back',
    does: 'Cross, go back to the one parent again and again with a plant that carries the allele, self at the end.',
    numbers: [
      { ...plants, words: 'Plants of each cross' },
      { key: 'times', words: 'Times crossed back', most: 10 },
    ],
    usual: { kind: 'backcross', plants: 12, times: 4, isHidden: false, hasMarker: false },
  },
  'recurrent': {
    name: 'The best crossed among themselves',
    does: 'From a mixed population keep the best of each generation and cross them with each other.',
    numbers: [plants, kept, { key: 'cycles', words: 'Cycles', most: 30 }],
    usual: { kind: 'recurrent', plants: 80, kept: 12, cycles: 4 },
  },
  'clone': {
    name: 'One cross, the best seedling multiplied',
    does: 'Cross two mixed plants once, keep the best seedlings, look at them again, multiply the best.',
    numbers: [
      { ...plants, words: 'Seedlings' },
      kept,
      { key: 'looks', words: 'Looks at those kept', most: 40 },
    ],
    usual: { kind: 'clone', plants: 200, kept: 10, looks: 4 },
  },
  'broad': {
    name: 'A population kept broad',
    does: 'Sow a population from itself, by so many mothers and fathers, and choose nothing.',
    numbers: [
      { key: 'mothers', words: 'Mothers', most: 500 },
      { key: 'fathers', words: 'Fathers', most: 500 },
      { key: 'generations', words: 'Generations', most: 40 },
    ],
    usual: { kind: 'broad', mothers: 20, fathers: 20, generations: 10 },
  },
}
