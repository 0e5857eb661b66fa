import type { Chances } from './chances'
import type { MeetingTerms, Window } from './overlap'
import { bySeason, pollenSide } from './overlap'

/** One window of the seed parent that may come true, in one of the seasons. */
interface Cell {
  start: number
  length: number
  chance: number
}

/** Chances summed up to a number. */
function runningSum({ first, p }: Chances): (upTo: number) => number {
  const sums = new Float64Array(p.length)
  let sum = 0
  for (let i = 0; i < p.length; i++) sums[i] = sum += p[i]!
  return upTo => (upTo < first ? 0 : sums[Math.min(upTo - first, sums.length - 1)]!)
}

/** Lengths in groups of about equal chance, each by its middle, so that a search need not walk through all of them. */
function grouped({ first, p }: Chances, groups: number): { length: number; chance: number }[] {
  const cells: { length: number; chance: number }[] = []
  let [mass, moment] = [0, 0]
  for (let i = 0; i < p.length; i++) {
    mass += p[i]!
    moment += p[i]! * (first + i)
    if (mass >= 1 / groups || i === p.length - 1) {
      if (mass > 0) cells.push({ length: Math.round(moment / mass), chance: mass })
      ;[mass, moment] = [0, 0]
    }
  }
  return cells
}

/** @param rarest starts that are rarer are left out */
function cellsOf({ start, length }: Window, groups: number, rarest = 1e-6): Cell[] {
  const lengths =
    groups === Infinity
      ? Array.from(length.p, (chance, i) => ({ length: length.first + i, chance }))
      : grouped(length, groups)
  return Array.from(start.p, (chance, i) => ({ start: start.first + i, chance }))
    .filter(s => s.chance > rarest)
    .flatMap(s => lengths.map(l => ({ start: s.start, length: l.length, chance: s.chance * l.chance })))
}

/** Per window of the seed parent: the chance that one batch does not meet it. */
function missesOf(cells: Cell[], pollen: Window, terms: MeetingTerms): Float64Array {
  const { begunBy, isLongEnough } = pollenSide(pollen, terms)
  const begun = runningSum(pollen.start)
  return Float64Array.from(cells, ({ start, length }) => {
    if (length < terms.atLeastDays) return 1
    const earlier = begunBy.values[start - begunBy.first] ?? 0
    return (
      1 - earlier - isLongEnough * (begun(start + length - terms.atLeastDays + terms.holdDays) - begun(start))
    )
  })
}

function chanceOfAny(cells: Cell[], misses: Float64Array[]): number {
  let sum = 0
  for (let i = 0; i < cells.length; i++) {
    let missed = 1
    for (const batch of misses) missed *= batch[i]!
    sum += cells[i]!.chance * (1 - missed)
  }
  return Math.min(1, Math.max(0, sum))
}

/**
 * P(at least one of several batches of the pollen parent meets the seed parent for the days that are asked
 * for), exact on the
 * day grid. The batches flower independently of each other once their sowing dates and the season are given.
 */
export const chanceOfBatches = (seed: Window, batches: Window[], terms: MeetingTerms): number =>
  bySeason([seed, ...batches]).reduce((sum, { probability, windows: [mother, ...fathers] }) => {
    const cells = cellsOf(mother!, Infinity)
    return (
      sum +
      probability *
        chanceOfAny(
          cells,
          fathers.map(batch => missesOf(cells, batch, terms)),
        )
    )
  }, 0)

/** The best days for so many batches. */
export interface BestBatches {
  days: number[]
  probability: number
}

/**
 * Lengths of the seed parent's bloom that the search tells apart, over all seasons; what it finds is reckoned
 * exactly.
 */
const [GROUPS, LEAST_GROUPS, RAREST] = [16, 4, 1e-3]

/**
 * The sowing days of 1, 2 … `most` batches of the pollen parent that make a meeting likeliest.
 *
 * Each is sought by adding the best further day, then moving one day at a time until nothing gets better; for
 * one and two
 * batches it finds what trying all of them finds (tested). With each further batch the chance can only grow.
 *
 * @param windowOf window of a batch sown on a day
 * @param candidates days on which a batch could be sown, ascending
 * @param given batches that will flower in any case
 */
export function bestBatches(
  seed: Window,
  windowOf: (day: number) => Window,
  candidates: number[],
  most: number,
  terms: MeetingTerms,
  given: Window[] = [],
): BestBatches[] {
  const seasons = bySeason([seed, ...given, ...candidates.map(windowOf)])
  const groups = Math.max(LEAST_GROUPS, Math.round(GROUPS / seasons.length))
  const parts = seasons.map(({ probability, windows: [mother, ...fathers] }) => ({
    cells: cellsOf(mother!, groups, RAREST).map(cell => ({ ...cell, chance: probability * cell.chance })),
    fathers,
  }))
  const cells = parts.flatMap(part => part.cells)
  const missesAt = (father: number) =>
    Float64Array.from(parts.flatMap(part => [...missesOf(part.cells, part.fathers[father]!, terms)]))
  const kept = given.map((_, i) => missesAt(i))
  const misses = candidates.map((_, i) => missesAt(given.length + i))
  // What each window still misses, with all batches but one: a swap is then one pass over the windows.
  const chanceWith = (others: number[]) => {
    const left = Float64Array.from(cells, (cell, i) =>
      others.reduce(
        (missed, batch) => missed * misses[batch]![i]!,
        kept.reduce((missed, batch) => missed * batch[i]!, cell.chance),
      ),
    )
    const whole = cells.reduce((sum, cell) => sum + cell.chance, 0)
    return (candidate: number) => {
      const own = misses[candidate]!
      let missed = 0
      for (let i = 0; i < left.length; i++) missed += left[i]! * own[i]!
      return whole - missed
    }
  }
  const bestAfter = (others: number[]) => {
    const chance = chanceWith(others)
    let [best, highest] = [0, -Infinity]
    for (let candidate = 0; candidate < candidates.length; candidate++) {
      // Two batches of one day are one larger batch.
      if (others.includes(candidate)) continue
      const now = chance(candidate)
      if (now > highest + 1e-12) [best, highest] = [candidate, now]
    }
    return { best, highest }
  }
  const found: BestBatches[] = []
  let chosen: number[] = []
  for (let count = 1; count <= Math.min(most, candidates.length); count++) {
    const added = bestAfter(chosen)
    let highest = added.highest
    chosen = [...chosen, added.best]
    for (let isBetter = true; isBetter;) {
      isBetter = false
      for (let at = 0; at < chosen.length; at++) {
        const other = bestAfter(chosen.filter((_, i) => i !== at))
        if (other.highest > highest + 1e-9) {
          highest = other.highest
          chosen[at] = other.best
          isBetter = true
        }
      }
    }
    const days = chosen.map(candidate => candidates[candidate]!).sort((a, b) => a - b)
    found.push({ days, probability: chanceOfBatches(seed, [...given, ...days.map(windowOf)], terms) })
  }
  return found
}
