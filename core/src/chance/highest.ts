/** How far apart the differences are taken, and from which gain on a step counts for nothing. */
const [APART, NO_GAIN] = [1e-3, 1e-9]
const MOST_STEPS = 60

/** Where a function is highest, and how high it is there. */
export interface Highest {
  at: number[]
  value: number
}

/**
 * Where a smooth function of one or two parameters is highest near a start: Newton's method with derivatives by central
 * differences, damped where the function is not curved downwards. By hand, as no kept package for it runs on this Node.js.
 *
 * @param bounds the least and the greatest value of each parameter
 * @see Levenberg (1944), Quarterly of Applied Mathematics 2:164, for the damping
 */
export function highest(
  f: (x: number[]) => number,
  start: number[],
  bounds: readonly (readonly [number, number])[],
): Highest {
  const within = (x: number[]) => x.map((value, i) => Math.min(bounds[i]![1], Math.max(bounds[i]![0], value)))
  let at = within(start)
  let value = f(at)
  let damping = 1e-3
  for (let step = 0; step < MOST_STEPS; step++) {
    const { slope, bend } = derivatives(f, at, value)
    const scale = Math.max(1, Math.abs(bend[0]![0]!), Math.abs(bend[1]?.[1] ?? 0))
    let isBetter = false
    while (!isBetter && damping < 1e12) {
      const by = move(slope, bend, damping * scale)
      const next = within(at.map((x, i) => x + by[i]!))
      const reached = f(next)
      isBetter = reached > value
      damping = isBetter ? damping / 8 : damping * 8
      if (!isBetter) continue
      const gain = reached - value
      at = next
      value = reached
      if (gain < NO_GAIN) return { at, value }
    }
    if (!isBetter) break
    damping = Math.max(damping, 1e-9)
  }
  return { at, value }
}

interface Derivatives {
  slope: number[]
  bend: number[][]
}

function derivatives(f: (x: number[]) => number, at: number[], value: number): Derivatives {
  const moved = (...by: number[]) => f(at.map((x, i) => x + (by[i] ?? 0) * APART))
  const alone = (i: number, by: number) => moved(...at.map((_, j) => (j === i ? by : 0)))
  const ends = at.map((_, i) => ({ up: alone(i, 1), down: alone(i, -1) }))
  const across =
    at.length > 1 ? (moved(1, 1) - moved(1, -1) - moved(-1, 1) + moved(-1, -1)) / (4 * APART ** 2) : 0
  return {
    slope: ends.map(({ up, down }) => (up - down) / (2 * APART)),
    bend: ends.map(({ up, down }, i) =>
      at.map((_, j) => (i === j ? (up - 2 * value + down) / APART ** 2 : across)),
    ),
  }
}

/** The step that Newton takes where so much is added to the bend; uphill as it is where it is not curved downwards even so. */
function move([a, b]: number[], bend: number[][], added: number): number[] {
  const [p, r] = [added - bend[0]![0]!, added - (bend[1]?.[1] ?? 0)]
  if (b === undefined) return [p > 0 ? a! / p : a! / added]
  const q = -bend[0]![1]!
  const size = p * r - q * q
  if (!(p > 0 && size > 0)) return [a! / added, b / added]
  return [(r * a! - q * b) / size, (p * b - q * a!) / size]
}
