import type { Estimate } from '../chance/estimate'
import type { QuantityView } from './quantities'

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
