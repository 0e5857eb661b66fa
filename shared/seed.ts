import * as v from 'valibot'
import type { DrawerFacts } from '@virgulta/core/garden/drawer'
import type { LastFrost } from '@virgulta/core/garden/frost'
import type { Ripening } from '@virgulta/core/garden/fruits'
import type { SeedDoubt } from '@virgulta/core/garden/doubts'
import type { Chill } from '@virgulta/core/seed/chill'
import type { SeedDue } from '@virgulta/core/seed/due'
import type { PlaceWorth } from '@virgulta/core/seed/comingWords'
import type { ComingUp } from '@virgulta/core/seed/comingUp'
import type { Treatment, TreatmentsCompared } from '@virgulta/core/garden/treatments'
import type { Days } from '@virgulta/core/season/band'
import { TREATMENTS } from '@virgulta/core/garden/treatments'
import { keysOf, words } from '@virgulta/core/log/kind'
import type { SeedLot } from '@virgulta/core/seed/lot'
import type { Sowing } from '@virgulta/core/seed/sowing'
import { Sought, paged } from './find'
import type { Parent } from './parent'
import type { LogLine } from './entries'

interface OfCross {
  crossCode: string
  crop: string
  seedParent: Parent
  pollenParent: Parent | null
}

export interface LotRow extends OfCross, DrawerFacts {
  lot: SeedLot
  /** what its cross is for */ aim: string
}
export interface SowingRow extends OfCross {
  sowing: Sowing
}

/** A fruit on its plant. */
export interface FruitRow extends OfCross, Ripening {
  id: string
  code: string
  crossId: string
  placeId: string | null
}

/** What there is of seed. */
export interface SeedShelf {
  /** fruits that still hang on their plants */ hanging: number
  packets: number
  /** packets that hold seed */ filled: number
  sowings: SowingRow[]
}

/** What a list of packets can be sorted by. */
export const LOT_ORDERS = [
  'code',
  'parents',
  'crop',
  'harvestedOn',
  'seeds',
  'left',
  'store',
  'aim',
  'today',
] as const

/** What a list of packets can be asked for, as it stands in the address. */
export const LotQuery = v.object({
  q: v.optional(Sought, ''),
  crop: v.optional(Sought),
  /** those that hold seed, those that are empty, or all */
  holds: v.optional(v.picklist(['seed', 'nothing', 'all']), 'all'),
  sort: v.optional(v.picklist(LOT_ORDERS), 'harvestedOn'),
  ...paged,
})
export type LotQuery = v.InferOutput<typeof LotQuery>

/** A page of the packets. */
export interface PacketPage {
  packets: LotRow[]
  total: number
  /** that they hold, all of them together */ seeds: number
}

/** What trays are compared by: of which crop, by what, and of one family or all. */
export const CompareQuery = v.object({
  crop: v.optional(words(40)),
  by: v.optional(v.picklist(keysOf(TREATMENTS), 'Choose by what to compare.'), 'family'),
})

/** How trays of a crop came up, by how they were treated. */
export interface ComparePage {
  /** crops of which trays were looked at, with how many; null: no tray was */
  crops: { crop: string; trays: number }[]
  crop: string | null
  by: Treatment
  compared: TreatmentsCompared | null
  /** of each group, how many of a hundred are up by a day */
  curves: { day: number; up: number }[][]
}

export interface SowingStory extends SowingRow {
  lot: SeedLot
  /** how far it was chilled, where it lies outdoors and wants it */
  chill: Chill | null
  /** what is due next at it */
  due: SeedDue | null
  /** how it comes up, and what is still to come */
  coming: ComingUp
  /** what its place could hold instead */ instead: PlaceWorth | null
  log: LogLine[]
}
export interface LotStory extends LotRow {
  /** null: it never freezes, or nothing is known of it */ lastFrost: LastFrost | null
  /** days too short for seedlings without lamps; null: there are none, or nothing is known of them */ shortDays: Days | null
  splitFrom: { id: string; code: string } | null
  /** other packets of its cross that hold seed */
  others: Pick<SeedLot, 'id' | 'code' | 'left' | 'flowerIds' | 'harvestedOn'>[]
  stores: { id: string; name: string; celsius: number }[]
  sowings: Sowing[]
  /** the bulk that some of its flowers got their pollen from, with how many plants gave to it */
  bulks: { tubeId: string | null; plants: number }[]
  doubts: SeedDoubt[]
  log: LogLine[]
}
