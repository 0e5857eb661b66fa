import type { Way } from '../ahead/way'
import { wayAfter } from '../ahead/way'
import type { Aim } from '../aims/aim'
import { aimAfter } from '../aims/aim'
import type { Batch } from '../bloom/batch'
import { batchAfter } from '../bloom/batch'
import type { Task } from '../bloom/task'
import { taskAfter } from '../bloom/task'
import type { OwnCustom, OwnGuide } from '../crops/ownGuide'
import { customAfter, guideAfter } from '../crops/ownGuide'
import type { Cross } from '../crosses/cross'
import { crossAfter } from '../crosses/cross'
import type { Flower } from '../flowers/flower'
import { flowerAfter } from '../flowers/flower'
import type { OwnInheritance, OwnLocus, OwnRule } from '../odds/crop'
import { inheritanceAfter, locusAfter, ruleAfter } from '../odds/crop'
import type { OwnTrait } from '../offspring/ownTrait'
import { traitAfter } from '../offspring/ownTrait'
import type { PlaceHistory } from '../places/place'
import { placeAfter } from '../places/place'
import type { Plant } from '../plants/plant'
import { plantAfter } from '../plants/plant'
import type { Store, StoreReadings } from '../stores/store'
import { storeAfter, storeReadingsAfter } from '../stores/store'
import type { Tube } from '../pollen/tube'
import { tubeAfter } from '../pollen/tube'
import type { SeedLot } from '../seed/lot'
import { seedLotAfter } from '../seed/lot'
import type { Sowing } from '../seed/sowing'
import { sowingAfter } from '../seed/sowing'
import type { Readings } from '../weather/readings'
import { readingsAfter } from '../weather/readings'
import type { LoggedDeed } from './entry'
import type { SubjectType } from './kind'
import { kinds } from './kinds'

/** The state of each type of subject. */
export interface States {
  plant: Plant
  cross: Cross
  flower: Flower
  seedLot: SeedLot
  sowing: Sowing
  trait: OwnTrait
  locus: OwnLocus
  rule: OwnRule
  inheritance: OwnInheritance
  aim: Aim
  batch: Batch
  task: Task
  way: Way
  readings: Readings
  guide: OwnGuide
  custom: OwnCustom
  tube: Tube
  place: PlaceHistory
  store: Store
  storeReadings: StoreReadings
}

/**
 * How one more deed changes a subject. Each throws a {@link Refusal} when the deed does not fit the state: the same
 * check serves a new deed, a deed noted late and an undo that would pull the ground from under a later one.
 */
const after: { [T in SubjectType]: (state: States[T] | null, deed: LoggedDeed, id: string) => States[T] } = {
  plant: plantAfter,
  cross: crossAfter,
  flower: flowerAfter,
  seedLot: seedLotAfter,
  sowing: sowingAfter,
  trait: traitAfter,
  locus: locusAfter,
  rule: ruleAfter,
  inheritance: inheritanceAfter,
  aim: aimAfter,
  batch: batchAfter,
  task: taskAfter,
  way: wayAfter,
  readings: readingsAfter,
  guide: guideAfter,
  custom: customAfter,
  tube: tubeAfter,
  place: placeAfter,
  store: storeAfter,
  storeReadings: storeReadingsAfter,
}

/** Deeds in the order in which they happened, what founds the subject first; those of one moment in the order of their ids. */
export function inOrder(deeds: LoggedDeed[]): LoggedDeed[] {
  const founds = (deed: LoggedDeed) => kinds[deed.kind].founds
  return [...deeds].sort(
    (a, b) =>
      Number(founds(b)) - Number(founds(a)) ||
      (a.happenedAt < b.happenedAt ? -1 : a.happenedAt > b.happenedAt ? 1 : a.id < b.id ? -1 : 1),
  )
}

/**
 * The state of one subject from its deeds (voided ones left out, any order).
 *
 * @returns null for a subject of which nothing is noted
 * @throws {Refusal} if a deed does not fit the ones before it
 */
export function fold<T extends SubjectType>(type: T, id: string, deeds: LoggedDeed[]): States[T] | null {
  return inOrder(deeds).reduce<States[T] | null>((state, deed) => after[type](state, deed, id), null)
}
