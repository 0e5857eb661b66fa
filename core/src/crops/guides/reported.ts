import type { CropGuide } from '../guide'

type Reported = Pick<CropGuide, 'loci' | 'rules'>
type Locus = CropGuide['loci'][number]

const CHECK = 'Check in your own families.'

/** A locus that is commonly reported, as far as is known inherited by itself; the first allele hides the next. */
const locus = (id: string, name: string, alleles: string[], reported: string): Locus => ({
  id,
  name,
  alleles,
  dominance: 'complete',
  group: null,
  cM: null,
  note: `${reported} ${CHECK}`,
})

/** Two loci that look the same and are only told apart by crossing. */
const pair = (
  name: string,
  reported: string,
  first: [id: string, alleles: string[]],
  second: [id: string, alleles: string[]],
): Locus[] => [
  locus(first[0], `${name}, first`, first[1], reported),
  locus(second[0], `${name}, second`, second[1], reported),
]

/** A rule that makes a trait: the first case that fits decides. */
const makes = (
  trait: string,
  name: string,
  otherwise: string,
  ...cases: CropGuide['rules'][number]['cases']
): CropGuide['rules'][number] => ({ id: `${trait}-rule`, name, trait, otherwise, cases })

/**
 * Loci that are commonly reported of a crop, and what they make together. General knowledge, marked as reported: a garden's own
 * families decide.
 */
export const reported = {
  pea: {
    loci: [
      locus(
        'coloured',
        'coloured flower',
        ['A', 'a'],
        'White flowers and pale seed are reported as recessive.',
      ),
      locus(
        'full-colour',
        'full flower colour',
        ['B', 'b'],
        'Pink is reported as the recessive of purple, where there is colour at all.',
      ),
      locus('round', 'round seed', ['R', 'r'], 'Wrinkled seed is reported as recessive.'),
      ...pair(
        'parchment',
        'A pod without parchment is reported where either of two loci is recessive.',
        ['parchment-p', ['P', 'p']],
        ['parchment-v', ['V', 'v']],
      ),
      locus('tall', 'tall', ['Le', 'le'], 'Dwarf is reported as recessive.'),
    ],
    rules: [
      makes(
        'flower-colour',
        'flower colour',
        'white',
        { when: { 'coloured': 'A', 'full-colour': 'B' }, is: 'purple' },
        { when: { coloured: 'A' }, is: 'pink' },
      ),
      makes('wrinkled', 'wrinkled seed', 'yes', { when: { round: 'R' }, is: 'no' }),
      makes('pod', 'pod', 'sugar', { when: { 'parchment-p': 'P', 'parchment-v': 'V' }, is: 'parchment' }),
    ],
  },
  tomato: {
    loci: [
      locus('red-flesh', 'red flesh', ['R', 'r'], 'Yellow flesh is reported as recessive.'),
      locus(
        'yellow-skin',
        'yellow skin',
        ['Y', 'y'],
        'Clear skin is reported as recessive; over red flesh it looks pink.',
      ),
      locus('not-tangerine', 'not tangerine', ['T', 't'], 'Tangerine orange is reported as recessive.'),
      locus('cut-leaf', 'cut leaf', ['C', 'c'], 'Potato leaf is reported as recessive.'),
      locus('climbing', 'indeterminate', ['Sp', 'sp'], 'Bush habit is reported as recessive.'),
    ],
    rules: [
      makes(
        'fruit-colour',
        'fruit colour',
        'yellow',
        { when: { 'red-flesh': 'R', 'not-tangerine': 'T', 'yellow-skin': 'Y' }, is: 'red' },
        { when: { 'red-flesh': 'R', 'not-tangerine': 'T' }, is: 'pink' },
        { when: { 'red-flesh': 'R' }, is: 'orange' },
      ),
      makes('potato-leaf', 'potato leaf', 'yes', { when: { 'cut-leaf': 'C' }, is: 'no' }),
    ],
  },
  lettuce: {
    loci: [
      ...pair(
        'red',
        'Red is reported only where two loci both have a dominant.',
        ['red-c', ['C', 'c']],
        ['red-g', ['G', 'g']],
      ),
      locus(
        'red-all-over',
        'red all over',
        ['R', 'r'],
        'Red that only flushes the leaf is reported as recessive.',
      ),
    ],
    rules: [
      makes(
        'leaf-colour',
        'leaf colour',
        'green',
        { when: { 'red-c': 'C', 'red-g': 'G', 'red-all-over': 'R' }, is: 'red' },
        { when: { 'red-c': 'C', 'red-g': 'G' }, is: 'flushed' },
      ),
    ],
  },
  sweetcorn: {
    loci: [
      locus('starchy', 'starchy', ['Su', 'su'], 'Sugary grain is reported as recessive.'),
      locus(
        'not-shrunken',
        'not shrunken',
        ['Sh', 'sh'],
        'Shrunken, very sweet grain is reported as recessive.',
      ),
      locus('yellow-grain', 'yellow grain', ['Y', 'y'], 'White grain is reported as recessive.'),
      ...pair(
        'coloured grain skin',
        'Colour in the grain’s skin is reported where two loci both have a dominant.',
        ['skin-c', ['C', 'c']],
        ['skin-r', ['R', 'r']],
      ),
      locus('blue-skin', 'blue grain skin', ['Pr', 'pr'], 'Red instead of blue is reported as recessive.'),
    ],
    rules: [
      makes(
        'grain',
        'grain colour',
        'white',
        { when: { 'skin-c': 'C', 'skin-r': 'R', 'blue-skin': 'Pr' }, is: 'blue' },
        { when: { 'skin-c': 'C', 'skin-r': 'R' }, is: 'red' },
        { when: { 'yellow-grain': 'Y' }, is: 'yellow' },
      ),
      makes('wrinkled', 'wrinkled grain', 'yes', {
        when: { 'starchy': 'Su', 'not-shrunken': 'Sh' },
        is: 'no',
      }),
    ],
  },
  rose: {
    loci: [
      locus('once', 'once-flowering', ['O', 'o'], 'Flowering again is reported as recessive.'),
      locus(
        'doubled',
        'double flower',
        ['D', 'd'],
        'More than five petals is reported as dominant; how many more has other causes.',
      ),
    ],
    rules: [
      makes('repeats', 'flowers again', 'yes', { when: { once: 'O' }, is: 'no' }),
      makes('doubling', 'doubling', 'single', { when: { doubled: 'D' }, is: 'double' }),
    ],
  },
  sweetPea: {
    loci: [
      ...pair(
        'colour',
        'White is reported where either of two loci is recessive: two whites may give colour.',
        ['colour-c', ['C', 'c']],
        ['colour-r', ['R', 'r']],
      ),
      locus('tendril', 'tendrils', ['T', 't'], 'A leaf without tendrils is reported as recessive.'),
    ],
    rules: [
      makes('flower-colour', 'flower colour', 'white', {
        when: { 'colour-c': 'C', 'colour-r': 'R' },
        is: 'mauve',
      }),
      makes('tendrils', 'tendrils', 'no', { when: { tendril: 'T' }, is: 'yes' }),
    ],
  },
} satisfies Record<string, Reported>
