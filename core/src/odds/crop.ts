import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate, Instant } from '../time/days'
import type { LocusDescription, RuleDescription } from './described'
import type { Inheritance } from './kinds'

/** A locus, or a rule, that the garden added to a crop. */
export interface OwnLocus extends LocusDescription {
  id: string
  crop: string
  droppedOn: ISODate | null
}
export interface OwnRule extends RuleDescription {
  id: string
  crop: string
  droppedOn: ISODate | null
}

/** How a crop inherits, as the garden set it last. */
export interface OwnInheritance extends Inheritance {
  id: string
  crop: string
  setAt: Instant
}

/** The inheritance after one more deed. @throws {Refusal} if it is set for another crop than before. */
export function inheritanceAfter(own: OwnInheritance | null, deed: LoggedDeed, id: string): OwnInheritance {
  if (deed.kind !== 'inheritanceSet')
    throw new Refusal('unknown-inheritance', 'Nothing is set of how this crop inherits.')
  if (own && own.crop !== deed.payload.crop) throw new Refusal('other-crop', 'This was set for another crop.')
  return { id, ...deed.payload, setAt: deed.happenedAt }
}

/** The locus after one more deed. @throws {Refusal} if the deed does not fit. */
export function locusAfter(locus: OwnLocus | null, deed: LoggedDeed, id: string): OwnLocus {
  if (deed.kind === 'locusAdded') {
    if (locus) throw new Refusal('already-there', `The locus ${locus.name} is there already.`)
    return { id, ...deed.payload, droppedOn: null }
  }
  const there = living(locus, 'locus')
  if (deed.kind === 'locusDropped') return { ...there, droppedOn: deed.day }
  if (deed.kind !== 'locusChanged') return there
  const gone = there.alleles.find(allele => !deed.payload.alleles.includes(allele))
  if (gone !== undefined)
    throw new Refusal(
      'allele-gone',
      `The allele ${gone} of ${there.name} may have been noted on plants: keep it. Others can be added, and the order changed.`,
      'alleles',
    )
  return { ...there, ...deed.payload }
}

/** The rule after one more deed. @throws {Refusal} if the deed does not fit. */
export function ruleAfter(rule: OwnRule | null, deed: LoggedDeed, id: string): OwnRule {
  if (deed.kind === 'ruleAdded') {
    if (rule) throw new Refusal('already-there', `The rule ${rule.name} is there already.`)
    return { id, ...deed.payload, droppedOn: null }
  }
  const there = living(rule, 'rule')
  if (deed.kind === 'ruleDropped') return { ...there, droppedOn: deed.day }
  return deed.kind === 'ruleChanged' ? { ...there, ...deed.payload } : there
}

function living<T extends { name: string; droppedOn: ISODate | null }>(thing: T | null, what: string): T {
  if (!thing) throw new Refusal(`unknown-${what}`, `This ${what} is not in the garden; add it first.`)
  if (thing.droppedOn)
    throw new Refusal('dropped', `The ${what} ${thing.name} was dropped; nothing more can be noted on it.`)
  return thing
}
