import { range, sum } from 'd3-array'
import { tCdf, tQuantile } from './distributions'

/**
 * Student's t for the thousands of days of a whole garden, by table: one for each eighth of a doubling of the
 * degrees of freedom.
 */
const [FREEDOM_STEPS, MOST_FREEDOM] = [8, 500]
const stepOf = (freedom: number) => Math.round(FREEDOM_STEPS * Math.log2(Math.min(MOST_FREEDOM, freedom)))
const freedomAt = (step: number) => 2 ** (step / FREEDOM_STEPS)

/** How far a table reaches, its steps to each unit of t, and the steps from knot to knot: only there t is worked out. */
const [REACH, STEPS, KNOT] = [30, 64, 4]
const below = new Map<number, Float64Array>()

/** P(T ≤ t) for Student's t, its degrees of freedom to the nearest eighth of a doubling; beyond the table as at its end. */
export function tabulatedTCdf(t: number, freedom: number): number {
  const step = stepOf(freedom)
  let table = below.get(step)
  if (!table) below.set(step, (table = tableFor(freedomAt(step))))
  const at = (Math.min(REACH, Math.max(-REACH, t)) + REACH) * STEPS
  const i = Math.floor(at)
  return table[i]! + (at - i) * (table[i + 1]! - table[i]!)
}

/** The table is symmetric, and the cubic through the four knots around each entry is right to 6e-7 from one degree of freedom on. */
function tableFor(freedom: number): Float64Array {
  const knots = range(-1, (REACH * STEPS) / KNOT + 3).map(i => tCdf((i * KNOT) / STEPS, freedom))
  const table = new Float64Array(2 * REACH * STEPS + 2)
  for (let i = 0; i <= REACH * STEPS + 1; i++) {
    const [knot, x] = [Math.floor(i / KNOT), (i % KNOT) / KNOT]
    const [a, b, c, d] = knots.slice(knot, knot + 4) as [number, number, number, number]
    const value =
      (-a * x * (x - 1) * (x - 2)) / 6 +
      (b * (x + 1) * (x - 1) * (x - 2)) / 2 -
      (c * (x + 1) * x * (x - 2)) / 2 +
      (d * (x + 1) * x * (x - 1)) / 6
    table[REACH * STEPS + i] = value
    if (i <= REACH * STEPS) table[REACH * STEPS - i] = 1 - value
  }
  return table
}

/** Parts of Student's t that are as likely as each other: where each lies on average, and how far it reaches. */
interface Part {
  middle: number
  variance: number
}
const parts = new Map<string, Part[]>()
const FINER = 16

/**
 * Student's t in so many parts that are as likely as each other, from the lowest on, its degrees of freedom
 * to the nearest eighth of a doubling.
 */
export function tParts(count: number, freedom: number): Part[] {
  const step = stepOf(freedom)
  const key = `${count} ${step}`
  let own = parts.get(key)
  if (!own) {
    own = range(count).map(i => {
      const points = range(FINER).map(j => tQuantile((i + (j + 0.5) / FINER) / count, freedomAt(step)))
      const middle = sum(points) / FINER
      return { middle, variance: sum(points, z => (z - middle) ** 2) / FINER }
    })
    parts.set(key, own)
  }
  return own
}
