import type { Cross } from '@virgulta/core/crosses/cross'
import type { Plant } from '@virgulta/core/plants/plant'
import type { GrowingSummary } from '@virgulta/core/garden/growing'
import type { FamilySelfs } from '@virgulta/core/offspring/familySelfs'
import type { Parent } from './parent'
import type { SeedDoubt } from '@virgulta/core/garden/doubts'

/** A family in the list. */
export interface FamilyRow {
  cross: Cross
  seedParent: Parent
  pollenParent: Parent | null
  plants: number
  scored: number
  keep: number
  watch: number
  discard: number
}

/** A family with its plants. */
export interface FamilyPage {
  cross: Cross
  seedParent: Plant
  pollenParent: Plant | null
  plants: Plant[]
  /** what makes the seed of the sown packets doubtful, and at how many of their flowers */ doubts: SeedDoubt[]
  flowers: number
  /** how it grows on */ growing: GrowingSummary
}

/** Selfs among a family; null: none are sought, or nothing was seen that would tell. */
export interface FamilySelfsPage {
  selfs: FamilySelfs | null
}
