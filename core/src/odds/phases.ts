import type { Possible, Worked } from './carriers'
import { possibleOf, statesOf } from './carriers'
import type { ParentInDoubt } from './generations'
import type { Genome, Genotype } from './genome'

/** How likely a plant hands on an allele, of what it may be. */
function handsOn(possible: Possible | null, locus: string, allele: string, kinds: number): number {
  if (!possible) return 1 / kinds
  return possible.reduce(
    (sum, { genotype, probability }) =>
      sum + (probability * genotype[locus]!.filter(a => a === allele).length) / genotype[locus]!.length,
    0,
  )
}

/** What is known of a plant and its parents at some loci. */
type Knowing = (plant: string, locus: string) => Possible | null

/**
 * The ways in which the alleles of linked loci may lie on a plant's two chromosomes, with probabilities.
 *
 * An allele that only one of the parents can have handed on lies with the others from that parent; where
 * nothing is known of the parents, coupling and repulsion are equally likely.
 *
 * @param genotype alleles in no particular order, of a diploid
 * @param parents for each locus, what the seed parent and the pollen parent may be
 */
export function phasesOf(
  genotype: Genotype,
  loci: Genome['loci'],
  parents: (locus: string) => [Possible | null, Possible | null],
): Possible {
  const mixed = loci.filter(l => genotype[l.name]![0] !== genotype[l.name]![1])
  if (mixed.length < 2) return [{ genotype, probability: 1 }]
  const ways = Array.from({ length: 2 ** (mixed.length - 1) }, (_, way) => {
    const lying: Genotype = { ...genotype }
    mixed.forEach(({ name }, i) => {
      const [one, other] = genotype[name] as [string, string]
      lying[name] = i > 0 && (way >> (i - 1)) & 1 ? [other, one] : [one, other]
    })
    const weight = [0, 1].reduce(
      (sum, first) =>
        sum +
        mixed.reduce((product, { name, alleles }) => {
          const [seedParent, pollenParent] = parents(name)
          return (
            product *
            handsOn(seedParent, name, lying[name]![first]!, alleles.length) *
            handsOn(pollenParent, name, lying[name]![1 - first]!, alleles.length)
          )
        }, 1),
      0,
    )
    return { genotype: lying, probability: weight }
  })
  const total = ways.reduce((sum, w) => sum + w.probability, 0)
  // Parents that cannot have made it were noted wrongly; then nothing is known of the phase.
  return total > 0
    ? ways.filter(w => w.probability > 0).map(w => ({ ...w, probability: w.probability / total }))
    : ways.map(w => ({ ...w, probability: 1 / ways.length }))
}

/** A plant with its parents; null for unknown ones. */
export interface Descended {
  id: string
  seedParentId: string | null
  pollenParentId: string | null
}

/** What a plant may be in a part of its genome: the states of all that was worked out there, and one way in which they may lie. */
interface Laid {
  genotype: Genotype
  probability: number
  states: number[]
  /** probability of lying in this way */
  lies: number
}

/** A plant as the odds take it: the genotypes it may have, linked loci in their phases. @param worked of all plants */
export const parentFrom = (plant: Descended, worked: Worked[], genome: Genome): ParentInDoubt =>
  laidParts(plant, worked, genome).map(({ laid }) => ({ possible: laid.map(possibleFrom) }))

const possibleFrom = ({ genotype, probability }: Laid) => ({ genotype, probability })

/**
 * Two plants as the odds take them: relatives are what they may be together.
 *
 * @param given for each of what was worked out, for each state of the seed parent the probabilities of the pollen parent's; null: as if
 *   they were no relatives
 */
export function parentsFrom(
  seedParent: Descended,
  pollenParent: Descended,
  given: (number[][] | null)[],
  worked: Worked[],
  genome: Genome,
): { seedParent: ParentInDoubt; pollenParent: ParentInDoubt } {
  const others = laidParts(seedParent, worked, genome)
  return {
    seedParent: parentFrom(seedParent, worked, genome),
    pollenParent: laidParts(pollenParent, worked, genome).map(({ part, laid }, p) => {
      const possible = laid.map(possibleFrom)
      const ties = part.map(one => given[worked.indexOf(one)])
      if (ties.every(tie => !tie)) return { possible }
      const alone = part.map(
        one => new Map(statesOf(one, pollenParent.id).map(s => [s.state, s.probability])),
      )
      const rows = others[p]!.laid.map(({ states: from }) => {
        const row = laid.map(({ states, lies }) =>
          states.reduce(
            (chance, state, i) => chance * (ties[i] ? ties[i][from[i]!]![state]! : alone[i]!.get(state)!),
            lies,
          ),
        )
        // What is too unlikely to be told is left out of both.
        const whole = row.reduce((sum, chance) => sum + chance, 0)
        return whole > 0 ? row.map(chance => chance / whole) : possible.map(one => one.probability)
      })
      return { possible, given: rows }
    }),
  }
}

/** The parts of a genome that hang together by linkage, or because they were worked out together, with what a plant may be there. */
function laidParts(
  { id: plant, ...own }: Descended,
  worked: Worked[],
  genome: Genome,
): { part: Worked[]; laid: Laid[] }[] {
  const parents: [string | null, string | null] = [own.seedParentId, own.pollenParentId]
  const knowing: Knowing = (id, locus) => {
    const found = worked.find(w => w.loci.includes(locus))
    return found ? possibleOf(found, id) : null
  }
  const linked = genome.groups.filter(g => g.loci.length > 1).map(g => g.loci.map(l => l.name))
  const parts = worked.reduce<Worked[][]>((found, one) => {
    const touching = found.filter(part =>
      linked.some(
        group => group.some(l => one.loci.includes(l)) && group.some(l => part.some(w => w.loci.includes(l))),
      ),
    )
    return [...found.filter(part => !touching.includes(part)), [...touching.flat(), one]]
  }, [])
  return parts.map(part => {
    const together = part
      .map(w => statesOf(w, plant))
      .reduce<Laid[]>(
        (found, own) =>
          found.flatMap(one =>
            own.map(other => ({
              genotype: { ...one.genotype, ...other.genotype },
              probability: one.probability * other.probability,
              states: [...one.states, other.state],
              lies: 1,
            })),
          ),
        [{ genotype: {}, probability: 1, states: [], lies: 1 }],
      )
    if (genome.ploidy !== 2) return { part, laid: together }
    // What was worked out together lies in its phases already.
    const groups = genome.groups.filter(
      g =>
        g.loci.some(l => part.some(w => w.loci.includes(l.name))) &&
        !part.some(w => g.loci.every(l => w.loci.includes(l.name))),
    )
    const laid = groups.reduce(
      (found, { loci }) =>
        found.flatMap(one =>
          phasesOf(
            one.genotype,
            loci,
            locus => parents.map(p => p && knowing(p, locus)) as [Possible | null, Possible | null],
          ).map(way => ({
            ...one,
            genotype: { ...one.genotype, ...way.genotype },
            probability: one.probability * way.probability,
            lies: one.lies * way.probability,
          })),
        ),
      together,
    )
    return { part, laid }
  })
}
