import { expect, it } from 'vitest'
import { weightOf } from './weight'

it('grows with texts, numbers and what holds them', () => {
  expect(weightOf('x'.repeat(1000))).toBeGreaterThan(2000)
  expect(weightOf(new Float64Array(1000))).toBeGreaterThan(8000)
  expect(weightOf(Array.from({ length: 1000 }, (_, i) => i))).toBeGreaterThan(8000)
  expect(
    weightOf(
      new Map([
        ['a', 'x'.repeat(500)],
        ['b', 'y'.repeat(500)],
      ]),
    ),
  ).toBeGreaterThan(2000)
  expect(weightOf({ deep: { deeper: new Set(['x'.repeat(1000)]) } })).toBeGreaterThan(2000)
})

it('counts what is there twice once, and comes to an end where a value holds itself', () => {
  const shared = { text: 'x'.repeat(1000) }
  expect(weightOf([shared, shared, shared])).toBeLessThan(3000)
  const round: { self?: object } = {}
  round.self = round
  expect(weightOf(round)).toBeLessThan(200)
  expect([weightOf(null), weightOf(undefined), weightOf(() => 1)].every(bytes => bytes >= 1)).toBe(true)
})

it('weighs a long list by items that are spread over it', () => {
  const rows = Array.from({ length: 20_000 }, (_, i) => ({ name: `row ${i}`, note: 'x'.repeat(i % 50) }))
  const each = rows.reduce((sum, row) => sum + 48 + 2 * (row.name.length + row.note.length), 0)
  expect(weightOf(rows)).toBeGreaterThan(each * 0.9)
  expect(weightOf(rows)).toBeLessThan(each * 1.1)
  // A cache takes whole numbers only.
  expect(Number.isInteger(weightOf(Array.from({ length: 101 }, () => 'x')))).toBe(true)
})
