import type { Digest } from '../crops/digest'
import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import type { WholeGarden } from './garden'
import type { Before } from './learnt'
import { crossesByCrop, historiesOf, learntFrom } from './learnt'
import type { HeldStates } from './states'

/**
 * What was learnt of a crop at one revision, as plain data that can be kept beside the log: with it a garden is
 * read without summing up again what has long ended. It tells what the log told; whoever has none, or does not
 * trust it, learns it from the log.
 */
export interface KeptCrop {
  crop: string
  revision: number
  /** the guide that it was learnt with, written out: with another one nothing of it holds */
  guide: string
  crosses: { id: string; /** how many it was summed up from */ records: number; digest: Digest }[]
  /** of all crosses together, and what follows from it */
  digest: Digest
  knowledge: CropKnowledge
}

const written = (guide: CropGuide) => JSON.stringify(guide)

/** What is worth keeping of a garden: the crops of which something was learnt, and nothing had to be left out. */
export const toKeep = ({ revision, crops }: WholeGarden): KeptCrop[] =>
  [...crops.values()]
    .filter(({ digests, leftOut }) => digests.size && !leftOut.length)
    .map(({ guide, digests, digest, knowledge, ofCross }) => ({
      crop: guide.id,
      revision,
      guide: written(guide),
      crosses: Array.from(digests, ([id, own]) => ({ id, records: recordsIn(ofCross(id)), digest: own })),
      digest,
      knowledge,
    }))

const recordsIn = (history: ReturnType<ReturnType<typeof historiesOf>>): number =>
  Object.values(history).reduce((sum, records) => sum + records.length, 0)

/**
 * What a garden that is read anew is advanced from.
 *
 * A cross is as it was kept where none of its records is newer and they are as many: each of them was there
 * then, so that none has gone since.
 *
 * @param kept at a revision that is not later than that of the states
 * @param newestOf a cross: the highest revision of all that is noted of it
 */
export function recalled(
  kept: KeptCrop[],
  states: HeldStates,
  guides: CropGuide[],
  newestOf: (crossId: string) => number,
): Before {
  const crossesOf = crossesByCrop(states)
  const historyOf = historiesOf(states, new Set(states.cross.keys()))
  const still = new Set<string>()
  const crops = guides.flatMap(guide => {
    const known = kept.find(({ crop }) => crop === guide.id)
    if (!known || known.guide !== written(guide)) return []
    const own = crossesOf.get(guide.id) ?? []
    const histories = new Map(own.map(({ id }) => [id, historyOf(id)]))
    for (const { id, records } of known.crosses) {
      const now = histories.get(id)
      if (now && newestOf(id) <= known.revision && recordsIn(now) === records) still.add(id)
    }
    const digests = new Map(known.crosses.map(({ id, digest }) => [id, digest]))
    return [learntFrom(guide, histories, { digests, digest: known.digest, knowledge: known.knowledge })]
  })
  return {
    crops: new Map(crops.map(crop => [crop.guide.id, crop])),
    changed: new Set([...states.cross.keys()].filter(id => !still.has(id))),
  }
}
