import { sum } from 'd3-array'
import { chiSquareCdf } from '../chance/distributions'
import { counted } from '../formats/counted'
import type { GerminationFit, Sown } from './germination'
import { fitGermination } from './germination'

/** Trays that were treated alike, or are of one family. */
export interface Group<K = string> {
  key: K
  trays: Sown[]
}

/** How the seed of a group came up, taken together. */
interface GroupFit<K = string> {
  key: K
  trays: number
  seeds: number
  up: number
  fit: GerminationFit
}

/** Whether groups of trays came up alike. */
export interface Comparison<K = string> {
  groups: GroupFit<K>[]
  /** how likely groups that are alike differ as much as these by chance; null: one group alone, or nothing came up */
  p: number | null
  /** so many times as many seeds would show the difference, if there is one as large as it looks; null where it shows, or none is to be seen */
  times: number | null
}

/** Parameters of a curve: share, t50, slope. */
const PARAMETERS = 3
/** From this chance on downwards groups are told to differ. */
const TELLING = 0.05
/** With more seeds than so many times as many nobody would go on. */
const MOST_TIMES = 50

/** The likelihood ratio that tells, by bisection on its chance. */
function tellingRatio(freedom: number): number {
  let [low, high] = [0, 1000]
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (1 - chiSquareCdf(middle, freedom) > TELLING) low = middle
    else high = middle
  }
  return high
}

/**
 * Compares how groups of trays came up: the likelihood of one curve for each against that of one for all.
 *
 * @param groups each with one tray at least
 * @returns the chance by the χ² distribution of twice the difference of the log likelihoods, three parameters a curve
 * @throws {OutOfRange} for counts that cannot be
 * @see Wilks (1938), Annals of Mathematical Statistics 9:60
 */
export function compareGermination<K>(groups: Group<K>[]): Comparison<K> {
  const fits = groups.map(({ key, trays }): GroupFit<K> => ({
    key,
    trays: trays.length,
    seeds: sum(trays, tray => tray.seeds),
    up: sum(trays, tray => sum(tray.looks, look => look.count)),
    fit: fitGermination(trays),
  }))
  const whole = fitGermination(groups.flatMap(group => group.trays))
  if (groups.length < 2 || !whole.t50) return { groups: fits, p: null, times: null }
  // Where nothing came up in a group, its curve is that nothing does: a likelihood of one, whatever its other parameters.
  const freedom = PARAMETERS * (groups.length - 1)
  const ratio = Math.max(0, 2 * (sum(fits, ({ fit }) => fit.logLikelihood) - whole.logLikelihood))
  const p = 1 - chiSquareCdf(ratio, freedom)
  // What is left of the ratio where nothing differs is its degrees of freedom; the rest grows with the seeds.
  const times = (tellingRatio(freedom) - freedom) / Math.max(1e-9, ratio - freedom)
  return { groups: fits, p, times: p > TELLING && times > 1 && times <= MOST_TIMES ? times : null }
}

/** The outcome of a comparison in a sentence. */
export function comparisonInWords({ groups, p, times }: Comparison<unknown>): string {
  if (groups.length < 2) return 'There is only one group: nothing to compare it with yet.'
  if (p === null) return 'Nothing has come up yet, so there is nothing to compare.'
  const chance = p < 0.001 ? 'less than 1 in 1000' : `about ${Math.max(1, Math.round(p * 100))} in 100`
  if (p <= TELLING)
    return `They come up differently: alike, they would differ so much by chance ${chance} times.`
  const seeds = sum(groups, group => group.seeds)
  return times
    ? `Too few to tell: alike, they would differ so much by chance ${chance} times. If they do differ as it looks, about ${counted(Math.ceil((seeds * (times - 1)) / 10) * 10, 'more seed')} would show it.`
    : `No difference is to be seen: alike, they would differ so much by chance ${chance} times.`
}
