import { describe, expect, it } from 'vitest'
import { OutOfRange } from '../chance/estimate'
import type { Stream } from '../chance/stream'
import { randomStream } from '../chance/stream'
import type { ParentInDoubt } from '../odds/generations'
import { exactGenerations, known, oneOf } from '../odds/generations'
import type { Genome, Genotype } from '../odds/genome'
import { genome, locus } from '../odds/testing'
import type { Seen } from './selfs'
import { findSelfs } from './selfs'

const one = genome([locus('leaf', { alleles: ['A', 'a'] })])
const leaf = (alleles: string): Genotype => ({ leaf: alleles.split(' ') })
const found = (own: string, other: string, plants: string[]) =>
  findSelfs(
    one,
    known(leaf(own)),
    known(leaf(other)),
    plants.map((look): Seen => (look ? { leaf: look } : {})),
  )

/** A plant of a cross, or of a self, drawn by its classes. */
function drawn(on: Genome, [own, other]: Genotype[], isSelf: boolean, { uniform }: Stream): Seen {
  const [generation] = exactGenerations(on, known(own!), known(other!), [
    isSelf ? { self: 'seedParent' } : 'cross',
  ])
  return Object.assign(
    {},
    ...generation!.blocks.map(({ families: [family] }) => {
      let left = uniform()
      return (family!.classes.find(c => (left -= c.probability) < 0) ?? family!.classes[0]!).phenotype
    }),
  )
}

