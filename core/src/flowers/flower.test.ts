import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { builtInGuide } from '../crops/guides/all'
import { SPENT } from '../pollen/due'
import { doubtsAt } from './doubts'
import { SETTLEABLE, bulksOf } from './flower'
import { clusterInWords, failedUnder, unreachedUnder } from './units'
import { chosen, deed, harvest, ids, newId, upToPollination } from '../testing/deeds'

const flower = (...deeds: LoggedDeed[]) => fold('flower', ids.flower, deeds)!
const pollinate = (day: string, pollenParentId = ids.pollenParent, selfMeant = false) =>
  deed(day, 'pollinated', ids.flower, { pollenParentId, selfMeant })
const lose = (day: string) => deed(day, 'flowerLost', ids.flower, { reason: 'knocked off' })
const take = (day: string, how: 'taken' | 'notYet' | 'failed', reason: string | null = null) =>
  deed(day, 'takeNoted', ids.flower, { take: how, reason })

describe('the pollen of a flower', () => {
  const pass = (more: object) =>
    flower(
      chosen('2026-06-01'),
      deed('2026-06-02', 'pollinated', ids.flower, {
        pollenParentId: ids.pollenParent,
        selfMeant: false,
        ...more,
      }),
    )

  it('of a bulk, or of visitors, has no one father', () => {
    expect(pass({ pollenParentId: null, bulkOf: 12 }).doubts).toEqual([
      'has pollen of a bulk of 12: its father is not known',
    ])
    expect(pass({ pollenParentId: null })).toMatchObject({ status: 'pollinated', doubts: [] })
    const tubeId = newId()
    const bulk = pass({ pollenParentId: null, bulkOf: 12, tubeId })
    expect(bulksOf([bulk, bulk, pass({})])).toEqual([{ tubeId, plants: 12 }])
  })

  it('is in doubt after another plant until somebody says that the tool was cleaned', () => {
    const after = (more: object) => pass({ afterAnother: true, tool: 'brush', ...more }).doubts
    expect(after({})).toEqual([
      'was pollinated after another plant or pollen, and nobody said that the tool was cleaned',
    ])
    expect([after({ isToolClean: true }), after({ tool: 'anther' })]).toEqual([[], []])
    expect(after({ isToolClean: false })).toEqual([
      'was pollinated with a tool that was used before and not cleaned',
    ])
  })

  it('is in doubt where the flower that gave it stood open to visitors, or was spent', () => {
    const doubts = (more: object, isVisited = true) =>
      doubtsAt(pass(more), builtInGuide('tulip')!, { isVisited }).filter(doubt => /^its pollen/.test(doubt))
    expect(doubts({ donorCovered: false })).toHaveLength(1)
    expect(doubts({ donorCovered: false }, false)).toEqual([])
    expect(doubts({ donorStage: 'spent', donorCovered: true })).toEqual([SPENT])
  })
})

