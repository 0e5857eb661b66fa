import { sum } from 'd3-array'
import type { CropDefinition } from '../crops/definition'
import { geneticsOf } from '../crops/definition'
import type { Genotype } from '../odds/genome'
import type { Locus, Rule } from '../odds/locus'
import { lociOf, lookOf, multisets, orderRules, withRules } from '../odds/locus'
import type { Plant } from '../plants/plant'
import { latestScore } from './score'
import type { Trait } from './trait'
import { classNames } from './trait'

/** A parent, as far as its genes and its own look go. */
type Parent = Pick<Plant, 'id' | 'genotype' | 'scores'>

/** What a ratio makes known: genotypes of both parents at the loci that make the trait. */
export interface Acceptable {
  seedParent: Genotype
  pollenParent: Genotype
  /** a locus that is described with it, where nothing makes the trait yet */
  fresh: FreshGene | null
}

/** One gene that makes the classes of a trait; its locus and rule have no ids yet. */
interface FreshGene {
  name: string
  alleles: [string, string]
  dominance: Locus['dominance']
  /** class by the look of the locus; the last is the rule's otherwise */
  cases: { look: string; is: string }[]
  otherwise: string
}

/** The key of a fresh locus among genotypes. */
export const FRESH = 'fresh'
/** Pairs of genotypes that are tried: two loci of three alleles, three of two. */
const MOST_PAIRS = 1500
const EQUAL = 1e-9

/**
 * The genotypes of two parents that give a family of a ratio: what is noted when a reading is taken for true.
 *
 * @param ratio its parts, for the classes `seen` in that order
 * @param seen numbers of the classes that were seen
 * @returns every way there is, loci of which the family tells nothing left out, that goes with what is noted of the parents and with how they look; none where the crop is no diploid,
 *   or too many genes make the trait
 */
export function acceptableAs(
  definition: CropDefinition,
  trait: Trait,
  { ratio, seen }: { ratio: number[]; seen: number[] },
  parents: { seedParent: Parent; pollenParent: Parent },
): Acceptable[] {
  const names = classNames(trait)
  if (!names || definition.inheritance.ploidy !== 2) return []
  const wanted = new Map(seen.map((c, i) => [names[c]!, ratio[i]! / sum(ratio)]))
  const rule = definition.rules.find(r => r.trait === trait.id)
  if (!rule)
    return freshGene(
      trait,
      ratio,
      seen.map(c => names[c]!),
    )
  const { loci, rules } = geneticsOf(definition)
  const own = lociOf(rule.id, rules).flatMap(name => loci.find(l => l.name === name) ?? [])
  const ordered = orderRules(
    own,
    rules.filter(r => lociOf(r.name, rules).every(name => own.some(l => l.name === name))),
    2,
  )
  const lookAt = (genotype: number[][]) => lookBy(own, ordered, rule.id, genotype)
  const genotypes = own.reduce<number[][][]>(
    (all, locus) => all.flatMap(rest => multisets(locus.alleles.length, 2).map(one => [...rest, one])),
    [[]],
  )
  const isSelf = parents.seedParent.id === parents.pollenParent.id
  const [mothers, fathers] = [parents.seedParent, parents.pollenParent].map(parent =>
    genotypes.filter(genotype => fits(genotype, own, parent, trait, names, lookAt)),
  ) as [number[][][], number[][][]]
  if (!own.length || mothers.length * fathers.length > MOST_PAIRS) return []
  const asNoted = (genotype: number[][]): Genotype =>
    Object.fromEntries(own.map((locus, i) => [locus.name, genotype[i]!.map(a => locus.alleles[a]!)]))
  const ways = mothers.flatMap(mother =>
    (isSelf ? [mother] : fathers)
      .filter(father => isLike(familyOf(mother, father, lookAt), wanted))
      .map(father => ({ seedParent: asNoted(mother), pollenParent: asNoted(father), fresh: null })),
  )
  return whatIsTold(
    ways,
    own.map(locus => locus.name),
  )
}