describe('selfs among hybrids', () => {
  it('of a recessive seed parent show themselves', () => {
    const { share, plants } = found('a a', 'A A', ['A', 'a', 'A', 'A'])
    expect(plants.map(p => p.self)).toEqual([0, 1, 0, 0])
    expect(share.estimate).toBeCloseTo(0.25, 6)
    expect(share.low).toBeGreaterThan(0.05)
    expect(share.low).toBeLessThan(0.12)
    expect(share.high).toBeGreaterThan(0.45)
  })

  it('of a carrier are counted though most of them look like hybrids', () => {
    // A quarter of the selfs of Aa show a; a hybrid with AA never does.
    const plants = [...Array<string>(95).fill('A'), ...Array<string>(5).fill('a')]
    const told = found('A a', 'A A', plants)
    expect(told.share.estimate).toBeCloseTo(0.2, 6)
    // Of those that show A: 0.15 / 0.95 at the share that is likeliest, a little more over all that are likely.
    expect(told.plants[0]!.self).toBeGreaterThan(0.15)
    expect(told.plants[0]!.self).toBeLessThan(0.21)
    expect(told.plants.at(-1)!.self).toBe(1)
  })

  it('are none that can be told where both parents are alike', () => {
    const { share, plants } = found('A A', 'A A', ['A', 'A', 'A'])
    expect([share.low, share.high]).toEqual([0, 1])
    expect(plants[0]!.self).toBeCloseTo(0.5, 6)
  })

  it('may be strangers: neither selfs nor hybrids', () => {
    const { share, plants } = found('A A', 'A A', ['A', 'a'])
    expect(plants[1]!.self).toBeNull()
    expect(share.estimate).toBeGreaterThanOrEqual(0)
    expect(plants[0]!.self).not.toBeNull()
  })

  const marked = genome([locus('leaf', { alleles: ['A', 'a', 'b'], dominance: 'none' })])
  const [hybrid, strange] = ['Aa', 'ab'].map(look => ({ leaf: look }))

  it('leave a plant to a stranger that one father in a thousand could have made, where strangers are reckoned with', () => {
    const father: ParentInDoubt = oneOf([
      { probability: 0.999, genotype: leaf('A A') },
      { probability: 0.001, genotype: leaf('A b') },
    ])
    const seen = [strange!, ...Array<Seen>(20).fill(hybrid!)]
    const strict = findSelfs(marked, known(leaf('a a')), father, seen)
    expect(strict.plants[0]).toEqual({ self: 0 })
    const [odd, usual] = findSelfs(marked, known(leaf('a a')), father, seen, 0.01).plants
    expect(odd!.stranger).toBeGreaterThan(0.999)
    // A third of all strange pollen would have made a plant like the others.
    expect(usual!.stranger).toBeCloseTo(0.01 / 3, 2)
  })

  it('tell as many strangers as there are, and the selfs beside them', () => {
    const random = randomStream(11)
    const [size, selfs, others] = [600, 0.1, 0.05]
    const seen = Array.from({ length: size }, () => {
      const u = random.uniform()
      if (u < others) return { leaf: ['Aa', 'aa', 'ab'][Math.floor((3 * u) / others)]! }
      return { leaf: random.uniform() < selfs ? 'aa' : 'Aa' }
    })
    const { share, plants } = findSelfs(marked, known(leaf('a a')), known(leaf('A A')), seen, others)
    // Four standard errors of the share, and of the strangers that show as such.
    expect(Math.abs(share.estimate - selfs)).toBeLessThan(4 * Math.sqrt((selfs * (1 - selfs)) / size))
    const told = plants.reduce((sum, plant) => sum + plant.stranger!, 0)
    expect(Math.abs(told - size * others)).toBeLessThan(4 * Math.sqrt((size * others) / 3))
  })

  it('are found as often as they were made, whatever was not looked at', () => {
    const on = genome([
      locus('leaf', { alleles: ['L', 'l'], group: '1', cM: 0 }),
      locus('stem', { alleles: ['S', 's'], group: '1', cM: 12, dominance: 'none' }),
      locus('eye', { alleles: ['E', 'e'] }),
    ])
    const parents: Genotype[] = [
      { leaf: ['L', 'l'], stem: ['S', 's'], eye: ['e', 'e'] },
      { leaf: ['L', 'L'], stem: ['S', 'S'], eye: ['E', 'e'] },
    ]
    const random = randomStream(3)
    let [within, rightly] = [0, 0]
    const [families, size, share] = [150, 60, 0.3]
    for (let family = 0; family < families; family++) {
      const isSelf = Array.from({ length: size }, () => random.uniform() < share)
      const plants = isSelf.map(self => {
        const whole = drawn(on, parents, self, random)
        return Object.fromEntries(Object.entries(whole).filter(() => random.uniform() < 0.8))
      })
      const told = findSelfs(on, known(parents[0]!), known(parents[1]!), plants)
      if (told.share.low <= share && share <= told.share.high) within++
      rightly += told.plants.reduce((sum, p) => sum + p.self!, 0) / size / families
    }
    expect(within / families).toBeGreaterThan(0.73)
    expect(within / families).toBeLessThan(0.9)
    expect(rightly).toBeGreaterThan(0.27)
    expect(rightly).toBeLessThan(0.34)
  })

  it('tell what a parent in doubt is', () => {
    const doubtful: ParentInDoubt = oneOf([
      { probability: 0.5, genotype: leaf('A A') },
      { probability: 0.5, genotype: leaf('A a') },
    ])
    const { share, plants } = findSelfs(one, doubtful, known(leaf('A A')), [{ leaf: 'a' }, { leaf: 'A' }])
    expect(plants[0]!.self).toBeCloseTo(1, 9)
    expect(share.estimate).toBeGreaterThan(0.5)
  })

  it.each([
    ['no plants', [], /at least one plant/],
    ['a look of nothing', [{ root: 'A' }], /Plant 1 .* "root", which is not among: leaf/],
    ['a look it cannot have', [{ leaf: 'A' }, { leaf: 'x' }], /Plant 2 .* it can look: "A", "a"/],
  ])('are not asked of %s', (_, plants, why) => {
    const ask = () => findSelfs(one, known(leaf('A a')), known(leaf('A A')), plants as Seen[])
    expect(ask).toThrow(OutOfRange)
    expect(ask).toThrow(why)
  })
})
