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

/** What belongs to some crosses, by cross. */
const byCross = <T extends { crossId: string | null }>(
  things: ReadonlyMap<string, T>,
  crosses: ReadonlySet<string>,
) =>
  group(
    [...things.values()].filter(({ crossId }) => crossId !== null && crosses.has(crossId)),
    thing => thing.crossId!,
  )

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
  const crossesOf = group(states.cross.values(), cross => cross.crop)
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
  const parts = {
    flowers: byCross(states.flower, anew),
    lots: byCross(states.seedLot, anew),
    sowings: byCross(states.sowing, anew),
    offspring: byCross<Judged>(states.plant, anew),
  }
  const historyOf = (id: string): CropHistory => ({
    crosses: [states.cross.get(id)!],
    flowers: parts.flowers.get(id) ?? [],
    lots: parts.lots.get(id) ?? [],
    sowings: parts.sowings.get(id) ?? [],
    offspring: parts.offspring.get(id) ?? [],
  })
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

/** What is learnt of one cross. */
type Part = ReturnType<typeof reckonable>

/** @param before the crop as it was: what of it did not change stays the same object */
function learntCrop(
  guide: CropGuide,
  parts: ReadonlyMap<string, Part>,
  before: LearntCrop | null,
): LearntCrop {
  const leftOut = [...parts.values()].flatMap(part => part.leftOut)
  const of = <K extends keyof CropHistory>(part: K) => {
    const now = [...parts.values()].flatMap(p => p.history[part] as CropHistory[K][number][])
    const earlier = before?.history[part]
    const isSame = earlier?.length === now.length && now.every((one, i) => one === earlier[i])
    return (isSame ? earlier : now) as CropHistory[K]
  }
  const history: CropHistory = {
    crosses: of('crosses'),
    flowers: of('flowers'),
    lots: of('lots'),
    sowings: of('sowings'),
    offspring: of('offspring'),
  }
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
