import { mean, sum } from 'd3-array'
import { OutOfRange } from '../chance/estimate'
import { normalCdf, normalQuantile } from '../chance/distributions'
import type { Lineage } from '../lineage/genets'
import { descentIn, leastInbreeding, singleParents } from '../lineage/genets'
import type { Meiosis } from '../lineage/meiosis'
import { descentRules } from '../lineage/meiosis'
import { breedingValues } from './breedingValues'
import { ASSUMED_HERITABILITY } from './heritability'
import type { Liability } from './liability'
import { classShares, liabilityOf, meanClass } from './liability'
import type { ScoreEffect } from './scoreEffects'
import { scoreEffects } from './scoreEffects'

/** One score of a plant as far as its merit goes. */
export interface SeenScore {
  plantId: string
  value: number
  season: string
  placeId: string | null
  /** who looked; null: nobody said */
  by: string | null
}

/** What a plant is worth as a parent in one trait. */
export interface PlantMerit {
  /** number of its genet in the lineage */
  genet: number
  /** its breeding value, as a difference from the founders, on the scale that is reckoned with */
  breeding: number
  /** standard error of it */
  error: number
  reliability: number
  inbreeding: number
  /** what plants like it are expected to show on a usual occasion, in the trait's own scale, with its 80 % interval */
  expected: { mean: number; low: number; high: number }
  scores: number
  /** mean of its scores as they stand; null where it was not scored */
  seen: number | null
}

/** A scale on which breeding values lie, and what lies around them. */
export interface MeritScale {
  /** what the founders show on a usual occasion */
  base: number
  /** variance of what is handed on, and of all else a plant shows */
  additive: number
  rest: number
  /** of a scale of steps; null for counts and measures */
  liability: Liability | null
  /** how the plants hand on what they have */
  meiosis: Meiosis
}

/** What all plants of a lineage are worth as parents in one trait. */
export interface TraitMerit {
  plants: PlantMerit[]
  scale: MeritScale
  /** how far the trait is handed on; of steps, what lies behind them */
  heritability: {
    estimate: number
    low: number
    high: number
    isGiven: boolean
    /** the scores tell little more than what is usual */
    isTooFew: boolean
  }
  /** by effect, what each of its levels adds, against the mean of all scores */
  effects: {
    effect: ScoreEffect['effect']
    levels: (ScoreEffect['levels'][number] & { adds: number })[]
  }[]
  scores: number
}

/** On the scale of what lies behind steps no trait is handed on more truly than this. */
const MOST_BEHIND = 0.99
const Z80 = 1.2816
/** How far heritabilities of garden traits lie from what is assumed: few scores alone would make it nought, or one. */
const USUAL_DEVIATION = 0.25
/** An 80 % interval that is wider says little more: without any score it were 0.64. */
const TOO_WIDE = 0.5
/** Fewer scores tell nothing of merit. */
const LEAST_SCORES = 4

/**
 * What the plants of a lineage are worth as parents in a trait, from all its scores: seasons, places and scorers fixed, what a plant
 * shows again and again told apart from what it hands on. A clone is one plant, and all its scores count together. Of a scale of steps
 * what lies behind it is reckoned with.
 *
 * @param classes of a scale of steps; null for counts and measures
 * @param given the heritability; absent: the likeliest, drawn towards what is usual as far as scores tell little;
 *   of steps that of what lies behind them
 * @throws {OutOfRange} for too few scores, scores that are all alike, and a heritability that is not between 0 and 1
 */
