import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import { chosen, deed, harvest, ids, upToPollination } from '../testing/deeds'

const flower = (...deeds: LoggedDeed[]) => fold('flower', ids.flower, deeds)!
const pollinate = (day: string, pollenParentId = ids.pollenParent, selfMeant = false) => deed(day, 'pollinated', ids.flower, { pollenParentId, selfMeant })
const lose = (day: string) => deed(day, 'flowerLost', ids.flower, { reason: 'knocked off' })
const take = (day: string, how: 'taken' | 'notYet' | 'failed', reason: string | null = null) => deed(day, 'takeNoted', ids.flower, { take: how, reason })

describe('a flower', () => {
  it('goes from its tag to its harvest', () => {
    const steps = [...upToPollination('2026-06-01', '2026-06-02'), take('2026-06-08', 'taken'), harvest('2026-08-01', 20, 18, 2)]
    const statuses = steps.map((_, i) => flower(...steps.slice(0, i + 1)).status)
    expect(statuses).toEqual(['chosen', 'open', 'open', 'waiting', 'ready', 'pollinated', 'taken', 'harvested'])
    expect(flower(...steps)).toMatchObject({ code: '26-4RMX', takenOn: '2026-06-08', harvest: { lotId: ids.lot, fruits: 1 }, doubts: [] })
  })

  it('is the same however the entries arrive', () => {
    const steps = [...upToPollination('2026-06-01', '2026-06-02'), take('2026-06-05', 'notYet'), take('2026-06-08', 'taken')]
    fc.assert(fc.property(fc.shuffledSubarray(steps, { minLength: steps.length }), (shuffled) => {
      expect(flower(...shuffled)).toEqual(flower(...steps))
    }))
  })

  it('without an entry is none', () => {
    expect(fold('flower', ids.flower, [])).toBeNull()
  })

  it.each<[string, LoggedDeed[], string, RegExp]>([
    ['pollinating a lost flower', [chosen('2026-06-01'), lose('2026-06-02'), pollinate('2026-06-03')], 'flower-lost', /26-4RMX was lost on 2 June \(knocked off\), so it cannot be pollinated/],
    ['pollinating a failed flower', [...upToPollination('2026-06-01', '2026-06-02'), take('2026-06-08', 'failed', 'browned'), pollinate('2026-06-09')], 'flower-failed', /failed on 8 June \(browned\)/],
    ['pollinating one that was too late', [chosen('2026-06-01'), deed('2026-06-03', 'looked', ids.flower, { look: 'tooLate' }), pollinate('2026-06-03')], 'flower-missed', /too late on 3 June/],
    ['pollinating one that took', [...upToPollination('2026-06-01', '2026-06-02'), take('2026-06-08', 'taken'), pollinate('2026-06-09')], 'already-taken', /took on 8 June/],
    ['emasculating after pollination', [...upToPollination('2026-06-01', '2026-06-02'), deed('2026-06-03', 'emasculated', ids.flower, {})], 'already-pollinated', /was pollinated on 2 June/],
    ['a lens check before emasculation', [chosen('2026-06-01'), deed('2026-06-01', 'lensChecked', ids.flower, { found: 'clean' })], 'not-emasculated', /not been emasculated yet/],
    ['a take before pollination', [chosen('2026-06-01'), take('2026-06-08', 'taken')], 'not-pollinated', /not been pollinated yet/],
    ['a harvest before pollination', [chosen('2026-06-01'), harvest('2026-08-01', 5, 5, 0)], 'not-pollinated', /cannot be harvested/],
    ['losing a harvested flower', [...upToPollination('2026-06-01', '2026-06-02'), harvest('2026-08-01', 5, 5, 0), lose('2026-08-02')], 'flower-harvested', /was harvested on 1 August/],
    ['a second tag', [chosen('2026-06-01'), chosen('2026-06-02')], 'already-there', /tied to this flower already/],
    ['a step before the tag', [pollinate('2026-06-01')], 'unknown-flower', /no tag yet/],
    ['a self that nobody meant', [chosen('2026-06-01'), pollinate('2026-06-02', ids.seedParent)], 'self-meant', /Is a self meant/],
  ])('refuses %s with a sentence', (_, deeds, code, sentence) => {
    expect(() => flower(...deeds)).toThrow(expect.objectContaining({ code, message: expect.stringMatching(sentence) }))
    expect(() => flower(...deeds)).toThrow(Refusal)
  })

  it('takes a self that was meant, and more pollen on a second day', () => {
    const twice = flower(chosen('2026-06-01'), pollinate('2026-06-02', ids.seedParent, true), pollinate('2026-06-03', ids.seedParent, true))
    expect(twice.pollinations.map(p => p.on)).toEqual(['2026-06-02', '2026-06-03'])
  })

  it('gives no more fruits than it has blooms', () => {
    const two = deed('2026-08-01', 'harvested', ids.lot, { code: '26-5TWK', crossId: ids.cross, flowers: [{ flowerId: ids.flower, fruits: 2 }], seeds: 9, sound: 9, empty: 0 })
    expect(() => flower(chosen('2026-06-01'), pollinate('2026-06-02'), two)).toThrow(/tied to one flower, so it cannot give 2 fruits/)
    expect(flower(chosen('2026-06-01', ids.flower, 3), pollinate('2026-06-02'), two).harvest?.fruits).toBe(2)
  })

  it.each<[string, LoggedDeed[], RegExp]>([
    ['anthers were left', [chosen('2026-06-01'), deed('2026-06-01', 'emasculated', ids.flower, {}), deed('2026-06-01', 'lensChecked', ids.flower, { found: 'anthersLeft' })], /anthers were left/],
    ['it was never covered', [chosen('2026-06-01'), pollinate('2026-06-02')], /not isolated/],
    ['it was pollinated too early', [chosen('2026-06-01'), deed('2026-06-02', 'looked', ids.flower, { look: 'notYet' }), pollinate('2026-06-02')], /before it was ready/],
    ['two fathers were on it', [chosen('2026-06-01'), pollinate('2026-06-02'), pollinate('2026-06-03', ids.other)], /more than one parent/],
    ['the father is another than planned', [chosen('2026-06-01'), pollinate('2026-06-02', ids.other)], /another pollen parent than planned/],
  ])('is doubtful when %s', (_, deeds, doubt) => {
    expect(flower(...deeds).doubts).toContainEqual(expect.stringMatching(doubt))
  })
})
