import { once } from '../once'
import type { Lineage } from './genets'
import { descentIn, singleParents } from './genets'
import { coancestryRows } from './inbreeding'
import { descentRules } from './meiosis'

/**
 * Kinship of plants: the chance that an allele drawn from one and an allele drawn from the other are copies of one
 * ancestor's. Of diploids it is also the inbreeding of their offspring. Plants without known parents are taken as unrelated, and a
 * population, which is many plants, as unrelated to itself.
 *
 * @returns of two plants by their ids; 0 for one that is not there
 */
export function kinshipOf(lineage: Lineage): (one: string, other: string) => number {
  const { genets, generations, numberOf } = lineage
  const write = once(lineage, 'coancestry', () => {
    const all = [...genets.keys()]
    return coancestryRows(singleParents(lineage), generations, descentIn(lineage), all)
  })
  const rows = new Map<number, Float64Array>()
  return (one, other) => {
    const [a, b] = [numberOf.get(one), numberOf.get(other)]
    if (a === undefined || b === undefined) return 0
    if (genets[a]!.kind === 'population' || genets[b]!.kind === 'population') return 0
    const kept = rows.get(a)
    if (kept) return kept[b]!
    const row = new Float64Array(genets.length)
    write(a, row)
    rows.set(a, row)
    return row[b]!
  }
}

/**
 * How close plants are, whatever sets they have: parent and offspring a half, half sibs a quarter, cousins an eighth.
 *
 * @param kinship of the two, see {@link kinshipOf}
 */
export const closeness = (kinship: number, { meiosis }: Lineage): number => meiosis.ploidy * kinship

/**
 * What the offspring of two plants would be inbred by.
 *
 * @returns of two plants by their ids
 */
export function offspringInbreedingOf(lineage: Lineage): (one: string, other: string) => number {
  const kinship = kinshipOf(lineage)
  const { offspring } = descentRules(lineage.meiosis)
  const { inbred } = descentIn(lineage)
  const inbreeding = (id: string) => {
    const genet = lineage.numberOf.get(id)
    return genet === undefined || lineage.genets[genet]!.kind === 'population' ? null : inbred[genet]!
  }
  return (one, other) => offspring(inbreeding(one), inbreeding(other), kinship(one, other))
}
