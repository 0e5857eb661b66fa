import * as v from 'valibot'
import { expect, it } from 'vitest'
import { within } from './within'

const Row = v.object({
  name: v.pipe(v.string(), v.maxLength(5)),
  range: v.pipe(
    v.object({
      low: v.pipe(v.number(), v.minValue(0), v.maxValue(100)),
      high: v.pipe(v.number(), v.minValue(0), v.maxValue(100)),
    }),
    v.check(r => r.low < r.high, 'The smaller first.'),
  ),
  list: v.pipe(v.array(v.pipe(v.number(), v.maxValue(9))), v.maxLength(3)),
})
const good = { name: 'arch', range: { low: 1, high: 2 }, list: [1] }

it('brings numbers, texts and lists to their bounds and leaves the rest as it is', () => {
  expect(within(Row, good).output).toEqual(good)
  expect(
    within(Row, { name: 'long name', range: { low: -1e12, high: 1e12 }, list: [1, 20, 3] }).output,
  ).toEqual({ name: 'long ', range: { low: 0, high: 100 }, list: [1, 9, 3] })
  expect(within(Row, { ...good, list: [1, 2, 3, 4] }).output).toEqual({ ...good, list: [1, 2, 3] })
})

it('changes nothing of what it was given, and tells what is wrong in another way', () => {
  const given = { ...good, range: { low: 200, high: 300 } }
  expect(within(Row, given).issues?.[0].message).toBe('The smaller first.')
  expect(given.range).toEqual({ low: 200, high: 300 })
  expect(within(Row, { ...good, name: 5 }).success).toBe(false)
  expect(within(Row, null).success).toBe(false)
})
