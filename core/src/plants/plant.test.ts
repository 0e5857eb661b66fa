import { describe, expect, it } from 'vitest'
import { chilli } from '../crops/guides/chilli'
import type { LoggedDeed } from '../log/entry'
import { Entry, codesOf, needsOf, subjectsOf, wordsOf } from '../log/entry'
import { checkFit } from '../log/fit'
import { fold } from '../log/fold'
import { checkScore, latestScore, scoreInWords } from '../offspring/score'
import { deed, harvest, ids, newId } from '../testing/deeds'
import * as v from 'valibot'

const id = newId()
const added = deed('2026-04-01', 'plantAdded', id, {
  code: '26-4RMX',
  name: 'Ember Row',
  crop: 'chilli',
  plantKind: 'line',
  placeId: null,
  note: null,
  seedParentId: null,
  pollenParentId: null,
})
const plant = (...deeds: LoggedDeed[]) => fold('plant', id, [added, ...deeds])!
const scored = (day: string, trait: string, value: number) => deed(day, 'scored', id, { trait, value })

describe('a plant', () => {
  it('keeps its scores of several days; a second look on one day counts instead of the first', () => {
    const { scores } = plant(
      scored('2026-07-01', 'height', 50),
      scored('2026-07-01', 'height', 52),
      scored('2026-08-01', 'height', 60),
    )
    expect(scores.map(s => s.value)).toEqual([52, 60])
    expect(latestScore(scores, 'height')).toMatchObject({ value: 60, on: '2026-08-01' })
    expect(latestScore(scores, 'vigour')).toBeNull()
  })

  it('keeps what two people saw on one day beside each other, and a second look that was meant', () => {
    const look = (value: number, more: object) =>
      deed('2026-07-01', 'scored', id, { trait: 'height', value, ...more })
    const { scores } = plant(
      look(50, { by: 'Una' }),
      look(51, { by: 'Una' }),
      look(54, { by: 'Ivo' }),
      look(49, { by: 'Una', again: true }),
    )
    expect(scores.map(s => s.value)).toEqual([51, 54, 49])
    expect(latestScore(scores, 'height')!.value).toBe(54)
  })

  it('keeps with each look the repeat of a trial that it stood in then', () => {
    const bed = newId()
    const laid = (day: string, block: number) =>
      deed(day, 'spotsGiven', bed, { spots: [{ plantId: id, row: 1, at: 1, block }] })
    const described = deed('2026-05-01', 'plantDescribed', id, {
      name: 'Ember Row',
      plantKind: 'line',
      placeId: bed,
      note: null,
      seedParentId: null,
      pollenParentId: null,
    })
    const { scores } = plant(
      scored('2026-04-20', 'height', 10),
      described,
      laid('2026-05-02', 2),
      scored('2026-07-01', 'height', 50),
      laid('2026-07-02', 3),
      scored('2026-08-01', 'height', 60),
    )
    expect(scores.map(s => s.block)).toEqual([undefined, 2, 3])
  })

  it('of which there was nothing to score is remembered, until it is scored', () => {
    const before = scored('2026-07-01', 'height', 50)
    const missing = deed('2026-07-01', 'scoreMissing', id, { trait: 'height' })
    expect(plant(before, missing)).toMatchObject({
      scores: [],
      missing: [{ trait: 'height', on: '2026-07-01' }],
    })
    expect(plant(missing, scored('2026-07-02', 'height', 50)).missing).toEqual([])
    expect(wordsOf(missing, { trait: () => undefined, locus: () => undefined })).toBe(
      'nothing to score: a trait',
    )
  })

  it('keeps what is remarked in passing, with its day', () => {
    expect(plant(deed('2026-07-01', 'remarked', id, { words: 'leans on its neighbour' })).remarks).toEqual([
      { words: 'leans on its neighbour', on: '2026-07-01' },
    ])
  })

  it('cannot be scored before it was there', () => {
    expect(() => plant(scored('2026-03-01', 'height', 4))).toThrow(
      'This plant was not in the garden yet on 1 March 2026; add it first, or give a later day.',
    )
  })

  it('changes its verdict with its reason', () => {
    const judged = (day: string, verdict: 'keep' | 'discard', reason: string) =>
      deed(day, 'judged', id, { verdict, reason })
    expect(
      plant(judged('2026-07-01', 'keep', 'compact'), judged('2026-08-01', 'discard', 'leggy')).verdict,
    ).toEqual({ verdict: 'discard', reason: 'leggy', on: '2026-08-01' })
  })

  it('that was lost takes no more notes', () => {
    expect(() =>
      plant(deed('2026-05-01', 'plantLost', id, { reason: 'dried up' }), scored('2026-06-01', 'height', 4)),
    ).toThrow('Ember Row was lost on 1 May')
  })

  it('raised from a tray has its family’s parents and its code for a name', () => {
    const raised = deed('2026-05-01', 'seedlingsRaised', ids.sowing, {
      plants: [{ id, code: '26-7HNA' }],
      crop: 'chilli',
      crossId: ids.cross,
      seedParentId: ids.seedParent,
      pollenParentId: ids.pollenParent,
      placeId: null,
    })
    expect(fold('plant', id, [raised])).toMatchObject({
      name: '26-7HNA',
      plantKind: 'seedling',
      crossId: ids.cross,
      sowingId: ids.sowing,
      seedParentId: ids.seedParent,
    })
  })
})

