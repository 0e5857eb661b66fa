import * as fc from 'fast-check'
import { expect, it } from 'vitest'
import { fold } from '../log/fold'
import { deed, ids, newId, upToPollination, withPayload } from '../testing/deeds'
import { chilli } from './guides/chilli'
import { digestOf, joined, without } from './digest'
import { cropKnowledge } from './knowledge'
import type { CropHistory } from './records'

const inCross = (one: ReturnType<typeof upToPollination>[number], crossId: string) =>
  one.kind === 'flowerChosen' ? withPayload(one, { crossId }) : one

/** A history of flowers that took or failed after so many days. */
function history(flowers: { days: number; took: boolean }[]): CropHistory {
  // Each history is a cross of its own: those of one cross stay together.
  const crossId = newId()
  return {
    crosses: [],
    lots: [],
    sowings: [],
    offspring: [],
    flowers: flowers.map(({ days, took }) => {
      const id = newId()
      const on = `2026-06-${String(5 + days).padStart(2, '0')}`
      return fold('flower', id, [
        ...upToPollination('2026-06-03', '2026-06-04', id).map(one => inCross(one, crossId)),
        deed(
          on,
          'takeNoted',
          id,
          took ? { take: 'taken', reason: null } : { take: 'failed', reason: 'dropped' },
        ),
      ])!
    }),
  }
}
const flowers = fc.array(fc.record({ days: fc.integer({ min: 1, max: 20 }), took: fc.boolean() }), {
  maxLength: 12,
})

it('counts equal waits together and sums tallies', () => {
  const { waits, pairs } = digestOf(
    history([
      { days: 6, took: true },
      { days: 6, took: true },
      { days: 8, took: true },
      { days: 9, took: false },
    ]),
    chilli,
  )
  expect(waits.toTake.map(w => [w.to, w.times])).toEqual([
    [7, 2],
    [9, 1],
  ])
  expect(pairs).toMatchObject([
    {
      seedParentId: ids.seedParent,
      pollenParentId: ids.pollenParent,
      counts: { take: { successes: 3, tries: 4 } },
    },
  ])
})

it('of several parts is that of the whole', () => {
  fc.assert(
    fc.property(fc.array(flowers, { maxLength: 4 }), groups => {
      const parts = groups.map(history)
      expect(joined(parts.map(part => digestOf(part, chilli)))).toEqual(
        digestOf({ ...history([]), flowers: parts.flatMap(p => p.flowers) }, chilli),
      )
    }),
    { numRuns: 10 },
  )
})

it('without a part knows what the rest alone knows', () => {
  fc.assert(
    fc.property(flowers, flowers, (one, two) => {
      const [a, b] = [history(one), history(two)]
      const both = digestOf({ ...a, flowers: [...a.flowers, ...b.flowers] }, chilli)
      const rest = without(both, digestOf(b, chilli))
      const [learnt, alone] = [cropKnowledge(chilli, rest), cropKnowledge(chilli, digestOf(a, chilli))]
      expect(learnt.days.toTake.median).toBeCloseTo(alone.days.toTake.median, 6)
      expect(learnt.days.toTake.records).toBe(alone.days.toTake.records)
      expect(learnt.shares.take.a).toBeCloseTo(alone.shares.take.a, 9)
    }),
    { numRuns: 10 },
  )
})
