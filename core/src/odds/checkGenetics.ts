import { OutOfRange } from '../chance/estimate'
import type { CropDefinition } from '../crops/definition'
import { geneticsOf } from '../crops/definition'
import { Refusal } from '../log/refusal'
import { classNames } from '../offspring/trait'
import { beyondReach, checkGenotype, genomeOf, isWithinReach } from './genome'
import { askedBy } from './kinds'

/**
 * Checks that a crop's loci, rules and traits fit together.
 *
 * @throws {Refusal} with a sentence that names the locus or rule
 */
export function checkGenetics(definition: CropDefinition): void {
  const { loci, rules, traits } = definition
  const names = new Map([...loci, ...rules].map(thing => [thing.id, thing.name]))
  const { ploidy } = definition.inheritance
  const tooRich = loci.find(locus => !isWithinReach(locus, ploidy))
  if (tooRich) throw new Refusal('too-many-genotypes', beyondReach(tooRich, ploidy), 'alleles')
  for (const { name, group, cM } of loci) {
    if ((group === null) !== (cM === null))
      throw new Refusal(
        'does-not-fit',
        `${name} needs both a linkage group and a position in cM, or neither.`,
        group === null ? 'group' : 'cM',
      )
  }
  for (const rule of rules) {
    const missing = askedBy(rule).find(id => !names.has(id))
    if (missing !== undefined)
      throw new Refusal(
        'in-use',
        `The rule ${rule.name} asks for a locus or a rule that is not there, or was just dropped; change or drop that rule first.`,
      )
    if (rule.trait === null) continue
    const trait = traits.find(t => t.id === rule.trait)
    if (!trait)
      throw new Refusal(
        'in-use',
        `The rule ${rule.name} makes a trait that is not there, or was just dropped; change or drop that rule first.`,
      )
    const classes = classNames(trait)
    if (!classes)
      throw new Refusal(
        'no-classes',
        `The rule ${rule.name} cannot make ${trait.name}, which is a number; choose a trait with steps, swatches or yes/no.`,
        'trait',
      )
    const strange = [...rule.cases.map(c => c.is), rule.otherwise].find(is => !classes.includes(is))
    if (strange !== undefined)
      throw new Refusal(
        'unknown-class',
        `The rule ${rule.name} makes "${strange}", but ${trait.name} is one of: ${classes.join(', ')}.`,
        'cases',
      )
  }
  // The sentences go by the names that people gave.
  const nameOf = (id: string) => names.get(id) ?? id
  const { loci: placed, rules: made, ...genetics } = geneticsOf(definition)
  inWords(() =>
    genomeOf({
      ...genetics,
      loci: placed.map(l => ({ ...l, name: nameOf(l.name) })),
      rules: made.map(r => ({
        ...r,
        name: `${nameOf(r.name)} (rule)`,
        cases: r.cases.map(c => ({
          ...c,
          when: Object.fromEntries(
            Object.entries(c.when).map(([id, look]) => [
              rules.some(other => other.id === id) ? `${nameOf(id)} (rule)` : nameOf(id),
              look,
            ]),
          ),
        })),
      })),
    }),
  )
}

/** Checks a noted genotype against its locus. @throws {Refusal} for an unknown locus, a wrong number of alleles, a strange allele */
export function checkNoted(
  { locus: id, alleles }: { locus: string; alleles: string[] | null },
  { loci, inheritance: { ploidy } }: CropDefinition,
): void {
  const locus = loci.find(l => l.id === id)
  if (!locus)
    throw new Refusal(
      'unknown-locus',
      `This locus is not known of the crop; it has: ${loci.map(l => l.name).join(', ') || 'none yet'}.`,
      'locus',
    )
  if (alleles)
    inWords(() => checkGenotype({ [locus.name]: alleles }, { ploidy, loci: [locus] }, 'plant'), 'alleles')
}

/** What a computation refuses, as a refusal of the log. */
function inWords(work: () => void, field?: string): void {
  try {
    work()
  } catch (error) {
    throw error instanceof OutOfRange ? new Refusal('does-not-fit', error.message, field) : error
  }
}
