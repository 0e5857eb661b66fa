import { expect, it } from 'vitest'
import type { CropTrait } from '../crops/definition'
import { looksFrom } from '../offspring/summary'
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
  expect(familySpreads(plants, [height])).toEqual({ height: { deviation: Math.sqrt(10), families: 2 } })
})

it('leaves out families of which few were scored, and plants without one', () => {
  const plants = [
    ...[40, 42, 44, 46].map(h => plant('few', h)),
    plant('few', null),
    ...[10, 90, 50, 20, 70].map(h => plant(null, h)),
  ]
  expect(familySpreads(plants, [height])).toEqual({})
})
