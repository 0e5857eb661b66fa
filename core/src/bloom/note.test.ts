import { describe, expect, it } from 'vitest'
import { deed, ids } from '../testing/deeds'
import { fold } from '../log/fold'
import { batchDue, bloomLookDue, taskDue } from './due'
import { historyInWords } from './history'
import type { BloomNote } from './note'
import { neverSeen, openBloom, withBloomNote } from './note'
import { certain } from './chances'
import { bloomRecords, seasonInWords, seasonOf } from './season'
import { chilli } from '../crops/guides/chilli'
import { hellebore } from '../crops/guides/hellebore'
import { dayNumber } from '../time/days'

const TODAY = '2026-06-12'
const noted = (...notes: [BloomNote['sign'], string][]) =>
  notes.reduce((story, [sign, on]) => withBloomNote(story, { sign, on }, 'Ember Row', TODAY), neverSeen)

describe('what is noted of a bloom', () => {
  it('becomes blooms, season by season, whatever the order of noting', () => {
    const story = noted(
      ['last', '2025-09-02'],
      ['first', '2026-06-01'],
      ['full', '2025-07-01'],
      ['notYet', '2026-05-28'],
    )
    expect(story.blooms).toEqual([
      { first: null, full: '2025-07-01', last: '2025-09-02', seen: '2025-09-02' },
      { first: '2026-06-01', full: null, last: null, seen: '2026-06-01' },
    ])
    expect(noted(['first', '2025-06-08'], ['last', '2025-09-02'], ['full', '2025-07-01']).blooms[0]).toEqual({
      first: '2025-06-08',
      full: '2025-07-01',
      last: '2025-09-02',
      seen: '2025-09-02',
    })
    expect(openBloom(story, TODAY)?.first).toBe('2026-06-01')
    expect(noted(['notYet', '2026-05-28']).notYetOn).toBe('2026-05-28')
  })

  it.each<[string, [BloomNote['sign'], string][], string]>([
    [
      'a last flower before the first',
      [
        ['last', '2026-05-20'],
        ['first', '2026-06-01'],
      ],
      'The first comes before the last',
    ],
    [
      'a second beginning',
      [
        ['first', '2026-05-20'],
        ['first', '2026-06-01'],
      ],
      'cannot begin twice',
    ],
    [
      'a bloom within another',
      [
        ['first', '2026-03-20'],
        ['last', '2026-06-01'],
        ['first', '2026-05-01'],
      ],
      'cannot begin twice',
    ],
    [
      'a flower after the last one',
      [
        ['first', '2026-03-20'],
        ['last', '2026-05-01'],
        ['full', '2026-05-09'],
      ],
      'lies after it',
    ],
    ['a day to come', [['first', '2026-06-13']], 'still to come'],
    [
      'no flower yet, in the midst of the bloom',
      [
        ['first', '2026-05-20'],
        ['notYet', '2026-05-25'],
      ],
      'was in bloom from',
    ],
  ])('refuses %s', (_, notes, sentence) => expect(() => noted(...notes)).toThrow(sentence))

  it('is kept with the plant, and taken back with its entry', () => {
    const added = deed('2026-01-01', 'plantAdded', ids.seedParent, {
      code: '26-4RMX',
      name: 'Ember Row',
      crop: 'chilli',
      plantKind: 'line',
      placeId: null,
      note: null,
      seedParentId: null,
      pollenParentId: null,
    })
    const seen = deed('2026-06-10', 'bloomSeen', ids.seedParent, { sign: 'first', on: '2025-06-09' })
    expect(fold('plant', ids.seedParent, [added, seen])!.blooming.blooms).toHaveLength(1)
    expect(fold('plant', ids.seedParent, [added])!.blooming).toEqual(neverSeen)
  })

  it('of a batch comes after its sowing', () => {
    const planned = deed('2026-01-01', 'batchPlanned', ids.sowing, {
      code: '26-5TWK',
      crop: 'chilli',
      plantId: ids.seedParent,
      on: '2026-02-20',
      why: 'to meet Small Lantern',
    })
    const sown = deed('2026-02-22', 'batchSown', ids.sowing, { how: 'sown', placeId: null })
    const bloom = (on: string) => deed('2026-06-10', 'batchBloomSeen', ids.sowing, { sign: 'first', on })
    expect(fold('batch', ids.sowing, [planned, sown, bloom('2026-06-01')])).toMatchObject({
      sownOn: '2026-02-22',
      how: 'sown',
      blooming: { blooms: [{ first: '2026-06-01' }] },
    })
    expect(() => fold('batch', ids.sowing, [planned, sown, bloom('2026-02-01')])).toThrow(
      'cannot have bloomed before',
    )
    expect(() => fold('batch', ids.sowing, [planned, bloom('2026-06-01')])).toThrow('not sown yet')
    expect(() =>
      fold('batch', ids.sowing, [
        planned,
        sown,
        deed('2026-02-23', 'batchSown', ids.sowing, { how: 'sown', placeId: null }),
      ]),
    ).toThrow('was sown on 22 February')
  })

  it('goes with moving the plant to the cool and back', () => {
    const added = deed('2026-01-01', 'plantAdded', ids.seedParent, {
      code: '26-4RMX',
      name: 'Ember Row',
      crop: 'chilli',
      plantKind: 'line',
      placeId: null,
      note: null,
      seedParentId: null,
      pollenParentId: null,
    })
    const held = deed('2026-05-01', 'heldBack', ids.seedParent, {})
    const back = deed('2026-05-06', 'broughtBack', ids.seedParent, {})
    expect(fold('plant', ids.seedParent, [added, held, back])!.holds).toEqual([
      { from: '2026-05-01', until: '2026-05-06' },
    ])
    expect(() => fold('plant', ids.seedParent, [added, back])).toThrow('is not in the cool')
    expect(() =>
      fold('plant', ids.seedParent, [added, held, deed('2026-05-02', 'heldBack', ids.seedParent, {})]),
    ).toThrow('in the cool since 1 May')
  })
})

