import { bin, extent, mean, sum, ticks } from 'd3-array'
import type { Half } from '../crops/half'
import { normalCdf } from '../chance/distributions'
import type { Score } from './score'
import type { Standing } from './standing'
import { standingsIn } from './standing'
import type { Trait } from './trait'

/** Plants whose value lies from one number up to the next. */
interface Bar {
  from: number
  to: number
  plants: number
}

/** What a family measures, beside its parents. */
export interface Distribution {
  bars: Bar[]
  /** middle of what each parent measured; null: not measured, or not known */
  parents: { seedParent: number | null; pollenParent: number | null }
  mean: number
  /** half of what a family mean may be off, 80 % */
  meanHalf: number
  deviation: number
  measured: number
  missing: number
  /** beyond the higher and the lower of two parents: as measured, and how many of the family truly are, by how true a look is */
  beyond: { above: Beyond; below: Beyond } | null
}

interface Beyond {
  measured: number
  expected: number
}

const Z80 = 1.2816
/** Bars that a family is drawn in, about: few plants in few. */
const barsFor = (plants: number) => Math.max(4, Math.min(24, Math.ceil(Math.sqrt(plants))))

const middleOf = (scores: Score[], trait: string): number | null =>
  mean(
    scores.filter(s => s.trait === trait),
    s => s.value,
  ) ?? null

/**
 * How a family is spread in a trait that is counted or measured, beside its parents, and how many of its plants go beyond both: as they
 * measure, and as many as truly do, since of what lies outside a part is only a look that was off.
 *
 * @returns null while nothing was measured
 */
export function distributionOf(
  plants: { scores: Score[] }[],
  parents: { seedParent: { scores: Score[] }; pollenParent: { scores: Score[] } | null },
  trait: Trait,
  half: Half = 'north',
): Distribution | null {
  const values = plants.map(({ scores }) => middleOf(scores, trait.id))
  const measured = values.filter(value => value !== null)
  if (!measured.length) return null
  const middle = mean(measured)!
  const squares = sum(measured, value => (value - middle) ** 2)
  const deviation = measured.length > 1 ? Math.sqrt(squares / (measured.length - 1)) : 0
  const [seed, pollen] = [parents.seedParent, parents.pollenParent].map(
    parent => parent && middleOf(parent.scores, trait.id),
  ) as [number | null, number | null]
  return {
    bars: barsOf(
      measured,
      [seed, pollen].filter(value => value !== null),
    ),
    parents: { seedParent: seed, pollenParent: pollen },
    mean: middle,
    meanHalf: (Z80 * deviation) / Math.sqrt(measured.length),
    deviation,
    measured: measured.length,
    missing: plants.length - measured.length,
    beyond:
      seed === null || pollen === null ? null : beyondBoth(plants, measured, [seed, pollen], trait, half),
  }
}

function barsOf(measured: number[], parents: number[]): Bar[] {
  const [least, most] = extent([...measured, ...parents]) as [number, number]
  const edges = ticks(least, most, barsFor(measured.length))
  // Equal values make no scale of their own.
  const width = edges.length > 1 ? edges[1]! - edges[0]! : 1
  const from = Math.floor(least / width) * width
  const to = Math.max(from + width, Math.ceil(most / width) * width)
  const count = Math.round((to - from) / width)
  const thresholds = Array.from({ length: count - 1 }, (_, i) => from + (i + 1) * width)
  return bin()
    .domain([from, to])
    .thresholds(thresholds)(measured)
    .map((values, i) => ({ from: from + i * width, to: from + (i + 1) * width, plants: values.length }))
}

function beyondBoth(
  plants: { scores: Score[] }[],
  measured: number[],
  parents: number[],
  trait: Trait,
  half: Half,
): NonNullable<Distribution['beyond']> {
  const [lower, higher] = extent(parents) as [number, number]
  const standings = standingsIn(plants, trait, half).plants.filter(
    (one, i): one is Extract<Standing, { mean: number }> =>
      'mean' in one && plants[i]!.scores.some(s => s.trait === trait.id),
  )
  const chanceAbove = (one: { mean: number; deviation: number }, limit: number) =>
    one.deviation > 0 ? normalCdf((one.mean - limit) / one.deviation) : Number(one.mean > limit)
  return {
    above: {
      measured: measured.filter(value => value > higher).length,
      expected: sum(standings, one => chanceAbove(one, higher)),
    },
    below: {
      measured: measured.filter(value => value < lower).length,
      expected: sum(standings, one => 1 - chanceAbove(one, lower)),
    },
  }
}
