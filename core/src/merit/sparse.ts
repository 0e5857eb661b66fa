/**
 * A symmetric matrix of which most is nought, factored as L D Lᵀ: solved, its determinant, and those parts of its inverse that stand where
 * L does, the diagonal among them.
 *
 * @see Davis (2005), ACM Transactions on Mathematical Software 31:587, for the factoring row by row along the elimination tree; Takahashi, Fagan & Chen (1973) for the inverse
 */

/**
 * A symmetric matrix whose entries are each a sum of parts: of the first as it is, of each other times a ratio that is given when the
 * matrix is used. Its lower half row by row, what stands left of the diagonal and on it.
 */
export interface SymmetricMatrix {
  size: number
  /** where each row begins */
  starts: Int32Array
  columns: Int32Array
  /** by part and entry */
  values: Float64Array[]
}

/** Puts a symmetric matrix together; what is added to one place sums up. */
export class SymmetricSum {
  private count = 0
  private places = new Int32Array(3072)
  private numbers = new Float64Array(1024)

  /** @param parts of which an entry is the sum */
  constructor(
    readonly size: number,
    readonly parts = 1,
  ) {}

  /** @param part to which the value belongs */
  add(i: number, j: number, value: number, part = 0): void {
    const at = this.count++
    if (at === this.numbers.length) {
      const [places, numbers] = [new Int32Array(6 * at), new Float64Array(2 * at)]
      places.set(this.places)
      numbers.set(this.numbers)
      ;[this.places, this.numbers] = [places, numbers]
    }
    this.places[3 * at] = Math.max(i, j)
    this.places[3 * at + 1] = Math.min(i, j)
    this.places[3 * at + 2] = part
    this.numbers[at] = value
  }

  merged(): SymmetricMatrix {
    const { size, count, places, numbers, parts } = this
    const next = new Int32Array(size + 1)
    for (let e = 0; e < count; e++) next[places[3 * e]! + 1]!++
    for (let i = 0; i < size; i++) next[i + 1]! += next[i]!
    const entries = new Int32Array(count)
    const firsts = next.slice()
    for (let e = 0; e < count; e++) entries[next[places[3 * e]!]!++] = e
    const starts = new Int32Array(size + 1)
    const columns = new Int32Array(count)
    const values = Array.from({ length: parts }, () => new Float64Array(count))
    /** where a column stands in the row that is put together */
    const where = new Int32Array(size).fill(-1)
    let filled = 0
    for (let row = 0; row < size; row++) {
      starts[row] = filled
      for (let p = firsts[row]!; p < firsts[row + 1]!; p++) {
        const entry = entries[p]!
        const column = places[3 * entry + 1]!
        if (where[column]! < starts[row]!) {
          where[column] = filled
          columns[filled++] = column
        }
        values[places[3 * entry + 2]!]![where[column]!]! += numbers[entry]!
      }
    }
    starts[size] = filled
    return {
      size,
      starts,
      columns: columns.slice(0, filled),
      values: values.map(part => part.slice(0, filled)),
    }
  }
}

/** Calls with the place of every entry of the lower half, and where it is kept. */
function eachEntry(
  { size, starts, columns }: SymmetricMatrix,
  of: (i: number, j: number, at: number) => void,
) {
  for (let i = 0; i < size; i++) for (let at = starts[i]!; at < starts[i + 1]!; at++) of(i, columns[at]!, at)
}

/** Neighbours, as multiples of the root of how many nodes there are, from which on a node is put last. */
const CROWDED = 10

/**
 * An order in which little is filled in: always next what has about the fewest neighbours that are left. What was taken out leaves its
 * neighbours bound to each other; they are held as one list, not as all pairs of it. What nearly everything is bound to comes last.
 *
 * @returns the old number of each new place
 * @see Amestoy, Davis & Duff (1996), SIAM Journal on Matrix Analysis and Applications 17:886
 */
