import type { Window } from '@virgulta/core/bloom/overlap'
import { sheddingWindow } from '@virgulta/core/bloom/overlap'
import { foretold } from '@virgulta/core/bloom/foretell'
import type { Predictor } from '@virgulta/core/bloom/predict'
import type { WarmthCurve } from '@virgulta/core/bloom/scale'
import type { MeetingCase, Remedy } from '@virgulta/core/bloom/remedies'
import { remediesFor } from '@virgulta/core/bloom/remedies'
import { readStoreCsv } from '@virgulta/core/stores/readStore'
import { dayOfNumber } from '@virgulta/core/time/days'
import { readWeatherCsv } from '@virgulta/core/weather/readCsv'
import type { SharesInDoubt } from '@virgulta/core/chance/rate'
import { PlanAhead } from '@virgulta/core/ahead/plan'
import type { AheadTerms, AheadTold } from '@virgulta/core/ahead/plans'
import { ahead } from '@virgulta/core/ahead/plans'
import { pairsOf } from '@virgulta/core/aims/pairs'
import type { PairTable, RankedPair } from '@virgulta/core/aims/pairs'
import type { NextCrosses, NextWish } from '@virgulta/core/aims/nextCrosses'
import type { BudgetStation, BudgetSteps, Waiting } from '@virgulta/core/odds/budget'
import { budgetStations, keepersFrom, nothingWaiting } from '@virgulta/core/odds/budget'
import type { ParentInDoubt, ClassShare } from '@virgulta/core/odds/generations'
import type { Genetics } from '@virgulta/core/odds/genome'
import { genomeOf } from '@virgulta/core/odds/genome'
import { errorOfShare, listClasses, oddsOf, shareOf } from '@virgulta/core/odds/odds'
import type { RoomPlan } from '@virgulta/core/odds/room'
import { leastRoom } from '@virgulta/core/odds/room'
import type { Step, Wanted } from '@virgulta/core/odds/path'
import type { Simulation } from '@virgulta/core/odds/simulate'
import type { Choosing } from '@virgulta/core/offspring/choosing'
import { chosenFrom } from '@virgulta/core/offspring/choosing'
import type { PlotRecord } from '@virgulta/core/trials/adjusted'
import { adjustedLines } from '@virgulta/core/trials/adjusted'
import type { PlacedTree } from '@virgulta/core/lineage/treeLayout'
import type { FamilyTree } from '@virgulta/core/lineage/tree'
import { rankRatios } from '@virgulta/core/offspring/segregation'
import * as v from 'valibot'

/** Told how much is done, from 0 to 1. */
export type ToldShare = (done: number) => void

/** One step of a path as a screen shows it. */
interface StepOdds {
  step: Step
  /** the commonest classes */
  classes: ClassShare[]
  /** how many classes there are beyond those listed */
  more: number
  /** share that looks as wished, for families of each kind; null while nothing is wished */
  wished: SharesInDoubt | null
  standardError: number
  /** at a choice: share of the plants before it that are chosen */
  selected: SharesInDoubt | null
}

/** Paths as they stand in the address of a screen. */
export const Paths = v.pipe(
  v.array(
    v.pipe(
      v.array(
        v.union([
          v.picklist(['cross', 'self', 'sib']),
          v.strictObject({ self: v.picklist(['seedParent', 'pollenParent']) }),
          v.strictObject({ backcross: v.picklist(['seedParent', 'pollenParent']) }),
          v.strictObject({ select: v.record(v.string(), v.array(v.string())) }),
        ]),
      ),
      v.minLength(1),
      v.maxLength(12),
    ),
  ),
  v.minLength(1),
  v.maxLength(4),
)

/** Plans over some generations, as they stand in the address of a screen. */
export const PlansAhead = v.pipe(v.array(PlanAhead), v.minLength(1), v.maxLength(6))

/** Runs of each plan: the mean gain then stands to about a twentieth of a deviation. */
const AHEAD_RUNS = 200

/** Looks that are wished, as they stand in the address. */
export const WantedLooks = v.record(v.string(), v.array(v.string()))

interface OddsWish {
  genetics: Genetics
  seedParent: ParentInDoubt
  pollenParent: ParentInDoubt
  path: Step[]
  wished: Wanted
  shown: string[]
  keepers: number
  confidence: number
}
export interface OddsAnswer {
  exact: boolean
  simulation: Simulation | null
  steps: StepOdds[]
  /** plants to raise of each generation; null while nothing is wished, and where no number is enough */
  plan: RoomPlan | null
  /** plants in all for other numbers of wished ones; null: never */
  totals: { wanted: number; plants: number | null }[]
}

/** Classes of a step that a screen lists. */
const LISTED = 60

/** Part of the work of the odds along a path that comes before the plan. */
const BEFORE_PLAN = 0.4
/** Numbers of wished plants that a plan is told of beside the one that is asked for. */
const OTHER_WANTED = [1, 2, 3, 5]

