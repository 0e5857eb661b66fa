import type { Lineage } from './genets'
import { UNKNOWN } from './pedigree'

/** All forebears of a genet, by the fewest steps back to each; the genet itself at none. */
export function forebearSteps({ parents }: Lineage, genet: number): Map<number, number> {
  const steps = new Map([[genet, 0]])
  for (const [at, far] of steps)
    for (const parent of [parents.seed[at]!, parents.pollen[at]!])
      if (parent !== UNKNOWN && !steps.has(parent)) steps.set(parent, far + 1)
  return steps
}

/** What of a genet comes from a founder, or from parents that nobody knows. */
export interface FounderShare {
  /** null: from parents that are not known of plants whose other parent is */
  founder: number | null
  share: number
}

/**
 * The founders of a genet, those of which no parent is known, with the share of its genes that each is expected to have brought.
 *
 * @returns the largest share first; together they are all of it
 */
export function founderShares(lineage: Lineage, genet: number): FounderShare[] {
  const { parents, generations } = lineage
  const shares = new Map<number, number>([[genet, 1]])
  const found: FounderShare[] = []
  let unknown = 0
  for (const at of youngestFirst(forebearSteps(lineage, genet).keys(), generations)) {
    const share = shares.get(at)!
    const known = [parents.seed[at]!, parents.pollen[at]!].filter(parent => parent !== UNKNOWN)
    if (!known.length) found.push({ founder: at, share })
    for (const parent of known) shares.set(parent, (shares.get(parent) ?? 0) + share / 2)
    if (known.length === 1) unknown += share / 2
  }
  if (unknown > 0) found.push({ founder: null, share: unknown })
  return found.sort((a, b) => b.share - a.share || (a.founder ?? Infinity) - (b.founder ?? Infinity))
}

/** No genet before one of its offspring. */
const youngestFirst = (genets: Iterable<number>, generations: Int32Array): number[] =>
  [...genets].sort((a, b) => generations[b]! - generations[a]! || a - b)

/** A forebear that two genets share. */
export interface SharedForebear {
  genet: number
  /** the fewest generations back to it from each */
  steps: [number, number]
}

/**
 * The nearest forebears that two genets share: those through whose own forebears they would be related only by them. One that is a
 * forebear of the other is shared itself.
 *
 * @returns the nearest first
 */
export function sharedForebears(lineage: Lineage, one: number, other: number): SharedForebear[] {
  const [behindOne, behindOther] = [forebearSteps(lineage, one), forebearSteps(lineage, other)]
  const shared = [...behindOne.keys()].filter(genet => behindOther.has(genet))
  const isShared = new Set(shared)
  /** Those to which a way leads that meets no shared one before them. */
  const reachedFirst = (from: number) => {
    const reached = new Set<number>()
    const seen = new Set([from])
    for (const at of seen) {
      if (isShared.has(at)) {
        reached.add(at)
        continue
      }
      for (const parent of [lineage.parents.seed[at]!, lineage.parents.pollen[at]!])
        if (parent !== UNKNOWN) seen.add(parent)
    }
    return reached
  }
  const ofOther = reachedFirst(other)
  return [...reachedFirst(one)]
    .filter(genet => ofOther.has(genet))
    .map((genet): SharedForebear => ({ genet, steps: [behindOne.get(genet)!, behindOther.get(genet)!] }))
    .sort((a, b) => a.steps[0] + a.steps[1] - b.steps[0] - b.steps[1] || a.genet - b.genet)
}

/** One genet on the way between two. */
export interface WayStep {
  genet: number
  /** what it is to the one before it; null for the first */
  as: 'seed parent' | 'pollen parent' | 'offspring' | null
}

/**
 * The shortest way from one genet to another through the tree: back to a forebear they share and forth from it where there is one, else
 * through whatever plants tie them.
 *
 * @returns null where none does
 */
export function wayBetween(lineage: Lineage, one: number, other: number): WayStep[] | null {
  const [shared] = sharedForebears(lineage, one, other)
  if (shared) {
    const back = wayBack(lineage, one, shared.genet)
    const forth = wayBack(lineage, other, shared.genet)
    return [
      ...back,
      ...forth
        .slice(0, -1)
        .reverse()
        .map(({ genet }): WayStep => ({ genet, as: 'offspring' })),
    ]
  }
  return search(one, other, at => [
    ...parentSteps(lineage, at),
    ...lineage.offspring[at]!.map((genet): WayStep => ({ genet, as: 'offspring' })),
  ])
}

const wayBack = (lineage: Lineage, from: number, to: number): WayStep[] =>
  search(from, to, at => parentSteps(lineage, at))!

function parentSteps({ parents }: Lineage, at: number): WayStep[] {
  const [seed, pollen] = [parents.seed[at]!, parents.pollen[at]!]
  return [
    ...(seed === UNKNOWN ? [] : [{ genet: seed, as: 'seed parent' as const }]),
    ...(pollen === UNKNOWN || pollen === seed ? [] : [{ genet: pollen, as: 'pollen parent' as const }]),
  ]
}

/** The shortest way by some steps; null: there is none. */
function search(from: number, to: number, stepsFrom: (at: number) => WayStep[]): WayStep[] | null {
  const before = new Map<number, { step: WayStep; from: number | null }>([
    [from, { step: { genet: from, as: null }, from: null }],
  ])
  for (const at of before.keys()) {
    if (at === to) break
    for (const step of stepsFrom(at)) if (!before.has(step.genet)) before.set(step.genet, { step, from: at })
  }
  if (!before.has(to)) return null
  const way: WayStep[] = []
  for (let at: number | null = to; at !== null; at = before.get(at)!.from) way.unshift(before.get(at)!.step)
  return way
}
