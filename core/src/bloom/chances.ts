import { OutOfRange } from '../chance/estimate'

/** Chances of whole numbers that follow each other: `p[i]` belongs to `first + i`. */
export interface Chances {
  first: number
  p: ArrayLike<number> & Iterable<number>
}

/** What has the one value for sure. */
export const certain = (value: number): Chances => ({ first: value, p: [1] })

/** Chances of what is one of several, by their weights. */
export function mixed(parts: { weight: number; chances: Chances }[]): Chances {
  const whole = parts.reduce((sum, { weight }) => sum + weight, 0)
  const first = Math.min(...parts.map(({ chances }) => chances.first))
  const end = Math.max(...parts.map(({ chances }) => chances.first + chances.p.length))
  const p = new Float64Array(end - first)
  for (const { weight, chances } of parts)
    for (let i = 0; i < chances.p.length; i++)
      p[chances.first - first + i]! += (weight / whole) * chances.p[i]!
  return { first, p }
}

/** The same chances so many numbers later. */
export const moved = ({ first, p }: Chances, by: number): Chances => ({ first: first + by, p })

/**
 * Chances from those that are known by number.
 *
 * @throws {OutOfRange} unless the numbers are whole and the chances, none below 0, come to 1
 */
export function chancesFrom(known: Record<string, number>): Chances {
  const entries = Object.entries(known).map(([key, p]) => ({ at: Number(key), p }))
  const wrong = entries.find(({ at, p }) => !Number.isInteger(at) || !(p >= 0))
  if (!entries.length || wrong)
    throw new OutOfRange(
      wrong
        ? `Chances belong to whole numbers and are at least 0; not ${wrong.p} at ${wrong.at}.`
        : 'Give the chance of at least one number.',
    )
  const sum = entries.reduce((total, { p }) => total + p, 0)
  if (Math.abs(sum - 1) > 1e-6)
    throw new OutOfRange(`Chances come to 1; these come to ${Number(sum.toPrecision(6))}.`)
  const first = Math.min(...entries.map(e => e.at))
  const last = Math.max(...entries.map(e => e.at))
  if (last - first > 20_000) throw new OutOfRange('The numbers lie at most 20 000 apart.')
  const p = new Float64Array(last - first + 1)
  for (const entry of entries) p[entry.at - first]! += entry.p / sum
  return { first, p }
}

/** Chances from the share at or below each number, `first` on; what lies outside is shared out. */
export function chancesBelow(first: number, last: number, below: (number: number) => number): Chances {
  const p = new Float64Array(last - first + 1)
  const [floor, ceiling] = [below(first - 1), below(last)]
  let before = floor
  for (let i = 0; i < p.length; i++) {
    const now = below(first + i)
    p[i] = Math.max(0, now - before) / (ceiling - floor)
    before = now
  }
  return { first, p }
}

/** Without what is below a number; null where nothing is left. */
export const notBelow = (chances: Chances, least: number): Chances | null => within(chances, least, Infinity)

/** Without what is above a number; null where nothing is left. */
export const notAbove = (chances: Chances, most: number): Chances | null => within(chances, -Infinity, most)

function within({ first, p }: Chances, least: number, most: number): Chances | null {
  const left = Array.from(p, (chance, i) => (first + i < least || first + i > most ? 0 : chance)).slice(
    Math.max(0, least - first),
  )
  const sum = left.reduce((total, q) => total + q, 0)
  return sum > 1e-9 ? { first: Math.max(first, least), p: left.map(q => q / sum) } : null
}

/** The smallest number with at least the share `q` at or below it. */
export function quantileIn({ first, p }: Chances, q: number): number {
  let sum = 0
  for (let i = 0; i < p.length; i++) {
    sum += p[i]!
    if (sum >= q - 1e-12) return first + i
  }
  return first + p.length - 1
}