describe('a cluster', () => {
  const eight = chosen('2026-06-01', ids.flower, 8)
  const seen = (day: string, ready: number, tomorrow: number) =>
    deed(day, 'looked', ids.flower, { look: 'ready', ready, tomorrow })
  const pass = (day: string, reached: number) =>
    deed(day, 'pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false, reached })

  it('counts its flowers: ready tonight, tomorrow, reached, failed', () => {
    const night = flower(eight, seen('2026-06-01', 3, 2), pass('2026-06-01', 3))
    expect(clusterInWords(night)).toBe(
      'Of its 8 flowers: 3 pollinated, 3 ready on 1 June, 2 on the day after, 5 without pollen.',
    )
    const later = flower(
      eight,
      pass('2026-06-01', 3),
      seen('2026-06-02', 5, 0),
      pass('2026-06-02', 5),
      deed('2026-06-12', 'takeNoted', ids.flower, { take: 'notYet', reason: null, failed: 2 }),
    )
    expect([unreachedUnder(later), failedUnder(later), later.conflicts]).toEqual([0, 2, []])
  })

  it('refuses more flowers than it has', () => {
    expect(flower(eight, seen('2026-06-01', 6, 3)).conflicts[0]!.sentence).toBe(
      '26-4RMX is tied to 8 flowers, so it cannot have 9 ready.',
    )
  })
})

describe('a flower', () => {
  it('goes from its tag to its harvest', () => {
    const steps = [
      ...upToPollination('2026-06-01', '2026-06-02'),
      take('2026-06-08', 'taken'),
      harvest('2026-08-01', 20, 18, 2),
    ]
    const statuses = steps.map((_, i) => flower(...steps.slice(0, i + 1)).status)
    expect(statuses).toEqual([
      'chosen',
      'open',
      'open',
      'waiting',
      'ready',
      'pollinated',
      'taken',
      'harvested',
    ])
    expect(flower(...steps)).toMatchObject({
      code: '26-4RMX',
      takenOn: '2026-06-08',
      harvest: { lotId: ids.lot, fruits: 1 },
      doubts: [],
    })
  })

  it('is the same however the entries arrive', () => {
    const steps = [
      ...upToPollination('2026-06-01', '2026-06-02'),
      take('2026-06-05', 'notYet'),
      take('2026-06-08', 'taken'),
    ]
    fc.assert(
      fc.property(fc.shuffledSubarray(steps, { minLength: steps.length }), shuffled => {
        expect(flower(...shuffled)).toEqual(flower(...steps))
      }),
    )
  })

  it('without an entry is none', () => {
    expect(fold('flower', ids.flower, [])).toBeNull()
  })

  it.each<[string, LoggedDeed[], string, RegExp]>([
    [
      'pollinating a lost flower',
      [chosen('2026-06-01'), lose('2026-06-02'), pollinate('2026-06-03')],
      'flower-lost',
      /26-4RMX was lost on 2 June \(knocked off\), so it cannot be pollinated/,
    ],
    [
      'pollinating a failed flower',
      [
        ...upToPollination('2026-06-01', '2026-06-02'),
        take('2026-06-08', 'failed', 'browned'),
        pollinate('2026-06-09'),
      ],
      'flower-failed',
      /failed on 8 June \(browned\)/,
    ],
    [
      'pollinating one that was too late',
      [
        chosen('2026-06-01'),
        deed('2026-06-03', 'looked', ids.flower, { look: 'tooLate' }),
        pollinate('2026-06-03'),
      ],
      'flower-missed',
      /too late on 3 June/,
    ],
    [
      'pollinating one that took',
      [...upToPollination('2026-06-01', '2026-06-02'), take('2026-06-08', 'taken'), pollinate('2026-06-09')],
      'already-taken',
      /took on 8 June/,
    ],
    [
      'emasculating after pollination',
      [...upToPollination('2026-06-01', '2026-06-02'), deed('2026-06-03', 'emasculated', ids.flower, {})],
      'already-pollinated',
      /was pollinated on 2 June/,
    ],
    [
      'a lens check before emasculation',
      [chosen('2026-06-01'), deed('2026-06-01', 'lensChecked', ids.flower, { found: 'clean' })],
      'not-emasculated',
      /not been emasculated yet/,
    ],
    [
      'a take before pollination',
      [chosen('2026-06-01'), take('2026-06-08', 'taken')],
      'not-pollinated',
      /not been pollinated yet/,
    ],
    [
      'a harvest before pollination',
      [chosen('2026-06-01'), harvest('2026-08-01', 5, 5, 0)],
      'not-pollinated',
      /cannot be harvested/,
    ],
    [
      'losing a harvested flower',
      [...upToPollination('2026-06-01', '2026-06-02'), harvest('2026-08-01', 5, 5, 0), lose('2026-08-02')],
      'flower-harvested',
      /was harvested on 1 August/,
    ],
    [
      'a second tag',
      [chosen('2026-06-01'), chosen('2026-06-02')],
      'already-there',
      /tied to this flower already/,
    ],
  ])('lets %s change nothing, and says what does not go together', (_, deeds, code, sentence) => {
    const state = flower(...deeds)
    expect(state.conflicts).toEqual([
      expect.objectContaining({ entryId: deeds.at(-1)!.id, code, sentence: expect.stringMatching(sentence) }),
    ])
    expect({ ...state, conflicts: [] }).toEqual(flower(...deeds.slice(0, -1)))
  })

  it('that was never chosen takes no step', () => {
    expect(() => flower(pollinate('2026-06-01'))).toThrow(/no tag yet/)
  })

  it('takes a self that was meant, and more pollen on a second day', () => {
    const twice = flower(
      chosen('2026-06-01'),
      pollinate('2026-06-02', ids.seedParent, true),
      pollinate('2026-06-03', ids.seedParent, true),
    )
    expect(twice.pollinations.map(p => p.on)).toEqual(['2026-06-02', '2026-06-03'])
  })

  it('gives no more fruits than it has blooms', () => {
    const two = deed('2026-08-01', 'harvested', ids.lot, {
      code: '26-5TWK',
      crossId: ids.cross,
      flowers: [{ flowerId: ids.flower, fruits: 2 }],
      seeds: 9,
      sound: 9,
      empty: 0,
    })
    const pass = (reached: number) =>
      deed('2026-06-02', 'pollinated', ids.flower, {
        pollenParentId: ids.pollenParent,
        selfMeant: false,
        reached,
      })
    expect(flower(chosen('2026-06-01', ids.flower, 6), pass(4)).pollinations[0]!.reached).toBe(4)
    expect(flower(chosen('2026-06-01', ids.flower, 6), pass(7)).conflicts[0]!.sentence).toMatch(
      /tied to 6 flowers, so it cannot be pollinated at 7/,
    )
    expect(flower(chosen('2026-06-01'), pollinate('2026-06-02'), two).conflicts[0]!.sentence).toMatch(
      /tied to one flower, so it cannot give 2 fruits/,
    )
    expect(flower(chosen('2026-06-01', ids.flower, 3), pollinate('2026-06-02'), two).harvest?.fruits).toBe(2)
  })

  it.each<[string, LoggedDeed[], RegExp]>([
    [
      'anthers were left',
      [
        chosen('2026-06-01'),
        deed('2026-06-01', 'emasculated', ids.flower, {}),
        deed('2026-06-01', 'lensChecked', ids.flower, { found: 'anthersLeft' }),
      ],
      /anthers were left/,
    ],
    [
      'one anther was left',
      [
        chosen('2026-06-01'),
        deed('2026-06-01', 'emasculated', ids.flower, {}),
        deed('2026-06-01', 'lensChecked', ids.flower, { found: 'anthersLeft', left: 1 }),
      ],
      /an anther was left/,
    ],
    [
      'an anther is found after pollination, and none any more later',
      [
        ...upToPollination('2026-06-01', '2026-06-02'),
        deed('2026-06-03', 'lensChecked', ids.flower, { found: 'anthersLeft', left: 1 }),
        deed('2026-06-04', 'lensChecked', ids.flower, { found: 'clean' }),
      ],
      /found after pollination: discard it, or keep its seed apart/,
    ],
    [
      'the tool was not cleaned',
      [
        chosen('2026-06-01'),
        deed('2026-06-02', 'pollinated', ids.flower, {
          pollenParentId: ids.pollenParent,
          selfMeant: false,
          tool: 'brush',
          isToolClean: false,
        }),
      ],
      /not cleaned/,
    ],
    [
      'it was pollinated too early',
      [
        chosen('2026-06-01'),
        deed('2026-06-02', 'looked', ids.flower, { look: 'notYet' }),
        pollinate('2026-06-02'),
      ],
      /before it was ready/,
    ],
    [
      'two fathers were on it',
      [chosen('2026-06-01'), pollinate('2026-06-02'), pollinate('2026-06-03', ids.other)],
      /more than one parent/,
    ],
    [
      'the father is another than planned',
      [chosen('2026-06-01'), pollinate('2026-06-02', ids.other)],
      /another pollen parent than planned/,
    ],
  ])('is doubtful when %s', (_, deeds, doubt) => {
    expect(flower(...deeds).doubts).toContainEqual(expect.stringMatching(doubt))
  })
})

describe('what a step left out means', () => {
  const pollinated = [chosen('2026-06-01'), pollinate('2026-06-02')]
  it.each<[string, string, LoggedDeed[], RegExp[]]>([
    [
      'chilli',
      'selfs',
      pollinated,
      [/not emasculated: this form selfs by itself/, /not isolated: little is carried/],
    ],
    [
      'sweetcorn',
      'stands in the wind',
      pollinated,
      [/not isolated: pollen falls on every silk/, /silks were not cut back/],
    ],
    [
      'lettuce',
      'is washed',
      [
        chosen('2026-06-01'),
        deed('2026-06-01', 'emasculated', ids.flower, { school: 'wash' }),
        pollinate('2026-06-01'),
      ],
      [/not washed: dry heads self almost wholly/, /not isolated/],
    ],
    [
      'squash',
      'is closed again',
      [
        chosen('2026-06-01'),
        deed('2026-06-01', 'isolated', ids.flower, { way: 'tie' }),
        pollinate('2026-06-02'),
      ],
      [/not closed again/],
    ],
  ])('depends on the form: %s %s', (crop, _, deeds, doubts) => {
    expect(doubtsAt(flower(...deeds), builtInGuide(crop)!)).toEqual(
      doubts.map(doubt => expect.stringMatching(doubt)),
    )
  })

  it('is nothing before pollination, nor where every step was done', () => {
    const chilli = builtInGuide('chilli')!
    expect(doubtsAt(flower(chosen('2026-06-01')), chilli)).toEqual([])
    expect(doubtsAt(flower(...upToPollination('2026-06-01', '2026-06-02')), chilli)).toEqual([])
  })
})

describe('notes of several people, and of telephones that send late', () => {
  const anyStep = fc.constantFrom<(day: string) => LoggedDeed>(
    day => deed(day, 'emasculated', ids.flower, { school: 'pluck' }),
    day => deed(day, 'lensChecked', ids.flower, { found: 'clean' }),
    day => deed(day, 'isolated', ids.flower, { way: 'mesh' }),
    day => deed(day, 'looked', ids.flower, { look: 'ready' }),
    day => deed(day, 'looked', ids.flower, { look: 'tooLate' }),
    day => pollinate(day),
    day => pollinate(day, ids.other),
    day => take(day, 'taken'),
    day => take(day, 'failed', 'browned'),
    day => take(day, 'notYet'),
    lose,
    day => harvest(day, 5, 5, 0),
    day => deed(day, 'uncovered', ids.flower, {}),
    day => deed(day, 'flowerThinned', ids.flower, { kept: 1 }),
  )
  const someDay = fc.integer({ min: 1, max: 28 }).map(n => `2026-06-${String(n).padStart(2, '0')}`)
  const notes = fc
    .array(fc.tuple(anyStep, someDay), { minLength: 1, maxLength: 14 })
    .map(all => all.map(([step, day]) => step(day)))

  it('come to the same state in whatever order they arrive, and every one of them is kept or named', () => {
    fc.assert(
      fc.property(
        notes.chain(all => fc.tuple(fc.constant(all), fc.shuffledSubarray(all, { minLength: all.length }))),
        ([all, shuffled]) => {
          const tag = chosen('2026-06-03')
          const state = flower(tag, ...all)
          expect(flower(...shuffled, tag)).toEqual(state)
          for (const { entryId, sentence } of state.conflicts) {
            expect(all.map(d => d.id)).toContain(entryId)
            expect(sentence.length).toBeGreaterThan(20)
          }
        },
      ),
    )
  })

  it('that do not go together are settled by a person, once', () => {
    const late = pollinate('2026-06-05')
    const torn = [chosen('2026-06-01'), lose('2026-06-04'), late]
    expect(flower(...torn)).toMatchObject({
      status: 'lost',
      pollinations: [],
      conflicts: [{ entryId: late.id, code: 'flower-lost' }],
    })
    expect(SETTLEABLE).toContain('flower-lost')
    const settled = deed('2026-06-06', 'conflictSettled', ids.flower, { entryId: late.id })
    expect(flower(...torn, settled)).toMatchObject({ status: 'lost', conflicts: [], settled: [late.id] })
    // Settled on a telephone whose clock is behind: the note is looked at all the same.
    const early = deed('2026-06-02', 'conflictSettled', ids.flower, { entryId: late.id })
    expect(flower(...torn, early).conflicts).toEqual([])
    // The loss taken back, the late note counts.
    expect(flower(torn[0]!, late)).toMatchObject({ status: 'pollinated', conflicts: [] })
  })

  it('dated before the tag was tied are kept, with a doubt', () => {
    const early = deed('2026-06-01', 'emasculated', ids.flower, {})
    expect(flower(early, chosen('2026-06-02'))).toMatchObject({
      emasculatedOn: '2026-06-01',
      doubts: [expect.stringMatching(/clock may be wrong/)],
    })
  })
})

describe('a cluster', () => {
  it('is thinned to the flowers that are kept, and gives as many fruits as took', () => {
    const state = flower(
      chosen('2026-06-01', ids.flower, 6),
      deed('2026-06-01', 'flowerThinned', ids.flower, { kept: 3 }),
      pollinate('2026-06-02'),
      deed('2026-06-08', 'takeNoted', ids.flower, { take: 'taken', reason: null, fruits: 2 }),
    )
    expect(state).toMatchObject({ blooms: 3, fruits: 2, status: 'taken' })
    expect(
      flower(
        chosen('2026-06-01', ids.flower, 2),
        deed('2026-06-01', 'flowerThinned', ids.flower, { kept: 3 }),
      ).conflicts[0]!.sentence,
    ).toMatch(/tied to 2 flowers, so it cannot keep 3/)
  })
})
