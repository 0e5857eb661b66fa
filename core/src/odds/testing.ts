/** Loci, plants and paths for the tests of the odds. */
import type { Genetics, Genotype } from './genome'
import { genomeOf } from './genome'
import type { Locus } from './locus'

/** A locus with a dominant capital and a recessive small letter; by itself unless it has a place. */
export const locus = (name: string, more: Partial<Locus> = {}): Locus => ({
  name,
  alleles: [name.toUpperCase(), name.toLowerCase()],
  dominance: 'complete',
  group: null,
  cM: null,
  ...more,
})

/** A genome of such loci. */
export const genome = (loci: Locus[], more: Partial<Genetics> = {}) =>
  genomeOf({ ploidy: 2, map: 'haldane', doubleReduction: 0, loci, rules: [], ...more })

/** A genotype written with single letters: `{ a: 'Aa' }`. */
export const carrying = (alleles: Record<string, string>): Genotype =>
  Object.fromEntries(Object.entries(alleles).map(([name, letters]) => [name, [...letters]]))
