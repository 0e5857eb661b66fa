import { describe, expect, it } from 'vitest'
import type { ParentInDoubt } from './generations'
import { known, oneOf } from './generations'
import type { Step, Wanted } from './path'
import { ofOnePlant } from './path'
import { plantsNeeded } from './plantsNeeded'
import { classesRaised } from './raised'
import { leastRoom } from './room'
import { carrying, genome, locus } from './testing'

const on = genome([
  locus('a'),
  locus('b'),
  locus('c', { group: '1', cM: 0 }),
  locus('d', { group: '1', cM: 9 }),
])
const line = (allele: 'upper' | 'lower') =>
  known(
    Object.fromEntries(
      on.loci.map(({ name, alleles }) => [name, Array(2).fill(alleles[allele === 'upper' ? 0 : 1])]),
    ),
  )
const [upper, lower] = [line('upper'), line('lower')]
const back: Step = { backcross: 'seedParent' }
const plan = (path: Step[], looks: Wanted, plants = 1, confidence = 0.9, seedParent: ParentInDoubt = upper) =>
  leastRoom(on, seedParent, lower, path, { looks, plants }, confidence)

describe('plants of every generation, in least room', () => {
  it.each([
    [{ a: ['a'] }, 1, 1 / 4],
    [{ a: ['a'], b: ['b'] }, 2, 1 / 16],
    [{ a: ['a'], b: ['b'] }, 5, 1 / 16],
  ] as [Wanted, number, number][])(
    'are those of one generation where the rest is alike (%j, %d)',
    (looks, plants, share) => {
      const found = plan(['cross', 'self'], looks, plants)!
      expect(found).toMatchObject({ exact: true, plants: [null, plantsNeeded(share, plants, 0.9)] })
    },
  )

  it.each([
    [['cross', back, 'self'], { a: ['a'] }],
    [['cross', 'self', { select: { a: ['a'] } }, 'self'], { a: ['a'], b: ['b'] }],
    [['cross', 'self', 'self'], { c: ['c'], d: ['D'] }],
  ] as [Step[], Wanted][])('are as few as any pair of numbers that is enough: %j', (path, looks) => {
    const found = plan(path, looks)!
    const [first, last] = [found.plants.findIndex(Boolean), path.length - 1]
    const names = Object.keys(looks)
    const chance = (one: number, other: number) => {
      const raised = path.map((_, i) => (i === first ? one : i === last ? other : null))
      const own = genome(on.loci.filter(l => names.includes(l.name)))
      const classes = classesRaised(own, upper, lower, path, raised, names).steps[last]!
      return classes.find(c => names.every(n => c.phenotype[n] === looks[n]![0]))!.chance
    }
    expect(found.exact).toBe(true)
    expect(chance(found.plants[first]!, found.plants[last]!)).toBeCloseTo(found.chance, 12)
    expect(found.chance).toBeGreaterThanOrEqual(0.9)
    // One plant less in all is never enough, however it is shared out.
    for (let one = 1; one < found.total - 1; one++)
      expect(chance(one, found.total - 1 - one), `${one} first`).toBeLessThan(0.9)
  })

  it('say that there is none where the parents may not bring it', () => {
    const carrier = oneOf([
      { genotype: carrying({ a: 'Aa', b: 'BB', c: 'CC', d: 'DD' }), probability: 2 / 3 },
      { genotype: carrying({ a: 'AA', b: 'BB', c: 'CC', d: 'DD' }), probability: 1 / 3 },
    ])
    const selfed = ofOnePlant(['cross'])
    expect(plan(selfed, { a: ['a'] }, 1, 0.9, carrier)).toBeNull()
    const found = plan(selfed, { a: ['a'] }, 1, 0.6, carrier)!
    expect(found.plants).toEqual([9])
    expect(found.chance).toBeCloseTo((2 / 3) * (1 - 0.75 ** 9), 12)
  })

  it('are simulated where what a plant leads to hangs on others, and say how sure that is', () => {
    const done: number[] = []
    const found = leastRoom(
      on,
      upper,
      lower,
      ['cross', 'self', { select: { a: ['a'] } }, 'self', { select: { b: ['b'] } }, 'self'],
      { looks: { a: ['a'], b: ['b'] }, plants: 1 },
      0.8,
      share => done.push(share),
    )!
    expect(found.exact).toBe(false)
    expect(found.standardError).toBeGreaterThan(0)
    expect(found.chance).toBeGreaterThanOrEqual(0.8)
    expect(found.total).toBeLessThan(80)
    expect(done.every(share => share >= 0 && share <= 1)).toBe(true)
  })
})

it('takes a path of one plant as a self', () => {
  expect(ofOnePlant(['cross', 'self', { backcross: 'pollenParent' }, { select: { a: ['a'] } }])).toEqual([
    { self: 'seedParent' },
    'self',
    { backcross: 'seedParent' },
    { select: { a: ['a'] } },
  ])
})
