import { expect, it } from 'vitest'
import { virgulta } from './testing'

it('holds counts against a ratio', async () => {
  const { code, out } = await virgulta('segregation', '--observed', '315,108,101,32', '--ratio', '9:3:3:1')
  expect(code).toBe(0)
  const told = JSON.parse(out)
  expect(Object.keys(told)).toEqual(['chiSquare', 'df', 'p', 'g', 'pG', 'exactP'])
  expect(told.chiSquare).toBeCloseTo(0.47, 3)
})

it('ranks the usual ratios, in every order of the classes', async () => {
  const told = JSON.parse((await virgulta('segregation', '--observed', '27,7,14', '--rank')).out)
  expect(told.ranked[0]).toMatchObject({ ratio: '9:3:4' })
  expect(told.apartWith).toBeGreaterThan(48)
})

const file = {
  loci: [
    { name: 'leaf', alleles: ['P', 'p'] },
    { name: 'stem', alleles: ['S', 's'], dominance: 'none' },
  ],
  seedParent: { leaf: ['p', 'p'], stem: ['S', 's'] },
  pollenParent: { leaf: ['P', 'P'], stem: ['S', 'S'] },
  plants: [{ leaf: 'P', stem: 'SS' }, { leaf: 'p' }, { stem: 'ss' }, {}],
}

it('finds selfs by what was seen of them', async () => {
  const { share, plants } = JSON.parse((await virgulta('selfs', file)).out)
  expect(plants[0].self).toBe(0)
  expect(plants.slice(1, 3).map((p: { self: number }) => p.self)).toEqual([1, 1])
  expect(share.estimate).toBeCloseTo(2 / 3, 4)
  expect(share.low).toBeLessThan(share.estimate)
  expect(plants[3].self).toBeGreaterThan(0.4)
})

it.each([
  ['no counts', ['segregation', '--ratio', '3:1'], /Give the counts/],
  ['neither ratio nor rank', ['segregation', '--observed', '3,1'], /either the ratio or --rank/],
  ['both', ['segregation', '--observed', '3,1', '--ratio', '3:1', '--rank'], /either the ratio or --rank/],
  ['a count that is none', ['segregation', '--observed', '3,x', '--ratio', '3:1'], /not "x"/],
  ['a ratio that does not fit', ['segregation', '--observed', '3,1,1', '--ratio', '3:1'], /3 classes/],
  ['no file', ['selfs'], /Name the file/],
  ['one parent', ['selfs', { ...file, pollenParent: undefined }], /Give both parents/],
  ['a locus of a plant that is not there', ['selfs', { ...file, plants: [{ root: 'x' }] }], /root/],
])('refuses %s in words', async (_, words, why) => {
  const { code, error } = await virgulta(...(words as string[]))
  expect(code).not.toBe(0)
  expect(error).toMatch(why)
})
