import { OutOfRange } from '../chance/estimate'
import { counted } from '../formats/counted'
import type { Locus, Rule } from './locus'
import { checkLoci, orderRules } from './locus'

export const MAP_FUNCTIONS = ['haldane', 'kosambi'] as const
export type MapFunction = (typeof MAP_FUNCTIONS)[number]

/** How a crop usually gets its seed: by itself, from others, or only from others. */
export const MATINGS = ['selfing', 'outcrossing', 'selfIncompatible'] as const

/** Sets of chromosomes; allopolyploids pair like diploids and count as 2. */
export const PLOIDIES = [2, 4, 6] as const
type Ploidy = (typeof PLOIDIES)[number]

/**
 * Genotypes of one locus that are worked with at most: the work grows with their cube. Six alleles of a diploid have 21, five of a
 * tetraploid 70, four of a hexaploid 84.
 */
const MOST_GENOTYPES = 84

/** How many genotypes a locus can have: choices of alleles with repetition. */
export const genotypesAt = (alleles: number, ploidy: number): number =>
  Math.round(
    Array.from({ length: ploidy }, (_, i) => (alleles + i) / (i + 1)).reduce(
      (product, factor) => product * factor,
      1,
    ),
  )

/** False for a locus with more genotypes than can be worked with. */
export const isWithinReach = ({ alleles }: Pick<Locus, 'alleles'>, ploidy: number): boolean =>
  genotypesAt(alleles.length, ploidy) <= MOST_GENOTYPES

/** What to say of a locus that is not within reach. */
export function beyondReach({ name, alleles }: Pick<Locus, 'name' | 'alleles'>, ploidy: number): string {
  const most = alleles.findLastIndex((_, i) => genotypesAt(i + 1, ploidy) <= MOST_GENOTYPES) + 1
  return `${name} has ${genotypesAt(alleles.length, ploidy)} genotypes with ${alleles.length} alleles in ${ploidy} sets of chromosomes; ${MOST_GENOTYPES} can be worked with. Give it at most ${most} alleles.`
}

/** How a crop inherits, as people describe it. */
export interface Genetics {
  ploidy: Ploidy
  map: MapFunction
  /** probability that a gamete of an autopolyploid carries two copies of one and the same chromosome at a locus */
  doubleReduction: number
  loci: Locus[]
  rules: Rule[]
}

/** A plant's alleles: for each locus as many as the plant has sets; the same place in the lists is the same chromosome. */
export type Genotype = Record<string, string[]>

/** Loci that are inherited together, in the order of their positions. */
export interface LinkageGroup {
  loci: Locus[]
  /** recombination fraction between each locus and the next */
  recombination: number[]
}

/** Genetics, checked and laid out in linkage groups. */
export interface Genome extends Genetics {
  groups: LinkageGroup[]
  /** rules, each behind those it asks for */
  ordered: Rule[]
}

/**
 * Recombination fraction over a distance.
 *
 * @param cM ≥ 0
 * @see Haldane (1919), Journal of Genetics 8:299; Kosambi (1944), Annals of Eugenics 12:172
 */
export function recombinationOver(cM: number, map: MapFunction): number {
  const morgans = cM / 100
  return map === 'haldane' ? (1 - Math.exp(-2 * morgans)) / 2 : Math.tanh(2 * morgans) / 2
}

/**
 * Checks how a crop inherits and lays it out. A crop of which no locus is described has a genome without loci: nothing is known of it.
 *
 * @throws {OutOfRange} with a sentence that names what cannot be and what is allowed
 */
export function genomeOf(genetics: Genetics): Genome {
  const { ploidy, map, doubleReduction, loci, rules } = genetics
  if (!PLOIDIES.includes(ploidy))
    throw new OutOfRange(`The ploidy is ${PLOIDIES.join(', ')}, not ${ploidy}; allopolyploids count as 2.`)
  if (!MAP_FUNCTIONS.includes(map))
    throw new OutOfRange(`The map is "${MAP_FUNCTIONS.join('" or "')}", not "${String(map)}".`)
  if (!(doubleReduction >= 0 && doubleReduction <= 1))
    throw new OutOfRange(`Double reduction is a probability from 0 to 1, not ${doubleReduction}.`)
  if (doubleReduction > 0 && ploidy === 2)
    throw new OutOfRange(
      'Double reduction happens in autopolyploids only: give ploidy 4 or 6, or leave it out.',
    )
  checkLoci(loci)
  const tooRich = loci.find(locus => !isWithinReach(locus, ploidy))
  if (tooRich) throw new OutOfRange(beyondReach(tooRich, ploidy))
  const ordered = orderRules(loci, rules, ploidy)
  const byGroup = new Map<string, Locus[]>()
  for (const locus of loci) {
    const key = locus.group === null ? `alone ${locus.name}` : `group ${locus.group}`
    byGroup.set(key, [...(byGroup.get(key) ?? []), locus])
  }
  const groups = [...byGroup.values()].map(together => ({
    loci: together,
    recombination: together.slice(1).map((locus, i) => recombinationOver(locus.cM! - together[i]!.cM!, map)),
  }))
  const linked = groups.find(g => g.loci.length > 1)
  if (doubleReduction > 0 && linked) {
    throw new OutOfRange(
      `Double reduction is worked out for loci that are not linked: give ${linked.loci.map(l => `"${l.name}"`).join(' and ')} groups of their own, or set it to 0.`,
    )
  }
  return { ...genetics, groups, ordered }
}

/**
 * Refuses a genotype that does not fit the loci.
 *
 * @param whose for the sentence: "seed parent"
 * @throws {OutOfRange} for a missing or unknown locus, a wrong number of alleles, an allele that the locus does not have
 */
export function checkGenotype(
  genotype: Genotype,
  { loci, ploidy }: Pick<Genome, 'loci' | 'ploidy'>,
  whose: string,
): void {
  for (const { name, alleles } of loci) {
    const own = genotype[name]
    if (!own)
      throw new OutOfRange(
        `The ${whose} has no genotype for the locus "${name}"; give ${ploidy} of its alleles: ${alleles.join(', ')}.`,
      )
    if (own.length !== ploidy)
      throw new OutOfRange(
        `The ${whose} has ${counted(own.length, 'allele')} at "${name}"; with ploidy ${ploidy} it needs ${ploidy}.`,
      )
    const strange = own.find(allele => !alleles.includes(allele))
    if (strange !== undefined)
      throw new OutOfRange(
        `The ${whose} has "${strange}" at the locus "${name}", which has the alleles ${alleles.join(', ')}.`,
      )
  }
  const unknown = Object.keys(genotype).find(name => !loci.some(l => l.name === name))
  if (unknown !== undefined)
    throw new OutOfRange(
      `The ${whose} has a genotype for "${unknown}", which is not among the loci: ${loci.map(l => l.name).join(', ')}.`,
    )
}
