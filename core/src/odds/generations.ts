import { OutOfRange } from '../chance/estimate'
import type { Genome, Genotype } from './genome'
import { genomeOf } from './genome'
import type { Phenotype } from './locus'
import { lociOf, rulesOver, withRules } from './locus'
import type { ChancesById, Passage } from './meiosis'
import { Effort, add, linkageGroup, together } from './meiosis'
import type { Breeding, Step, Wanted } from './path'
import { isAmong, isGeneration } from './path'

/** A part of a genome, with the genotypes that a plant may have there. */
interface PartInDoubt {
  possible: { genotype: Genotype; probability: number }[]
  /**
   * Of the pollen parent, where it is a relative of the seed parent: for each genotype that the seed parent may have at
   * the same loci, the probabilities of these.
   */
  given?: number[][]
}

/**
 * What is known of a parent, part by part. A plant whose genotype is known has one part with one possibility; see
 * {@link known}.
 */
export type ParentInDoubt = PartInDoubt[]

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
export interface Block {
  families: {
    weight: number
    /** empty: the path came to its end in a family of this kind */ classes: ClassShare[]
  }[]
  /** the kinds were drawn, because there are too many: how far they differ tells how wrong their mean may be */
  isDrawn?: true
}

/** The plants after one step of a path; what different blocks look like is independent. */
export interface Generation {
  step: Step
  blocks: Block[]
}

/** Parents of one kind, by the numbers of their genotypes, with the weight of their kind. */
export interface Couple {
  weight: number
  seedParent: number
  pollenParent: number
}

/** A family of one block while the path is followed; null: nothing was left to choose. */
interface Family extends Couple {
  plants: ChancesById | null
}

