import { OutOfRange } from '../chance/estimate'
import type { Genome, Genotype } from './genome'
import type { Phenotype } from './locus'
import { withRules } from './locus'
import type { ChancesById, Passage } from './meiosis'
import { Effort, add, linkageGroup, together } from './meiosis'
import type { Step, Wanted } from './path'
import { isAmong } from './path'

/**
 * What is known of a parent: parts of its genome, each with the genotypes it may have there. A plant whose genotype is
 * known has one part with one possibility; see {@link known}.
 */
export type ParentInDoubt = { possible: { genotype: Genotype; probability: number }[] }[]

/** A parent whose genotype is known. */
export const known = (genotype: Genotype): ParentInDoubt => [{ possible: [{ genotype, probability: 1 }] }]

/** Plants that look alike, and their share. */
export interface ClassShare {
  phenotype: Phenotype
  probability: number
  /** of a simulated probability */
  standardError?: number
}

/** Loci whose looks hang together. What the parents may be is a mixture: one family of each kind, with its weight. */
interface Block {
  families: {
    weight: number
    /** empty: the path came to its end in a family of this kind */ classes: ClassShare[]
  }[]
}

/** The plants after one step of a path; what different blocks look like is independent. */
export interface Generation {
  step: Step
  blocks: Block[]
}

/** A family of one block while the path is followed; null: nothing was left to choose. */
interface Family {
  weight: number
  seedParent: number
  pollenParent: number
  plants: ChancesById | null
}

/** Steps of work after which a path is simulated instead; about half a second. */
const MOST_EFFORT = 4_000_000

/** Names of loci that belong together, joined as long as one is in two lists. */
function joinedSets(lists: string[][]): string[][] {
  let sets: Set<string>[] = []
  for (const list of lists) {
    const touching = sets.filter(set => list.some(name => set.has(name)))
    sets = [
      ...sets.filter(set => !touching.includes(set)),
      new Set([...touching.flatMap(set => [...set]), ...list]),
    ]
  }
  return sets.map(set => [...set])
}

/** The loci that a rule asks for, over other rules too. */
function lociOf(name: string, genome: Genome): string[] {
  const rule = genome.rules.find(r => r.name === name)
  return rule ? rule.cases.flatMap(c => Object.keys(c.when)).flatMap(asked => lociOf(asked, genome)) : [name]
}

/** What is shown of a plant: the rules that no other asks for, and the loci that no rule asks for. */
export function shownNames({ loci, rules }: Genome): string[] {
  const asked = new Set(rules.flatMap(r => r.cases.flatMap(c => Object.keys(c.when))))
  return [...loci, ...rules].map(thing => thing.name).filter(name => !asked.has(name))
}

/** The genotypes that a parent may have at some loci, with their probabilities. */
function possibilities(
  parent: ParentInDoubt,
  loci: Set<string>,
): { genotype: Genotype; probability: number }[] {
  return parent
    .filter(part => Object.keys(part.possible[0]!.genotype).some(name => loci.has(name)))
    .reduce<{ genotype: Genotype; probability: number }[]>(
      (found, part) =>
        found.flatMap(one =>
          part.possible.map(other => ({
            genotype: { ...one.genotype, ...other.genotype },
            probability: one.probability * other.probability,
          })),
        ),
      [{ genotype: {}, probability: 1 }],
    )
}

const lookWords = (wanted: Wanted) =>
  Object.entries(wanted)
    .map(([name, looks]) => `${name} "${looks.join('" or "')}"`)
    .join(' and ')

/**
 * The generations along a path, exactly, by enumerating gametes. Linkage groups that nothing binds together are followed
 * each for itself: their looks are independent in every generation.
 *
 * @param shown names of the loci and rules whose looks make a class
 * @param mostEffort steps of work that are affordable
 * @throws {TooMuch} when it is not affordable
 * @throws {OutOfRange} when a step leaves no plant
 */
