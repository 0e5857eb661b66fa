import type { Stream } from '../chance/stream'
import type { Genome } from './genome'
import type { Plants } from './packed'
import { bitsOf, layoutOf } from './packed'

/** Writes a gamete of the plant that begins at `from` as the chromosomes of a new plant from `to` on. */
export type Hand = (parents: Plants, from: number, offspring: Plants, to: number) => void

/** 2³²; a whole draw below `p · 2³²` has probability p. */
const ALL = 4_294_967_296

/** The chance of a change of strand before each locus; a new chromosome begins with ½. */
const walkOf = ({ groups }: Genome) =>
  groups.flatMap(({ loci, recombination }) =>
    loci.map((_, i) => ({ isFirst: i === 0, r: i === 0 ? 0.5 : recombination[i - 1]! })),
  )

/** How a crop's plants hand on their chromosomes, by draws from a stream. */
export const handing = (genome: Genome, stream: Stream): Hand =>
  genome.ploidy === 2 ? handingOfDiploids(genome, stream) : handingOfPolyploids(genome, stream)

/** Slices of the chance that a strand stays; for each it is kept where a search for its end begins. */
const SLICES = 1024

/**
 * One draw finds the next change of strand, however many loci lie before it: the chance of none up to a locus falls from
 * locus to locus, and the change comes where it falls below the draw. From there on all bits come from the other strand.
 *
 * @see Chen & Asau (1974), AIIE Transactions 6:163 (the guide table of the search)
 */
function handingOfDiploids(genome: Genome, { integer }: Stream): Hand {
  const walk = walkOf(genome)
  const { places, words } = layoutOf(genome)
  const L = walk.length
  const unchanged = new Float64Array(L)
  walk.forEach(({ r }, s) => (unchanged[s] = (s ? unchanged[s - 1]! : 1) * (1 - r)))
  const earliest = Int32Array.from({ length: SLICES }, (_, slice) => {
    const found = unchanged.findIndex(chance => chance < (slice + 1) / SLICES)
    return found < 0 ? L : found
  })
  /** the bits of each word from a locus on */
  const after = new Int32Array(L * words)
  places.forEach(({ word, shift }, s) => {
    after[s * words + word] = -1 << shift
    after.fill(-1, s * words + word + 1, (s + 1) * words)
  })
  const other = new Int32Array(words)
  return (parents, from, offspring, to) => {
    for (let w = 0; w < words; w++) other[w] = 0
    let limit = integer() / ALL
    for (let s = 0; ; s++) {
      const first = earliest[Math.floor(limit * SLICES)]!
      if (first > s) s = first
      while (s < L && unchanged[s]! >= limit) s++
      if (s >= L) break
      for (let w = 0; w < words; w++) other[w]! ^= after[s * words + w]!
      limit = unchanged[s]! * (integer() / ALL)
    }
    for (let w = 0; w < words; w++)
      offspring[to + w] = (parents[from + w]! & ~other[w]!) | (parents[from + words + w]! & other[w]!)
  }
}

/** Chromosomes pair off anew in each linkage group; each pair hands on one strand, which changes over within the pair. */
function handingOfPolyploids(genome: Genome, { integer }: Stream): Hand {
  const { ploidy, doubleReduction } = genome
  const { places, words } = layoutOf(genome)
  const walk = walkOf(genome).map((step, i) => ({
    ...step,
    word: places[i]!.word,
    bits: bitsOf(places[i]!),
  }))
  const half = ploidy / 2
  const doubled = doubleReduction * ALL
  const chromosomes = new Int32Array(ploidy)
  const copied = new Int32Array(half)
  const swap = (i: number, j: number) => {
    const held = chromosomes[i]!
    chromosomes[i] = chromosomes[j]!
    chromosomes[j] = held
  }
  return (parents, from, offspring, to) => {
    offspring.fill(0, to, to + half * words)
    for (const { isFirst, r, word, bits } of walk) {
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
        offspring[to + k * words + word]! |=
          parents[from + chromosomes[2 * copied[k]!]! * words + word]! & bits
    }
  }
}
