/** The point between two ends up to which something holds; 30 halvings. */
export function bisect(low: number, high: number, isBelow: (x: number) => boolean): number {
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2
    if (isBelow(middle)) low = middle
    else high = middle
  }
  return (low + high) / 2
}