/** Loci that are followed together: how they are handed on, what they look like, and what the parents may be there. */
export interface Followed {
  /** loci, and the rules over them */
  names: string[]
  inheritance: Passage
  couples: Couple[]
  phenotypeOf: (plant: number) => Phenotype
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

/** What is shown of a plant: the rules that no other asks for, and the loci that no rule asks for. */
export function shownNames({ loci, rules }: Genome): string[] {
  const asked = new Set(rules.flatMap(r => r.cases.flatMap(c => Object.keys(c.when))))
  return [...loci, ...rules].map(thing => thing.name).filter(name => !asked.has(name))
}

/** A parent of whose whole genotype several are possible; loci at which they agree are known. */
export function oneOf(possible: { genotype: Genotype; probability: number }[]): ParentInDoubt {
  const [first] = possible as [(typeof possible)[number]]
  const names = Object.keys(first.genotype)
  const differs = (name: string) =>
    possible.some(({ genotype }) => genotype[name]!.join('\n') !== first.genotype[name]!.join('\n'))
  const only = (genotype: Genotype, own: string[]) =>
    Object.fromEntries(own.map(name => [name, genotype[name]!]))
  const doubtful = names.filter(differs)
  const agreed = names.filter(name => !differs(name))
  return [
    ...(agreed.length ? known(only(first.genotype, agreed)) : []),
    ...(doubtful.length
      ? [{ possible: possible.map(p => ({ ...p, genotype: only(p.genotype, doubtful) })) }]
      : []),
  ]
}

const namesOf = ({ possible }: PartInDoubt): string[] => Object.keys(possible[0]!.genotype)
/** Parts of two parents that hold the same loci have the same key. */
const keyOf = (part: PartInDoubt): string => namesOf(part).toSorted().join('\n')

/** Parents of one kind, each of a known genotype, with the weight of their kind. */
export interface KnownCouple {
  weight: number
  seedParent: Genotype
  pollenParent: Genotype
}

/**
 * What two parents may be, part by part: each of the seed parent with the one of the pollen parent that hangs on it, then
 * the others. What different parts are is independent.
 */
export function partsOf(seedParent: ParentInDoubt, pollenParent: ParentInDoubt): KnownCouple[][] {
  const tied = new Map(pollenParent.filter(part => part.given).map(part => [keyOf(part), part]))
  const alone = (role: 'seedParent' | 'pollenParent', { possible }: PartInDoubt) =>
    possible.map(({ genotype, probability }) => ({
      seedParent: {},
      pollenParent: {},
      [role]: genotype,
      weight: probability,
    }))
  return [
    ...seedParent.map(part => {
      const other = tied.get(keyOf(part))
      if (!other) return alone('seedParent', part)
      return part.possible.flatMap((one, i) =>
        other.possible.map(({ genotype }, j) => ({
          seedParent: one.genotype,
          pollenParent: genotype,
          weight: one.probability * other.given![i]![j]!,
        })),
      )
    }),
    ...pollenParent.filter(part => !part.given).map(part => alone('pollenParent', part)),
  ]
}

/** How many kinds of couples two parents may be. */
export const kindsOf = (parts: KnownCouple[][]): number =>
  parts.reduce((product, part) => product * part.length, 1)

/** Every kind of couple that two parents may be, with its weight. */
export const couplesIn = (parts: KnownCouple[][]): KnownCouple[] =>
  parts.reduce<KnownCouple[]>(
    (found, part) =>
      found.flatMap(one =>
        part.map(other => ({
          seedParent: { ...one.seedParent, ...other.seedParent },
          pollenParent: { ...one.pollenParent, ...other.pollenParent },
          weight: one.weight * other.weight,
        })),
      ),
    [{ seedParent: {}, pollenParent: {}, weight: 1 }],
  )

/**
 * Some loci, made ready to be followed from what the parents may be.
 *
 * @param names of loci: whole linkage groups, and whole rules
 * @throws {TooMuch} when that is not affordable
 */
export function followed(
  names: string[],
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  effort: Effort,
): Followed {
  const loci = new Set(names)
  const inheritance = genome.groups
    .filter(g => loci.has(g.loci[0]!.name))
    .map(g => linkageGroup(g, genome, effort))
    .reduce((a, b) => together(a, b, effort))
  const couples = new Map<string, Couple>()
  const [ofSeed, ofPollen] = [seedParent, pollenParent].map(parent =>
    parent.filter(part => namesOf(part).some(name => loci.has(name))),
  )
  const parts = partsOf(ofSeed!, ofPollen!)
  effort.spend(kindsOf(parts))
  for (const couple of couplesIn(parts)) {
    const [one, other] = [inheritance.plant(couple.seedParent), inheritance.plant(couple.pollenParent)]
    const same = couples.get(`${one} ${other}`)
    if (same) same.weight += couple.weight
    else couples.set(`${one} ${other}`, { weight: couple.weight, seedParent: one, pollenParent: other })
  }
  const rules = rulesOver([...loci], genome.ordered)
  const phenotypes = new Map<number, Phenotype>()
  const phenotypeOf = (plant: number) => {
    const found = phenotypes.get(plant) ?? withRules(inheritance.looksOf(plant), rules)
    phenotypes.set(plant, found)
    return found
  }
  return {
    names: [...names, ...rules.map(r => r.name)],
    inheritance,
    couples: [...couples.values()],
    phenotypeOf,
  }
}

/** A part as far as some loci go, and of which possibilities each of its own is made; null: it has none of them. */
function narrowed(part: PartInDoubt, loci: Set<string>) {
  const names = namesOf(part).filter(name => loci.has(name))
  const found = new Map<string, PartInDoubt['possible'][number] & { from: number[] }>()
  part.possible.forEach(({ genotype, probability }, i) => {
    const own = Object.fromEntries(names.map(name => [name, genotype[name]!]))
    const key = JSON.stringify(own)
    const same = found.get(key)
    if (same) {
      same.probability += probability
      same.from.push(i)
    } else found.set(key, { genotype: own, probability, from: [i] })
  })
  return names.length ? [...found.values()] : null
}

/** Two parents as far as some loci go. */
function narrowedPair({ seedParent, pollenParent }: Omit<Pair, 'genome'>, loci: Set<string>) {
  const only = (part: PartInDoubt): ParentInDoubt => {
    const own = narrowed(part, loci)
    return own ? [{ possible: own.map(({ genotype, probability }) => ({ genotype, probability })) }] : []
  }
  return {
    seedParent: seedParent.flatMap(only),
    pollenParent: pollenParent.flatMap((part): ParentInDoubt => {
      const { given } = part
      const other = seedParent.find(one => keyOf(one) === keyOf(part))
      const [own, others] = [narrowed(part, loci), other && narrowed(other, loci)]
      if (!given || !other || !own || !others) return only(part)
      return only(part).map(one => ({
        ...one,
        given: others.map(({ from, probability }) =>
          own.map(({ from: to }) =>
            from.reduce(
              (sum, i) =>
                sum +
                (other.possible[i]!.probability / probability) *
                  to.reduce((among, j) => among + given[i]![j]!, 0),
              0,
            ),
          ),
        ),
      }))
    }),
  }
}

/** A pair with how it inherits. */
export interface Pair {
  genome: Genome
  seedParent: ParentInDoubt
  pollenParent: ParentInDoubt
}

/** The part of a pair that some looks hang on: whole linkage groups, and whole rules. */
export function partOf({ genome, seedParent, pollenParent }: Pair, names: string[]): Pair {
  let needed = new Set(names.flatMap(name => lociOf(name, genome.rules)))
  const groups = genome.groups.filter(g => g.loci.some(l => needed.has(l.name)))
  needed = new Set(groups.flatMap(g => g.loci.map(l => l.name)))
  const { ploidy, map, doubleReduction } = genome
  return {
    genome: genomeOf({
      ploidy,
      map,
      doubleReduction,
      loci: genome.loci.filter(l => needed.has(l.name)),
      rules: rulesOver([...needed], genome.rules),
    }),
    ...narrowedPair({ seedParent, pollenParent }, needed),
  }
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
    ...genome.rules.map(r => lociOf(r.name, genome.rules)),
    ...[...seedParent, ...pollenParent]
      .filter(part => part.possible.length > 1)
      .map(part => Object.keys(part.possible[0]!.genotype)),
  ])
  const blocks = sets.map(names => {
    const own = followed(names, genome, seedParent, pollenParent, effort)
    return { own, families: own.couples.map((couple): Family => ({ ...couple, plants: new Map() })) }
  })
  return path.map((step, i) => {
    for (const { own, families } of blocks) {
      for (const family of families) {
        if (family.plants)
          family.plants = isGeneration(step)
            ? bred(step, family, family.plants, own.inheritance, effort)
            : chosen(step.select, family.plants, own)
      }
      if (families.every(f => !f.plants)) {
        throw new OutOfRange(
          `No plant of that generation looks ${lookWords((step as { select: Wanted }).select)}: step ${i + 1} of the path leaves nothing to go on with.`,
        )
      }
    }
    return {
      step,
      blocks: blocks.map(({ own, families }) => ({
        families: families.map(({ weight, plants }) => ({
          weight,
          classes: classesOf(plants ?? new Map(), own.phenotypeOf, shown),
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

/** The plants that a step makes of those of the generation before. */
export function bred(
  step: Breeding,
  { seedParent, pollenParent }: Couple,
  plants: ChancesById,
  inheritance: Passage,
  effort: Effort,
): ChancesById {
  const found: ChancesById = new Map()
  const parents = { seedParent, pollenParent }
  const selfed = (plant: number, share: number) => {
    const gametes = inheritance.gametesOf(plant)
    mate(found, gametes, gametes, share, inheritance, effort)
  }
  if (step === 'cross') {
    const [own, other] = [inheritance.gametesOf(seedParent), inheritance.gametesOf(pollenParent)]
    mate(found, own, other, 1, inheritance, effort)
  } else if (step === 'self') {
    for (const [plant, p] of plants) selfed(plant, p)
  } else if (step === 'sib') {
    const pool = poolOf(plants, inheritance, effort)
    mate(found, pool, pool, 1, inheritance, effort)
  } else if ('self' in step) {
    selfed(parents[step.self], 1)
  } else {
    const back = inheritance.gametesOf(parents[step.backcross])
    mate(found, poolOf(plants, inheritance, effort), back, 1, inheritance, effort)
  }
  return found
}

/** Those that look as wanted, as far as these loci tell, with their share among themselves; null: none does. */
export function chosen(
  wanted: Wanted,
  plants: ChancesById,
  { names, phenotypeOf }: Pick<Followed, 'names' | 'phenotypeOf'>,
): ChancesById | null {
  const own = Object.fromEntries(Object.entries(wanted).filter(([name]) => names.includes(name)))
  const among = [...plants].filter(([plant]) => isAmong(phenotypeOf(plant), own))
  const share = among.reduce((sum, [, p]) => sum + p, 0)
  return share > 0 ? new Map(among.map(([plant, p]) => [plant, p / share])) : null
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