export function exactGenerations(
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  path: Step[],
  shown = shownNames(genome),
  mostEffort = MOST_EFFORT,
): Generation[] {
  const effort = new Effort(mostEffort)
  const sets = joinedSets([
    ...genome.groups.map(g => g.loci.map(l => l.name)),
    ...genome.rules.map(r => lociOf(r.name, genome)),
    ...[...seedParent, ...pollenParent]
      .filter(part => part.possible.length > 1)
      .map(part => Object.keys(part.possible[0]!.genotype)),
  ])
  const blocks = sets.map(names => {
    const loci = new Set(names)
    const inheritance = genome.groups
      .filter(g => loci.has(g.loci[0]!.name))
      .map(g => linkageGroup(g, genome, effort))
      .reduce((a, b) => together(a, b, effort))
    const families = possibilities(seedParent, loci).flatMap(ofSeed =>
      possibilities(pollenParent, loci).map((ofPollen): Family => ({
        weight: ofSeed.probability * ofPollen.probability,
        seedParent: inheritance.plant(ofSeed.genotype),
        pollenParent: inheritance.plant(ofPollen.genotype),
        plants: new Map(),
      })),
    )
    const rules = genome.ordered.filter(r => lociOf(r.name, genome).every(name => loci.has(name)))
    const phenotypes = new Map<number, Phenotype>()
    const phenotypeOf = (plant: number) => {
      const found = phenotypes.get(plant) ?? withRules(inheritance.looksOf(plant), rules)
      phenotypes.set(plant, found)
      return found
    }
    return { names: [...names, ...rules.map(r => r.name)], inheritance, families, phenotypeOf }
  })
  return path.map((step, i) => {
    for (const { names, inheritance, families, phenotypeOf } of blocks) {
      for (const family of families) {
        if (family.plants) family.plants = after(step, family, inheritance, effort, { names, phenotypeOf })
      }
      if (families.every(f => !f.plants)) {
        throw new OutOfRange(
          `No plant of that generation looks ${lookWords((step as { select: Wanted }).select)}: step ${i + 1} of the path leaves nothing to go on with.`,
        )
      }
    }
    return {
      step,
      blocks: blocks.map(({ families, phenotypeOf }) => ({
        families: families.map(({ weight, plants }) => ({
          weight,
          classes: classesOf(plants ?? new Map(), phenotypeOf, shown),
        })),
      })),
    }
  })
}

/** What a generation hands on: the gametes of all its plants together. */
function poolOf(plants: ChancesById, { gametesOf }: Passage, effort: Effort): [number, number][] {
  const pool: ChancesById = new Map()
  for (const [plant, p] of plants) {
    const gametes = gametesOf(plant)
    effort.spend(gametes.length)
    for (const [gamete, q] of gametes) add(pool, gamete, p * q)
  }
  return [...pool]
}

/** Adds the offspring of two pools of gametes. */
function mate(
  found: ChancesById,
  one: [number, number][],
  other: [number, number][],
  share: number,
  { joined }: Passage,
  effort: Effort,
): void {
  effort.spend(one.length * other.length)
  for (const [a, p] of one) for (const [b, q] of other) add(found, joined(a, b), share * p * q)
}

function after(
  step: Step,
  { seedParent, pollenParent, plants }: Family,
  inheritance: Passage,
  effort: Effort,
  { names, phenotypeOf }: { names: string[]; phenotypeOf: (plant: number) => Phenotype },
): ChancesById | null {
  const found: ChancesById = new Map()
  if (step === 'cross')
    mate(
      found,
      inheritance.gametesOf(seedParent),
      inheritance.gametesOf(pollenParent),
      1,
      inheritance,
      effort,
    )
  else if (step === 'self') {
    for (const [plant, p] of plants!) {
      const gametes = inheritance.gametesOf(plant)
      mate(found, gametes, gametes, p, inheritance, effort)
    }
  } else if (step === 'sib') {
    const pool = poolOf(plants!, inheritance, effort)
    mate(found, pool, pool, 1, inheritance, effort)
  } else if ('backcross' in step) {
    const parent = step.backcross === 'seedParent' ? seedParent : pollenParent
    mate(found, poolOf(plants!, inheritance, effort), inheritance.gametesOf(parent), 1, inheritance, effort)
  } else {
    const own = Object.fromEntries(Object.entries(step.select).filter(([name]) => names.includes(name)))
    const chosen = [...plants!].filter(([plant]) => isAmong(phenotypeOf(plant), own))
    const share = chosen.reduce((sum, [, p]) => sum + p, 0)
    if (!(share > 0)) return null
    for (const [plant, p] of chosen) found.set(plant, p / share)
  }
  return found
}

function classesOf(
  plants: ChancesById,
  phenotypeOf: (plant: number) => Phenotype,
  shown: string[],
): ClassShare[] {
  const found = new Map<string, ClassShare>()
  for (const [plant, p] of plants) {
    const phenotype = phenotypeOf(plant)
    const own = shown.filter(name => name in phenotype)
    const key = own.map(name => phenotype[name]).join('\n')
    const known = found.get(key)
    if (known) known.probability += p
    else
      found.set(key, {
        phenotype: Object.fromEntries(own.map(name => [name, phenotype[name]!])),
        probability: p,
      })
  }
  return [...found.values()].sort((a, b) => b.probability - a.probability)
}
