import type { Cross } from '@virgulta/core/crosses/cross'
import type { Plant } from '@virgulta/core/plants/plant'
import type { Parent } from './crosses'
import type { SeedDoubt } from './seed'

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
}
