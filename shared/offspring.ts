import type { Cross } from '@virgulta/core/crosses/cross'
import type { Plant } from '@virgulta/core/plants/plant'
import type { GrowingSummary } from '@virgulta/core/garden/growing'
import type { FamilySelfs } from '@virgulta/core/offspring/familySelfs'
import * as v from 'valibot'
import type { LaterBloom } from '@virgulta/core/offspring/laterBloom'
import type { Parent } from './parent'
import type { PlantList } from './plantList'
import { SinceQuery } from './plantList'
import { someIds } from './someIds'
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

/** Plants that a family is compared with, beside its parents; and what of it is known. */
export const FamilyQuery = v.object({ beside: someIds(6), ...SinceQuery.entries })
export type FamilyQuery = v.InferOutput<typeof FamilyQuery>

/** A family with its plants, in the order of their codes. */
export interface FamilyPage extends PlantList {
  cross: Cross
  seedParent: Plant
  pollenParent: Plant | null
  /** those that were asked for to compare with, as far as they are of its crop */ checks: Plant[]
  /** what makes the seed of the sown packets doubtful, and at how many of their flowers */ doubts: SeedDoubt[]
  /** flowers whose seed is doubtful and was sown, with the plants that may have come from each, and how many other flowers those may have come from */
  doubtful: { flower: { id: string; code: string }; words: string[]; plants: string[]; others: number }[]
  flowers: number
  /** how it grows on */ growing: GrowingSummary
}

/** Which trait the plants of a crop are asked about. */
export const TraitQuery = v.object({ trait: v.optional(v.pipe(v.string(), v.maxLength(60)), '') })

/** How many plants of a family are of each class of a trait. */
export interface FamilyCounts {
  cross: Pick<Cross, 'id' | 'code' | 'aim' | 'seedParentId' | 'pollenParentId'>
  counts: number[]
}

/** What other plants of the crop say of a trait: families counted by its classes, and what became of first looks later. */
export interface FamilyBeside {
  /** none where the trait is a number */
  families: FamilyCounts[]
  /** null while no plant was seen in two seasons */ later: LaterBloom | null
}

/** Selfs among a family; null: none are sought, or nothing was seen that would tell. */
export interface FamilySelfsPage {
  selfs: FamilySelfs | null
}
