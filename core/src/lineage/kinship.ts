import { once } from '../once'
import type { Lineage } from './genets'
import { descentIn, singleParents } from './genets'
import { coancestryRows } from './inbreeding'

/**
 * Kinship of plants: the chance that an allele drawn from one and an allele drawn from the other are copies of one
 * ancestor's. It is also the inbreeding of their offspring. Plants without known parents are taken as unrelated, and a population,
 * which is many plants, as unrelated to itself.
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
