import type { Aim } from '@virgulta/core/aims/aim'
import type { PairTable } from '@virgulta/core/aims/pairs'
import type { CropYields } from '@virgulta/core/crops/knowledge'
import { Id } from '@virgulta/core/log/kind'
import type { ParentInDoubt } from '@virgulta/core/odds/generations'
import type { Genetics } from '@virgulta/core/odds/genome'
import * as v from 'valibot'
import type { Parent } from './parent'
import { someIds } from './someIds'

/** An aim in the list. */
export interface AimRow {
  aim: Aim
  candidates: number
  crosses: number
  kept: number
}

/** Which plants are candidates: those with a name and those that were kept, or all that live. */
export const AimQuery = v.object({
  who: v.optional(v.picklist(['chosen', 'all']), 'chosen'),
  /** plants that are candidates in any case */
  also: someIds(10),
})
export type AimQuery = v.InferOutput<typeof AimQuery>

/** What a candidate is, beside what pairs are ranked from. */
export interface CandidatePlant {
  id: string
  code: string
  name: string
  plantKind: string
  placeId: string | null
  struckOff: { on: string; reason: string } | null
  verdict: string | null
  crossId: string | null
}

/** An aim with its candidates, and all that their pairs are ranked from. */
export interface AimPage {
  aim: Aim
  plants: CandidatePlant[]
  /** living plants of the crop, of which those are the chosen ones */
  living: number
  table: PairTable
  /** crosses that were planned for the aim */
  crosses: { id: string; code: string; seedParent: Parent; pollenParent: Parent | null }[]
}

/** Two plants whose odds are asked for. */
export const OddsQuery = v.object({ seed: Id, pollen: Id })

/** Two plants with what they may be and what their flowers should lead to: what the odds and the flower budget start from. */
export interface OddsPage {
  crop: string
  seedParent: Parent
  pollenParent: Parent
  genetics: Genetics
  parents: { seedParent: ParentInDoubt; pollenParent: ParentInDoubt }
  /** loci where the family tree has loops, so that what was worked out is approximate */
  approximate: string[]
  yields: CropYields
  takeRecords: number
  /** seasons from a flower to the flowers of its offspring */
  seasons: number
  isSelf: boolean
}
