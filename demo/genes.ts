import type { Scribe } from './scribe'

/** Two alleles at each locus, by its name. */
export type Genes = Record<string, [number, number]>

/** A trait that many loci make together: from `low` to `high`, with the luck of the place on top. */
interface ManyLoci {
  trait: string
  loci: number
  low: number
  high: number
  luck: number
  isStep: boolean
}

/** A locus with a letter of its own; its first allele is 1. */
interface OneLocus {
  locus: string
  /** score of 2, 1 and no first alleles */ scores: [number, number, number]
}

interface CropGenes {
  many: ManyLoci[]
  one: (OneLocus & { trait: string })[]
  /** what single loci do beside each other */
  finish?: (scores: Record<string, number>, genes: Genes, scribe: Scribe) => void
  /** what a breeder of this garden likes: more is better */
  merit: (scores: Record<string, number>) => number
}

const step = (trait: string, loci: number, high: number, luck: number): ManyLoci => ({
  trait,
  loci,
  low: 0,
  high,
  luck,
  isStep: true,
})
const vigour = step('vigour', 4, 3, 0.35)
const dose = (genes: Genes, locus: string) => genes[locus]![0] + genes[locus]![1]

/** How the plants of the demo garden inherit, so that what is seen of a family follows from its parents. */
const cropGenes: Record<string, CropGenes> = {
  chilli: {
    many: [{ trait: 'height', loci: 8, low: 30, high: 92, luck: 4, isStep: false }, vigour],
    one: [
      { trait: 'leaf-colour', locus: 'purple', scores: [2, 1, 0] },
      { trait: 'fruit-stance', locus: 'hanging', scores: [0, 1, 2] },
      { trait: 'pungent', locus: 'heat', scores: [1, 1, 0] },
    ],
    finish: (scores, genes) => {
      if (scores['leaf-colour'] === 2 && dose(genes, 'dark') === 0) scores['leaf-colour'] = 3
    },
    merit: s =>
      Math.min(2, s['leaf-colour']!) / 2 + s['fruit-stance']! / 2 + (92 - s.height!) / 62 + s.vigour! / 6,
  },
  hellebore: {
    many: [step('flower-colour', 4, 4, 0.3), step('stance', 3, 2, 0.25), vigour],
    one: [{ trait: 'doubling', locus: 'single', scores: [0, 0, 2] }],
    finish: (scores, _, scribe) => {
      if (scores.doubling === 2 && scribe.chance(0.2)) scores.doubling = 1
    },
    merit: s => 1 - Math.abs(s['flower-colour']! - 3) / 3 + s.doubling! / 2 + s.stance! / 2 + s.vigour! / 6,
  },
  squash: {
    many: [
      { trait: 'fruit-mass', loci: 6, low: 2.4, high: 9.4, luck: 0.5, isStep: false },
      step('mildew', 4, 3, 0.4),
      step('skin', 3, 3, 0.3),
      step('fruits', 4, 6, 0.8),
      vigour,
    ],
    one: [{ trait: 'bush', locus: 'bushy', scores: [1, 1, 0] }],
    merit: s => (3 - s.mildew!) / 3 + 1 - Math.abs(s['fruit-mass']! - 5) / 5 + s.fruits! / 8 + s.vigour! / 6,
  },
}

/** Locus names of a trait that many make. */
const names = ({ trait, loci }: ManyLoci) => Array.from({ length: loci }, (_, i) => `${trait} ${i}`)

function luckOf(scribe: Scribe): number {
  return Array.from({ length: 6 }, () => scribe.random.uniform()).reduce((sum, u) => sum + u, -3) * Math.SQRT2
}

/** Genes that make what a founder looks like; those of a line are the same twice. */
export function genesOf(
  crop: string,
  scores: Record<string, number>,
  isLine: boolean,
  scribe: Scribe,
): Genes {
  const { many, one } = cropGenes[crop]!
  const genes: Genes = {}
  for (const trait of many) {
    const share = Math.min(
      1,
      Math.max(
        0,
        ((scores[trait.trait] ?? (trait.low + trait.high) / 2) - trait.low) / (trait.high - trait.low),
      ),
    )
    const loci = names(trait)
    const slots = isLine ? loci : [...loci, ...loci]
    const order = slots
      .map((locus, i) => ({ locus, i, at: scribe.random.uniform() }))
      .sort((a, b) => a.at - b.at)
    for (const locus of loci) genes[locus] = [0, 0]
    order.slice(0, Math.round(share * slots.length)).forEach(({ locus, i }) => {
      if (isLine) genes[locus] = [1, 1]
      else genes[locus]![i < loci.length ? 0 : 1] = 1
    })
  }
  for (const { trait, locus, scores: looks } of one) {
    const value = scores[trait] ?? looks[0]
    // A line is one of the two; of a clone that may hide a second allele, every other one does.
    genes[locus] =
      value === looks[2]
        ? [0, 0]
        : !isLine && looks[0] === looks[1] && scribe.chance(0.5)
          ? [1, 0]
          : value === looks[0]
            ? [1, 1]
            : [1, 0]
  }
  if (crop === 'chilli') {
    genes.dark = scores['leaf-colour'] === 3 ? [0, 0] : [1, 1]
    if (scores['leaf-colour']! >= 2) genes.purple = [1, 1]
  }
  return genes
}

/** Genes of an offspring. */
export function inherited(seedParent: Genes, pollenParent: Genes, scribe: Scribe): Genes {
  const from = ([a, b]: [number, number]) => (scribe.chance(0.5) ? a : b)
  return Object.fromEntries(
    Object.keys(seedParent).map(locus => [locus, [from(seedParent[locus]!), from(pollenParent[locus]!)]]),
  )
}

/** What a plant with these genes looks like this year. */
export function looksOf(crop: string, genes: Genes, scribe: Scribe): Record<string, number> {
  const { many, one, finish } = cropGenes[crop]!
  const scores: Record<string, number> = {}
  for (const trait of many) {
    const { low, high, luck, isStep } = trait
    const value =
      low +
      ((high - low) * names(trait).reduce((sum, locus) => sum + dose(genes, locus), 0)) / (2 * trait.loci) +
      luck * luckOf(scribe)
    scores[trait.trait] = isStep
      ? Math.min(high, Math.max(low, Math.round(value)))
      : Math.max(low / 2, trait.trait === 'height' ? Math.round(value) : Math.round(value * 10) / 10)
  }
  for (const { trait, locus, scores: looks } of one) scores[trait] = looks[2 - dose(genes, locus)]!
  finish?.(scores, genes, scribe)
  return scores
}

/** How much a breeder of this garden likes the look of a plant. */
export const meritOf = (crop: string, scores: Record<string, number>): number =>
  cropGenes[crop]!.merit(scores)
