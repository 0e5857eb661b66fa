import { descending, max, quickselect } from 'd3-array'

/** How often each of several is the best of them, and among the best k. */
export interface ChancesOfBest {
  first: Float64Array
  among: Float64Array
}

/**
 * Chances to be the best, and among the best k, over draws of what each is worth. Those that are worth the same share the places
 * that are left.
 *
 * @param count how many there are
 * @param best k; of fewer all are among the best
 * @param draws how often their worth is drawn
 * @param draw writes what each is worth, one draw after the other
 */
export function chancesOfBest(
  count: number,
  best: number,
  draws: number,
  draw: (worth: Float64Array) => void,
): ChancesOfBest {
  const [first, among] = [new Float64Array(count), new Float64Array(count)]
  const [worth, sorted] = [new Float64Array(count), new Float64Array(count)]
  const places = Math.min(best, count)
  for (let i = 0; i < draws && count; i++) {
    draw(worth)
    sorted.set(worth)
    quickselect(sorted, places - 1, 0, count - 1, descending)
    share(worth, sorted[places - 1]!, places, among)
    share(worth, max(sorted.subarray(0, places))!, 1, first)
  }
  for (const chances of [first, among]) chances.forEach((hits, i) => (chances[i] = hits / draws))
  return { first, among }
}

/** Gives out places: one to each that is worth more than the last that gets any, and what is left in shares to its equals. */
function share(worth: Float64Array, last: number, places: number, into: Float64Array): void {
  let [above, level] = [0, 0]
  for (let i = 0; i < worth.length; i++) {
    if (worth[i]! > last) above++
    else if (worth[i] === last) level++
  }
  const rest = (places - above) / level
  for (let i = 0; i < worth.length; i++) {
    if (worth[i]! > last) into[i]! += 1
    else if (worth[i] === last) into[i]! += rest
  }
}
