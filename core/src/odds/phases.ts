import type { Possible, Worked } from './carriers'
import { possibleOf } from './carriers'
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
 * nothing is known
 * of the parents, coupling and repulsion are equally likely.
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

/**
 * A plant as the odds take it: the genotypes it may have, linked loci in their phases.
 *
 * @param worked what was worked out of all plants
 * @param parents of the plant; null for unknown ones
 */
export function parentFrom(
  plant: string,
  parents: [string | null, string | null],
  worked: Worked[],
  genome: Genome,
): ParentInDoubt {
  const knowing: Knowing = (id, locus) => {
    const found = worked.find(w => w.loci.includes(locus))
    return found ? possibleOf(found, id) : null
  }
  const linked = genome.groups.filter(g => g.loci.length > 1).map(g => g.loci.map(l => l.name))
  // Parts of the genome that hang together by linkage or because they were worked out together.
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
      .map(w => possibleOf(w, plant))
      .reduce<Possible>(
        (found, own) =>
          found.flatMap(one =>
            own.map(other => ({
              genotype: { ...one.genotype, ...other.genotype },
              probability: one.probability * other.probability,
            })),
          ),
        [{ genotype: {}, probability: 1 }],
      )
    if (genome.ploidy !== 2) return { possible: together }
    // What was worked out together lies in its phases already.
    const groups = genome.groups.filter(
      g =>
        g.loci.some(l => part.some(w => w.loci.includes(l.name))) &&
        !part.some(w => g.loci.every(l => w.loci.includes(l.name))),
    )
    return {
      possible: groups.reduce(
        (found, { loci }) =>
          found.flatMap(({ genotype, probability }) =>
            phasesOf(
              genotype,
              loci,
              locus => parents.map(p => p && knowing(p, locus)) as [Possible | null, Possible | null],
            ).map(way => ({
              genotype: { ...genotype, ...way.genotype },
              probability: probability * way.probability,
            })),
          ),
        together,
      ),
    }
  })
}