describe('seasons', () => {
  it('are called by the years in which the crop flowers', () => {
    expect(seasonInWords(2026, chilli.bloom)).toBe('2026')
    expect(seasonInWords(2026, { ...chilli.bloom, from: '11-20', to: '02-10' })).toBe('2026/27')
  })
  it('change half way between two blooms, also where the bloom runs over New Year', () => {
    expect(seasonOf('2026-06-01', chilli.bloom)).toBe(2026)
    expect(seasonOf('2026-01-05', chilli.bloom)).toBe(2025)
    expect(seasonOf('2026-02-05', chilli.bloom)).toBe(2026)
    expect(seasonOf('2026-02-24', hellebore.bloom)).toBe(2025)
    expect(seasonOf('2025-12-24', hellebore.bloom)).toBe(2025)
    expect(seasonOf('2026-09-24', hellebore.bloom)).toBe(2026)
  })

  it('are told side by side', () => {
    const of = (...firsts: string[]) =>
      bloomRecords(
        'x',
        {
          notes: [],
          notYetOn: null,
          blooms: firsts.map(first => ({
            first,
            full: null,
            last: `${first.slice(0, 5)}08-20`,
            seen: first,
          })),
        },
        chilli.bloom,
      )
    const [seed, pollen] = [
      of('2023-06-01', '2024-06-05', '2025-06-02', '2026-06-01'),
      of('2023-06-10', '2024-06-21', '2025-06-01', '2026-06-12'),
    ]
    expect(
      historyInWords({ name: 'Ember Row', records: seed }, { name: 'Small Lantern', records: pollen }),
    ).toBe(
      '‘Small Lantern’ has begun 9–16 days later than ‘Ember Row’ in three seasons of four; they were in bloom together in each of four',
    )
    expect(historyInWords({ name: 'A', records: seed }, { name: 'B', records: [] })).toBeNull()
  })
})

