import * as v from 'valibot'
import type { Subject, SubjectType } from '../log/kind'
import { isId, kind, words } from '../log/kind'
import type { RuleDescription } from './described'
import { MATINGS, MAP_FUNCTIONS, PLOIDIES } from './genome'
import { LocusDescription, RuleDescription as Rule } from './described'

const at = (locus: string | undefined) => (locus ? ` at ${locus}` : '')

/** Loci and rules of the garden's own that a rule asks for; those of the guide are no subjects of the log. */
export const askedBy = ({ cases }: Pick<RuleDescription, 'cases'>): string[] => [
  ...new Set(cases.flatMap(c => Object.keys(c.when))),
]

const crop = words(40)

/** How a crop inherits as a whole, where the garden knows better than the guide. */
export const Inheritance = v.strictObject({
  mating: v.picklist(MATINGS, 'Choose how it gets its seed.'),
  /** allopolyploids count as 2 */
  ploidy: v.picklist(PLOIDIES, `The ploidy is ${PLOIDIES.join(', ')}.`),
  map: v.picklist(MAP_FUNCTIONS, `The map is ${MAP_FUNCTIONS.join(' or ')}.`),
  doubleReduction: v.pipe(
    v.number('Give a number.'),
    v.minValue(0, 'Double reduction is a probability from 0 to 1.'),
    v.maxValue(1, 'Double reduction is a probability from 0 to 1.'),
  ),
})
export type Inheritance = v.InferOutput<typeof Inheritance>

export const geneticKinds = {
  locusAdded: kind(
    'locus',
    v.strictObject({ crop, ...LocusDescription.entries }),
    p => `added the locus ${p.name}`,
  ),
  locusChanged: kind(
    'locus',
    v.strictObject(LocusDescription.entries),
    p => `described the locus ${p.name} anew`,
  ),
  locusDropped: kind('locus', v.strictObject({}), () => 'dropped the locus'),
  ruleAdded: kind('rule', v.strictObject({ crop, ...Rule.entries }), p => `added the rule ${p.name}`, {
    needs: p => traitOf(p.trait),
  }),
  ruleChanged: kind('rule', v.strictObject(Rule.entries), p => `described the rule ${p.name} anew`, {
    needs: p => traitOf(p.trait),
  }),
  ruleDropped: kind('rule', v.strictObject({}), () => 'dropped the rule'),
  inheritanceSet: kind(
    'inheritance',
    v.strictObject({ crop, ...Inheritance.entries }),
    p => `inheritance of ${p.crop}: ${p.ploidy} sets, ${p.mating}`,
  ),
  genotypeNoted: kind(
    'plant',
    v.strictObject({
      locus: words(60),
      /** null: no longer thought to be known */
      alleles: v.nullable(v.pipe(v.array(words(6)), v.minLength(1, 'Give the alleles.'), v.maxLength(8))),
    }),
    (p, names) =>
      p.alleles
        ? `genotype${at(names?.locus(p.locus))} ${p.alleles.join(' ')}`
        : `genotype${at(names?.locus(p.locus))} no longer known`,
    { needs: p => own('locus', p.locus) },
  ),
}

/** A trait, locus or rule of the garden's own as the subject it is; the guide's go by words and are none. */
export const own = (type: SubjectType, id: string): Subject[] => (isId(id) ? [{ type, id }] : [])
const traitOf = (trait: string | null) => (trait ? own('trait', trait) : [])