describe('a score', () => {
  const [leaf, , height] = chilli.judging.traits
  it('must be on the scale of its trait', () => {
    expect(() => checkScore(leaf, 4)).toThrow('leaf colour is one of: green, flushed, purple, near black.')
    expect(() => checkScore(leaf, 1.5)).toThrow('is one of')
    expect(() => checkScore(height, 301)).toThrow('height is at most 300 cm.')
    expect(() => checkScore(undefined, 1)).toThrow('not scored on this crop')
    expect(() => checkScore(leaf, 3)).not.toThrow()
  })

  it('has words', () => {
    expect([scoreInWords(leaf!, 2), scoreInWords(height!, 42)]).toEqual(['purple', '42 cm'])
  })
})

describe('an entry', () => {
  it('names what it changes, what it needs, its codes and its words', () => {
    const entry = harvest('2026-08-01', 30, 26, 4)
    expect(subjectsOf(entry)).toEqual([
      { type: 'seedLot', id: ids.lot },
      { type: 'flower', id: ids.flower },
    ])
    expect(needsOf(entry)).toEqual([{ type: 'cross', id: ids.cross }])
    expect(codesOf(entry)).toEqual([{ code: '26-5TWK', subject: { type: 'seedLot', id: ids.lot } }])
    expect(wordsOf(entry)).toBe('harvested 30 seeds, 26 sound')
  })

  const { day: _, ...good } = added
  it.each<[string, object, string]>([
    ['an unknown kind', { ...good, kind: 'sang' }, ''],
    ['a missing name', { ...good, payload: { ...added.payload, name: '  ' } }, 'Write something here.'],
    ['a zero byte', { ...good, payload: { ...added.payload, name: 'a\0b' } }, 'cannot be kept'],
    [
      'a name without end',
      { ...good, payload: { ...added.payload, name: 'x'.repeat(81) } },
      'Use at most 80 characters.',
    ],
    ['a field nobody asked for', { ...good, payload: { ...added.payload, owner: 'me' } }, ''],
    ['the year 10000', { ...good, happenedAt: '+010000-01-01T00:00:00Z' }, ''],
    ['the year 0', { ...good, happenedAt: '0000-01-01T00:00:00Z' }, 'between the years 1900 and 2200'],
    ['an id that is none', { ...good, id: '7' }, 'must be a UUID'],
  ])('with %s is refused', (_, entry, sentence) => {
    const result = v.safeParse(Entry, entry)
    expect(result.success).toBe(false)
    expect(result.issues![0]!.message).toContain(sentence)
  })

  it('that is whole is taken', () => {
    expect(v.parse(Entry, good)).toEqual(good)
  })
})

describe('a deed in its surroundings', () => {
  const other = { ...plant(), id: ids.other, crop: 'squash', name: 'Lake Bulk' }
  const cross = {
    id: ids.cross,
    code: '26-5TWK',
    crop: 'chilli',
    seedParentId: id,
    pollenParentId: ids.pollenParent,
  }
  const around = {
    find: ((type: string, wanted: string) =>
      type === 'plant'
        ? wanted === ids.other
          ? other
          : plant()
        : type === 'cross'
          ? cross
          : { code: '26-4RMX', crossId: ids.other, seedParentId: id }) as never,
    guide: (crop: string) => (crop === 'chilli' ? chilli : undefined),
    hasPlace: () => false,
    own: () => ({ traits: [], loci: [], rules: [], inheritances: [] }),
  }
  const fit = (d: LoggedDeed) => () => checkFit(d, around)
  // Codes that pass their check, since that is looked at first.
  const plan = (crop: string, pollenParentId: string, code = '26-4RMX') =>
    deed('2026-05-01', 'crossPlanned', ids.cross, {
      code,
      crop,
      seedParentId: id,
      pollenParentId,
      selfMeant: false,
      aim: 'a',
      flowersPlanned: 1,
      keepersWanted: 1,
    })

  it('must fit its crop, its place, its cross and its trait', () => {
    expect(fit(scored('2026-07-01', 'height', 9000))).toThrow('at most 300 cm')
    expect(
      fit(
        deed('2026-07-01', 'plantDescribed', id, {
          name: 'A',
          plantKind: 'line',
          placeId: ids.other,
          note: null,
        }),
      ),
    ).toThrow('This place is not in the garden')
    expect(
      fit(deed('2026-07-01', 'pollinated', ids.flower, { pollenParentId: ids.other, selfMeant: false })),
    ).toThrow('Lake Bulk is of another crop')
  })

  it('carries codes that pass their check', () => {
    expect(fit(plan('chilli', ids.other, '26-2222'))).toThrow('check character does not fit')
  })
})
