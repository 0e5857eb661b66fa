import { range } from 'd3-array'
import type { ComingBloom, NextMeeting } from '../bloom/meets'
import { nextMeeting } from '../bloom/meets'
import { lineageOf } from '../lineage/genets'
import { closeness, kinshipOf } from '../lineage/kinship'
import type { CrossSet, Solve } from '../merit/chooseCrosses'
import { crossSets } from '../merit/chooseCrosses'
import type { PairTable, RankedPair } from './pairs'
import { pairsOf } from './pairs'

/** What the next crosses may be. */
export interface NextLimits {
  crosses: number
  /** crosses that one plant may be in */
  uses: number
  /** no kin are crossed that are closer than this, see `closeness`; null: any */
  kin: number | null
  /** fruits that one cross puts on its seed parent */
  fruits: number
  /** the two are to flower together, or pollen of the father is to be at hand */
  isMeeting: boolean
  /** share of a family that is to fulfil all that it must, at least */
  musts: number
}

/** All that the next crosses of an aim are chosen from; plain data, so that it can be handed to a worker. */
export interface NextWish {
  table: PairTable
  limits: NextLimits
  /** coming blooms by plant */
  blooms: Record<string, ComingBloom[]>
  /** how long after its first flower a plant of the crop is ready, and sheds */
  bloom: { receptiveAfter: number; shedsAfter: number }
  /** plants of which pollen is at hand */
  pollen: string[]
  /** crosses that are planned already: they are not proposed again */
  planned: [string, string][]
}

/** A cross that is proposed, with what speaks for it and against it. */
export interface Proposal extends RankedPair {
  meeting: NextMeeting
  isPollenAtHand: boolean
}

/** A set that is proposed. */
interface ProposedSet extends Pick<CrossSet, 'worth' | 'coancestry'> {
  proposals: Proposal[]
}

export interface NextCrosses {
  /** from the worthiest to the least related */
  sets: ProposedSet[]
  /** pairs that were weighed, and how many fell to which limit */
  weighed: number
  fell: { planned: number; kin: number; meeting: number; musts: number; load: number }
}

/** Partners of each candidate that are weighed: others would not come among so few of the best. */
const PARTNERS = 16
const TOGETHER_DAYS = 2
/** As likely they are to be open together, to count as meeting. */
const MEETS = 0.5

/**
 * The next crosses of an aim: sets of pairs within the limits, from the worthiest to the least related.
 *
 * @param solve a solver of problems in whole numbers
 */
export function nextCrosses(
  { table, limits, blooms, bloom, pollen, planned }: NextWish,
  solve: Solve,
  onProgress: (done: number) => void = () => {},
): NextCrosses {
  const { pairOf, partners } = pairsOf(table)
  const lineage = lineageOf(table.relations, table.genetics)
  const kinship = kinshipOf(lineage)
  const { candidates, fruitLoad } = table
  const numbers = new Map(candidates.map(({ id }, i) => [id, i]))
  const hasPollen = new Set(pollen)
  const isPlanned = new Set(planned.flatMap(([one, other]) => [`${one} ${other}`, `${other} ${one}`]))
  const meetingOf = (seed: string, father: string) =>
    nextMeeting(blooms[seed] ?? [], blooms[father] ?? [], bloom, TOGETHER_DAYS)
  const room = candidates.map(({ carrying }) =>
    fruitLoad === null
      ? limits.uses
      : Math.max(0, Math.floor((fruitLoad - carrying) / Math.max(1, limits.fruits))),
  )
  const fell = { planned: 0, kin: 0, meeting: 0, musts: 0, load: 0 }
  const all = partners(PARTNERS)
  onProgress(0.2)
  const possible = all.filter(({ seedParentId, pollenParentId }) => {
    const falls = (to: keyof typeof fell) => {
      fell[to]++
      return false
    }
    if (isPlanned.has(`${seedParentId} ${pollenParentId}`)) return falls('planned')
    const close = closeness(kinship(seedParentId, pollenParentId), lineage)
    if (limits.kin !== null && close > limits.kin + 1e-9) return falls('kin')
    if (!room[numbers.get(seedParentId)!]) return falls('load')
    if (
      limits.isMeeting &&
      !hasPollen.has(pollenParentId) &&
      (meetingOf(seedParentId, pollenParentId).chance ?? 0) < MEETS
    )
      return falls('meeting')
    if (limits.musts > 0 && (pairOf(seedParentId, pollenParentId).musts ?? 1) < limits.musts)
      return falls('musts')
    return true
  })
  onProgress(0.4)
  const n = candidates.length
  const kin = new Float64Array(n * n)
  for (const i of range(n))
    for (const j of range(n)) kin[i * n + j] = kinship(candidates[i]!.id, candidates[j]!.id)
  const sets = crossSets(
    possible.map(({ seedParentId, pollenParentId, worth }) => ({
      seed: numbers.get(seedParentId)!,
      pollen: numbers.get(pollenParentId)!,
      worth,
    })),
    kin,
    {
      crosses: limits.crosses,
      uses: candidates.map(() => limits.uses),
      seedUses: room.map(free => Math.min(free, limits.uses)),
    },
    solve,
    done => onProgress(0.4 + 0.6 * done),
  )
  return {
    weighed: all.length,
    fell,
    sets: sets.map(({ chosen, ...set }) => ({
      ...set,
      proposals: chosen.map((i): Proposal => {
        const { seedParentId, pollenParentId } = possible[i]!
        return {
          ...pairOf(seedParentId, pollenParentId),
          meeting: meetingOf(seedParentId, pollenParentId),
          isPollenAtHand: hasPollen.has(pollenParentId),
        }
      }),
    })),
  }
}
