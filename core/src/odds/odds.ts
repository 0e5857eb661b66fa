import type { SharesInDoubt } from '../chance/rate'
import type { Block, ClassShare, Generation, ParentInDoubt } from './generations'
import { exactGenerations, shownNames } from './generations'
import type { Genome } from './genome'
import type { Phenotype } from './locus'
import { TooMuch } from './meiosis'
import type { Step, Wanted } from './path'
import { checkPath, isAmong } from './path'
import type { Progress, Simulation } from './simulate'
import { USUAL_SIMULATION, simulatedGenerations } from './simulate'

/** What a path leads to. */
export interface Odds {
  /** false: simulated, with standard errors */
  exact: boolean
  /** how it was simulated */
  simulation: Simulation | null
  generations: Generation[]
}

/** More classes than these are not listed; the whole path is simulated then. */
const MOST_CLASSES = 65_536

const classCount = ({ blocks }: Generation) =>
  blocks.reduce(
    (product, { families }) =>
      product *
      Math.max(1, new Set(families.flatMap(f => f.classes.map(c => JSON.stringify(c.phenotype)))).size),
    1,
  )

/**
 * Odds of a cross and what follows it: exact where that is affordable, otherwise a seeded simulation.
 *
 * @param path begins with "cross", or the self of a parent
 * @param shown names of the loci and rules whose looks make a class; absent: those that no rule asks for
 * @param onProgress is told how much of a simulation is done
 * @throws {OutOfRange} for a path that cannot be, or that leaves no plant
 */
export function oddsOf(
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  path: Step[],
  {
    shown = shownNames(genome),
    simulation = USUAL_SIMULATION,
    onProgress,
  }: { shown?: string[]; simulation?: Simulation; onProgress?: Progress } = {},
): Odds {
  checkPath(path, genome)
  try {
    const generations = exactGenerations(genome, seedParent, pollenParent, path, shown)
    if (generations.some(g => classCount(g) > MOST_CLASSES)) throw new TooMuch()
    return { exact: true, simulation: null, generations }
  } catch (error) {
    if (!(error instanceof TooMuch)) throw error
    return {
      exact: false,
      simulation,
      generations: simulatedGenerations(
        genome,
        seedParent,
        pollenParent,
        path,
        shown,
        simulation,
        onProgress,
      ),
    }
  }
}

/** The families of every kind in which the path did not come to its end, their weights made to come to 1. */
function goingOn({ families }: Block): Block['families'] {
  const going = families.filter(f => f.classes.length)
  const weight = going.reduce((sum, f) => sum + f.weight, 0)
  return going.map(f => ({ ...f, weight: f.weight / weight }))
}

/** The standard error of a mean over kinds: each by its weight; of kinds that were drawn also by how far they differ. */
export function errorOver(
  kinds: { weight: number; value: number; variance: number }[],
  isDrawn = false,
): number {
  const own = kinds.reduce((sum, k) => sum + k.weight ** 2 * k.variance, 0)
  const mean = kinds.reduce((sum, k) => sum + k.weight * k.value, 0)
  const between = kinds.reduce((sum, k) => sum + k.weight * (k.value - mean) ** 2, 0)
  return Math.sqrt(own + (isDrawn && kinds.length > 1 ? between / (kinds.length - 1) : 0))
}

/** The classes of a block: of families of every kind together, as far as the path did not end in them. */
function mixed(block: Block): ClassShare[] {
  const families = goingOn(block)
  const found = new Map<string, { phenotype: Phenotype; by: Map<number, ClassShare> }>()
  families.forEach(({ classes }, kind) => {
    for (const one of classes) {
      const key = Object.values(one.phenotype).join('\n')
      const same = found.get(key) ?? { phenotype: one.phenotype, by: new Map() }
      found.set(key, same)
      same.by.set(kind, one)
    }
  })
  const isSimulated = families.some(f => f.classes.some(c => c.standardError !== undefined))
  return [...found.values()].map(({ phenotype, by }) => {
    const kinds = families.map(({ weight }, kind) => ({
      weight,
      value: by.get(kind)?.probability ?? 0,
      variance: (by.get(kind)?.standardError ?? 0) ** 2,
    }))
    return {
      phenotype,
      probability: kinds.reduce((sum, k) => sum + k.weight * k.value, 0),
      ...(isSimulated ? { standardError: errorOver(kinds, block.isDrawn) } : {}),
    }
  })
}

/**
 * All classes of a generation with their probabilities, the commonest first.
 *
 * @param most how many are wanted at most; those left out are the rarest
 */
export function listClasses(generation: Generation, most = Infinity): ClassShare[] {
  const blocks = generation.blocks.map(block => mixed(block).sort((a, b) => b.probability - a.probability))
  return blocks.reduce<ClassShare[]>(
    (found, classes) =>
      found
        .flatMap(one =>
          classes.map(({ phenotype, probability, ...error }) => ({
            phenotype: { ...one.phenotype, ...phenotype },
            probability: one.probability * probability,
            ...error,
          })),
        )
        .sort((a, b) => b.probability - a.probability)
        .slice(0, most),
    [{ phenotype: {}, probability: 1 }],
  )
}

/**
 * The share of plants that look as wanted. Where the parents are in doubt it is one share for each kind of family.
 *
 * @param wanted names that were among those shown
 */
export function shareOf(generation: Generation, wanted: Wanted): SharesInDoubt {
  const fits = ({ phenotype }: ClassShare) =>
    Object.entries(wanted).every(([name, looks]) => !(name in phenotype) || looks.includes(phenotype[name]!))
  const all = generation.blocks.reduce<SharesInDoubt>(
    (found, { families }) =>
      merged(
        found.flatMap(one =>
          families.map(family => ({
            weight: one.weight * family.weight,
            share: one.share * family.classes.filter(fits).reduce((sum, c) => sum + c.probability, 0),
          })),
        ),
      ),
    [{ weight: 1, share: 1 }],
  )
  return all
}

/** Families whose shares are the same to the tenth digit, as one. */
function merged(shares: SharesInDoubt): SharesInDoubt {
  const found = new Map<string, { weight: number; share: number }>()
  for (const { weight, share } of shares) {
    const key = share.toFixed(10)
    const same = found.get(key)
    if (same) same.weight += weight
    else found.set(key, { weight, share })
  }
  return [...found.values()]
}

/** The standard error of a simulated share of plants that look as wanted; 0 for an exact one. */
export function errorOfShare(generation: Generation, wanted: Wanted): number {
  const errors = generation.blocks.map(({ families, isDrawn }) =>
    errorOver(
      families.map(({ weight, classes }) => {
        const fitting = classes.filter(c => isAmong(c.phenotype, wanted))
        return {
          weight,
          value: fitting.reduce((sum, c) => sum + c.probability, 0),
          variance: fitting.reduce((sum, c) => sum + (c.standardError ?? 0) ** 2, 0),
        }
      }),
      isDrawn,
    ),
  )
  return Math.hypot(...errors)
}
