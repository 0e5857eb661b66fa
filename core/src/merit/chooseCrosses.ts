import { max, mean, range } from 'd3-array'

/** A cross that could be made, of parents by their numbers. */
export interface PossibleCross {
  seed: number
  pollen: number
  /** what it is chosen for */
  worth: number
}

/** What a set of crosses may be. */
export interface SetLimits {
  /** how many crosses are wanted; fewer where the other limits allow no more */
  crosses: number
  /** by parent, how often it may be used, and how often as a seed parent */
  uses: number[]
  seedUses: number[]
}

/** A set of crosses with what it brings and what it costs. */
export interface CrossSet {
  /** by their places among the possible ones, the worthiest first */
  chosen: number[]
  /** mean worth of them */
  worth: number
  /** coancestry among all that comes of them, each cross leaving alike: what the next generation is inbred by if it mates at random */
  coancestry: number
}

/**
 * Solves a problem of whole numbers in the text that solvers read.
 *
 * @returns the value of each variable `x0`, `x1` …; null where nothing fits
 */
export type Solve = (problem: string) => number[] | null

/** What a fall of coancestry may cost in worth, against what both fall by between the extremes. */
const TRADES = [0.15, 0.3, 0.5, 0.75, 1, 1.5, 2.5, 5]
/** A trade at which worth hardly counts. */
const ANY_PRICE = 1000
/** A line of the solver's text is no longer. */
const TERMS_IN_LINE = 12

const lines = (terms: string[]) =>
  range(0, terms.length, TERMS_IN_LINE)
    .map(from => terms.slice(from, from + TERMS_IN_LINE).join(' '))
    .join('\n ')

/** The problem as the solver reads it: which crosses to take so that they are worth the most. */
function problemOf(crosses: PossibleCross[], { crosses: wanted, uses, seedUses }: SetLimits): string {
  const term = (value: number, i: number) => `${value < 0 ? '-' : '+'} ${Math.abs(value).toFixed(9)} x${i}`
  const [byParent, bySeed] = [uses.map((): number[] => []), uses.map((): number[] => [])]
  crosses.forEach(({ seed, pollen }, i) => {
    byParent[seed]!.push(i)
    if (pollen !== seed) byParent[pollen]!.push(i)
    bySeed[seed]!.push(i)
  })
  const limit = (name: string, members: number[], most: number) =>
    members.length > most ? [`${name}: ${lines(members.map(i => `+ x${i}`))} <= ${most}`] : []
  return [
    'Maximize',
    ` obj: ${lines(crosses.map(({ worth }, i) => term(worth, i)))}`,
    'Subject To',
    `all: ${lines(crosses.map((_, i) => `+ x${i}`))} <= ${wanted}`,
    ...byParent.flatMap((members, parent) => limit(`u${parent}`, members, uses[parent]!)),
    ...bySeed.flatMap((members, parent) => limit(`s${parent}`, members, seedUses[parent]!)),
    'Binary',
    lines(crosses.map((_, i) => `x${i}`)),
    'End',
  ].join('\n')
}

/**
 * Sets of crosses from the worthiest to the least related. The worthiest is found by an optimisation in whole numbers. What relatedness
 * costs is the coancestry among all that comes of a set, which is no sum over crosses: along a rising price of it crosses are exchanged,
 * one for another, for as long as that gains.
 *
 * @param crosses each worth more than nothing
 * @param kinship of all parents, rows one after the other
 * @returns those of which none other is worthier and less related, the worthiest first; none where no cross fits
 * @see Kinghorn (2011), Genetics Selection Evolution 43:4 (mate selection); Meuwissen (1997), Journal of Animal Science 75:934 (contributions under limited coancestry)
 */
export function crossSets(
  crosses: PossibleCross[],
  kinship: Float64Array,
  limits: SetLimits,
  solve: Solve,
  onProgress: (done: number) => void = () => {},
): CrossSet[] {
  if (!crosses.length || limits.crosses < 1) return []
  const found = solve(problemOf(crosses, limits))
  const chosen = crosses.flatMap((_, i) => (found && found[i]! > 0.5 ? [i] : []))
  if (!chosen.length) return []
  onProgress(0.4)
  const measured = (set: number[]): CrossSet => ({
    chosen: [...set].sort((a, b) => crosses[b]!.worth - crosses[a]!.worth),
    worth: mean(set, i => crosses[i]!.worth)!,
    coancestry: new Mixture(crosses, kinship, limits, set).coancestry(),
  })
  const exchanged = (from: CrossSet, price: number) => {
    const mixture = new Mixture(crosses, kinship, limits, from.chosen)
    while (mixture.exchange(price));
    return measured(mixture.chosen)
  }
  const worthiest = measured(chosen)
  const spread = Math.max(1e-9, ...crosses.map(cross => cross.worth))
  const least = exchanged(worthiest, ANY_PRICE * spread)
  const [fall, gain] = [worthiest.worth - least.worth, worthiest.coancestry - least.coancestry]
  const sets = [worthiest, least]
  let at = worthiest
  if (gain > 1e-9)
    TRADES.forEach((trade, i) => {
      at = exchanged(at, (trade * Math.max(fall, 1e-9 * spread)) / gain)
      sets.push(at)
      onProgress(0.4 + (0.6 * (i + 1)) / TRADES.length)
    })
  return unsurpassed(sets)
}

