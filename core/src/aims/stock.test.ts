import { ascending } from 'd3-array'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { definitionOf } from '../crops/definition'
import { chilli } from '../crops/guides/chilli'
import type { Stock, StockPlant } from './stock'
import { stockAfter, summariesOf } from './stock'

const own = { traits: [], loci: [], rules: [], inheritances: [] }
const definition = definitionOf(chilli, own)
const plant = (id: string, more: Partial<StockPlant> = {}): StockPlant => ({
  id,
  code: id,
  name: id,
  plantKind: 'line',
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
const score = (trait: string, value: number) => ({ trait, value, on: '2026-06-01', placeId: null })
const stockOf = (plants: StockPlant[]) => stockAfter(null, definition, plants, () => true)

/** A stock by what it holds, in whichever order it came to hold it. */
const held = (stock: Stock) => ({
  plants: [...stock.plants.keys()]
    .sort()
    .map(id => [id, stock.plants.get(id)!.plant, summariesOf(stock, id)]),
  relatives: [...stock.relatives].sort((a, b) => ascending(a.id, b.id)),
})

describe('the stock of a crop', () => {
  it('advanced by what changed equals the stock made anew', () => {
    const ids = fc.constantFrom('a', 'b', 'c', 'd', 'e')
    const changed = fc.record({
      id: ids,
      scores: fc.array(
        fc.oneof(
          fc.integer({ min: 0, max: 3 }).map(value => score('leaf-colour', value)),
          fc.integer({ min: 20, max: 90 }).map(value => score('height', value)),
        ),
        { maxLength: 3 },
      ),
      seedParentId: fc.option(ids),
      genotype: fc.constantFrom<StockPlant['genotype']>(
        {},
        { purple: { alleles: ['P', 'p'], on: '2026-06-01' } },
      ),
    })
    const steps = fc.array(
      fc.oneof(
        changed.map(({ id, ...more }) => ({ id, now: plant(id, more) })),
        ids.map(id => ({ id, now: null })),
      ),
      { maxLength: 12 },
    )
    fc.assert(
      fc.property(steps, all => {
        const there = new Map<string, StockPlant>()
        let stock = stockOf([])
        for (const { id, now } of all) {
          if (now) there.set(id, now)
          else there.delete(id)
          stock = stockAfter(stock, definition, now ? [now] : [], one => there.has(one))
          expect(held(stock)).toEqual(held(stockOf([...there.values()])))
        }
      }),
      { numRuns: 60 },
    )
  })

  it('stays the same where nothing changed, and keeps its kin where only what no gene makes was scored', () => {
    const ember = plant('ember', { scores: [score('leaf-colour', 2)] })
    const before = stockOf([ember, plant('lantern')])
    const after = (now: StockPlant[]) => stockAfter(before, definition, now, () => true)
    expect(after([])).toBe(before)
    const taller = after([{ ...ember, scores: [...ember.scores, score('height', 40)] }])
    expect(summariesOf(taller, 'ember')).toMatchObject({ height: { mean: 40 } })
    expect(taller.relatives).toBe(before.relatives)
    const greener = after([{ ...ember, scores: [score('leaf-colour', 0)] }])
    expect(greener.relatives).not.toBe(before.relatives)
    expect(greener.relatives.find(r => r.id === 'ember')!.looks).toMatchObject({
      'leaf-colour-rule': 'green',
    })
  })

  it('takes what the crop has become, and lets go who is of it no more', () => {
    const before = stockOf([plant('ember', { scores: [score('leaf-colour', 2)] }), plant('lantern')])
    const bare = { ...definition, rules: [] }
    expect(stockAfter(before, bare, [], () => true).relatives[0]!.looks).toEqual({})
    expect([...stockAfter(before, definition, [], id => id === 'ember').plants.keys()]).toEqual(['ember'])
    expect(stockAfter(null, definition, [plant('ember')], () => false).plants.size).toBe(0)
  })

  it('counts what was seen of all plants of a clone as seen of one genotype', () => {
    const cutting = plant('b', { clonedFrom: { plantId: 'a', by: 'cutting' }, scores: [score('height', 60)] })
    const another = plant('c', { scores: [score('height', 40)] })
    const stock = stockOf([plant('a', { scores: [score('height', 40)] }), cutting, another])
    const [of, ofCutting] = ['a', 'b'].map(id => summariesOf(stock, id).height!)
    expect(of).toEqual(ofCutting)
    expect(of).toMatchObject({ n: 2, mean: 50 })
    expect(summariesOf(stock, 'c').height).toMatchObject({ n: 1, mean: 40 })
  })
})
