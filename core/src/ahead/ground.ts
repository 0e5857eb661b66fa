import { range } from 'd3-array'
import { randomNormal } from 'd3-random'
import type { Stream } from '../chance/stream'
import { genomeOf } from '../odds/genome'
import { handing } from '../odds/handing'
import type { Plants } from '../odds/packed'
import { bitsOf, layoutOf } from '../odds/packed'

/** How a trait is made that many loci make, and what else there is to know of the plants to come. */
export interface Ground {
  /** how much of what one look tells of a plant of the first generation is handed on */
  heritability: number
  /** pairs of chromosomes, and loci of the trait on each */
  chromosomes: number
  loci: number
}

/** A usual plant: ten pairs of chromosomes of a morgan each, six loci of the trait on each. */
export const usualGround: Ground = { heritability: 0.4, chromosomes: 10, loci: 6 }

const MORGAN = 100

/**
 * Plants of a made-up genome that breed by the same draws as the odds do. Values are in standard deviations of what is handed on in the
 * first generation that splits: the offspring of two lines selfed, or founders that mate at random.
 */
export interface Field {
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
  /** share of the loci of the trait at which both alleles are one */
  pure: (plants: Plants) => number
  /** share of all alleles that are those of the first line */
  ofFirst: (plants: Plants) => Float64Array
}

/** A field for one run: the loci, their effects and what the two lines have of them are drawn anew. */
export function fieldOf({ heritability, chromosomes, loci }: Ground, stream: Stream): Field {
  const normal = randomNormal.source(stream.uniform)()
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
  const genome = genomeOf({
    ploidy: 2,
    map: 'haldane',
    doubleReduction: 0,
    loci: [...all.slice(0, loci), wished, ...all.slice(loci)],
    rules: [],
  })
  const { places, words } = layoutOf(genome)
  const stride = 2 * words
  const hand = handing(genome, stream)
  const own = places.filter(place => place.locus.name !== 'wished')
  const mark = places.find(place => place.locus.name === 'wished')!
  const drawn = own.map(() => Math.abs(normal()) + 0.2)
  const whole = Math.sqrt(drawn.reduce((sum, effect) => sum + (effect * effect) / 2, 0))
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
  const count = (plants: Plants) => plants.length / stride
  const each = (plants: Plants, of: (at: number, plant: number) => void) => {
    for (let at = 0, plant = 0; at < plants.length; at += stride) of(at, plant++)
  }
  return {
    count,
    line(isSecond) {
      const plant = new Int32Array(stride)
      for (const set of [0, words]) {
        own.forEach((place, i) => isFirsts[i] === isSecond && write(plant, set, place))
        if (!isSecond) write(plant, set, mark)
      }
      return plant
    },
    founders(number, share) {
      const plants = new Int32Array(number * stride)
      each(plants, at => {
        for (const set of [at, at + words]) {
          for (const place of own) if (stream.uniform() < 0.5) write(plants, set, place)
          if (stream.uniform() >= share) write(plants, set, mark)
        }
      })
      return plants
    },
    crossed(mothers, fathers, couples) {
      const next = new Int32Array(couples.length * stride)
      couples.forEach(([mother, father], i) => {
        hand(mothers, mother * stride, next, i * stride)
        hand(fathers, father * stride, next, i * stride + words)
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
          // Two better alleles are twice the effect above none, one of each stands in the middle.
          values[plant]! += effects[i]! * (1 - bit(plants, at, place) - bit(plants, at + words, place))
        })
      })
      return values
    },
    seen: (values, looks) => values.map(value => value + (noise / Math.sqrt(looks)) * normal()),
    copies(plants) {
      const copies = new Int32Array(count(plants))
      each(plants, (at, plant) => (copies[plant] = 2 - bit(plants, at, mark) - bit(plants, at + words, mark)))
      return copies
    },
    pure(plants) {
      let same = 0
      each(plants, at => {
        for (const place of own) if (bit(plants, at, place) === bit(plants, at + words, place)) same++
      })
      return same / (own.length * count(plants))
    },
    ofFirst(plants) {
      const shares = new Float64Array(count(plants))
      each(plants, (at, plant) => {
        own.forEach((place, i) => {
          for (const set of [at, at + words])
            if ((bit(plants, set, place) === 0) === isFirsts[i]) shares[plant]! += 0.5 / own.length
        })
      })
      return shares
    },
  }
}
