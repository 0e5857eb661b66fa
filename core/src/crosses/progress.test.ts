import { expect, it } from 'vitest'
import { builtInGuide } from '../crops/guides/all'
import { fold } from '../log/fold'
import { fruitLoadOf, loadInWords } from '../plants/fruitLoad'
import { chosen, deed, ids, newId, upToPollination } from '../testing/deeds'
import { progressOf } from './progress'

const cross = { flowersPlanned: 10, plannedOn: '2026-06-01' } as never
const chilli = builtInGuide('chilli')!
const flower = (blooms: number, ...more: ((id: string) => ReturnType<typeof deed>)[]) => {
  const id = newId()
  return fold('flower', id, [
    chosen('2026-06-01', id, blooms),
    ...upToPollination('2026-06-01', '2026-06-02', id).slice(1),
    ...more.map(m => m(id)),
  ])!
}
const taken = (fruits?: number) => (id: string) =>
  deed('2026-06-08', 'takeNoted', id, { take: 'taken', reason: null, ...(fruits ? { fruits } : {}) })
const failed = (id: string) => deed('2026-06-08', 'takeNoted', id, { take: 'failed', reason: 'browned' })
const lost = (id: string) => deed('2026-06-09', 'flowerLost', id, { reason: 'eaten' })
const bud = () => {
  const id = newId()
  return fold('flower', id, [chosen('2026-06-01', id)])!
}

it('the progress of a cross counts single flowers, against its target and the days that are left', () => {
  const flowers = [flower(1, taken()), flower(4, taken(2)), flower(1, failed), flower(1), bud()]
  expect(
    progressOf(cross, flowers, chilli, '2026-06-12', {
      from: '2026-06-01',
      to: '2026-06-20',
      over: '2026-06-28',
    }),
  ).toEqual({
    target: 10,
    done: 7,
    taken: 3,
    failed: 3,
    pending: 1,
    buds: 1,
    gone: 0,
    missing: 2,
    daysLeft: 8,
  })
  expect(progressOf(cross, [], chilli, '2026-12-01')).toMatchObject({ missing: 10, daysLeft: 0 })
})

it('counts single flowers of a cluster: reached, failed so far, and those that can still be pollinated', () => {
  const half = fold('flower', ids.flower, [
    chosen('2026-06-01', ids.flower, 8),
    deed('2026-06-01', 'pollinated', ids.flower, {
      pollenParentId: ids.pollenParent,
      selfMeant: false,
      reached: 5,
    }),
    deed('2026-06-09', 'takeNoted', ids.flower, { take: 'notYet', reason: null, failed: 2 }),
  ])!
  expect(progressOf(cross, [half], chilli, '2026-06-10')).toMatchObject({
    done: 5,
    failed: 2,
    pending: 3,
    buds: 3,
    taken: 0,
  })
})

it('a plant carries what took, and what may yet', () => {
  const squash = builtInGuide('squash')!
  const load = fruitLoadOf(
    [flower(1, taken()), flower(3, taken(3)), flower(1), flower(1, taken(), lost)],
    squash,
    0.6,
  )
  expect(load).toMatchObject({ carries: 4, pending: 1, expected: 0.6, tooMany: 1, isFull: true })
  expect(loadInWords(load)).toBe('carries 4, of 1 more it is not known yet; 1–3 are borne without harm')
  expect(fruitLoadOf([], { ...squash, fruitLoad: null }, 0.6)).toMatchObject({ tooMany: 0, isFull: false })
  // A row carries as much more as it has plants; of a population that nobody counted, nothing is too many.
  const four = [flower(3, taken(3)), flower(1, taken())]
  expect(fruitLoadOf(four, squash, 0.6, { plants: 2, size: null })).toMatchObject({
    mayCarry: { low: 2, high: 6 },
    tooMany: 0,
  })
  expect(fruitLoadOf(four, squash, 0.6, { plants: null, size: null })).toMatchObject({
    mayCarry: null,
    tooMany: 0,
    isFull: false,
  })
})
