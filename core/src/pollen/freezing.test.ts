import { expect, it } from 'vitest'
import { freezingOf } from './freezing'
import type { TubeTest } from './tube'

const test = (at: string, phase: TubeTest['phase'], alive: number, seen: number): TubeTest => ({
  at: `${at}T09:00:00.000Z`,
  on: at,
  method: 'germinated',
  alive,
  seen,
  fields: [{ alive, seen }],
  phase,
})

it('tells what share of what was alive a freezing left, with its interval', () => {
  const { before, after, kept } = freezingOf({
    tests: [
      test('2026-05-01', 'before', 90, 100),
      test('2026-05-03', 'before', 80, 100),
      test('2026-06-01', 'after', 40, 100),
      test('2026-07-01', 'after', 10, 100),
    ],
  })!
  expect([before.on, after.on]).toEqual(['2026-05-03', '2026-06-01'])
  expect(kept.median).toBeCloseTo(0.5, 1)
  expect(kept.low).toBeGreaterThan(0.38)
  expect(kept.high).toBeLessThan(0.62)
  expect(kept.low).toBeLessThan(kept.median)
})

it('says nothing without a test before and one after it', () => {
  expect(freezingOf({ tests: [] })).toBeNull()
  expect(freezingOf({ tests: [test('2026-05-01', 'before', 9, 10)] })).toBeNull()
  expect(
    freezingOf({ tests: [test('2026-05-01', 'after', 9, 10), test('2026-05-02', 'before', 9, 10)] }),
  ).toBeNull()
})
