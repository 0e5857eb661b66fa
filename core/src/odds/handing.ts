import type { AliasTable } from '../chance/alias'
import { aliasTable } from '../chance/alias'
import type { Stream } from '../chance/stream'
import { once } from '../once'
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

/** Loci whose strands one draw takes: the table of their patterns stays in the cache nearest to the processor. */
const MOST_LOCI = 10

/** Loci side by side in a word of a chromosome; their strands are drawn as far as they differ from the strand before. */
interface Stretch extends AliasTable {
  word: number
  /** the highest places of a draw say which slot of the table; so many below them say how far into it */
  below: number
  /** place in the word of its last locus */
  last: number
  /** the bits of all its loci */
  all: number
  /** of each pattern: the bits of the other strand */
  others: number[]
}

/** The stretches of a chromosome, in the order of their loci. */
function stretchesOf(genome: Genome): Stretch[] {
  const { places } = layoutOf(genome)
  const loci = walkOf(genome).map(({ r }, i) => ({ r, word: places[i]!.word, bits: bitsOf(places[i]!) }))
  const stretches: (typeof loci)[] = []
  for (const locus of loci) {
    const open = stretches.at(-1)
    if (open?.[0]!.word === locus.word && open.length < MOST_LOCI) open.push(locus)
    else stretches.push([locus])
  }
  return stretches.map(stretch => {
    const below = 32 - stretch.length
    // Of each pattern, locus by locus: its chance, and the bits of the other strand; with each locus they double.
    let [chances, others] = [[1], [0]]
    stretch.forEach(({ r, bits }, i) => {
      const onOther = (pattern: number) => (i ? (pattern >>> (i - 1)) & 1 : 0)
      chances = [0, 1].flatMap(strand =>
        chances.map((p, pattern) => p * (strand === onOther(pattern) ? 1 - r : r)),
      )
      others = [0, bits].flatMap(own => others.map(before => before | own))
    })
    return {
      // One less than the rest has values: so a reach fits into a whole number with a sign.
      ...aliasTable(chances, 2 ** below - 1),
      word: stretch[0]!.word,
      below,
      last: 31 - Math.clz32(stretch.at(-1)!.bits),
      all: others.at(-1)!,
      others,
    }
  })
}

/**
 * Stretches side by side, for a loop that is run for every gamete. From `start` on lies the table of each: of every slot how far
 * its own pattern reaches, that pattern, and the one beyond.
 */
function laidOut(stretches: Stretch[]) {
  const numbers = (of: (stretch: Stretch) => number) => Int32Array.from(stretches, of)
  let length = 0
  const start = numbers(({ others }) => (length += 3 * others.length) - 3 * others.length)
  const table = new Int32Array(length)
  stretches.forEach(({ cuts, aliases, others }, i) =>
    others.forEach((bits, slot) =>
      table.set([cuts[slot]!, bits, others[aliases[slot]!]!], start[i]! + 3 * slot),
    ),
  )
  return {
    word: numbers(s => s.word),
    below: numbers(s => s.below),
    last: numbers(s => s.last),
    all: numbers(s => s.all),
    start,
    table,
  }
}

/**
 * One draw takes the strands of a whole stretch of loci, however often they change in it; each stretch goes on from the last
 * strand of the one before.
 */
function handingOfDiploids(genome: Genome, { bits }: Stream): Hand {
  const { words } = layoutOf(genome)
  const { word, below, last, all, start, table } = once(genome, 'walk', () => laidOut(stretchesOf(genome)))
  const other = new Int32Array(words)
  return (parents, from, offspring, to) => {
    for (let w = 0; w < words; w++) other[w] = 0
    /** the strand before: 0, or all bits where it is the other one */
    let strand = 0
    for (let i = 0; i < start.length; i++) {
      const draw = bits.next()
      const slot = start[i]! + 3 * (draw >>> below[i]!)
      const rest = draw & (-1 >>> (32 - below[i]!))
      // One place further where the rest is not below the slot's reach, without a branch that could be guessed wrong.
      const changed = table[slot + 1 + ((table[slot]! - 1 - rest) >>> 31)]!
      other[word[i]!]! |= changed ^ (strand & all[i]!)
      strand ^= -((changed >>> last[i]!) & 1)
    }
    for (let w = 0; w < words; w++)
      offspring[to + w] = (parents[from + w]! & ~other[w]!) | (parents[from + words + w]! & other[w]!)
  }
}

/** Chromosomes pair off anew in each linkage group; each pair hands on one strand, which changes over within the pair. */
function handingOfPolyploids(genome: Genome, stream: Stream): Hand {
  const draw = () => stream.bits.next() >>> 0
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
        for (let i = ploidy - 1; i > 0; i--) swap(i, Math.floor((draw() / ALL) * (i + 1)))
        for (let k = 0; k < half; k++) copied[k] = k
        // Two of the strands are copies of one chromosome.
        if (doubled && draw() < doubled) copied[1] = 0
      } else {
        for (let k = 0; k < half; k++) if (draw() < r * ALL) swap(2 * k, 2 * k + 1)
      }
      for (let k = 0; k < half; k++)
        offspring[to + k * words + word]! |=
          parents[from + chromosomes[2 * copied[k]!]! * words + word]! & bits
    }
  }
}
