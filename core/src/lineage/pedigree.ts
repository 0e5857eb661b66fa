import { OutOfRange } from '../chance/estimate'

/** Who descends from whom, by numbers: of each plant where its parents stand in the same lists; {@link UNKNOWN} where nobody knows. */
export interface Pedigree {
  seed: Int32Array
  pollen: Int32Array
}

export const UNKNOWN = -1

/**
 * The generation of each plant: 0 where no parent is known, else one more than that of its later parent. No plant is a forebear of
 * another of its generation or of one before.
 *
 * @param nameOf what a plant is called, for the sentence
 * @throws {OutOfRange} for a plant that is its own forebear, with the way around
 */
export const generationsOf = (pedigree: Pedigree, nameOf: (plant: number) => string): Int32Array =>
  generationsWith(pedigree, way => {
    throw new OutOfRange(loopInWords(way, nameOf))
  })

/**
 * A pedigree without parents that are descendants of their own child: of each loop the last parent that is come to is taken for unknown.
 *
 * @returns also the generations, and the plants that lost a parent so
 */
export function withoutLoops(given: Pedigree): {
  pedigree: Pedigree
  generations: Int32Array
  cut: number[]
} {
  const pedigree = { seed: given.seed.slice(), pollen: given.pollen.slice() }
  const cut: number[] = []
  const generations = generationsWith(pedigree, way => {
    const plant = way.at(-1)!
    for (const parents of [pedigree.seed, pedigree.pollen])
      if (parents[plant] === way[0]) parents[plant] = UNKNOWN
    cut.push(plant)
  })
  return { pedigree, generations, cut }
}

/** @param onLoop is told of a loop: each a parent of the one before it, and the first of the last. It throws, or takes that parent away */
function generationsWith({ seed, pollen }: Pedigree, onLoop: (way: number[]) => void): Int32Array {
  const [FRESH, OPEN] = [-2, -1]
  const generations = new Int32Array(seed.length).fill(FRESH)
  /** Plants whose generation waits for that of a parent, each a parent of the one before it. */
  const waiting: number[] = []
  const of = (parent: number) => (parent === UNKNOWN ? OPEN : generations[parent]!)
  for (let first = 0; first < seed.length; first++) {
    if (generations[first] !== FRESH) continue
    waiting.push(first)
    while (waiting.length) {
      const plant = waiting.at(-1)!
      generations[plant] = OPEN
      const parents = [seed[plant]!, pollen[plant]!]
      const next = parents.find(parent => parent !== UNKNOWN && generations[parent]! < 0)
      if (next === undefined) {
        generations[plant] = 1 + Math.max(of(parents[0]!), of(parents[1]!))
        waiting.pop()
      } else if (generations[next] === FRESH) waiting.push(next)
      else onLoop(waiting.slice(waiting.indexOf(next)))
    }
  }
  return generations
}

/** How many of a loop are named. */
const MOST_NAMED = 6

function loopInWords(loop: number[], nameOf: (plant: number) => string): string {
  const [first = '', ...others] = loop.slice(0, MOST_NAMED).map(nameOf)
  if (!others.length) return `${first} cannot be its own parent.`
  const more = loop.length > MOST_NAMED ? ['…'] : []
  return `${first} cannot be its own forebear: ${[first, ...others, ...more, first].join(' comes of ')}.`
}
