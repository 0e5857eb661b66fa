import type { Stream } from '../chance/stream'
import type { Genome } from './genome'

/** Plants as alleles by their index: plant after plant, chromosome after chromosome, locus after locus as {@link alongChromosomes} has them. */
export type Plants = Uint8Array

/** Writes a gamete of the plant that begins at `from` as the chromosomes of a new plant from `to` on. */
export type Hand = (parents: Plants, from: number, offspring: Plants, to: number) => void

/** 2³²; a whole draw below `p · 2³²` has probability p. */
const ALL = 4_294_967_296

/** The loci in the order in which chromosomes are read. */
export const alongChromosomes = ({ groups }: Genome) => groups.flatMap(g => g.loci)

/** The chance of a change of strand before each locus; a new chromosome begins with ½. */
const walkOf = ({ groups }: Genome) =>
  groups.flatMap(({ loci, recombination }) =>
    loci.map((_, i) => ({ isFirst: i === 0, r: i === 0 ? 0.5 : recombination[i - 1]! })),
  )

/** How a crop's plants hand on their chromosomes, by draws from a stream. */
export const handing = (genome: Genome, stream: Stream): Hand =>
  genome.ploidy === 2 ? handingOfDiploids(genome, stream) : handingOfPolyploids(genome, stream)

/**
 * One draw finds the next change of strand, however many loci lie before it: the chance of none up to a locus falls from
 * locus to locus, and the change comes where it falls below the draw.
 */
function handingOfDiploids(genome: Genome, { integer }: Stream): Hand {
  const walk = walkOf(genome)
  const L = walk.length
  const unchanged = new Float64Array(L)
  walk.forEach(({ r }, s) => (unchanged[s] = (s ? unchanged[s - 1]! : 1) * (1 - r)))
  return (parents, from, offspring, to) => {
    let strand = from
    let limit = integer() / ALL
    for (let s = 0; s < L;) {
      if (unchanged[s]! < limit) {
        strand = from + from + L - strand
        limit = unchanged[s]! * (integer() / ALL)
      }
      let next = s + 1
      while (next < L && unchanged[next]! >= limit) next++
      for (; s < next; s++) offspring[to + s] = parents[strand + s]!
    }
  }
}

/** Chromosomes pair off anew in each linkage group; each pair hands on one strand, which changes over within the pair. */
function handingOfPolyploids(genome: Genome, { integer }: Stream): Hand {
  const { ploidy, doubleReduction } = genome
  const walk = walkOf(genome)
  const [L, half] = [walk.length, ploidy / 2]
  const doubled = doubleReduction * ALL
  const chromosomes = new Int32Array(ploidy)
  const copied = new Int32Array(half)
  const swap = (i: number, j: number) => {
    const held = chromosomes[i]!
    chromosomes[i] = chromosomes[j]!
    chromosomes[j] = held
  }
  return (parents, from, offspring, to) => {
    for (const [at, { isFirst, r }] of walk.entries()) {
      if (isFirst) {
        for (let i = 0; i < ploidy; i++) chromosomes[i] = i
        for (let i = ploidy - 1; i > 0; i--) swap(i, Math.floor((integer() / ALL) * (i + 1)))
        for (let k = 0; k < half; k++) copied[k] = k
        // Two of the strands are copies of one chromosome.
        if (doubled && integer() < doubled) copied[1] = 0
      } else {
        for (let k = 0; k < half; k++) if (integer() < r * ALL) swap(2 * k, 2 * k + 1)
      }
      for (let k = 0; k < half; k++)
        offspring[to + k * L + at] = parents[from + chromosomes[2 * copied[k]!]! * L + at]!
    }
  }
}
