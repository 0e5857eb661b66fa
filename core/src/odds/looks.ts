import type { Genome } from './genome'
import type { Phenotype } from './locus'
import { lookOf, looksOf, withRules } from './locus'
import type { Place, Plants } from './packed'
import { layoutOf } from './packed'

/** What plants look like, by numbers, for counting them by the million. */
export interface LooksTable {
  /** number of what the loci of the plant that begins at `at` look like */
  numberOf: (plants: Plants, at: number) => number
  /** what is named in a phenotype: the loci, and the rules */
  names: string[]
  /** how many numbers there are */
  numbers: number
  phenotypeOf: (number: number) => Phenotype
}

/** Bits of a plant that are looked up at once: a table of so many holds a few thousand numbers. */
const MOST_BITS = 12

/** Loci that lie side by side in a word and are looked up together. */
function chunksOf(places: Place[], ploidy: number): Place[][] {
  const chunks: Place[][] = []
  for (const place of places) {
    const chunk = chunks.at(-1)
    const bits = chunk ? place.shift + place.bits - chunk[0]!.shift : 0
    if (chunk && chunk[0]!.word === place.word && bits * ploidy <= MOST_BITS) chunk.push(place)
    else chunks.push([place])
  }
  return chunks
}

/** The table of a genome: each locus's looks are a digit, to the base of how many it has. */
export function looksTable(genome: Genome): LooksTable {
  const { ploidy, ordered } = genome
  const { places, words } = layoutOf(genome)
  const loci = places.map(place => place.locus)
  const looks = loci.map(locus => looksOf(locus, ploidy))
  const counts = Int32Array.from(looks, w => w.length)
  const digits = loci.map((_, i) => counts.slice(i + 1).reduce((product, count) => product * count, 1))
  /** What a locus adds to the number, by the bits of its alleles in all sets; patterns that stand for no allele no plant has. */
  function addsOf({ locus, bits }: Place, i: number): Float64Array {
    return Float64Array.from({ length: 2 ** (bits * ploidy) }, (_, pattern) => {
      const alleles = Array.from(
        { length: ploidy },
        (_set, set) => (pattern >>> (set * bits)) & ((1 << bits) - 1),
      )
      return alleles.every(allele => allele < locus.alleles.length)
        ? digits[i]! * looks[i]!.indexOf(lookOf(locus, alleles))
        : 0
    })
  }
  const chunks = chunksOf(places, ploidy).map(chunk => {
    const { word, shift } = chunk[0]!
    const bits = chunk.at(-1)!.shift + chunk.at(-1)!.bits - shift
    const adds = new Float64Array(2 ** (bits * ploidy))
    for (const place of chunk) {
      const own = addsOf(place, places.indexOf(place))
      const mask = (1 << place.bits) - 1
      for (let pattern = 0; pattern < adds.length; pattern++) {
        let alleles = 0
        for (let set = 0; set < ploidy; set++)
          alleles |= ((pattern >>> (set * bits + place.shift - shift)) & mask) << (set * place.bits)
        adds[pattern]! += own[alleles]!
      }
    }
    return { word, shift, bits, adds }
  })
  const numbers = counts.reduce((product, count) => product * count, 1)
  const each = (of: (chunk: (typeof chunks)[number]) => number) => Int32Array.from(chunks, of)
  const [word, shift, bits] = [each(c => c.word), each(c => c.shift), each(c => c.bits)]
  let before = 0
  const start = each(c => (before += c.adds.length) - c.adds.length)
  // Half as large where the numbers leave it: it is looked up for every plant.
  const adds = new (numbers < 2 ** 31 ? Int32Array : Float64Array)(before)
  chunks.forEach((chunk, i) => adds.set(chunk.adds, start[i]))
  const known = new Map<number, Phenotype>()
  return {
    names: [...loci, ...ordered].map(thing => thing.name),
    numbers,
    numberOf(plants, at) {
      let number = 0
      for (let i = 0; i < start.length; i++) {
        const mask = (1 << bits[i]!) - 1
        let pattern = 0
        for (let set = 0; set < ploidy; set++)
          pattern |= ((plants[at + set * words + word[i]!]! >>> shift[i]!) & mask) << (set * bits[i]!)
        number += adds[start[i]! + pattern]!
      }
      return number
    },
    phenotypeOf(number) {
      const kept = known.get(number)
      if (kept) return kept
      let left = number
      const phenotype: Phenotype = {}
      for (let i = 0; i < loci.length; i++) {
        const digit = Math.floor(left / digits[i]!)
        phenotype[loci[i]!.name] = looks[i]![digit]!
        left -= digit * digits[i]!
      }
      const whole = withRules(phenotype, ordered)
      known.set(number, whole)
      return whole
    },
  }
}
