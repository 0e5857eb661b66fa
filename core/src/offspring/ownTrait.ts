import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import type { TraitDescription } from './trait'
import { classNames } from './trait'

/** A trait that the garden added to a crop. */
export interface OwnTrait {
  id: string
  crop: string
  trait: TraitDescription
  /** no longer scored since */ droppedOn: ISODate | null
}

/** The trait after one more deed. @throws {Refusal} if scores that were noted would no longer fit. */
export function traitAfter(own: OwnTrait | null, deed: LoggedDeed, id: string): OwnTrait {
  if (deed.kind === 'traitAdded') {
    if (own) throw new Refusal('already-there', `The trait ${own.trait.name} is there already.`)
    return { id, ...deed.payload, droppedOn: null }
  }
  if (!own) throw new Refusal('unknown-trait', 'This trait is not in the garden; add it first.')
  if (own.droppedOn)
    throw new Refusal('dropped', `The trait ${own.trait.name} was dropped; nothing more can be noted on it.`)
  if (deed.kind === 'traitDropped') return { ...own, droppedOn: deed.day }
  if (deed.kind !== 'traitChanged') return own
  checkKeeps(own.trait, deed.payload.trait)
  return { ...own, trait: deed.payload.trait }
}

/** Scores stand for a place in the list, or for a number in a unit: these stay what they are. */
function checkKeeps(before: TraitDescription, after: TraitDescription): void {
  const [old, now] = [classNames(before), classNames(after)]
  if (
    before.scale !== after.scale ||
    (before.scale === 'measure' && after.scale === 'measure' && before.unit !== after.unit)
  ) {
    throw new Refusal(
      'scale-stays',
      `The scale of ${before.name} stays as it is, because scores may have been noted on it. Add another trait for another scale.`,
      'scale',
    )
  }
  if (old && now && now.length < old.length)
    throw new Refusal(
      'scale-stays',
      `${before.name} has ${old.length} steps; they can be renamed, and more added at the end, but none taken out.`,
      'steps',
    )
}
