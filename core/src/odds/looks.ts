import type { Genome } from './genome'
import type { Plants } from './handing'
import { alongChromosomes } from './handing'
import type { Phenotype } from './locus'
import { lookOf, looksOf, withRules } from './locus'

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

/** Every list of `count` allele numbers below `alleles`, in the order of the number they make as digits. */
function lists(alleles: number, count: number): number[][] {
  if (count === 0) return [[]]
  return Array.from({ length: alleles }, (_, first) => first).flatMap(first =>
    lists(alleles, count - 1).map(rest => [first, ...rest]),
  )
}

/** The table of a genome: each locus's looks are a digit, to the base of how many it has. */
export function looksTable(genome: Genome): LooksTable {
  const { ploidy, ordered } = genome
  const loci = alongChromosomes(genome)
  const words = loci.map(locus => looksOf(locus, ploidy))
  const counts = Int32Array.from(words, w => w.length)
  const places = loci.map((_, i) => counts.slice(i + 1).reduce((product, count) => product * count, 1))
  // What each list of alleles adds to the number, locus after locus in one table.
  const adds = Float64Array.from(
    loci.flatMap((locus, i) =>
      lists(locus.alleles.length, ploidy).map(list => places[i]! * words[i]!.indexOf(lookOf(locus, list))),
    ),
  )
  const starts = Int32Array.from(loci, (_, i) =>
    loci.slice(0, i).reduce((sum, l) => sum + l.alleles.length ** ploidy, 0),
  )
  const bases = Int32Array.from(loci, l => l.alleles.length)
  const L = loci.length
  const known = new Map<number, Phenotype>()
  return {
    names: [...loci, ...ordered].map(thing => thing.name),
    numbers: counts.reduce((product, count) => product * count, 1),
    numberOf(plants, at) {
      let number = 0
      for (let i = 0; i < L; i++) {
        let genotype = plants[at + i]!
        for (let k = 1; k < ploidy; k++) genotype = genotype * bases[i]! + plants[at + k * L + i]!
        number += adds[starts[i]! + genotype]!
      }
      return number
    },
    phenotypeOf(number) {
      const kept = known.get(number)
      if (kept) return kept
      let left = number
      const looks: Phenotype = {}
      for (let i = 0; i < L; i++) {
        const digit = Math.floor(left / places[i]!)
        looks[loci[i]!.name] = words[i]![digit]!
        left -= digit * places[i]!
      }
      const phenotype = withRules(looks, ordered)
      known.set(number, phenotype)
      return phenotype
    },
  }
}
