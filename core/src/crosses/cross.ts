import type { WantedShare } from '../crops/knowledge'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { Plant } from '../plants/plant'
import type { Grown } from '../seed/growing'
import { withGrown } from '../seed/growing'
import type { ISODate } from '../time/days'

/** A planned cross: seed parent × pollen parent, with its aim. */
export interface Cross {
  id: string
  code: string
  crop: string
  seedParentId: string
  pollenParentId: string | null
  selfMeant: boolean
  aim: string
  flowersPlanned: number
  keepersWanted: number
  /** share of the offspring that is wanted, by the odds; null: the crop's usual share of keepers */
  wantedShare: WantedShare | null
  /** how sure the plan is to be of its keepers */
  confidence: number
  /** the aim it was planned for */
  aimId: string | null
  plannedOn: ISODate
  /** what was done with all of its offspring, or seen of them */
  grown: Grown[]
}

/**
 * Asks before one plant is both parents; a population is many plants, and crossed with itself it is no self.
 *
 * @throws {Refusal} `self-meant` unless the parents differ or a self was confirmed
 */
export function askIfSelf(
  seedParent: Pick<Plant, 'id' | 'plantKind'>,
  pollenParentId: string | null,
  selfMeant: boolean,
): void {
  if (seedParent.id === pollenParentId && !selfMeant && seedParent.plantKind !== 'population') {
    throw new Refusal(
      'self-meant',
      'The same plant is seed parent and pollen parent. Is a self meant? Say so, or choose another pollen parent.',
      'pollenParentId',
    )
  }
}

const unasked = { wantedShare: null, confidence: 0.9, aimId: null }

/** The cross after one more deed. @throws {Refusal} if the deed does not fit. */
export function crossAfter(cross: Cross | null, deed: LoggedDeed, id: string): Cross {
  if (deed.kind === 'crossPlanned') {
    if (cross) throw new Refusal('already-there', 'This cross is planned already.')
    // Entries that were noted before there were odds hold neither share nor aim.
    return { id, ...unasked, ...deed.payload, plannedOn: deed.day, grown: [] }
  }
  if (!cross) throw new Refusal('unknown-cross', 'This cross is not planned; plan it first.')
  switch (deed.kind) {
    case 'planChanged':
      return { ...cross, ...deed.payload }
    case 'familyGrown':
      return { ...cross, grown: withGrown(cross.grown, deed.payload, deed.day) }
    default:
      return cross
  }
}
