import type { Meiosis } from './meiosis'
import { DIPLOID, descentRules } from './meiosis'
import type { Pedigree } from './pedigree'
import { UNKNOWN } from './pedigree'

/** Parents of a pedigree, numbered by their generations: those of one stand together, and before all of the next. */
interface Forebears {
  /** by plant; {@link UNKNOWN} for one that has no offspring */
  numberOf: Int32Array
  count: number
  /** by number */
  generation: Int32Array
  seed: Int32Array
  pollen: Int32Array
  /** the first number of each generation, and behind the last one the count */
  starts: Int32Array
}

function forebearsIn({ seed, pollen }: Pedigree, generations: Int32Array): Forebears {
  const isParent = new Uint8Array(seed.length)
  let latest = 0
  for (let plant = 0; plant < seed.length; plant++) {
    if (seed[plant] !== UNKNOWN) isParent[seed[plant]!] = 1
    if (pollen[plant] !== UNKNOWN) isParent[pollen[plant]!] = 1
    if (generations[plant]! > latest) latest = generations[plant]!
  }
  const starts = new Int32Array(latest + 2)
  for (let plant = 0; plant < seed.length; plant++) if (isParent[plant]) starts[generations[plant]! + 1]!++
  for (let g = 0; g <= latest; g++) starts[g + 1]! += starts[g]!
  const count = starts[latest + 1]!
  const next = starts.slice()
  const numberOf = new Int32Array(seed.length).fill(UNKNOWN)
  const plants = new Int32Array(count)
  for (let plant = 0; plant < seed.length; plant++)
    if (isParent[plant]) {
      const number = next[generations[plant]!]!++
      numberOf[plant] = number
      plants[number] = plant
    }
  const of = (parents: Int32Array) =>
    plants.map(plant => (parents[plant] === UNKNOWN ? UNKNOWN : numberOf[parents[plant]!]!))
  return {
    numberOf,
    count,
    generation: plants.map(plant => generations[plant]!),
    seed: of(seed),
    pollen: of(pollen),
    starts,
  }
}

/** Couples with how they are kin: a table of two keys, open addressed, so that nothing is made for a couple. */
class Couples {
  private readonly slots: number
  private readonly keys: Int32Array
  private readonly values: Float64Array

  /** @param most couples there may be */
  constructor(most: number) {
    this.slots = 2 ** Math.ceil(Math.log2(2 * most + 2))
    this.keys = new Int32Array(2 * this.slots).fill(UNKNOWN)
    this.values = new Float64Array(this.slots)
  }

  /** Where a couple stands, or would: its value is at `value(slot)`, if `has(slot)`. */
  slotOf(seed: number, pollen: number): number {
    const mask = this.slots - 1
    let slot = (Math.imul(seed, 0x9e3779b1) ^ Math.imul(pollen, 0x85ebca6b)) & mask
    while (
      this.keys[2 * slot] !== UNKNOWN &&
      (this.keys[2 * slot] !== seed || this.keys[2 * slot + 1] !== pollen)
    )
      slot = (slot + 1) & mask
    return slot
  }

  has = (slot: number): boolean => this.keys[2 * slot] !== UNKNOWN
  value = (slot: number): number => this.values[slot]!

  set(slot: number, seed: number, pollen: number, value: number): void {
    this.keys[2 * slot] = seed
    this.keys[2 * slot + 1] = pollen
    this.values[slot] = value
  }
}

/**
 * The inbreeding of each plant: the chance that two alleles of it are copies of one ancestor's. Selfing is a couple like others;
 * founders are neither inbred nor related. Plants are taken for diploids; for others see {@link descentOf}.
 *
 * The forebears of each couple are traced once, generation by generation from the youngest back, with the share of each in the
 * offspring; the sum of the squares of these, by what each brought that its own parents do not tell, is one and the inbreeding.
 *
 * @param generations of the plants, as `generationsOf` gives them
 * @param least what a plant is inbred by at least, by plant: lines that were selfed before anybody wrote it down
 * @returns by plant, 0 to 1
 * @see Meuwissen & Luo (1992), Genetics Selection Evolution 24:305
 */
export const inbreedingOf = (
  pedigree: Pedigree,
  generations: Int32Array,
  least?: Float64Array,
): Float64Array => descentOf(pedigree, generations, least).inbred

