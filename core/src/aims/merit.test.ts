import { range } from 'd3-array'
import { randomNormal } from 'd3-random'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { definitionOf } from '../crops/definition'
import { chilli } from '../crops/guides/chilli'
import { familyHeritability, meritTraits, mostScored, seenScores } from './merit'
import type { StockPlant } from './stock'
import { stockAfter } from './stock'

const definition = definitionOf(chilli, { traits: [], loci: [], rules: [], inheritances: [] })
const height = definition.traits.find(trait => trait.id === 'height')!
const plant = (id: string, more: Partial<StockPlant> = {}): StockPlant => ({
  id,
  code: id,
  name: id,
  plantKind: 'clone',
  placeId: null,
  spot: null,
  seedParentId: null,
  pollenParentId: null,
  clonedFrom: null,
  crossId: null,
  apart: null,
  scores: [],
  struckOff: null,
  genotype: {},
  sets: null,
  lost: null,
  verdict: null,
  ...more,
})
const look = (value: number, more = {}) => ({
  trait: 'height',
  value,
  on: '2026-06-01',
  placeId: null,
  ...more,
})

/** Families whose means follow their parents by half, and differ by as much besides. */
function families(apart = false) {
  const normal = randomNormal.source(randomStream(9).uniform)()
  const parents = range(24).map(i => ({ id: `p${i}`, worth: 50 + 6 * normal() }))
  const plants = parents.map(({ id, worth }) => plant(id, { scores: [look(worth + 6 * normal())] }))
  for (const f of range(60)) {
    const [one, other] = [parents[f % 24]!, parents[(f * 5 + 1) % 24]!]
    for (const i of range(8))
      plants.push(
        plant(`f${f}.${i}`, {
          crossId: `x${f}`,
          seedParentId: one.id,
          pollenParentId: other.id,
          scores: [look((one.worth + other.worth) / 2 + 4.2 * normal() + 6 * normal())],
          apart: apart && i === 0 ? { on: '2026-06-02', why: 'a self', pollenParentId: other.id } : null,
        }),
      )
  }
  return stockAfter(null, definition, plants, () => true)
}

describe('how far a trait of a crop is handed on', () => {
  it('is told by its families beside their parents, and by how alike sibs are', () => {
    const { parents, sibs } = familyHeritability(families(), height)
    for (const told of [parents!, sibs!]) {
      expect(told.estimate).toBeGreaterThan(0.25)
      expect(told.estimate).toBeLessThan(0.75)
      expect(told.low).toBeLessThan(told.estimate)
    }
    expect(sibs!.families).toBe(60)
  })
  it('is not told by who was set apart, nor where nothing was scored', () => {
    expect(familyHeritability(families(true), height).sibs).not.toEqual(
      familyHeritability(families(), height).sibs,
    )
    expect(
      familyHeritability(
        stockAfter(null, definition, [], () => true),
        height,
      ),
    ).toEqual({
      parents: null,
      sibs: null,
    })
  })
})

it('a summer is one season, south of the equator, too', () => {
  const seasons = (half: 'north' | 'south') => {
    const scores = ['2025-12-20', '2026-01-20'].map(on => ({ ...look(50), on }))
    const stock = stockAfter(null, { ...definition, half }, [plant('a', { scores })], () => true)
    return new Set(seenScores(stock, 'height').map(score => score.season)).size
  }
  expect([seasons('north'), seasons('south')]).toEqual([2, 1])
})

it('merit is asked first in the trait that was scored most, in the first one where none was', () => {
  const stockWith = (...plants: StockPlant[]) => stockAfter(null, definition, plants, () => true)
  const traits = meritTraits(definition.traits)
  expect(mostScored(stockWith(), traits)).toBe(traits[0])
  const seen = plant('a', { scores: [look(50), look(60, { on: '2025-06-01' })] })
  expect(mostScored(stockWith(seen), traits)).toBe(height)
})

it('merit is asked of traits with an order, and takes no second look of a day for a witness', () => {
  expect(meritTraits(definition.traits).every(trait => trait.scale !== 'colour')).toBe(true)
  const stock = stockAfter(
    null,
    definition,
    [plant('a', { scores: [look(50, { by: 'Una' }), look(51, { again: true })] })],
    () => true,
  )
  expect(seenScores(stock, 'height')).toEqual([
    { plantId: 'a', value: 50, season: '2026', placeId: null, by: 'Una' },
  ])
})
