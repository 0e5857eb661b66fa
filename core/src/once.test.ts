import { expect, it } from 'vitest'
import { once } from './once'

it('works out once for each key, and anew with other parts', () => {
  const [value, other] = [{}, {}]
  let times = 0
  const count = (on: object, key: string, ...parts: unknown[]) => once(on, key, () => ++times, parts)
  expect([
    count(value, 'a'),
    count(value, 'a'),
    count(value, 'b'),
    count(other, 'a'),
    count(value, 'a'),
  ]).toEqual([1, 1, 2, 3, 1])
  expect([count(value, 'c', 1, other), count(value, 'c', 1, other)]).toEqual([4, 4])
  expect([count(value, 'c', 2, other), count(value, 'c', 1, other)]).toEqual([5, 6])
})

it('keeps nothing of what failed', () => {
  const value = {}
  expect(() =>
    once(value, 'a', () => {
      throw new Error('torn')
    }),
  ).toThrow('torn')
  expect(once(value, 'a', () => 'whole')).toBe('whole')
})
