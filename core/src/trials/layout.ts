import { shuffler } from 'd3-array'
import type { Stream } from '../chance/stream'

/** Where a plant stands within its place: the row, the spot in it, both from 1, and the repeat of a trial it belongs to. */
export interface Spot {
  row: number
  at: number
  /** null: it is no plot of a trial */
  block: number | null
}

/** What is laid out as a trial. */
export interface Trial<L> {
  lines: L[]
  /** whole repeats: each holds every line once, in an order of its own */
  repeats: number
  /** a line that stands between the others so that they can be compared with it; null: none */
  check: L | null
  /** plots between one check and the next */
  every: number
  /** plots in a row */
  across: number
  /** the first row that is free */
  from: number
}

/**
 * Plots of a trial in complete blocks: in each repeat every line stands once, in an order drawn anew, so that no line is favoured by
 * its neighbours or its end of the bed; the check stands first and then behind every so many plots. Each repeat begins a row.
 *
 * @returns the plots in the order of their rows
 */
export function layoutOf<L>(
  { lines, repeats, check, every, across, from }: Trial<L>,
  { uniform }: Stream,
): { line: L; spot: Spot }[] {
  const shuffle = shuffler(uniform)
  const others = lines.filter(line => line !== check)
  let row = from
  return Array.from({ length: repeats }, (_, block) => {
    const order = shuffle([...others]).flatMap((line, i) =>
      check !== null && i % every === 0 ? [check, line] : [line],
    )
    const plots = inRows(order, across, row).map(({ one, row: of, at }) => ({
      line: one,
      spot: { row: of, at, block: block + 1 },
    }))
    row += Math.ceil(order.length / across)
    return plots
  }).flat()
}

/** Things in their order, put into rows of so many. @param from the first row */
export const inRows = <T>(things: T[], across: number, from = 1): { one: T; row: number; at: number }[] =>
  things.map((one, i) => ({ one, row: from + Math.floor(i / across), at: 1 + (i % across) }))

/** In the order of the rows; what has no spot comes last. */
export const bySpot = (a: Pick<Spot, 'row' | 'at'> | null, b: Pick<Spot, 'row' | 'at'> | null): number =>
  a && b ? a.row - b.row || a.at - b.at : Number(!a) - Number(!b)
