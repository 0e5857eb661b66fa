import * as v from 'valibot'
import { name, words } from '../log/kind'
import { DOMINANCES } from './locus'

const different = (names: string[]) => new Set(names).size === names.length

/** A locus as people describe it. */
export const LocusDescription = v.object({
  name: name(60),
  /** the first listed hides the next, where the dominance is complete */
  alleles: v.pipe(
    v.array(v.pipe(words(6), v.regex(/^\S+$/, 'An allele is written without a space.'))),
    v.minLength(2, 'Give at least two alleles.'),
    v.maxLength(6, 'Give at most six alleles.'),
    v.check(different, 'The alleles must differ from each other.'),
  ),
  dominance: v.picklist(DOMINANCES, 'The dominance is complete or none.'),
  /** linkage group; null: inherited by itself as far as is known */
  group: v.nullable(words(20)),
  cM: v.nullable(
    v.pipe(
      v.number('Give the position in cM.'),
      v.minValue(0, 'The position is 0 cM or more.'),
      v.maxValue(1000, 'The position is at most 1000 cM.'),
    ),
  ),
  note: v.nullable(words(300)),
})
export type LocusDescription = v.InferOutput<typeof LocusDescription>

/**
 * What loci, or other rules, make together: the first case that fits decides. With a trait, the outcomes are classes of
 * that trait, so that what a plant looks like tells of its genes.
 */
export const RuleDescription = v.object({
  name: name(60),
  trait: v.nullable(words(60)),
  cases: v.pipe(
    v.array(
      v.object({
        /** looks by the id of the locus or rule */
        when: v.pipe(
          v.record(words(60), words(40)),
          v.check(when => Object.keys(when).length > 0, 'Every case asks for at least one locus.'),
          v.check(when => Object.keys(when).length <= 40, 'A case asks for at most 40 loci.'),
        ),
        is: words(40),
      }),
    ),
    v.minLength(1, 'Give at least one case.'),
    v.maxLength(40, 'Give at most 40 cases.'),
  ),
  otherwise: words(40),
})
export type RuleDescription = v.InferOutput<typeof RuleDescription>
