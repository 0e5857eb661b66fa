/** Genes and parents as the files of several commands hold them. */
import type { ParentInDoubt } from '@virgulta/core/odds/generations'
import { oneOf } from '@virgulta/core/odds/generations'
import type { Genome } from '@virgulta/core/odds/genome'
import { MAP_FUNCTIONS, PLOIDIES, checkGenotype } from '@virgulta/core/odds/genome'
import { DOMINANCES } from '@virgulta/core/odds/locus'
import * as v from 'valibot'
import { totalOf } from './input'

export const words = v.pipe(v.string('this is text.'), v.nonEmpty('this must not be empty.'))
export const number = v.number('this is a number.')
const Genotypes = v.record(
  words,
  v.array(words, 'a genotype is a list of alleles.'),
  'the genotypes go by the names of the loci.',
)
const Parent = v.union(
  [Genotypes, v.array(v.strictObject({ probability: number, genotype: Genotypes }))],
  'a parent is its genotype by locus, or a list of {"probability": …, "genotype": {…}}.',
)

/** How a crop inherits, and two parents of it. */
export const genetic = {
  ploidy: v.optional(v.picklist(PLOIDIES, `the ploidy is ${PLOIDIES.join(', ')}.`), 2),
  map: v.optional(v.picklist(MAP_FUNCTIONS, `the map is "${MAP_FUNCTIONS.join('" or "')}".`), 'haldane'),
  doubleReduction: v.optional(number, 0),
  loci: v.array(
    v.strictObject({
      name: words,
      alleles: v.array(words, 'the alleles are a list.'),
      dominance: v.optional(v.picklist(DOMINANCES, 'the dominance is "complete" or "none".'), 'complete'),
      group: v.optional(
        v.nullable(v.pipe(v.union([words, number], 'the group is a name or a number.'), v.transform(String))),
        null,
      ),
      cM: v.optional(v.nullable(number), null),
    }),
    'this is the list of loci.',
  ),
  rules: v.optional(
    v.array(
      v.strictObject({
        name: words,
        cases: v.array(v.strictObject({ when: v.record(words, words), is: words })),
        otherwise: words,
      }),
    ),
    [],
  ),
  seedParent: v.optional(Parent),
  pollenParent: v.optional(Parent),
}

/** A parent as the core takes it. @throws {OutOfRange} for a genotype that does not fit, or chances that do not come to 1 */
export function parentOf(typed: v.InferOutput<typeof Parent>, genome: Genome, whose: string): ParentInDoubt {
  const list = Array.isArray(typed) ? typed : [{ probability: 1, genotype: typed }]
  for (const { genotype } of list) checkGenotype(genotype, genome, whose)
  const sum = totalOf(list, `the ${whose}`)
  return oneOf(list.map(one => ({ ...one, probability: one.probability / sum })))
}
