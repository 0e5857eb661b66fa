/** A bar of a lane: a bloom of one crop, from and to in the drawing's units. */
export interface Bar {
  name: string
  from: number
  to: number
  y: number
}

/** A name beside a bar; `x` is where it begins. */
export interface PlacedName {
  name: string
  x: number
  y: number
}

interface Room {
  /** the drawing reaches from 0 to here */
  width: number
  /** how wide a name is written */
  widthOf: (name: string) => number
  /** how high */
  height: number
}

/** Between a bar and its name. */
const GAP = 5

/**
 * The names of bars, each after one of its bars or before it, wherever it covers no other bar and no other name. A name that fits
 * nowhere is left out.
 */
export function namesBeside(bars: Bar[], { width, widthOf, height }: Room): PlacedName[] {
  const placed: PlacedName[] = []
  for (const name of new Set(bars.map(bar => bar.name))) {
    const long = widthOf(name)
    const isFree = ({ x, y }: PlacedName) => {
      const meets = (from: number, to: number, at: number) =>
        from < x + long && x < to && Math.abs(at - y) < height / 2
      return (
        x >= 0 &&
        x + long <= width &&
        !bars.some(bar => meets(bar.from, bar.to, bar.y)) &&
        !placed.some(other => meets(other.x, other.x + widthOf(other.name), other.y))
      )
    }
    const place = bars
      .filter(bar => bar.name === name)
      .flatMap(({ from, to, y }) => [
        { name, x: to + GAP, y },
        { name, x: from - GAP - long, y },
      ])
      .find(isFree)
    if (place) placed.push(place)
  }
  return placed
}
