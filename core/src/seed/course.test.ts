import { describe, expect, it } from 'vitest'
import { NO_RECORDS, digestOf } from '../crops/digest'
import { builtInGuide } from '../crops/guides/all'
import { chilli } from '../crops/guides/chilli'
import { hellebore } from '../crops/guides/hellebore'
import { cropKnowledge } from '../crops/knowledge'
import type { LoggedDeed } from '../log/entry'
import { fold } from '../log/fold'
import { answersTo } from '../round/work'
import { deed, ids, sow, withPayload } from '../testing/deeds'
import type { ISODate } from '../time/days'
import { addDays } from '../time/days'
import { chillOf } from './chill'
import { clockOf, firstStay } from './course'
import { chillWanted, sowingDue } from './due'
import type { Sowing } from './sowing'

const rose = builtInGuide('rose')!
const orchid = builtInGuide('moth-orchid')!
const SOWN = '2026-10-20'
const on = (days: number) => addDays(SOWN, days)
const put = (seeds: number, more: object) => withPayload(sow(SOWN, seeds), more)
const inBag = put(20, { container: 'bag', air: 'cold', weeks: 13 })
const inFlask = put(1000, { container: 'flask' })
const tray = (...deeds: LoggedDeed[]) => fold('sowing', ids.sowing, deeds)!
const up = (days: number, count: number) =>
  deed(on(days), 'seedlingsUp', ids.sowing, { count, sprouted: true })
const move = (days: number, more: object = {}) =>
  deed(on(days), 'seedsMoved', ids.sowing, {
    container: 'tray',
    air: 'warm',
    weeks: null,
    placeId: null,
    ...more,
  })
const dueOf = (sowing: Sowing, guide = rose) =>
  sowingDue(sowing, { guide, knowledge: cropKnowledge(guide, NO_RECORDS) })
const stopOf = (sowing: Sowing, count?: number) => ({
  subject: { type: 'sowing' as const, id: sowing.id },
  plantId: null,
  placeId: null,
  fruits: null,
  flower: null,
  sowing,
  ...(count === undefined ? {} : { count }),
})

describe('seed that is chilled in a bag', () => {
  it('is begun by its guide: cold for the middle of its weeks, or at once in the warmth, or in a flask', () => {
    expect(firstStay(rose)).toEqual({ container: 'bag', air: 'cold', weeks: 15 })
    expect(firstStay(chilli)).toEqual({ container: 'tray', air: 'warm', weeks: null })
    expect(firstStay(orchid)).toMatchObject({ container: 'flask' })
  })

  it('is looked into from the first day of its guide on, every so many days, and moved on when its weeks are over', () => {
    expect(dueOf(tray(inBag))).toMatchObject({ step: 'lookInto', from: on(21) })
    expect(dueOf(tray(inBag, up(21, 0)))).toMatchObject({ step: 'lookInto', from: on(31) })
    expect(dueOf(tray(inBag, up(85, 3)))).toMatchObject({
      step: 'moveOn',
      from: on(91),
      because: '26-7HNA lies in a bag, cold, 13 weeks, since 20 October.',
    })
  })

  it('gets two weeks more, and is then asked for again', () => {
    const bag = tray(inBag, up(85, 0))
    const [, longer] = answersTo({ ...stopOf(bag), step: 'moveOn' }, rose, on(91))
    expect(longer!.label).toBe('2 weeks more')
    const [draft] = longer!.drafts('')
    const stays = tray(inBag, up(85, 0), deed(on(91), 'seedsMoved', ids.sowing, draft!.payload as never))
    expect(dueOf(stays)).toMatchObject({ step: 'moveOn', from: on(105) })
  })

  it('has its days counted from the warmth on; what sprouted before, from its sowing', () => {
    expect(clockOf(tray(inBag), rose)).toBeNull()
    expect(clockOf(tray(inBag, move(91)), rose)).toBe(on(91))
    expect(clockOf(tray(inBag, up(60, 2), move(91)), rose)).toBe(SOWN)
    expect(clockOf(tray(sow(SOWN, 20)), rose)).toBe(SOWN)
    expect(dueOf(tray(inBag, move(91)))).toMatchObject({ step: 'countUp', from: on(101) })
    // The days that a hellebore takes to come up hold its winter.
    expect(clockOf(tray(inBag, move(91)), hellebore)).toBe(SOWN)
  })

  it('teaches the days from the warmth, and nothing where it sprouted in the cold', () => {
    const waitsOf = (...deeds: LoggedDeed[]) =>
      digestOf({ crosses: [], flowers: [], lots: [], offspring: [], sowings: [tray(...deeds)] }, rose).waits
        .toUp
    expect(waitsOf(inBag, move(91), up(100, 0), up(112, 4))).toMatchObject([{ from: 9, to: 21 }])
    expect(waitsOf(inBag, up(60, 2), move(91), up(112, 4))).toEqual([])
  })

  it('is noted in one press at each look, and with two once its weeks are over', () => {
    const labels = (count?: number) =>
      answersTo({ ...stopOf(tray(inBag), count), step: 'lookInto' }, rose, on(21)).map(a => a.label)
    expect(labels()).toEqual(['None sprouted', 'All of it is spoilt'])
    expect(labels(3)[0]).toBe('3 sprouted, sown')
    const [moved] = answersTo({ ...stopOf(tray(inBag)), step: 'moveOn' }, rose, on(91))
    expect(moved!.drafts('')).toMatchObject([
      { kind: 'seedsMoved', payload: { container: 'tray', air: 'warm' } },
    ])
  })
})

