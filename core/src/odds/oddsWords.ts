import type { CropDefinition } from '../crops/definition'
import type { MATINGS } from './genome'
import type { Phenotype } from './locus'
import type { Step, Wanted } from './path'

/** A share as odds: "1 in 16"; for large shares "3 in 4". */
export function oneIn(share: number): string {
  if (share <= 0) return 'none'
  if (share > 0.9995) return 'all'
  if (share > 0.4) {
    const [n, of] = [
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 5],
      [5, 8],
      [7, 8],
      [9, 16],
      [9, 10],
      [15, 16],
    ].reduce((best, pair) =>
      Math.abs(pair[0]! / pair[1]! - share) < Math.abs(best[0]! / best[1]! - share) ? pair : best,
    ) as [number, number]
    return `${Math.abs(n / of - share) < 0.002 ? '' : 'about '}${n} in ${of}`
  }
  const times = 1 / share
  return `1 in ${times < 10 ? Number(times.toFixed(1)) : Math.round(times).toLocaleString('en')}`
}

/** A share in per cent, with as many digits as it takes. */
export function percentWords(share: number): string {
  const percent = share * 100
  if (percent === 0 || percent > 100 - 1e-9) return `${Math.round(percent)} %`
  if (percent >= 99.95) return '> 99.9 %'
  return `${percent < 0.01 ? percent.toPrecision(1) : percent < 1 ? percent.toFixed(2) : percent < 10 ? percent.toFixed(1) : Math.round(percent)} %`
}

/** Loci and rules go by ids; people read names. */
export function nameOf(id: string, { loci, rules }: Pick<CropDefinition, 'loci' | 'rules'>): string {
  return [...rules, ...loci].find(thing => thing.id === id)?.name ?? id
}

/** What a class of plants looks like: "purple, upright". */
export function phenotypeWords(
  phenotype: Phenotype,
  definition: Pick<CropDefinition, 'loci' | 'rules'>,
): string {
  return Object.entries(phenotype)
    .map(([id, look]) =>
      look === 'yes' ? nameOf(id, definition) : look === 'no' ? `not ${nameOf(id, definition)}` : look,
    )
    .join(', ')
}

/** Looks that are wanted: "leaf colour purple or near black". */
export const wantedWords = (wanted: Wanted, definition: Pick<CropDefinition, 'loci' | 'rules'>): string =>
  Object.entries(wanted)
    .map(([id, looks]) => `${nameOf(id, definition)} ${looks.join(' or ')}`)
    .join('; ')

/** A step of a path in a word or two. */
export function stepName(step: Step, definition: Pick<CropDefinition, 'loci' | 'rules'>): string {
  if (step === 'cross') return 'cross the two'
  if (step === 'self') return 'self every plant'
  if (step === 'sib') return 'cross among sibs'
  if ('backcross' in step)
    return step.backcross === 'seedParent' ? 'back to the seed parent' : 'back to the pollen parent'
  if ('self' in step) return step.self === 'seedParent' ? 'self the plant' : 'self the pollen parent'
  return `choose ${wantedWords(step.select, definition)}`
}

/** How a crop gets its seed. */
export const matingWords: Record<(typeof MATINGS)[number], string> = {
  selfing: 'Usually selfs',
  outcrossing: 'Usually outcrosses',
  selfIncompatible: 'Sets no seed with its own pollen',
}
