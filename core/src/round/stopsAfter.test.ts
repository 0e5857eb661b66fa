import { describe, expect, it } from 'vitest'
import { NO_RECORDS } from '../crops/digest'
import { builtInGuide } from '../crops/guides/all'
import { cropKnowledge } from '../crops/knowledge'
import type { Flower } from '../flowers/flower'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { chosen, deed, ids, upToPollination } from '../testing/deeds'
import { cross, gardenOf, plant } from '../testing/garden'
import type { CropOnRound } from './round'
import { roundUntil } from './round'
import { stopsAfter } from './stopsAfter'

const today = '2026-06-02'
const guide = builtInGuide('rose')!
const knowledge = cropKnowledge(guide, NO_RECORDS)
const planted = [
  plant('2026-05-01', ids.seedParent, 'Test Ember', 'rose'),
  plant('2026-05-01', ids.pollenParent, 'Test Lantern', 'rose'),
  cross('2026-05-02', 'rose', ids.seedParent, ids.pollenParent, ids.cross),
]
const other = '00000000-0000-7000-8000-00000000f10e'
const steps = upToPollination('2026-06-01', today)

/** The round of today after some deeds at two flowers, as it is reckoned anew. */
function round(...deeds: LoggedDeed[]) {
  const { history } = gardenOf([...planted, ...deeds, chosen('2026-06-01', other)]).crops.get('rose')!
  const crop: CropOnRound = { guide, knowledge, history }
  return roundUntil([crop], { today, placeOf: () => null })
    .filter(stop => stop.subject.type === 'flower')
    .map(stop => ({ ...stop, flower: history.flowers.find(f => f.id === stop.subject.id) ?? null }))
}
const after = (before: ReturnType<typeof round>, flowers: Flower[], removed: string[] = []) =>
  stopsAfter(
    before,
    flowers,
    removed.map(id => ({ type: 'flower', id })),
    { cropOf: id => (id === 'rose' ? { guide, knowledge } : undefined), today },
  )
const flowerAfter = (...deeds: LoggedDeed[]) => fold('flower', ids.flower, deeds)!
const byId = (stops: ReturnType<typeof round>) =>
  new Map(stops.map(({ subject, ...stop }) => [subject.id, stop]))

describe('the round once something was noted', () => {
  it.each([1, 2, 3, 4, 5, 6].map(done => [steps[done - 1]!.kind, done] as const))(
    'goes on after "%s" as the round that is reckoned anew',
    (_, done) => {
      const before = round(...steps.slice(0, Math.max(1, done - 1)))
      const told = after(before, [flowerAfter(...steps.slice(0, done))])
      expect(byId(told)).toEqual(byId(round(...steps.slice(0, done))))
    },
  )

  it('leaves other stops the same objects', () => {
    const before = round(...steps.slice(0, 1))
    const told = after(before, [flowerAfter(...steps.slice(0, 2))])
    expect(told.find(stop => stop.subject.id === other)).toBe(before.find(stop => stop.subject.id === other))
  })

  it('loses what is lost, and what was taken back', () => {
    const before = round(...steps.slice(0, 1))
    const lost = flowerAfter(steps[0]!, deed(today, 'flowerLost', ids.flower, { reason: 'snapped off' }))
    expect(after(before, [lost]).map(stop => stop.subject.id)).toEqual([other])
    expect(after(before, [], [ids.flower]).map(stop => stop.subject.id)).toEqual([other])
  })

  it('waits with a crop that the screen does not know', () => {
    const before = round(...steps.slice(0, 1)).map(stop => ({ ...stop, crop: 'unheard' }))
    expect(after(before, [flowerAfter(...steps.slice(0, 2))])).toEqual(before)
  })
})