describe('seed in a flask', () => {
  it('is looked at, moved to fresh medium and taken out; a laboratory is asked for it', () => {
    const seen = deed(on(7), 'flaskSeen', ids.sowing, { look: 'clean' })
    expect(dueOf(tray(inFlask), orchid)).toMatchObject({ step: 'lookInto', from: on(7) })
    const fresh = deed(on(21), 'replated', ids.sowing, { medium: 'weaker' })
    expect(dueOf(tray(inFlask, seen, fresh), orchid)).toMatchObject({ step: 'lookInto', from: on(35) })
    const late = deed(on(275), 'flaskSeen', ids.sowing, { look: 'green' })
    expect(dueOf(tray(inFlask, late), orchid)).toMatchObject({ step: 'deflask', from: on(280) })
    expect(dueOf(tray(put(500, { container: 'laboratory', weeks: 10 })), orchid)).toMatchObject({
      step: 'fetchBack',
      from: on(70),
    })
  })

  it('gives its plantlets as seedlings in pots', () => {
    const drafts = answersTo({ ...stopOf(tray(inFlask), 30), step: 'deflask' }, orchid, on(280))[0]!.drafts(
      '',
    )
    const after = tray(
      inFlask,
      ...drafts.map(({ kind, payload }) => deed(on(280), kind, ids.sowing, payload as never)),
    )
    expect(after).toMatchObject({ up: 30, standing: 30, container: 'pots' })
  })
})

describe('seed outdoors', () => {
  /** A winter of 5 °C from the 30th day on for 100 days; before it 12 °C, after it 14 °C, and ten days of frost in it. */
  const meanOn = (day: ISODate) => {
    const n = Math.round((Date.parse(day) - Date.parse(SOWN)) / 86_400_000)
    return n < 30 ? 12 : n >= 130 ? 14 : n >= 50 && n < 60 ? -4 : 5
  }

  it('counts the days that chill it, not those of frost or warmth', () => {
    expect(chillOf(SOWN, on(69), 91, meanOn)).toMatchObject({ days: 30, wants: 91, enoughOn: null })
    expect(chillOf(SOWN, on(69), 60, meanOn)!.enoughOn).toBe(on(99))
    expect(chillOf(SOWN, on(69), 60, () => null)).toBeNull()
  })

  it('is counted from the day on which it was chilled enough', () => {
    const outside = tray(put(20, { air: 'outdoors' }))
    const knowledge = cropKnowledge(rose, NO_RECORDS)
    expect(chillWanted(rose)).toBe(91)
    expect(chillWanted(hellebore)).toBeNull()
    const chill = { days: 30, wants: 91, enoughOn: on(140) }
    expect(sowingDue(outside, { guide: rose, knowledge, chill })).toMatchObject({
      step: 'countUp',
      from: on(150),
      because: expect.stringContaining('30 of 91 chill days so far, all by about 9 March'),
    })
    // Where no weather is known its weeks are those of the guide.
    expect(sowingDue(outside, { guide: rose, knowledge })).toMatchObject({ from: on(17 * 7 + 10) })
  })
})

describe('what cannot be', () => {
  it.each([
    ['lying where it lies', [sow(SOWN, 20), move(5)], 'lies there already: in a tray, warm.'],
    [
      'seedlings in a bag',
      [sow(SOWN, 20), up(9, 3), move(20, { container: 'bag' })],
      'only seed goes into a bag',
    ],
    [
      'a look into a flask at a tray',
      [sow(SOWN, 20), deed(on(3), 'flaskSeen', ids.sowing, { look: 'clean' })],
      'lies in no flask',
    ],
  ])('refuses %s', (_, deeds, sentence) => {
    expect(() => tray(...deeds)).toThrow(sentence)
  })
})
