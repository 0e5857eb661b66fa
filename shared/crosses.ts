import type { Spread, Station } from '@virgulta/core/crosses/course'
import { WantedShare } from '@virgulta/core/crosses/kinds'
import type { CrossLine, CrossView } from '@virgulta/core/garden/crosses'
import { Id, amount } from '@virgulta/core/log/kind'
import * as v from 'valibot'
import type { LogLine } from './entries'
import type { Parent } from './parent'

/** What is of a cross, with the names of its parents. */
export type Named<T> = T & { seedParent: Parent; pollenParent: Parent | null }

/** A cross in the list: what it is and how far it has come. */
export type CrossRow = Named<CrossLine>

/** One cross with its whole story. */
export type CrossPage = Named<CrossView> & { log: LogLine[] }

/** A pair in question: what so many flowers should lead to. */
export const PlanQuery = v.object({
  crop: v.string(),
  seedParentId: Id,
  pollenParentId: v.nullable(Id),
  flowers: amount(1, 2000),
  wantedShare: v.optional(v.nullable(WantedShare), null),
})
export interface PlanAnswer {
  course: Record<Station, Spread>
  runs: number
  takeRecords: number
}