/** Where some loci may be this or that whatever the others are, the family tells nothing of them: they are left open. */
function whatIsTold(ways: Acceptable[], loci: string[]): Acceptable[] {
  const kinds = loci.map(
    locus =>
      new Set(ways.map(way => `${way.seedParent[locus]!.join()} ${way.pollenParent[locus]!.join()}`)).size,
  )
  const isApart = kinds.reduce((all, one) => all * one, 1) === ways.length
  const told = loci.filter((_, i) => kinds[i] === 1)
  if (ways.length < 2 || !isApart || !told.length) return ways
  const only = (genotype: Genotype): Genotype =>
    Object.fromEntries(told.map(locus => [locus, genotype[locus]!]))
  const [first] = ways as [Acceptable]
  return [{ seedParent: only(first.seedParent), pollenParent: only(first.pollenParent), fresh: null }]
}

function lookBy(loci: Locus[], rules: Rule[], rule: string, genotype: number[][]): string {
  const looks = Object.fromEntries(loci.map((locus, i) => [locus.name, lookOf(locus, genotype[i]!)]))
  return withRules(looks, rules)[rule]!
}

/** Whether a parent may be of a genotype, by what is noted of it and by how it looks. */
function fits(
  genotype: number[][],
  loci: Locus[],
  parent: Parent,
  trait: Trait,
  names: string[],
  lookAt: (genotype: number[][]) => string,
): boolean {
  const isAsNoted = loci.every((locus, i) => {
    const noted = parent.genotype[locus.name]?.alleles
    const here = genotype[i]!.map(a => locus.alleles[a]!)
    return !noted || [...noted].sort().join() === [...here].sort().join()
  })
  const seen = latestScore(parent.scores, trait.id)
  return isAsNoted && (!seen || names[seen.value] === lookAt(genotype))
}

/** Shares of the looks in a family of two genotypes; loci are handed on by themselves. */
function familyOf(
  mother: number[][],
  father: number[][],
  lookAt: (genotype: number[][]) => string,
): Map<string, number> {
  const all = mother.reduce<number[][][]>(
    (rest, alleles, i) =>
      rest.flatMap(before =>
        alleles.flatMap(a => father[i]!.map(b => [...before, [Math.min(a, b), Math.max(a, b)]])),
      ),
    [[]],
  )
  const shares = new Map<string, number>()
  for (const genotype of all) {
    const look = lookAt(genotype)
    shares.set(look, (shares.get(look) ?? 0) + 1 / all.length)
  }
  return shares
}

const isLike = (shares: Map<string, number>, wanted: Map<string, number>) =>
  shares.size === wanted.size &&
  [...wanted].every(([look, share]) => Math.abs((shares.get(look) ?? 0) - share) < EQUAL)

/** One gene as it makes 3:1 or 1:2:1 in a family of two hybrids; for another ratio the gene is described by hand. */
function freshGene(trait: Trait, ratio: number[], seen: string[]): Acceptable[] {
  const parts = [...ratio].sort((a, b) => a - b).join(':')
  const name = `gene of ${trait.name}`
  const both = (fresh: FreshGene): Acceptable[] => [
    { seedParent: { [FRESH]: fresh.alleles }, pollenParent: { [FRESH]: fresh.alleles }, fresh },
  ]
  if (parts === '1:3') {
    const [shown, hidden] = ratio[0] === 3 ? [seen[0]!, seen[1]!] : [seen[1]!, seen[0]!]
    const alleles = lettersFor(shown)
    return both({
      name,
      alleles,
      dominance: 'complete',
      cases: [{ look: alleles[0], is: shown }],
      otherwise: hidden,
    })
  }
  if (parts === '1:1:2') {
    const middle = seen[ratio.indexOf(2)]!
    const [one, other] = seen.filter(look => look !== middle) as [string, string]
    const alleles = lettersFor(one)
    const [pure, mixed] = [alleles[0] + alleles[0], alleles.join('')]
    return both({
      name,
      alleles,
      dominance: 'none',
      cases: [
        { look: pure, is: one },
        { look: mixed, is: middle },
      ],
      otherwise: other,
    })
  }
  return []
}

/** A capital and a small letter for a gene, by the look of its first allele. */
function lettersFor(look: string): [string, string] {
  const letter = /\p{L}/u.exec(look)?.[0] ?? 'A'
  const [capital, small] = [letter.toUpperCase(), letter.toLowerCase()]
  return capital === small ? ['A', 'a'] : [capital, small]
}