describe('work that makes plants meet', () => {
  const window = {
    start: { first: dayNumber('2026-06-10'), p: [0.25, 0.25, 0.25, 0.25] },
    length: certain(20),
    isBegun: false,
    isOver: false,
  }
  it('looks for the first flower when it is likely, and again some days after a look in vain', () => {
    expect(bloomLookDue(window, neverSeen, TODAY)).toMatchObject({ step: 'bloomLook', from: '2026-06-10' })
    expect(bloomLookDue(window, noted(['notYet', '2026-06-12']), TODAY)).toMatchObject({ from: '2026-06-15' })
    expect(bloomLookDue({ ...window, isBegun: true }, noted(['first', '2026-06-11']), TODAY)).toMatchObject({
      step: 'bloomEnd',
      from: '2026-06-30',
    })
    expect(bloomLookDue({ ...window, isOver: true }, neverSeen, TODAY)).toBeNull()
    expect(bloomLookDue(window, neverSeen, '2026-07-03')).not.toBeNull()
    expect(bloomLookDue(window, neverSeen, '2026-11-25'), 'long past').toBeNull()
  })

  it('comes again after so many days, or each year on its day, where it is a reminder', () => {
    const reminder = (every: 'year' | number, ...done: string[]) =>
      taskDue(
        fold('task', ids.other, [
          deed('2026-01-05', 'taskPlanned', ids.other, {
            does: 'remind',
            crop: 'chilli',
            plantId: ids.seedParent,
            forId: null,
            from: '2026-03-15',
            until: '2026-03-29',
            why: 'Repot',
            every,
          }),
          ...done.map(day => deed(day, 'taskDone', ids.other, {})),
        ])!,
      )
    expect(reminder('year')).toMatchObject({ step: 'remind', from: '2026-03-15', because: 'Repot' })
    expect(reminder('year', '2026-03-20')).toMatchObject({
      from: '2027-03-15',
      until: '2027-03-29',
      because: 'Repot. Last done on 20 March 2026.',
    })
    // Done early it is the coming one; years in which nobody did it are not made up for.
    expect(reminder('year', '2026-03-01')).toMatchObject({ from: '2027-03-15' })
    expect(reminder('year', '2028-06-01')).toMatchObject({ from: '2029-03-15' })
    expect(reminder(14, '2026-03-20')).toMatchObject({ from: '2026-04-03' })
  })

  it('is due while it is planned and not done', () => {
    const planned = deed('2026-05-01', 'taskPlanned', ids.other, {
      does: 'holdBack',
      crop: 'chilli',
      plantId: ids.seedParent,
      forId: null,
      from: '2026-05-10',
      until: '2026-05-14',
      why: 'to meet Small Lantern',
    })
    const task = fold('task', ids.other, [planned])!
    expect(taskDue(task)).toEqual({
      step: 'holdBack',
      from: '2026-05-10',
      until: '2026-05-14',
      because: 'to meet Small Lantern',
    })
    const done = deed('2026-05-11', 'taskDone', ids.other, {})
    expect(taskDue(fold('task', ids.other, [planned, done])!)).toBeNull()
    expect(() =>
      fold('task', ids.other, [
        planned,
        done,
        deed('2026-05-12', 'taskDropped', ids.other, { reason: 'rain' }),
      ]),
    ).toThrow('was done on 11 May')
    expect(() =>
      fold('task', ids.other, [
        deed('2026-05-01', 'taskPlanned', ids.other, {
          ...(planned.payload as never as object),
          until: '2026-05-09',
        } as never),
      ]),
    ).toThrow('the first comes first')
    const batch = fold('batch', ids.sowing, [
      deed('2026-01-01', 'batchPlanned', ids.sowing, {
        code: '26-5TWK',
        crop: 'chilli',
        plantId: ids.seedParent,
        on: '2026-02-20',
        why: 'to meet Small Lantern',
      }),
    ])!
    expect(batchDue(batch)).toMatchObject({
      step: 'sowBatch',
      from: '2026-02-20',
      because: 'to meet Small Lantern',
    })
  })
})
