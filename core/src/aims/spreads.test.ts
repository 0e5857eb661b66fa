import { randomNormal } from 'd3-random'
import { expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import type { CropTrait } from '../crops/definition'
import { looksFrom } from '../offspring/summary'
import { ASSUMED_HERITABILITY } from '../merit/heritability'
import { familySpreads } from './spreads'

const height = {
  id: 'height',
  name: 'height',
  hint: 'x',
  isOwn: false,
  scale: 'measure',
  unit: 'cm',
  most: 300,
} as CropTrait
const plant = (crossId: string | null, seen: number | null) => {
  const looks = looksFrom(
    seen === null ? [] : [{ trait: 'height', value: seen, on: '2026-01-01', placeId: null }],
  )
  return { crossId, looks: new Map(seen === null ? [] : [['height', looks]]) }
}

it('learns from families how much their plants differ, whatever their means', () => {
  const plants = [40, 42, 44, 46, 48].flatMap(h => [plant('one', h), plant('two', h + 100)])
  // Squares within: 2 × (16 + 4 + 0 + 4 + 16), over 2 × 4.
  expect(familySpreads(plants, [height])).toMatchObject({ height: { deviation: Math.sqrt(10), families: 2 } })
})

it.each([0.1, 0.4, 0.7])(
  'finds that %d of what plants differ by is handed on, from families of full sibs',
  truth => {
    const { uniform } = randomStream(3)
    const normal = (mean: number, spread: number) => randomNormal.source(uniform)(mean, spread)()
    const plants = Array.from({ length: 80 }, (_, f) => {
      const family = normal(100, 10 * Math.sqrt(truth / 2))
      return Array.from({ length: 12 }, () => plant(`f${f}`, normal(family, 10 * Math.sqrt(1 - truth / 2))))
    }).flat()
    const { height: found } = familySpreads(plants, [height])
    expect(found!.heritability).toBeGreaterThan(truth - 0.12)
    expect(found!.heritability).toBeLessThan(truth + 0.12)
  },
)

it('assumes how far a trait is handed on where one family was scored', () => {
  const { height: found } = familySpreads(
    [40, 42, 44, 46, 48].map(h => plant('one', h)),
    [height],
  )
  expect(found!.heritability).toBeCloseTo(ASSUMED_HERITABILITY, 9)
})

it('leaves out families of which few were scored, and plants without one', () => {
  const plants = [
    ...[40, 42, 44, 46].map(h => plant('few', h)),
    plant('few', null),
    ...[10, 90, 50, 20, 70].map(h => plant(null, h)),
  ]
  expect(familySpreads(plants, [height])).toEqual({})
})