/** What rounding leaves of no inbreeding. */
const NOUGHT = 1e-13

/** What follows of each plant from its parents, by plant. */
export interface Descent {
  inbred: Float64Array
  /** what it brings that its parents do not tell: the share of its relation with itself that is not theirs */
  own: Float64Array
  ploidy: number
}

/** The inbreeding of each plant, see {@link inbreedingOf}, and what each brings of its own. */
export function descentOf(
  pedigree: Pedigree,
  generations: Int32Array,
  least?: Float64Array,
  meiosis: Meiosis = DIPLOID,
): Descent {
  const { ploidy } = meiosis
  const rules = descentRules(meiosis)
  const size = pedigree.seed.length
  const forebears = forebearsIn(pedigree, generations)
  const { numberOf, count, seed, pollen, generation, starts } = forebears
  const [found, ownOfAll] = [new Float64Array(size), new Float64Array(size)]
  const couples = new Couples(size)
  /** what a forebear brings that its parents do not tell, by number; its inbreeding */
  const [own, inbred] = [new Float64Array(count), new Float64Array(count)]
  const share = new Float64Array(count)
  /** forebears whose share is still to be passed on, those of a generation from its start on */
  const waiting = new Int32Array(count)
  const ends = starts.slice()

  function give(to: number, part: number): void {
    if (share[to] === 0) waiting[ends[generation[to]!]!++] = to
    share[to]! += part
  }
  /** The kinship of two. */
  function traced(one: number, other: number): number {
    give(one, 0.5)
    give(other, 0.5)
    let sum = 0
    for (let g = Math.max(generation[one]!, generation[other]!); g >= 0; g--) {
      const start = starts[g]!
      for (let i = start; i < ends[g]!; i++) {
        const at = waiting[i]!
        const part = share[at]!
        share[at] = 0
        sum += part * part * own[at]!
        const half = part / 2
        if (seed[at] !== UNKNOWN) give(seed[at]!, half)
        if (pollen[at] !== UNKNOWN) give(pollen[at]!, half)
      }
      ends[g] = start
    }
    const found = (sum - (rules.self(inbred[one]!) + rules.self(inbred[other]!)) / 4) * (2 / ploidy)
    return found < NOUGHT ? 0 : found
  }

  for (const plant of byGeneration(generations)) {
    const [one, other] = [pedigree.seed[plant]!, pedigree.pollen[plant]!].map(parent =>
      parent === UNKNOWN ? UNKNOWN : numberOf[parent]!,
    ) as [number, number]
    let kinship = 0
    if (one !== UNKNOWN && other !== UNKNOWN) {
      const slot = couples.slotOf(one, other)
      if (!couples.has(slot)) couples.set(slot, one, other, traced(one, other))
      kinship = couples.value(slot)
    }
    const [ofOne, ofOther] = [
      one === UNKNOWN ? null : inbred[one]!,
      other === UNKNOWN ? null : inbred[other]!,
    ]
    found[plant] = rules.offspring(ofOne, ofOther, kinship)
    const more = Math.max(0, (least?.[plant] ?? 0) - found[plant]!)
    found[plant]! += more
    ownOfAll[plant] = rules.own(ofOne, ofOther) + (ploidy - 1) * more
    const number = numberOf[plant]!
    if (number === UNKNOWN) continue
    inbred[number] = found[plant]!
    own[number] = ownOfAll[plant]!
  }
  return { inbred: found, own: ownOfAll, ploidy }
}

/** All plants, those of earlier generations first. */
function byGeneration(generations: Int32Array): Int32Array {
  let latest = 0
  for (const generation of generations) if (generation > latest) latest = generation
  const next = new Int32Array(latest + 2)
  for (const generation of generations) next[generation + 1]!++
  for (let g = 0; g <= latest; g++) next[g + 1]! += next[g]!
  const order = new Int32Array(generations.length)
  generations.forEach((generation, plant) => (order[next[generation]!++] = plant))
  return order
}

/**
 * The coancestry of pairs of diploids: the chance that an allele of one and an allele of the other are copies of one ancestor's. It is
 * what the inbreeding of their offspring would be, and of a plant with itself half of one and its inbreeding.
 *
 * @param pairs of plants, by their numbers in the pedigree
 */