function fewestFirst(matrix: SymmetricMatrix): Int32Array {
  const { size } = matrix
  /** By node: neighbours of the matrix itself, and the bonds it is in; by bond, which has the number of who left it, who is in it. */
  const near: number[][] = Array.from({ length: size }, () => [])
  const bonds: number[][] = Array.from({ length: size }, () => [])
  const members: number[][] = Array.from({ length: size }, () => [])
  eachEntry(matrix, (i, j) => {
    if (i === j) return
    near[i]!.push(j)
    near[j]!.push(i)
  })
  const [isOut, isMerged] = [new Uint8Array(size), new Uint8Array(size)]
  const crowded = near.flatMap((list, node) =>
    list.length > Math.max(16, CROWDED * Math.sqrt(size)) ? [node] : [],
  )
  for (const node of crowded) isOut[node] = 1
  if (crowded.length)
    for (const [node, list] of near.entries()) near[node] = list.filter(other => !isOut[other])
  const most = size - crowded.length
  const degree = Int32Array.from(near, list => list.length)
  /** Those with so many neighbours left, as they were when they were put there. */
  const waiting: number[][] = []
  const put = (node: number) => (waiting[degree[node]!] ??= []).push(node)
  for (let node = size - 1; node >= 0; node--) if (!isOut[node]) put(node)
  const mark = new Int32Array(size).fill(-1)
  /** Members of a bond that the new one does not have, and in which step that was counted. */
  const [beyond, counted] = [new Int32Array(size), new Int32Array(size).fill(-1)]
  const order = new Int32Array(size)
  order.set(crowded, most)
  let fewest = 0
  for (let place = 0; place < most;) {
    const node = waiting[fewest]?.pop()
    if (node === undefined) {
      fewest++
      continue
    }
    // It has come to stand elsewhere meanwhile.
    if (isOut[node] || degree[node] !== fewest) continue
    isOut[node] = 1
    mark[node] = place
    const bound: number[] = []
    const bind = (one: number) => {
      if (isOut[one] || mark[one] === place) return
      mark[one] = place
      bound.push(one)
    }
    near[node]!.forEach(bind)
    for (const bond of bonds[node]!) {
      members[bond]!.forEach(bind)
      isMerged[bond] = 1
      members[bond] = []
    }
    members[node] = bound
    near[node] = []
    bonds[node] = []
    for (const one of bound)
      for (const bond of bonds[one]!) {
        if (isMerged[bond]) continue
        if (counted[bond] !== place) {
          counted[bond] = place
          beyond[bond] = members[bond]!.length
        }
        beyond[bond]!--
      }
    for (const one of bound) {
      near[one] = near[one]!.filter(other => !isOut[other] && mark[other] !== place)
      // A bond that has nobody but those of the new one says nothing of its own.
      bonds[one] = bonds[one]!.filter(bond => !isMerged[bond] && beyond[bond]! > 0)
      let about = near[one].length + bound.length - 1
      for (const bond of bonds[one]) about += beyond[bond]!
      bonds[one].push(node)
      degree[one] = Math.min(most - place - 2, about)
      put(one)
      fewest = Math.min(fewest, degree[one]!)
    }
    order[place++] = node
  }
  return order
}

/** Where the entries of a matrix stand, in the order in which it is factored: worked out once for all ratios. */
export interface Pattern {
  /** the old number of each place, and the place of each old number */
  order: Int32Array
  place: Int32Array
  /** the lower half in that order, row by row: columns, and where each entry is kept in the matrix */
  rows: Int32Array
  columns: Int32Array
  source: Int32Array
  /** the next place that each depends on; -1 for the last */
  parent: Int32Array
  /** where the columns of L begin */
  starts: Int32Array
}

/** How a matrix is filled when it is factored. */
export function patternOf(matrix: SymmetricMatrix): Pattern {
  const { size } = matrix
  const order = fewestFirst(matrix)
  const place = new Int32Array(size)
  order.forEach((old, at) => (place[old] = at))
  const rows = new Int32Array(size + 1)
  eachEntry(matrix, (i, j) => rows[Math.max(place[i]!, place[j]!) + 1]!++)
  for (let i = 0; i < size; i++) rows[i + 1]! += rows[i]!
  const next = rows.slice()
  const [columns, source] = [new Int32Array(matrix.columns.length), new Int32Array(matrix.columns.length)]
  eachEntry(matrix, (i, j, at) => {
    const [a, b] = [place[i]!, place[j]!]
    const to = next[Math.max(a, b)]!++
    columns[to] = Math.min(a, b)
    source[to] = at
  })
  const [parent, counts, mark] = [new Int32Array(size).fill(-1), new Int32Array(size), new Int32Array(size)]
  for (let k = 0; k < size; k++) {
    mark[k] = k
    for (let e = rows[k]!; e < rows[k + 1]!; e++)
      for (let i = columns[e]!; mark[i] !== k && i < k; i = parent[i]!) {
        if (parent[i] === -1) parent[i] = k
        counts[i]!++
        mark[i] = k
      }
  }
  const starts = new Int32Array(size + 1)
  for (let i = 0; i < size; i++) starts[i + 1] = starts[i]! + counts[i]!
  return { order, place, rows, columns, source, parent, starts }
}

/** Below that share of what stood on the diagonal a pivot is nought: the column says nothing that others do not. */
const NOUGHT = 1e-9