export function traitMerit(
  lineage: Lineage,
  all: SeenScore[],
  classes: number | null,
  given?: number,
): TraitMerit {
  if (given !== undefined && !(given > 0 && given < 1))
    throw new OutOfRange(`A heritability lies between 0 and 1, not at ${given}.`)
  if (!all.length) throw new OutOfRange(`It was not scored yet; it takes ${LEAST_SCORES} scores.`)
  const scores = all.filter(score => lineage.numberOf.has(score.plantId))
  if (scores.length < LEAST_SCORES)
    throw new OutOfRange(
      `${scores.length ? `Only ${scores.length} of its plants’ scores` : 'None of its scores'} can be reckoned with; it takes ${LEAST_SCORES}.`,
    )
  if (scores.every(score => score.value === scores[0]!.value))
    throw new OutOfRange('All plants were scored alike: nothing tells them apart.')
  const { meiosis } = lineage
  const liability = classes === null ? null : liabilityOf(countsOf(scores, classes))
  const passed = liability?.passed ?? 1
  const genetOf = ({ plantId }: SeenScore) => lineage.numberOf.get(plantId)!
  const effects = scoreEffects(scores, genetOf)
  const found = breedingValues(
    {
      pedigree: singleParents(lineage),
      generations: lineage.generations,
      least: leastInbreeding(lineage),
      meiosis,
      levels: effects.map(({ levels }) => levels.length),
      scores: scores.map((score, i) => ({
        plant: genetOf(score),
        levels: effects.map(({ at }) => at[i]!),
        value: liability ? liability.scores[score.value]! : score.value,
      })),
      isRepeated: true,
    },
    // Steps let only a part of what lies behind them through, and of what is handed on of it the same part.
    given === undefined ? undefined : given * passed,
    { mean: ASSUMED_HERITABILITY * passed, deviation: USUAL_DEVIATION * passed },
  )
  const behind = (share: number) => Math.min(liability ? MOST_BEHIND : 1, share / passed)
  const { additive, lasting, rest } = found.variances
  const heritability = {
    estimate: behind(found.heritability.estimate),
    low: behind(found.heritability.low),
    high: behind(found.heritability.high),
    isGiven: given !== undefined,
    isTooFew: found.heritability.high - found.heritability.low > TOO_WIDE * passed,
  }
  const scale: MeritScale = liability
    ? { base: 0, additive: heritability.estimate, rest: 1 - heritability.estimate, liability, meiosis }
    : { base: 0, additive, rest: lasting + rest, liability, meiosis }
  // What the steps show of a difference behind them.
  const stretch = liability ? Math.sqrt(scale.additive / Math.max(additive, Number.EPSILON)) : 1
  const { inbred } = descentIn(lineage)
  const { self } = descentRules(meiosis)
  const own = lineage.genets.map((): number[] => [])
  for (const score of scores) own[genetOf(score)]!.push(score.value)
  scale.base = stretch * usual(effects, found.fixed)
  const shows = (at: number) =>
    liability ? meanClass(liability, at, Math.sqrt(Math.max(1e-6, scale.rest))) : at
  return {
    scale,
    heritability,
    scores: scores.length,
    plants: lineage.genets.map((_, genet): PlantMerit => {
      const breeding = stretch * found.values[genet]!
      const reliability = found.reliability[genet]!
      const error = Math.sqrt(Math.max(0, scale.additive * self(inbred[genet]!) * (1 - reliability)))
      return {
        genet,
        breeding,
        error,
        reliability,
        inbreeding: inbred[genet]!,
        expected: {
          mean: shows(scale.base + breeding),
          low: shows(scale.base + breeding - Z80 * error),
          high: shows(scale.base + breeding + Z80 * error),
        },
        scores: own[genet]!.length,
        seen: own[genet]!.length ? mean(own[genet]!)! : null,
      }
    }),
    effects: effects.flatMap(({ effect, levels }, e) => {
      const centre = usual([effects[e]!], [found.fixed[e]!])
      const adding = levels.map((level, l) => ({ ...level, adds: found.fixed[e]![l]! - centre }))
      return levels.length < 2 ? [] : [{ effect, levels: adding }]
    }),
  }
}

function countsOf(scores: SeenScore[], classes: number): number[] {
  const counts = Array.from({ length: classes }, () => 0)
  for (const { value } of scores) counts[value]!++
  return counts
}

/** What founders show on a usual occasion: the effects as often as each was met. */
const usual = (effects: ScoreEffect[], fixed: number[][]): number =>
  sum(effects, ({ at }, e) => mean(at, level => fixed[e]![level]!)!)

/** What is to be expected of the offspring of two. */
export interface ExpectedFamily {
  /** on the scale that is reckoned with */
  mean: number
  /** of single plants of it, with our not knowing the parents */
  deviation: number
  /** variance of what is handed on within the family */
  within: number
}

/**
 * What is to be expected of the offspring of two plants: around the mean of their breeding values, as wide as what each parent
 * hands on by chance, what is not handed on, and our not knowing the parents make it.
 *
 * @param isSelf one plant is both
 * @see Falconer & Mackay (1996), Introduction to Quantitative Genetics, ch. 15
 *   (variance within families of inbred parents); for more than two sets of chromosomes see `descentRules`
 */
export function expectedFamily(
  one: Pick<PlantMerit, 'breeding' | 'error' | 'inbreeding'>,
  other: Pick<PlantMerit, 'breeding' | 'error' | 'inbreeding'>,
  scale: MeritScale,
  isSelf = false,
): ExpectedFamily {
  const within = scale.additive * descentRules(scale.meiosis).own(one.inbreeding, other.inbreeding)
  const doubt = isSelf ? one.error ** 2 : (one.error ** 2 + other.error ** 2) / 4
  return {
    mean: scale.base + (one.breeding + other.breeding) / 2,
    deviation: Math.sqrt(within + scale.rest + doubt),
    within,
  }
}

/** How much lines differ that are selfed out of a plant that is inbred by so much. */
export const withinLines = ({ additive, meiosis: { ploidy } }: MeritScale, inbreeding: number): number =>
  additive * (ploidy - 1) * (1 - inbreeding)

/** The chance that a plant of a family shows so much or more; of steps, that class or a higher one. */
export function chanceBeyond(
  family: Pick<ExpectedFamily, 'mean' | 'deviation'>,
  scale: MeritScale,
  threshold: number,
): number {
  if (!scale.liability) return 1 - normalCdf((threshold - family.mean) / family.deviation)
  return sum(classShares(scale.liability, family.mean, family.deviation).slice(threshold))
}

/** What the best of so many plants of a family is expected to show, on the scale that is reckoned with. */
export const bestOf = (family: Pick<ExpectedFamily, 'mean' | 'deviation'>, plants: number): number =>
  plants > 1
    ? family.mean + family.deviation * normalQuantile((plants - 0.375) / (plants + 0.25))
    : family.mean
