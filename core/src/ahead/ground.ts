import { range } from 'd3-array'
import { randomNormal } from 'd3-random'
import type { Stream } from '../chance/stream'
import type { Genetics, Genome } from '../odds/genome'
import { genomeOf } from '../odds/genome'
import { handing } from '../odds/handing'
import type { Plants } from '../odds/packed'
import { bitsOf, layoutOf } from '../odds/packed'
import { once } from '../once'

/** How a trait is made that many loci make, and what else there is to know of the plants to come. */
export interface Ground extends Pick<Genetics, 'ploidy' | 'doubleReduction'> {
  /** how much of what one look tells of a plant of the first generation is handed on */
  heritability: number
  /** chromosomes of one set, and loci of the trait on each */
  chromosomes: number
  loci: number
}

/** A usual plant: two sets of ten chromosomes of a morgan each, six loci of the trait on each. */
export const usualGround: Ground = {
  heritability: 0.4,
  chromosomes: 10,
  loci: 6,
  ploidy: 2,
  doubleReduction: 0,
}

const MORGAN = 100

/**
 * Plants of a made-up genome that breed by the same draws as the odds do. Values are in standard deviations of what
 * is handed on among plants that come of random mating, with both alleles of each locus as frequent; the F2 of two
 * lines of diploids is one.
 */
export interface Field {
  ploidy: number
  /** as many plants of each of these kinds; every one by its words */
  line: (isSecond: boolean) => Plants
  founders: (count: number, share: number) => Plants
  /** offspring of the plants at these places */
  crossed: (mothers: Plants, fathers: Plants, couples: [number, number][]) => Plants
  count: (plants: Plants) => number
  taken: (plants: Plants, which: number[]) => Plants
  /** what each hands on and shows by its genes */
  values: (plants: Plants) => Float64Array
  /** what is seen of each, as the mean of so many looks */
  seen: (values: Float64Array, looks: number) => Float64Array
  /** copies of the wished allele */
  copies: (plants: Plants) => Int32Array
  /** how often two alleles of a plant at a locus of the trait are alike */
  pure: (plants: Plants) => number
  /** share of all alleles that are those of the first line */
  ofFirst: (plants: Plants) => Float64Array
}

/** The genome of such plants: the loci of the trait spread over the chromosomes, and one that is wished. */
function genomeOn({ chromosomes, loci, ploidy, doubleReduction }: Ground): Genome {
  const all = range(chromosomes).flatMap(c =>
    range(loci).map(l => ({
      name: `${c} ${l}`,
      alleles: ['+', '-'],
      dominance: 'none' as const,
      group: `${c}`,
      cM: (MORGAN * (l + 0.5)) / loci,
    })),
  )
  // The wished allele lies on a chromosome of the trait, somewhere among its loci.
  const wished = {
    name: 'wished',
    alleles: ['W', 'w'],
    dominance: 'complete' as const,
    group: '0',
    cM: MORGAN,
  }
  return genomeOf({
    ploidy,
    map: 'haldane',
    doubleReduction,
    loci: [...all.slice(0, loci), wished, ...all.slice(loci)],
    rules: [],
  })
}

/** A field for one run: the effects of the loci and what the two lines have of them are drawn anew. */
export function fieldOf(ground: Ground, stream: Stream): Field {
  const { heritability, ploidy } = ground
  const normal = randomNormal.source(stream.uniform)()
  const genome = once(ground, 'genome', () => genomeOn(ground))
  const { places, words } = layoutOf(genome)
  const stride = ploidy * words
  /** where each chromosome of a plant begins, from its first one */
  const sets = range(ploidy).map(set => set * words)
  const hand = handing(genome, stream)
  const own = places.filter(place => place.locus.name !== 'wished')
  const mark = places.find(place => place.locus.name === 'wished')!
  const drawn = own.map(() => Math.abs(normal()) + 0.2)
  const whole = Math.sqrt(drawn.reduce((sum, effect) => sum + (effect * effect * ploidy) / 4, 0))
  const effects = drawn.map(effect => effect / whole)
  /** Where the first line has the better allele, the second has the other. */
  const isFirsts = own.map(() => stream.uniform() < 0.5)
  const noise = Math.sqrt((1 - heritability) / heritability)
  /** 1 where a chromosome has the second allele of the list. */
  const bit = (plants: Plants, at: number, place: (typeof places)[number]) =>
    (plants[at + place.word]! & bitsOf(place)) === 0 ? 0 : 1
  const write = (plants: Plants, at: number, place: (typeof places)[number]) => {
    plants[at + place.word]! |= bitsOf(place)
  }
  /** how many chromosomes of the plant that begins there have the first allele */
  const firsts = (plants: Plants, at: number, place: (typeof places)[number]) => {
    let count = ploidy
    for (const set of sets) count -= bit(plants, at + set, place)
    return count
  }
  const count = (plants: Plants) => plants.length / stride
  const each = (plants: Plants, of: (at: number, plant: number) => void) => {
    for (let at = 0, plant = 0; at < plants.length; at += stride) of(at, plant++)
  }
  return {
    ploidy,
    count,
    line(isSecond) {
      const plant = new Int32Array(stride)
      for (const set of sets) {
        own.forEach((place, i) => isFirsts[i] === isSecond && write(plant, set, place))
        if (!isSecond) write(plant, set, mark)
      }
      return plant
    },
    founders(number, share) {
      const plants = new Int32Array(number * stride)
      each(plants, at => {
        for (const set of sets) {
          for (const place of own) if (stream.uniform() < 0.5) write(plants, at + set, place)
          if (stream.uniform() >= share) write(plants, at + set, mark)
        }
      })
      return plants
    },
    crossed(mothers, fathers, couples) {
      const next = new Int32Array(couples.length * stride)
      couples.forEach(([mother, father], i) => {
        hand(mothers, mother * stride, next, i * stride)
        hand(fathers, father * stride, next, i * stride + stride / 2)
      })
      return next
    },
    taken(plants, which) {
      const kept = new Int32Array(which.length * stride)
      which.forEach((from, i) => kept.set(plants.subarray(from * stride, (from + 1) * stride), i * stride))
      return kept
    },
    values(plants) {
      const values = new Float64Array(count(plants))
      each(plants, (at, plant) => {
        own.forEach((place, i) => {
          // As many of each stand in the middle.
          values[plant]! += effects[i]! * (firsts(plants, at, place) - ploidy / 2)
        })
      })
      return values
    },
    seen: (values, looks) => values.map(value => value + (noise / Math.sqrt(looks)) * normal()),
    copies(plants) {
      const copies = new Int32Array(count(plants))
      each(plants, (at, plant) => (copies[plant] = firsts(plants, at, mark)))
      return copies
    },
    pure(plants) {
      let same = 0
      each(plants, at => {
        for (const place of own) {
          const first = firsts(plants, at, place)
          same += first * (first - 1) + (ploidy - first) * (ploidy - first - 1)
        }
      })
      return same / (ploidy * (ploidy - 1) * own.length * count(plants))
    },
    ofFirst(plants) {
      const shares = new Float64Array(count(plants))
      each(plants, (at, plant) => {
        own.forEach((place, i) => {
          const first = firsts(plants, at, place)
          shares[plant]! += (isFirsts[i] ? first : ploidy - first) / (ploidy * own.length)
        })
      })
      return shares
    },
  }
}
