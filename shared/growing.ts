import type { Cross } from '@virgulta/core/crosses/cross'
import type { FamilyDue, FloweredBy } from '@virgulta/core/offspring/growingOn'
import type { Days } from '@virgulta/core/season/band'
import type { ISODate } from '@virgulta/core/time/days'
import type { Parent } from './parent'

/** How a family grows on. */
export interface GrowingSummary {
  /** seedlings that stand in trays */
  standing: number
  /** those with tags that are there yet */
  plants: number
  /** seen last; null: nobody noted one */
  stage: string | null
  /** null: nobody knows when it was sown */ expected: Days | null
  /** the first flower; null: none was seen yet */ seen: ISODate | null
  shares: FloweredBy[]
  /** what is due today */
  dues: { step: FamilyDue['step']; words: string; because: string }[]
}

export interface GrowingRow extends GrowingSummary {
  cross: Cross
  seedParent: Parent
  pollenParent: Parent | null
  placeId: string | null
}
