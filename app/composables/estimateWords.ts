import type { Estimate } from '@virgulta/core/chance/estimate'
import type { QuantityView, Quantity } from '@virgulta/core/crops/quantities'
import { quantities } from '@virgulta/core/crops/quantities'

type Unit = QuantityView['unit']

/** A number of an estimate as people read it: per cent, days with a fraction while they are few, counts. */
export function numberInWords(n: number, unit: Unit, highest = n): string {
  if (unit === '%') return n > 0 && n < 0.1 ? (n * 100).toFixed(1) : String(Math.round(n * 100))
  if (unit === 'days') return highest < 3 ? n.toFixed(1) : String(Math.round(n))
  return n.toFixed(n < 20 ? 1 : 0)
}

/** An interval with its unit: "4–9 days", "43–69 %". */
export function rangeInWords({ low, high }: Pick<Estimate, 'low' | 'high'>, unit: Unit): string {
  const [from, to] = [numberInWords(low, unit, high), numberInWords(high, unit)]
  return `${from === to ? from : `${from}–${to}`}${unit === 'each' ? '' : ` ${unit}`}`
}

/** What an estimate mark needs to know of a learnt quantity of a crop; of one cross only, if wanted. */
export function markOf(of: Quantity, crop: string, cross?: string) {
  const { words, unit } = quantities[of]
  return {
    what: words,
    unit,
    records: `/crops/${crop}?${new URLSearchParams({ of, ...(cross ? { cross } : {}) })}`,
  }
}
