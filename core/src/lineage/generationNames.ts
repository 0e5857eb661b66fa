import type { Lineage } from './genets'
import { UNKNOWN } from './pedigree'

/** What breeders call a generation. */
export type GenerationName =
  /** after a cross of two plants: 1 for its first offspring, one more for each selfing or mating within the family */
  | { kind: 'F'; n: number }
  /** after so many crosses back to one parent, and from there as after a cross */
  | { kind: 'BC'; back: number; n: number }
  /** selfs of a plant that is no cross of two known ones */
  | { kind: 'S'; n: number }
  /** a population grown on in bulk so many times */
  | { kind: 'bulk'; n: number }

/** "F2", "BC1F1", "S3", "bulk 4". */
export const generationInWords = (name: GenerationName): string =>
  name.kind === 'BC'
    ? `BC${name.back}F${name.n}`
    : name.kind === 'bulk'
      ? `bulk ${name.n}`
      : `${name.kind}${name.n}`

/** A name with the genets whose crossing or selfing began it. */
interface Told {
  name: GenerationName
  begun: string
}

/**
 * What each genet's generation is called; null for founders, and where a parent is not known. A clone or a line that was selected is a
 * beginning: what is selfed of it is its S1, what it is crossed with an F1.
 *
 * @returns by genet
 */
export function generationNames({ genets, parents, generations }: Lineage): (GenerationName | null)[] {
  const told: (Told | null)[] = genets.map(() => null)
  const order = [...genets.keys()].sort((a, b) => generations[a]! - generations[b]!)
  /** How a genet's own generation goes on in its offspring; null where it is a beginning. */
  const goingOn = (genet: number) =>
    genets[genet]!.kind === 'clone' || genets[genet]!.kind === 'line' ? null : told[genet]!
  /** What a genet came of by selfing: a plant of a later generation is crossed back as its family was. */
  const stemOf = (genet: number): number => {
    let at = genet
    while (parents.seed[at] !== UNKNOWN && parents.seed[at] === parents.pollen[at]) at = parents.seed[at]!
    return at
  }
  const isParentOf = (parent: number, genet: number) =>
    parents.seed[genet] === parent || parents.pollen[genet] === parent

  function tell(genet: number): Told | null {
    const [seed, pollen] = [parents.seed[genet]!, parents.pollen[genet]!]
    if (seed === UNKNOWN || pollen === UNKNOWN) return null
    const begun = [seed, pollen].sort((a, b) => a - b).join(' ')
    if (genets[genet]!.kind === 'population' && seed === pollen && genets[seed]!.kind === 'population') {
      const before = told[seed]?.name
      return { name: { kind: 'bulk', n: before?.kind === 'bulk' ? before.n + 1 : 1 }, begun }
    }
    const [one, other] = [goingOn(seed), goingOn(pollen)]
    const isWithin =
      seed === pollen ||
      (one &&
        other &&
        one.begun === other.begun &&
        generationInWords(one.name) === generationInWords(other.name))
    if (isWithin) {
      if (!one || one.name.kind === 'bulk') return { name: { kind: 'S', n: 1 }, begun }
      return { name: { ...one.name, n: one.name.n + 1 }, begun: one.begun }
    }
    for (const [young, old] of [
      [seed, pollen],
      [pollen, seed],
    ] as const) {
      // A line is a beginning whatever it is crossed with; a clone that is crossed with its own parent is crossed back.
      const before = genets[young]!.kind === 'line' ? null : told[young]?.name
      if (!before || !isParentOf(old, stemOf(young))) continue
      if (before.kind === 'F') return { name: { kind: 'BC', back: 1, n: 1 }, begun }
      if (before.kind === 'BC') return { name: { kind: 'BC', back: before.back + 1, n: 1 }, begun }
    }
    return { name: { kind: 'F', n: 1 }, begun }
  }
  for (const genet of order) told[genet] = tell(genet)
  return told.map(one => one?.name ?? null)
}
