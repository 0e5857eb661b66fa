import type { States } from '../log/fold'
import type { Subject, SubjectType } from '../log/kind'
import type { Plant } from '../plants/plant'

/** A plant as far as the garden's work concerns it; of thousands of seedlings scores and genes are the most. */
export type HeldPlant = Omit<Plant, 'scores' | 'missing' | 'remarks' | 'photos' | 'genotype' | 'note'>

/** What is held of each type of subject. */
type Held = Omit<States, 'plant'> & { plant: HeldPlant }

/** The states of a garden, by type and id. */
export type HeldStates = { readonly [T in SubjectType]: ReadonlyMap<string, Held[T]> }

/** The state of one subject. */
export type HeldState = { [T in SubjectType]: { type: T; state: Held[T] } }[SubjectType]

/** A garden in which nothing is noted; each has its own, for what follows from its maps is kept with them. */
export const noStates = (): HeldStates => ({
  plant: new Map(),
  cross: new Map(),
  flower: new Map(),
  seedLot: new Map(),
  sowing: new Map(),
  trait: new Map(),
  locus: new Map(),
  rule: new Map(),
  inheritance: new Map(),
  aim: new Map(),
  batch: new Map(),
  task: new Map(),
  way: new Map(),
  readings: new Map(),
  guide: new Map(),
  custom: new Map(),
  tube: new Map(),
  place: new Map(),
  store: new Map(),
  storeReadings: new Map(),
})

/** True where a state is held as it is already. */
export function isHeldSo(states: HeldStates, { type, state }: HeldState): boolean {
  const held = states[type].get(state.id)
  return held !== undefined && JSON.stringify(held) === JSON.stringify(state)
}

/** States after a change; maps of types of which nothing changed stay the same objects, so that what follows from them can be kept. */
export function withChanges(states: HeldStates, changed: HeldState[], removed: Subject[]): HeldStates {
  const types = new Set<SubjectType>([...changed, ...removed].map(one => one.type))
  const copies = Object.fromEntries([...types].map(type => [type, new Map<string, unknown>(states[type])]))
  for (const { type, id } of removed) copies[type]!.delete(id)
  for (const { type, state } of changed) copies[type]!.set(state.id, state)
  return { ...states, ...copies }
}