/** A set of crosses that others are exchanged for, with the coancestry of all that comes of it. */
class Mixture {
  /** by parent, its part in what comes of the set, in how many crosses it is, in how many as a seed parent, and its kinship with all parts */
  private readonly parts: Int32Array
  private readonly uses: Int32Array
  private readonly seedUses: Int32Array
  private readonly kin: Float64Array
  private readonly isChosen: Uint8Array
  /** by cross, what its two parents have in common with themselves and each other */
  private readonly within: Float64Array

  constructor(
    private readonly crosses: PossibleCross[],
    private readonly kinship: Float64Array,
    private readonly limits: SetLimits,
    readonly chosen: number[],
  ) {
    const parents = limits.uses.length
    this.chosen = [...chosen]
    this.parts = new Int32Array(parents)
    this.uses = new Int32Array(parents)
    this.seedUses = new Int32Array(parents)
    this.kin = new Float64Array(parents)
    this.isChosen = new Uint8Array(crosses.length)
    this.within = Float64Array.from(
      crosses,
      ({ seed, pollen }) =>
        this.kinOf(seed, seed) + this.kinOf(pollen, pollen) + 2 * this.kinOf(seed, pollen),
    )
    for (const i of chosen) this.count(i, 1)
  }

  private kinOf = (a: number, b: number): number => this.kinship[a * this.kin.length + b]!

  private count(i: number, by: 1 | -1): void {
    const { seed, pollen } = this.crosses[i]!
    this.isChosen[i] = by === 1 ? 1 : 0
    this.seedUses[seed]! += by
    for (const parent of new Set([seed, pollen])) this.uses[parent]! += by
    for (const parent of [seed, pollen]) {
      this.parts[parent]! += by
      for (let other = 0; other < this.kin.length; other++) this.kin[other]! += by * this.kinOf(parent, other)
    }
  }

  coancestry(): number {
    const whole = this.parts.reduce((total, part, parent) => total + part * this.kin[parent]!, 0)
    return whole / (2 * this.chosen.length) ** 2
  }

  /** Exchanges the one of the set that gains the most by it for another. @returns false where nothing gains */
  exchange(price: number): boolean {
    const { crosses, chosen, limits, uses, seedUses, kin } = this
    const size = chosen.length
    const cost = price / (2 * size) ** 2
    /** What each adds, but for what it shares with the one it comes in for. */
    const values = crosses.map(
      ({ seed, pollen, worth }, i) =>
        worth / size - cost * (2 * (kin[seed]! + kin[pollen]!) + this.within[i]!),
    )
    const others = [...crosses.keys()].filter(i => !this.isChosen[i]).sort((a, b) => values[b]! - values[a]!)
    const shared = new Float64Array(kin.length)
    let best = { gain: 1e-12, place: -1, by: -1 }
    for (let place = 0; place < size; place++) {
      const at = chosen[place]!
      const out = crosses[at]!
      for (let parent = 0; parent < shared.length; parent++)
        shared[parent] = this.kinOf(parent, out.seed) + this.kinOf(parent, out.pollen)
      const most = 4 * cost * max(shared)!
      // What it added goes, and what it had in common with itself was counted twice.
      const gone = values[at]! + 2 * cost * this.within[at]!
      for (const i of others) {
        const rough = values[i]! - gone
        if (rough + most <= best.gain) break
        const { seed, pollen } = crosses[i]!
        const gain = rough + 2 * cost * (shared[seed]! + shared[pollen]!)
        if (gain <= best.gain) continue
        const freed = (parent: number) => Number(out.seed === parent || out.pollen === parent)
        if (seedUses[seed]! - Number(out.seed === seed) >= limits.seedUses[seed]!) continue
        if (uses[seed]! - freed(seed) >= limits.uses[seed]!) continue
        if (pollen !== seed && uses[pollen]! - freed(pollen) >= limits.uses[pollen]!) continue
        best = { gain, place, by: i }
      }
    }
    if (best.by < 0) return false
    this.count(chosen[best.place]!, -1)
    this.count(best.by, 1)
    chosen[best.place] = best.by
    return true
  }
}

/** Sets of which none other is at least as worthy and less related, the worthiest first; each once. */
function unsurpassed(sets: CrossSet[]): CrossSet[] {
  const sorted = [...sets].sort((a, b) => b.worth - a.worth || a.coancestry - b.coancestry)
  return sorted.filter((set, i) =>
    sorted.slice(0, i).every(other => other.coancestry > set.coancestry + 1e-12),
  )
}
