import type { PlantDoubts } from '@virgulta/core/garden/doubts'
import type { Carrying } from '@virgulta/core/plants/carrying'
import type { FruitLoad } from '@virgulta/core/plants/fruitLoad'
import type { Batch } from '@virgulta/core/bloom/batch'
import type { Task } from '@virgulta/core/bloom/task'
import type { Summaries } from '@virgulta/core/aims/bench'
import type { Possible } from '@virgulta/core/odds/carriers'
import type { Plant } from '@virgulta/core/plants/plant'
import { PLANT_KINDS } from '@virgulta/core/plants/kinds'
import * as v from 'valibot'
import type { CrossRow } from './crosses'
import type { Parent } from './parent'
import { Sought, paged } from './find'
import type { LogLine } from './entries'

/** What a list of plants can be sorted by. */
export const PLANT_ORDERS = ['name', 'code', 'crop', 'since'] as const

/** What a list of plants can be asked for, as it stands in the address. */
export const PlantQuery = v.object({
  q: v.optional(Sought, ''),
  crop: v.optional(Sought),
  kind: v.optional(v.picklist(PLANT_KINDS)),
  verdict: v.optional(v.picklist(['keep', 'watch', 'discard', 'none'])),
  sort: v.optional(v.picklist(PLANT_ORDERS), 'name'),
  ...paged,
})
export type PlantQuery = v.InferOutput<typeof PlantQuery>

export interface PlantPage {
  plants: Plant[]
  total: number
  /** names and codes of their parents */ parents: Parent[]
}

/** A table of plants, pasted or from a file; with the crop of rows that name none. */
export const PlantText = v.object({
  text: v.pipe(
    v.string(),
    v.nonEmpty('Paste the table, or choose a file.'),
    v.maxLength(2_000_000, 'The table is too large; at most two megabytes are read.'),
  ),
  crop: v.optional(v.nullable(v.pipe(v.string(), v.maxLength(40, 'This is not a crop.'))), null),
})

/** One plant with its parents, its crosses and its part of the log. */
export interface PlantStory {
  plant: Plant
  seedParent: Plant | null
  pollenParent: Plant | null
  /** other plants of the same genotype, multiplied from it or it from them */
  clones: (Parent & Pick<Plant, 'placeId' | 'clonedFrom' | 'lost'>)[]
  crosses: CrossRow[]
  batches: Batch[]
  /** reminders that are set for it */
  reminders: Task[]
  load: FruitLoad
  /** whether it may carry fruit, and what speaks against it */
  carrying: Carrying
  /** its flowers under a tag that can still be pollinated */
  tagged: { id: string; code: string }[]
  /** doubts about the seed that it, and its forebears back to the founders, came from: those nearest first */
  doubts: PlantDoubts[]
  log: LogLine[]
}

/** What is worked out of a plant from all of its crop. */
export interface PlantGenes {
  /** what its scores come to, by trait */
  summaries: Summaries
  /** what it may be, at loci that are looked at together */
  genes: { loci: string[]; isExact: boolean; possible: Possible }[]
}