export function coancestriesOf(
  { seed, pollen }: Pedigree,
  generations: Int32Array,
  pairs: readonly (readonly [number, number])[],
): Float64Array {
  const size = seed.length
  const withOffspring = (parents: Int32Array, which: 0 | 1) => {
    const all = new Int32Array(size + pairs.length)
    all.set(parents)
    pairs.forEach((pair, i) => (all[size + i] = pair[which]))
    return all
  }
  const born = new Int32Array(size + pairs.length)
  born.set(generations)
  pairs.forEach(([one, other], i) => (born[size + i] = 1 + Math.max(generations[one]!, generations[other]!)))
  return inbreedingOf({ seed: withOffspring(seed, 0), pollen: withOffspring(pollen, 1) }, born).subarray(size)
}

/**
 * The coancestry of plants with others, one after the other as they are asked for: one pass back through their forebears and one forth
 * for each.
 *
 * @param descent of all plants, as {@link descentOf} gives it
 * @param chosen plants that are asked for, by their numbers in the pedigree
 * @returns for a plant of the chosen, a row in their order; it is written anew for the next
 * @see Colleau (2002), Genetics Selection Evolution 34:409
 */
export function coancestryRows(
  pedigree: Pedigree,
  generations: Int32Array,
  descent: Descent,
  chosen: number[],
): (plant: number, row: Float64Array) => void {
  const { plants, seed, pollen, numberOf } = behind(pedigree, generations, chosen)
  const own = Float64Array.from(plants, plant => descent.own[plant]!)
  const share = new Float64Array(plants.length)
  const at = Int32Array.from(chosen, plant => numberOf.get(plant)!)
  return (plant, row) => {
    share.fill(0)
    share[numberOf.get(plant)!] = 1
    for (let i = plants.length - 1; i >= 0; i--) {
      const half = share[i]! / 2
      if (half === 0) continue
      if (seed[i] !== UNKNOWN) share[seed[i]!]! += half
      if (pollen[i] !== UNKNOWN) share[pollen[i]!]! += half
    }
    for (let i = 0; i < plants.length; i++) {
      share[i]! *= own[i]!
      if (seed[i] !== UNKNOWN) share[i]! += share[seed[i]!]! / 2
      if (pollen[i] !== UNKNOWN) share[i]! += share[pollen[i]!]! / 2
    }
    for (let column = 0; column < at.length; column++) row[column] = share[at[column]!]! / descent.ploidy
  }
}

/**
 * The coancestry of all pairs of some plants.
 *
 * @param generations of the plants, as `generationsOf` gives them
 * @param chosen plants by their numbers in the pedigree
 * @returns rows of the chosen, one after the other
 */
export function coancestryMatrix(
  pedigree: Pedigree,
  generations: Int32Array,
  chosen: number[],
  least?: Float64Array,
  meiosis?: Meiosis,
): Float64Array {
  const write = coancestryRows(
    pedigree,
    generations,
    descentOf(pedigree, generations, least, meiosis),
    chosen,
  )
  const matrix = new Float64Array(chosen.length ** 2)
  chosen.forEach((plant, row) =>
    write(plant, matrix.subarray(row * chosen.length, (row + 1) * chosen.length)),
  )
  return matrix
}

/** Plants and all their forebears, parents first. */
function behind(pedigree: Pedigree, generations: Int32Array, chosen: number[]) {
  const isBehind = new Uint8Array(generations.length)
  const open = [...chosen]
  while (open.length) {
    const plant = open.pop()!
    if (isBehind[plant]) continue
    isBehind[plant] = 1
    for (const parent of [pedigree.seed[plant]!, pedigree.pollen[plant]!])
      if (parent !== UNKNOWN) open.push(parent)
  }
  const plants = byGeneration(generations).filter(plant => isBehind[plant])
  const numberOf = new Map(Array.from(plants, (plant, i) => [plant, i]))
  const of = (parents: Int32Array) =>
    plants.map(plant => (parents[plant] === UNKNOWN ? UNKNOWN : numberOf.get(parents[plant]!)!))
  return { plants, seed: of(pedigree.seed), pollen: of(pedigree.pollen), numberOf }
}
