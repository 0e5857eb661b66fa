import { randomNormal } from 'd3-random'
import { expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import type { Weighed } from './weighing'
import { seedsByWeight, weightsIn } from './weighing'

it('counts seeds by their weight, the surer the more samples are weighed', () => {
  const once = seedsByWeight({ sampleSeeds: 20, samples: [0.4], total: 8 })
  expect(once.seeds).toBe(400)
  expect(once.low).toBeLessThan(400)
  expect(once.high).toBeGreaterThan(400)
  const often = seedsByWeight({ sampleSeeds: 20, samples: [0.4, 0.41, 0.39, 0.4, 0.4], total: 8 })
  expect(often.high - often.low).toBeLessThan(once.high - once.low)
})

it('holds the true number in four intervals of five', () => {
  const { uniform } = randomStream(3)
  const mass = randomNormal.source(uniform)(0.02, 0.004)
  for (const times of [1, 4]) {
    let held = 0
    for (let run = 0; run < 600; run++) {
      const weighed = (seeds: number) => Array.from({ length: seeds }, mass).reduce((a, b) => a + b, 0)
      const { low, high } = seedsByWeight({
        sampleSeeds: 15,
        samples: Array.from({ length: times }, () => weighed(15)),
        total: weighed(500),
      })
      if (low <= 500 && 500 <= high) held += 1 / 600
    }
    expect(held).toBeGreaterThan(0.74)
    expect(held).toBeLessThan(0.86)
  }
})

it.each<[string, Partial<Weighed>, RegExp]>([
  ['half a seed', { sampleSeeds: 2.5 }, /whole number of seeds/],
  ['no sample', { samples: [] }, /one sample at least/],
  ['a mass below none', { total: -1 }, /above 0, not -1/],
  ['less than a sample', { total: 0.1 }, /less than half a sample/],
])('refuses %s', (_, other, sentence) => {
  expect(() => seedsByWeight({ sampleSeeds: 20, samples: [0.4], total: 8, ...other })).toThrow(sentence)
})

it('reads weights as people type them', () => {
  expect(weightsIn('0.42 0.40; 0,41')).toEqual([0.42, 0.4, 0.41])
  expect(weightsIn('0,42, 0,40')).toEqual([0.42, 0.4])
  expect(weightsIn('')).toEqual([])
  expect(weightsIn('0.4 some')).toBeNull()
})