/** The odds along a path. */
function odds(
  { genetics, seedParent, pollenParent, path, wished, shown: usual, keepers, confidence }: OddsWish,
  onProgress: ToldShare,
): OddsAnswer {
  const shown = [
    ...new Set([
      ...usual,
      ...path.flatMap(step => (typeof step === 'object' && 'select' in step ? Object.keys(step.select) : [])),
    ]),
  ]
  const genome = genomeOf(genetics)
  const { exact, simulation, generations } = oddsOf(genome, seedParent, pollenParent, path, {
    shown,
    onProgress: (done, of) => onProgress((BEFORE_PLAN * done) / of),
  })
  const isWished = Object.keys(wished).length > 0
  const planFor = (plants: number, told: ToldShare = () => {}) =>
    leastRoom(genome, seedParent, pollenParent, path, { looks: wished, plants }, confidence, told)
  const plan = isWished ? planFor(keepers, done => onProgress(BEFORE_PLAN + (1 - BEFORE_PLAN) * done)) : null
  const others = plan?.exact ? [...new Set([...OTHER_WANTED, keepers])].sort((a, b) => a - b) : []
  return {
    exact,
    simulation,
    plan,
    totals: others.map(wanted => ({
      wanted,
      plants: wanted === keepers ? plan!.total : (planFor(wanted)?.total ?? null),
    })),
    steps: generations.map((generation, i) => {
      const all = listClasses(generation)
      return {
        step: generation.step,
        classes: all.slice(0, LISTED),
        more: Math.max(0, all.length - LISTED),
        wished: isWished ? shareOf(generation, wished) : null,
        standardError: isWished ? errorOfShare(generation, wished) : 0,
        selected:
          typeof generation.step === 'object' && 'select' in generation.step
            ? shareOf(generations[i - 1]!, generation.step.select)
            : null,
      }
    }),
  }
}

/** @property flowers null: the number that is needed */
interface BudgetWish {
  steps: BudgetSteps
  keepers: number
  confidence: number
  flowers: number | null
}
interface BudgetAnswer {
  /** flowers that give the confidence; null when thousands would not do */
  needed: number | null
  /** the number that the rest is told of */
  flowers: number
  chance: number
  standardError: number
  /** chance of 0, 1, 2 … keepers */
  distribution: number[]
  stations: BudgetStation[]
  worst: number
}

const MOST_FLOWERS = 5000

/** Flowers for so many keepers, and what so many flowers bring. */
function budget(
  { steps, keepers, confidence, flowers: wanted }: BudgetWish,
  onProgress: ToldShare,
): BudgetAnswer {
  const hopes = keepersFrom(steps, 1, 16)
  const nothing = nothingWaiting(steps)
  const needed = hopes.moreFlowers(nothing, keepers, confidence, MOST_FLOWERS)
  onProgress(0.5)
  const flowers = wanted ?? needed ?? MOST_FLOWERS
  const waiting: Waiting = { ...nothing, flowers }
  const { chance, standardError } = hopes.chance(waiting, keepers)
  onProgress(0.7)
  const distribution = keepersFrom(steps, 1, 4).distribution(waiting)
  return { needed, flowers, chance, standardError, distribution, ...budgetStations(steps, flowers, keepers) }
}

/** Two plants that should meet, with how batches of the pollen parent would flower. */
export interface MeetingWish extends Omit<MeetingCase, 'sowing'> {
  sowing: {
    candidates: number[]
    season: number
    predictor: Pick<Predictor, 'method' | 'next' | 'length'>
    curves: WarmthCurve[]
  } | null
}

/** When a batch that is sown on a day gives pollen. */
export function windowOfBatch(
  { season, predictor, curves }: NonNullable<MeetingWish['sowing']>,
  bloom: MeetingWish['bloom'],
  day: number,
): Window {
  return sheddingWindow(foretold(predictor, { season, sownOn: dayOfNumber(day) }, bloom, curves), bloom)
}

/** Ways to make two plants meet. */
function remedies({ sowing, ...wish }: MeetingWish): Remedy[] {
  return remediesFor({
    ...wish,
    sowing: sowing && {
      candidates: sowing.candidates,
      windowOf: day => windowOfBatch(sowing, wish.bloom, day),
    },
  })
}

export interface PairsWish {
  table: PairTable
  most: number
}
export interface PairsAnswer {
  pairs: RankedPair[]
  considered: number
  barred: number
}

/** What a worker of the desk computes: plain data in and out. What stands on a large library fetches it when it is asked for. */
export const works = {
  odds,
  budget,
  remedies,
  weatherFile: ({ text, zone }: { text: string; zone: string }) => readWeatherCsv(text, zone),
  storeFile: ({ text, zone, name, celsius }: { text: string; zone: string; name: string; celsius: number }) =>
    readStoreCsv(text, zone, { name, celsius }),
  choose: (wish: Choosing, onProgress: ToldShare) => chosenFrom(wish, onProgress),
  lines: ({ records, best, checks }: { records: PlotRecord[]; best: number; checks: string[] }) =>
    adjustedLines(records, best, new Set(checks)),
  ratios: ({ observed }: { observed: number[] }) => rankRatios(observed),
  tree: async (tree: Pick<FamilyTree, 'nodes' | 'links'>): Promise<PlacedTree> =>
    (await import('@virgulta/core/lineage/treeLayout')).placedTree(tree),
  next: async (wish: NextWish, onProgress: ToldShare): Promise<NextCrosses> => {
    const [{ nextCrosses }, { solver }] = await Promise.all([
      import('@virgulta/core/aims/nextCrosses'),
      import('@virgulta/core/merit/solver'),
    ])
    return nextCrosses(wish, await solver(), onProgress)
  },
  ahead: ({ plan, terms }: { plan: PlanAhead; terms: AheadTerms }, onProgress: ToldShare): AheadTold =>
    ahead(plan, terms, AHEAD_RUNS, onProgress),
  pairs: ({ table, most }: PairsWish, onProgress: ToldShare): PairsAnswer =>
    pairsOf(table).ranked(most, onProgress),
}

export type WorkName = keyof typeof works
export type WishOf<W extends WorkName> = Parameters<(typeof works)[W]>[0]
export type AnswerOf<W extends WorkName> = Awaited<ReturnType<(typeof works)[W]>>
