import type { Estimate } from '@virgulta/core/chance/estimate'
import type { WeakCross } from '@virgulta/core/garden/pollen'
import type { Excursion } from '@virgulta/core/stores/storeClimate'
import type { Freezing } from '@virgulta/core/pollen/freezing'
import type { PollenAnswer } from '@virgulta/core/pollen/plan'
import type { Store } from '@virgulta/core/stores/store'
import type { TestVerdict } from '@virgulta/core/pollen/tells'
import type { Tube, TubeTest } from '@virgulta/core/pollen/tube'
import type { Parent } from './parent'
import type { LogLine } from './entries'

/** A tube as the shelf shows it. */
export interface TubeRow {
  tube: Tube
  donors: Parent[]
  store: { id: string; name: string } | null
  /** share alive now */
  alive: Estimate
  thaws: number
  /** the day on which it falls under what is worth a flower; null once it has, or when that is years ahead */
  goodUntil: string | null
  /** it is under that now */
  isDead: boolean
  /** the cross that counts on it next, and what is alive then */
  wanted: { on: string; alive: Estimate; crossId: string; code: string; aim: string }[]
  doubts: string[]
}

/** All tubes that are kept or dry, and those that ended of late. */
export interface PollenShelf {
  rows: TubeRow[]
  stores: Store[]
  excursions: ExcursionView[]
}

/** An excursion of a store, with what it cost the tubes that stood there. */
export interface ExcursionView extends Omit<Excursion, 'from' | 'to'> {
  store: { id: string; name: string }
  from: string
  to: string
  costs: { tubeId: string; code: string; alive: Estimate; without: Estimate }[]
}

/** One tube with its history. */
export interface TubePage extends TubeRow {
  stores: Store[]
  /** share alive day by day, from its collection to the days ahead */
  course: { at: string; alive: Omit<Estimate, 'origin' | 'records'> }[]
  /** lowest and highest °C of each day where it stood */
  days: { day: string; low: number; high: number }[]
  thawed: string[]
  tests: (TubeTest & { verdict: TestVerdict })[]
  freezing: Freezing | null
  /** ice would kill it */ isMoist: boolean
  uses: {
    flowerId: string
    crossId: string
    code: string
    on: string
    doses: number
    alive: Estimate
    outcome: string
  }[]
  weak: (WeakCross & { seedParent: Parent })[]
  excursions: ExcursionView[]
  /** other tubes that pollen can be poured over from */
  others: { id: string; code: string; left: number; donorIds: string[] }[]
  splitFrom: { id: string; code: string } | null
  log: LogLine[]
}

/** What a store was like. */
export interface StoreView {
  store: Store
  tubes: number
  typical: number
  /** lowest and highest °C of each of the last days */
  days: { day: string; low: number; high: number }[]
  gaps: { from: string; to: string }[]
  excursions: ExcursionView[]
  logger: { name: string; isSimulated: boolean } | null
  read: { id: string; source: string; from: string; to: string; rows: number }[]
}

/** Where the pollen of each cross of the season comes from. */
export interface PollenSeason {
  answers: (PollenAnswer & { seedParent: Parent; donor: Parent })[]
}
