import type { TraitSummary } from '@virgulta/core/offspring/summary'
import type { TraitDescription } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'

const rounded = (n: number) => n >= 20 ? String(Math.round(n)) : String(Number(n.toFixed(1)))

/** What the scores of a plant come to, short: "upright", "82 cm", "dusk (3 of 4)". */
export function summaryWords(trait: TraitDescription, { mean, shares, n }: TraitSummary): string {
  const names = classNames(trait)
  if (mean === null || trait.scale === 'yesNo') {
    const most = shares!.indexOf(Math.max(...shares!))
    return shares![most] === 1 ? names![most]! : `${names![most]} (${Math.round(shares![most]! * n)} of ${n})`
  }
  if (names) return names[Math.min(names.length - 1, Math.round(mean))]!
  return trait.scale === 'measure' ? `${rounded(mean)} ${trait.unit}` : rounded(mean)
}

/** The standard error of a mean, short: "±3"; empty where there is none. */
export function errorWords(trait: TraitDescription, { mean, standardError }: TraitSummary): string {
  if (mean === null || standardError === null || trait.scale === 'yesNo') return ''
  return `±${standardError >= 20 ? Math.round(standardError) : standardError.toFixed(standardError < 1 ? 2 : 1)}`
}

/** The whole of it, for a title: "mean 1.7 ± 0.2 of 3 looks in 3 seasons, last on 12 June 2026". */
export function wholeSummary(trait: TraitDescription, summary: TraitSummary): string {
  const { mean, n, occasions, lastOn } = summary
  return `${trait.name}: ${summaryWords(trait, summary)}${mean !== null && trait.scale !== 'yesNo' ? `, mean ${mean.toFixed(2)}${summary.standardError === null ? '' : ` ± ${summary.standardError.toFixed(2)}`}` : ''}; ${n} ${n === 1 ? 'look' : 'looks'} on ${occasions} ${occasions === 1 ? 'occasion' : 'occasions'}, last on ${lastOn}`
}
