import type { Genome } from './genome'
import type { Locus } from './locus'

/**
 * Plants as patterns of bits: plant after plant, chromosome after chromosome. Of each chromosome a few words hold the alleles
 * by their index, locus after locus as {@link layoutOf} has them.
 */
export type Plants = Int32Array

/** Where a locus lies in the words of a chromosome. */
export interface Place {
  locus: Locus
  word: number
  /** lowest of its bits */
  shift: number
  bits: number
}

/** How the chromosomes of a genome are written down. */
export interface Layout {
  places: Place[]
  /** words of one chromosome; a plant has so many for each of its sets */
  words: number
}

const WORD_BITS = 32

/** The loci in the order in which chromosomes are read, group by group, each with the bits that its alleles need. */
export function layoutOf({ groups }: Pick<Genome, 'groups'>): Layout {
  let [word, shift] = [0, 0]
  const places = groups
    .flatMap(group => group.loci)
    .map((locus): Place => {
      const bits = WORD_BITS - Math.clz32(locus.alleles.length - 1)
      if (shift + bits > WORD_BITS) [word, shift] = [word + 1, 0]
      const place = { locus, word, shift, bits }
      shift += bits
      return place
    })
  return { places, words: word + 1 }
}

/** The bits of a locus in its word. */
export const bitsOf = ({ shift, bits }: Place): number => ((1 << bits) - 1) << shift

/**
 * Plants that are written down.
 *
 * @param plants for each the alleles by their index: chromosome after chromosome, locus after locus
 */
export function packed({ places, words }: Layout, plants: number[][]): Plants {
  const L = places.length
  const sets = L ? plants[0]!.length / L : 0
  const written = new Int32Array(plants.length * sets * words)
  plants.forEach((alleles, plant) => {
    for (let set = 0; set < sets; set++)
      places.forEach(({ word, shift }, i) => {
        written[(plant * sets + set) * words + word]! |= alleles[set * L + i]! << shift
      })
  })
  return written
}
