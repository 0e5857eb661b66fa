import { counted } from '../formats/counted'
import type { TraitSummary } from './summary'
import type { TraitDescription } from './trait'
import { classNames } from './trait'

/** A number with as many places as it is worth. */
export const shortNumber = (n: number) => (n >= 20 ? String(Math.round(n)) : String(Number(n.toFixed(1))))

/** The step that was seen most; of several, where steps have an order, the one nearest to the mean. */
function commonest(shares: number[], mean: number | null): number {
  const highest = Math.max(...shares)
  const away = (i: number) => (mean === null ? i : Math.abs(i - mean))
  return shares.flatMap((share, i) => (share === highest ? [i] : [])).sort((a, b) => away(a) - away(b))[0]!
}

/** What the scores of a plant come to, short: "upright", "82 cm", "dusk (3 of 4)". */
export function summaryWords(trait: TraitDescription, { mean, shares, n }: TraitSummary): string {
  const names = classNames(trait)
  if (names) {
    const most = commonest(shares!, mean)
    return shares![most] === 1 ? names[most]! : `${names[most]} (${Math.round(shares![most]! * n)} of ${n})`
  }
  if (mean === null) return ''
  return trait.scale === 'measure' ? `${shortNumber(mean)} ${trait.unit}` : shortNumber(mean)
}

/** The standard error of a mean, short: "±3"; empty where there is none, and for words, which have no number. */
export function errorWords(trait: TraitDescription, { mean, standardError }: TraitSummary): string {
  if (mean === null || standardError === null || classNames(trait)) return ''
  return `±${standardError >= 20 ? Math.round(standardError) : standardError.toFixed(standardError < 1 ? 2 : 1)}`
}

/** How often each step was seen, where more than one was. */
function namedShares(trait: TraitDescription, { shares, n }: TraitSummary): string {
  const seen = (classNames(trait) ?? []).flatMap((name, i) =>
    shares?.[i] ? [`${name} ${Math.round(shares[i] * n)}×`] : [],
  )
  return seen.length > 1 ? ` (${seen.join(', ')})` : ''
}

/** The whole of it, for a title: "mean 1.7 ± 0.2 of 3 looks in 3 seasons, last on 12 June 2026". */
export function wholeSummary(trait: TraitDescription, summary: TraitSummary): string {
  const { mean, n, occasions, lastOn } = summary
  return `${trait.name}: ${summaryWords(trait, summary)}${mean !== null && !classNames(trait) ? `, mean ${mean.toFixed(2)}${summary.standardError === null ? '' : ` ± ${summary.standardError.toFixed(2)}`} on a usual occasion` : ''}${namedShares(trait, summary)}; ${counted(n, 'look')} on ${counted(occasions, 'occasion')}, last on ${lastOn}`
}
