/** A function of some variables, all of which have equally many states: the first of its scope varies slowest. */
export interface Factor {
  scope: number[]
  values: Float64Array
}

/** What is summed out with one variable, and where its message goes. */
interface Clique {
  /** the variable that is summed out comes first */
  scope: number[]
  table: Float64Array
  message: Factor
  /** the clique that took the message in */
  to: Clique | null
}

/** Entries that one table, and all of them, may have. */
const [LARGEST, ALL] = [300_000, 8_000_000]

/**
 * Marginals of variables of which some functions are multiplied, exactly: variables are summed out one by
 * one, those that tie the fewest others together first, and what is then known of each is sent back.
 *
 * @param variables how many there are
 * @param size states of each
 * @returns what is likely of each, up to a constant; null where a table would grow too large
 * @see Lauritzen & Spiegelhalter (1988), Journal of the Royal Statistical Society B 50:157; Dechter (1999),
 *   Artificial Intelligence 113:41
 */
export function marginals(variables: number, size: number, factors: Factor[]): Float64Array[] | null {
  const cliques = calibrated(variables, size, factors)
  if (!cliques) return null
  const found: Float64Array[] = []
  for (const clique of cliques) found[clique.scope[0]!] = projected(clique, clique.scope.slice(0, 1), size)
  return found
}

/**
 * What is likely of two variables together.
 *
 * @returns by the state of the one, and of the other, up to a constant; null where a table would grow too large
 */
export function joint(
  variables: number,
  size: number,
  factors: Factor[],
  [one, other]: [number, number],
): Float64Array[] | null {
  // What ties them together keeps them in one table, until one of them is summed out.
  const tie: Factor = { scope: [one, other], values: new Float64Array(size ** 2).fill(1) }
  const cliques = calibrated(variables, size, [...factors, tie])
  const both = cliques?.find(({ scope }) => scope.includes(one) && scope.includes(other))
  if (!both) return null
  const values = projected(both, [one, other], size)
  return Array.from({ length: size }, (_, state) => values.subarray(state * size, (state + 1) * size))
}

/** The cliques in which variables were summed out, each with all that is known; null where a table would grow too large. */
function calibrated(variables: number, size: number, factors: Factor[]): Clique[] | null {
  const order = eliminationOrder(variables, size, factors)
  if (!order) return null
  const held = Array.from({ length: variables }, () => new Map<Factor, Clique | null>())
  const hold = (factor: Factor, from: Clique | null) =>
    factor.scope.forEach(variable => held[variable]!.set(factor, from))
  factors.forEach(factor => hold(factor, null))
  const cliques = order.map(variable => {
    const own = [...held[variable]!]
    const scope = [variable, ...new Set(own.flatMap(([f]) => f.scope).filter(other => other !== variable))]
    const table = product(
      scope,
      size,
      own.map(([factor]) => factor),
    )
    const message = { scope: scope.slice(1), values: summedOut(table, size) }
    const clique: Clique = { scope, table, message, to: null }
    for (const [factor, from] of own) {
      if (from) from.to = clique
      factor.scope.forEach(other => held[other]!.delete(factor))
    }
    hold(message, clique)
    return clique
  })
  for (const { table, message, to } of cliques.toReversed()) {
    if (!to) continue
    const back = projected(to, message.scope, size)
    for (let i = 0; i < table.length; i++) {
      const at = i % back.length
      table[i]! *= message.values[at]! > 0 ? back[at]! / message.values[at]! : 0
    }
    scaleToMost(table)
  }
  return cliques
}

/** In which order variables are summed out; null where a table would grow too large. */
function eliminationOrder(variables: number, size: number, factors: Factor[]): number[] | null {
  const near = Array.from({ length: variables }, () => new Set<number>())
  for (const { scope } of factors)
    for (const one of scope) for (const other of scope) if (one !== other) near[one]!.add(other)
  const left = new Set(near.keys())
  const order: number[] = []
  let entries = 0
  while (left.size) {
    let best = -1
    for (const one of left) {
      if (best < 0 || near[one]!.size < near[best]!.size) best = one
      if (near[best]!.size === 0) break
    }
    const tied = [...near[best]!]
    const table = size ** (tied.length + 1)
    if (table > LARGEST || (entries += table) > ALL) return null
    for (const one of tied) {
      near[one]!.delete(best)
      for (const other of tied) if (one !== other) near[one]!.add(other)
    }
    left.delete(best)
    order.push(best)
  }
  return order
}

/** Steps from one entry to the next along each variable of a scope, in the table of another; 0 for those it does not have. */
function stepsIn(scope: number[], of: number[], size: number): number[] {
  return scope.map(variable => {
    const at = of.indexOf(variable)
    return at < 0 ? 0 : size ** (of.length - 1 - at)
  })
}

/** Walks through a table and tells, entry by entry, where another table stands. */
function walk(
  scope: number[],
  of: number[],
  size: number,
  each: (entry: number, other: number) => void,
): void {
  const steps = stepsIn(scope, of, size)
  const digits = new Int32Array(scope.length)
  const entries = size ** scope.length
  let other = 0
  for (let entry = 0; entry < entries; entry++) {
    each(entry, other)
    for (let place = scope.length - 1; place >= 0; place--) {
      other += steps[place]!
      if (++digits[place]! < size) break
      other -= steps[place]! * size
      digits[place] = 0
    }
  }
}

function product(scope: number[], size: number, factors: Factor[]): Float64Array {
  const table = new Float64Array(size ** scope.length).fill(1)
  for (const { scope: of, values } of factors)
    walk(scope, of, size, (entry, other) => {
      table[entry]! *= values[other]!
    })
  scaleToMost(table)
  return table
}

/** Summed over the first variable, up to a constant. */
function summedOut(table: Float64Array, size: number): Float64Array {
  const values = new Float64Array(table.length / size)
  for (let i = 0; i < table.length; i++) values[i % values.length]! += table[i]!
  return values
}

/** What a clique knows of some of its variables. */
function projected({ scope, table }: Clique, onto: number[], size: number): Float64Array {
  const values = new Float64Array(size ** onto.length)
  walk(scope, onto, size, (entry, other) => {
    values[other]! += table[entry]!
  })
  return values
}

/** Keeps products of many small numbers from vanishing. */
function scaleToMost(table: Float64Array): void {
  let most = 0
  for (const value of table) if (value > most) most = value
  if (most > 0) for (let i = 0; i < table.length; i++) table[i]! /= most
}
