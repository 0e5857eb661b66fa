import type { Cross } from '@virgulta/core/crosses/cross'
import type { GrowingSummary } from '@virgulta/core/garden/growing'
import type { Parent } from './parent'

/** A family that grows on. */
export interface GrowingRow extends GrowingSummary {
  cross: Cross
  seedParent: Parent
  pollenParent: Parent | null
  placeId: string | null
}
