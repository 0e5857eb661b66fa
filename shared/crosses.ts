import type { TubeAtHand } from '@virgulta/core/garden/pollen'
import type { Estimate } from '@virgulta/core/chance/estimate'
import type { Spread, Stage } from '@virgulta/core/crosses/course'
import type { FruitLoad } from '@virgulta/core/plants/fruitLoad'
import type { CrossProgress } from '@virgulta/core/crosses/progress'
import type { Cross } from '@virgulta/core/crosses/cross'
import type { Stem } from '@virgulta/core/crosses/stem'
import type { FlowerDue } from '@virgulta/core/flowers/due'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { SeedLot } from '@virgulta/core/seed/lot'
import type { Sowing } from '@virgulta/core/seed/sowing'
import { Id, amount } from '@virgulta/core/log/kind'
import * as v from 'valibot'
import type { LogLine } from './entries'

/** Name and code of a plant, as tags carry them. */
export interface Parent {
  id: string
  name: string
  code: string
}

/** A cross in the list: what it is and how far it has come. */
export interface CrossRow {
  cross: Cross
  seedParent: Parent
  pollenParent: Parent | null
  counts: Record<Stage, number>
  progress: CrossProgress
  due: number
}

/** One cross with its whole story. */
export interface CrossPage {
  cross: Cross
  seedParent: Parent
  pollenParent: Parent | null
  stem: Stem
  progress: CrossProgress
  /** what its seed parent carries, from all crosses */
  load: FruitLoad
  flowers: { flower: Flower; due: FlowerDue | null }[]
  /** what was alive in the tube, for flowers that got their pollen out of one */
  pollen: Record<string, { tubeId: string; code: string; alive: Estimate; doubts: string[] }>
  /** tubes of its pollen parent that could be used now */
  tubes: TubeAtHand[]
  lots: SeedLot[]
  sowings: Sowing[]
  offspring: number
  log: LogLine[]
}

/** A pair in question: what so many flowers should lead to. */
export const PlanQuery = v.object({
  crop: v.string(),
  seedParentId: Id,
  pollenParentId: v.nullable(Id),
  flowers: amount(1, 2000),
  wantedShare: v.optional(v.nullable(v.pipe(v.number(), v.gtValue(0), v.maxValue(1))), null),
})
export interface PlanAnswer {
  course: Record<Stage, Spread>
  runs: number
  takeRecords: number
}
