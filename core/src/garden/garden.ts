import { rollup } from 'd3-array'
import { quietDay } from '../bloom/quietDay'
import type { LeftOut } from '../crops/reckonable'
import type { CropGuide } from '../crops/guide'
import type { Half } from '../crops/half'
import { customsOf, guidesWith } from '../crops/ownGuide'
import type { Subject } from '../log/kind'
import { once } from '../once'
import type { Before, LearntCrops } from './learnt'
import { learnt } from './learnt'
import type { HeldState, HeldStates } from './states'
import { isHeldSo, noStates, withChanges } from './states'

/**
 * A garden as one value: the states of its log at one revision, and what is learnt of its crops from them. It is never changed,
 * only advanced to another value, so that who reads it sees one revision from beginning to end.
 *
 * What always holds:
 * - it equals the garden made anew from all states of its revision, however many steps it was advanced in;
 * - `states` holds nothing that is in `leftOut`, and nothing of a cross that is;
 * - a map of `states`, a guide or a crop in which nothing changed is the same object as before.
 */
export interface WholeGarden {
  readonly revision: number
  /** where it lies: the guides have its days of the year */
  readonly half: Half
  /** everything that can be worked with */
  readonly states: HeldStates
  readonly guides: CropGuide[]
  readonly hiddenCautions: string[]
  readonly crops: LearntCrops
  /** what cannot be reckoned, and is in none of the above until it is put right */
  readonly leftOut: LeftOut[]
  /** also what is left out: changes are laid onto it */
  readonly kept: HeldStates
  /** what was damaged where it is kept */
  readonly damaged: ReadonlyMap<string, LeftOut>
}

/** What became of some subjects up to a revision. */
export interface Change {
  revision: number
  /** where the garden lies; absent: where it lay, in the north at first */
  half?: Half
  changed: HeldState[]
  removed?: Subject[]
  /** subjects whose kept state nobody can work with */
  damaged?: LeftOut[]
}

const keyOf = ({ type, id }: Subject) => `${type} ${id}`

/** What is remembered of earlier learning, for the states and guides that there are. */
type Recall = (states: HeldStates, guides: CropGuide[]) => Before

/**
 * The garden of some states, made anew.
 *
 * @param recall where something was kept of what its records come to, see `recalled`; absent: all of it is summed up
 */
export const wholeGarden = (change: Change, recall?: Recall): WholeGarden => made(change, null, recall)

/** The garden after a change: what was changed or removed since the revision it stood at. */
export function advanced(garden: WholeGarden, change: Change): WholeGarden {
  // A score changes its plant, and nothing of what is held of it.
  const changed = change.changed.filter(one => !isHeldSo(garden.kept, one))
  const isElsewhere = change.half !== undefined && change.half !== garden.half
  return changed.length || change.removed?.length || change.damaged?.length || isElsewhere
    ? made({ ...change, changed }, garden)
    : { ...garden, revision: change.revision }
}

function made(
  { revision, half: told, changed, removed = [], damaged = [] }: Change,
  before: WholeGarden | null,
  recall?: Recall,
): WholeGarden {
  const kept = withChanges(before?.kept ?? noStates(), changed, [...removed, ...damaged])
  const nowDamaged = new Map(before?.damaged)
  for (const one of removed) nowDamaged.delete(keyOf(one))
  for (const { type, state } of changed) nowDamaged.delete(keyOf({ type, id: state.id }))
  for (const one of damaged) nowDamaged.set(keyOf(one), one)

  const half = told ?? before?.half ?? 'north'
  const sameGuides =
    before && half === before.half && kept.guide === before.kept.guide && kept.custom === before.kept.custom
  const guides = sameGuides
    ? before.guides
    : guidesWith([...kept.guide.values()], [...kept.custom.values()], half)
  const cutGuides = withCuts(guides, kept)
  const crops = learnt(
    kept,
    cutGuides,
    before
      ? {
          crops: before.crops,
          changed: crossesOf(before.kept, kept, [...subjectsIn(changed), ...removed, ...damaged]),
        }
      : recall?.(kept, cutGuides),
  )
  const leftOut = [...nowDamaged.values(), ...[...crops.values()].flatMap(crop => crop.leftOut)]
  return {
    revision,
    half,
    kept,
    states: leftOut.length ? withoutLeftOut(kept, leftOut) : kept,
    guides,
    hiddenCautions: sameGuides ? before.hiddenCautions : customsOf([...kept.custom.values()]).hidden,
    crops,
    leftOut,
    damaged: nowDamaged,
  }
}

/** The guides with their flowering years cut where the garden's records flower least. */
function withCuts(guides: CropGuide[], { plant }: HeldStates): CropGuide[] {
  const spans = once(plant, 'spans in bloom', () =>
    rollup(
      [...plant.values()].flatMap(({ crop, blooming }) =>
        blooming.blooms.flatMap(({ first, last }) =>
          first && last ? [{ crop, from: first, to: last }] : [],
        ),
      ),
      all => all,
      ({ crop }) => crop,
    ),
  )
  return guides.map(guide => {
    const cut = guide.bloom.cut ? null : quietDay(spans.get(guide.id) ?? [], guide.bloom)
    return cut ? once(guide, `cut on ${cut}`, () => ({ ...guide, bloom: { ...guide.bloom, cut } })) : guide
  })
}

const subjectsIn = (changed: HeldState[]): Subject[] =>
  changed.map(({ type, state }) => ({ type, id: state.id }))

/** The crosses whose records some subjects belong to, before the change and after it. */
function crossesOf(before: HeldStates, after: HeldStates, subjects: Subject[]): Set<string> {
  const found = new Set<string>()
  for (const { type, id } of subjects) {
    if (type === 'cross') found.add(id)
    for (const states of [before, after]) {
      const state = states[type].get(id)
      if (state && 'crossId' in state && state.crossId) found.add(state.crossId)
    }
  }
  return found
}

/** States without what is left out and, with a cross, all that belongs to it. */
function withoutLeftOut(kept: HeldStates, leftOut: LeftOut[]): HeldStates {
  const gone = new Set(leftOut.map(keyOf))
  const goneCrosses = new Set(leftOut.filter(one => one.type === 'cross').map(one => one.id))
  const there = (type: string, states: ReadonlyMap<string, object & { crossId?: string | null }>) => {
    const left = [...states].filter(
      ([id, { crossId }]) => !gone.has(`${type} ${id}`) && !goneCrosses.has(crossId ?? ''),
    )
    return left.length === states.size ? states : new Map(left)
  }
  return Object.fromEntries(
    Object.entries<ReadonlyMap<string, object>>(kept).map(([type, states]) => [type, there(type, states)]),
  ) as unknown as HeldStates
}