/** A matrix factored. */
export interface Factor {
  /** log of the product of the pivots */
  logDeterminant: number
  /** pivots that are not nought */
  rank: number
  /** true for what depends on others, by its old number: its solution is 0 */
  isDropped: (old: number) => boolean
  solve: (right: Float64Array) => Float64Array
  /** the diagonal of the inverse, by old numbers; 0 of what was dropped */
  inverseDiagonal: () => Float64Array
}

/** Factors a positive (semi)definite matrix that is filled as its pattern says. @param ratios of the parts behind the first */
export function factored(
  { size, values }: SymmetricMatrix,
  { order, place, rows, columns, source, parent, starts }: Pattern,
  ratios: number[] = [],
): Factor {
  const summed = values[0]!.slice()
  ratios.forEach((ratio, i) => {
    const part = values[i + 1]!
    for (let e = 0; e < summed.length; e++) summed[e]! += ratio * part[e]!
  })
  const [at, value] = [new Int32Array(starts[size]!), new Float64Array(starts[size]!)]
  const [filled, mark, path] = [new Int32Array(size), new Int32Array(size), new Int32Array(size)]
  const [row, pivots] = [new Float64Array(size), new Float64Array(size)]
  for (let k = 0; k < size; k++) {
    let top = size
    mark[k] = k
    let diagonal = 0
    for (let e = rows[k]!; e < rows[k + 1]!; e++) {
      const column = columns[e]!
      const entry = summed[source[e]!]!
      row[column]! += entry
      if (column === k) diagonal = entry
      let length = 0
      for (let i = column; mark[i] !== k; i = parent[i]!) {
        path[length++] = i
        mark[i] = k
      }
      while (length) path[--top] = path[--length]!
    }
    let pivot = row[k]!
    row[k] = 0
    for (; top < size; top++) {
      const i = path[top]!
      const part = row[i]!
      row[i] = 0
      const end = starts[i]! + filled[i]!
      for (let p = starts[i]!; p < end; p++) row[at[p]!]! -= value[p]! * part
      const entry = part / pivots[i]!
      pivot -= entry * part
      at[end] = k
      value[end] = entry
      filled[i]!++
    }
    // By an infinite pivot everything of the column comes to nothing.
    pivots[k] = pivot > NOUGHT * Math.abs(diagonal) ? pivot : Infinity
  }

  let [logDeterminant, rank] = [0, 0]
  for (const pivot of pivots)
    if (pivot < Infinity) {
      logDeterminant += Math.log(pivot)
      rank++
    }

  function solve(right: Float64Array): Float64Array {
    const x = Float64Array.from(order, old => right[old]!)
    for (let j = 0; j < size; j++)
      for (let p = starts[j]!; p < starts[j + 1]!; p++) x[at[p]!]! -= value[p]! * x[j]!
    for (let j = 0; j < size; j++) x[j] = x[j]! / pivots[j]!
    for (let j = size - 1; j >= 0; j--)
      for (let p = starts[j]!; p < starts[j + 1]!; p++) x[j]! -= value[p]! * x[at[p]!]!
    return Float64Array.from(place, at => x[at]!)
  }

  function inverseDiagonal(): Float64Array {
    const [inverse, diagonal] = [new Float64Array(value.length), new Float64Array(size)]
    const [sums, own] = [new Float64Array(size), new Float64Array(size)]
    const member = new Int32Array(size).fill(-1)
    for (let j = size - 1; j >= 0; j--) {
      const [from, to] = [starts[j]!, starts[j + 1]!]
      for (let p = from; p < to; p++) {
        member[at[p]!] = j
        own[at[p]!] = value[p]!
        sums[at[p]!] = 0
      }
      for (let p = from; p < to; p++) {
        const k = at[p]!
        sums[k]! += own[k]! * diagonal[k]!
        for (let q = starts[k]!; q < starts[k + 1]!; q++) {
          const r = at[q]!
          if (member[r] !== j) continue
          sums[r]! += own[k]! * inverse[q]!
          sums[k]! += own[r]! * inverse[q]!
        }
      }
      let of = pivots[j] === Infinity ? 0 : 1 / pivots[j]!
      for (let p = from; p < to; p++) {
        inverse[p] = -sums[at[p]!]!
        of -= value[p]! * inverse[p]!
      }
      diagonal[j] = of
    }
    return Float64Array.from(place, at => diagonal[at]!)
  }

  return {
    logDeterminant,
    rank,
    isDropped: old => pivots[place[old]!] === Infinity,
    solve,
    inverseDiagonal,
  }
}
