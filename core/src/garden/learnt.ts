import { group } from 'd3-array'
import type { Digest } from '../crops/digest'
import { NO_RECORDS, joined } from '../crops/digest'
import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import { cropKnowledge } from '../crops/knowledge'
import type { LeftOut } from '../crops/reckonable'
import { reckonable } from '../crops/reckonable'
import type { CropHistory, Judged } from '../crops/records'
import type { Cross } from '../crosses/cross'
import { once } from '../once'
import type { HeldStates } from './states'

/** A crop of the garden: its guide, its records, and what follows from both. */
export interface LearntCrop {
  guide: CropGuide
  history: CropHistory
  /** the part of the history that belongs to a cross */
  ofCross: (crossId: string) => CropHistory
  /** what the records of each cross come to, and all of them together */
  digests: ReadonlyMap<string, Digest>
  digest: Digest
  knowledge: CropKnowledge
  /** what of it cannot be reckoned, and is in none of the above */
  leftOut: LeftOut[]
}

export type LearntCrops = ReadonlyMap<string, LearntCrop>

const NO_HISTORY: CropHistory = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] }

/** What is expected of a crop that nobody crossed yet: what its guide says. */
const unlearnt = (guide: CropGuide): CropKnowledge =>
  once(guide, 'unlearnt', () => cropKnowledge(guide, NO_RECORDS))

/** The crosses of each crop, by its id. */
export const crossesByCrop = ({ cross }: HeldStates): Map<string, Cross[]> =>
  group(cross.values(), one => one.crop)

/** What belongs to some crosses, by cross. */
const byCross = <T extends { crossId: string | null }>(
  things: ReadonlyMap<string, T>,
  crosses: ReadonlySet<string>,
) =>
  group(
    [...things.values()].filter(({ crossId }) => crossId !== null && crosses.has(crossId)),
    thing => thing.crossId!,
  )

/** What is noted of some crosses, each by itself. */
export function historiesOf(
  states: HeldStates,
  crosses: ReadonlySet<string>,
): (crossId: string) => CropHistory {
  const flowers = byCross(states.flower, crosses)
  const lots = byCross(states.seedLot, crosses)
  const sowings = byCross(states.sowing, crosses)
  const offspring = byCross<Judged>(states.plant, crosses)
  return id => ({
    crosses: [states.cross.get(id)!],
    flowers: flowers.get(id) ?? [],
    lots: lots.get(id) ?? [],
    sowings: sowings.get(id) ?? [],
    offspring: offspring.get(id) ?? [],
  })
}

/** What was learnt before, and which crosses have other records since. */
export interface Before {
  crops: LearntCrops
  changed: ReadonlySet<string>
}

/**
 * What the garden expects of each of its crops, by the id of the crop.
 *
 * @param states of everything that records are made of
 * @param guides of every crop; the same object where a guide did not change
 * @param before what it is advanced from: only crosses that changed are summed up anew
 */
export function learnt(states: HeldStates, guides: CropGuide[], before?: Before): LearntCrops {
  const crossesOf = crossesByCrop(states)
  const changedCrops = new Set([...(before?.changed ?? [])].map(id => states.cross.get(id)?.crop))
  const isSame = (guide: CropGuide, known: LearntCrop) =>
    known.guide === guide &&
    !changedCrops.has(guide.id) &&
    known.digests.size + known.leftOut.filter(one => one.type === 'cross').length ===
      (crossesOf.get(guide.id)?.length ?? 0)
  const isNothingNew = guides.every(guide => {
    const known = before?.crops.get(guide.id)
    return known && isSame(guide, known)
  })
  if (before && isNothingNew && guides.length === before.crops.size) return before.crops

  const knownOf = ({ id, crop }: Cross): LearntCrop | null => {
    const known = before?.crops.get(crop)
    return known && guides.includes(known.guide) && !before!.changed.has(id) && known.digests.has(id)
      ? known
      : null
  }
  const anew = new Set([...states.cross.values()].filter(one => !knownOf(one)).map(one => one.id))
  const historyOf = historiesOf(states, anew)
  return new Map(
    guides.map((guide): [string, LearntCrop] => {
      const known = before?.crops.get(guide.id)
      if (known && isSame(guide, known)) return [guide.id, known]
      const partOf = ({ id }: Cross): Part => {
        if (known && !anew.has(id))
          return {
            history: known.ofCross(id),
            digest: known.digests.get(id)!,
            leftOut: known.leftOut.filter(one => one.crossId === id),
          }
        const part = reckonable(historyOf(id), guide, unlearnt(guide))
        const earlier = known?.digests.get(id)
        return earlier && isDeepEqual(earlier, part.digest) ? { ...part, digest: earlier } : part
      }
      const own = crossesOf.get(guide.id) ?? []
      return [
        guide.id,
        learntCrop(guide, new Map(own.map(cross => [cross.id, partOf(cross)])), known ?? null),
      ]
    }),
  )
}

const isDeepEqual = (one: object, other: object) => JSON.stringify(one) === JSON.stringify(other)

/** Several histories as one; what of it is as it was before stays the same object. */
function together(histories: CropHistory[], before?: CropHistory): CropHistory {
  const of = <K extends keyof CropHistory>(part: K) => {
    const now = histories.flatMap(history => history[part] as CropHistory[K][number][])
    const earlier = before?.[part]
    const isSame = earlier?.length === now.length && now.every((one, i) => one === earlier[i])
    return (isSame ? earlier : now) as CropHistory[K]
  }
  return {
    crosses: of('crosses'),
    flowers: of('flowers'),
    lots: of('lots'),
    sowings: of('sowings'),
    offspring: of('offspring'),
  }
}

/** A crop of which it is known what its records come to. */
export const learntFrom = (
  guide: CropGuide,
  histories: ReadonlyMap<string, CropHistory>,
  learning: Pick<LearntCrop, 'digests' | 'digest' | 'knowledge'>,
): LearntCrop => ({
  guide,
  history: together([...histories.values()]),
  ofCross: id => histories.get(id) ?? NO_HISTORY,
  ...learning,
  leftOut: [],
})

/** What is learnt of one cross. */
type Part = ReturnType<typeof reckonable>

/** @param before the crop as it was: what of it did not change stays the same object */
function learntCrop(
  guide: CropGuide,
  parts: ReadonlyMap<string, Part>,
  before: LearntCrop | null,
): LearntCrop {
  const leftOut = [...parts.values()].flatMap(part => part.leftOut)
  const history = together(
    Array.from(parts.values(), part => part.history),
    before?.history,
  )
  const ofCross = (id: string) => parts.get(id)?.history ?? NO_HISTORY
  const whole = [...parts].filter(([, part]) => part.history.crosses.length)
  if (!whole.length)
    return {
      guide,
      history,
      ofCross,
      digests: new Map(),
      digest: NO_RECORDS,
      // Of a hundred guides a garden grows a few crops: the others are learnt of when somebody asks.
      get knowledge() {
        return unlearnt(guide)
      },
      leftOut,
    }
  const digests = new Map(whole.map(([id, part]) => [id, part.digest]))
  const isSame =
    before?.guide === guide &&
    before.digests.size === digests.size &&
    [...digests].every(([id, own]) => before.digests.get(id) === own)
  if (isSame) return { ...before, history, ofCross, digests, leftOut }
  const digest = joined([...digests.values()])
  return { guide, history, ofCross, digests, digest, knowledge: cropKnowledge(guide, digest), leftOut }
}
