import { expect, it } from 'vitest'
import { fileOf, virgulta } from './testing'

const pedigree = fileOf('id,seed_parent,pollen_parent\n1,,\n2,,\n3,,\n4,1,\n5,3,2\n6,1,2\n7,4,5\n8,3,6\n')
const scores = (...lines: string[]) => fileOf(`id,sex,value\n${lines.join('\n')}\n`)
const calves = scores('4,male,4.5', '5,female,2.9', '6,female,3.9', '7,male,3.5', '8,male,5.0')

it('tells breeding values and reliabilities, with fixed effects, by a heritability that is given', async () => {
  const { code, out } = await virgulta('merit', pedigree, calves, '--h2', '0.3333333333', '--fixed', 'sex')
  expect(code).toBe(0)
  const { fixed, plants } = JSON.parse(out)
  expect(Object.keys(JSON.parse(out))).toEqual(['fixed', 'plants'])
  // Mrode, Linear Models for the Prediction of Animal Breeding Values, example 3.1.
  expect(fixed.sex.male).toBeCloseTo(4.358, 2)
  expect(fixed.sex.female).toBeCloseTo(3.404, 2)
  const published = [0.098, -0.019, -0.041, -0.009, -0.186, 0.177, -0.249, 0.183]
  expect(plants.map((p: { value: number }) => p.value)).toEqual(
    published.map(value => expect.closeTo(value, 3)),
  )
  expect(plants[3]).toMatchObject({ id: '4', reliability: expect.closeTo(0.144, 2) })
})

it('finds the heritability with its range where none is given', async () => {
  const { h2, fixed } = JSON.parse((await virgulta('merit', pedigree, calves)).out)
  expect(h2.low).toBeLessThanOrEqual(h2.estimate)
  expect(h2.estimate).toBeLessThanOrEqual(h2.high)
  expect(fixed.mean).toBeCloseTo(3.96, 0)
})

it.each([
  ['a heritability beyond one', [calves, '--h2', '1.5'], 'A heritability lies between 0 and 1, not at 1.5.'],
  ['a heritability that is no number', [calves, '--h2', 'much'], '--h2 is a number, not "much".'],
  [
    'a column that is not there',
    [calves, '--fixed', 'year'],
    /has no column "year"; its columns are: id, sex, value/,
  ],
  [
    'a plant without pedigree',
    [scores('4,male,1', '9,male,2')],
    /^Line 3 of .* scores "9", which is not in the pedigree\.$/,
  ],
  ['a value that is none', [scores('4,male,tall')], /^Line 2 of .* has no number as its value: "tall"\.$/],
  ['a level left out', [scores('4,,2'), '--fixed', 'sex'], /^Line 2 of .* does not say its sex\.$/],
  ['no scores at all', [scores()], 'Give at least one score.'],
])('refuses %s in words', async (_, more, why) => {
  const { code, out, error } = await virgulta('merit', pedigree, ...more)
  expect([code, out]).toEqual([1, ''])
  expect(error.trim()).toMatch(why)
})
