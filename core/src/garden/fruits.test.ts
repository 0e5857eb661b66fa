import { describe, expect, it } from 'vitest'
import { builtInGuide } from '../crops/guides/all'
import type { LoggedDeed } from '../log/entry'
import { cross, dayIn, gardenOf, plant } from '../testing/garden'
import { chosen, deed, ids, newId } from '../testing/deeds'
import { addDays } from '../time/days'
import { cutInWords, hangingFruits } from './fruits'

const [from, to] = [
  builtInGuide('chilli')!.ripening.daysAfterPollination.low,
  builtInGuide('chilli')!.ripening.daysAfterPollination.high,
]
const DAY = '2026-06-05'
const flower = (id = ids.flower): LoggedDeed[] => [
  { ...chosen('2026-06-01', id), subjectId: id } as LoggedDeed,
  deed('2026-06-04', 'emasculated', id, { school: 'pluck' }),
  deed(DAY, 'pollinated', id, { pollenParentId: ids.pollenParent, selfMeant: false }),
  deed('2026-06-12', 'takeNoted', id, { take: 'taken', reason: null }),
]
const ground = [
  plant('2026-01-01', ids.seedParent, 'Test Ember', 'chilli'),
  plant('2026-01-01', ids.pollenParent, 'Test Lantern', 'chilli'),
  cross('2026-05-01', 'chilli', ids.seedParent, ids.pollenParent, ids.cross),
]
const fruitOn = (age: number, ...more: LoggedDeed[]) =>
  hangingFruits(dayIn(gardenOf([...ground, ...flower(), ...more]), addDays(DAY, age)))[0]!

describe('a fruit on its plant', () => {
  it('is likely ripe when its crop is, and is looked at before', () => {
    const early = fruitOn(Math.round(from / 2))
    expect(early).toMatchObject({ pollinatedOn: DAY, advice: 'wait' })
    expect(early.now).toBeLessThan(0.05)
    expect(early.ripe.low >= addDays(DAY, Math.floor(from) - 1)).toBe(true)
    expect(early.ripe.high <= addDays(DAY, Math.ceil(to) + 1)).toBe(true)
    expect(early.notBefore < early.ripe.low).toBe(true)
    expect(cutInWords(early, addDays(DAY, Math.round(from / 2)))).toMatch(
      /^Let it hang: before \d+ July hardly any/,
    )
    const nearly = fruitOn(Math.round(from))
    expect(cutInWords(nearly, addDays(DAY, Math.round(from)))).toMatch(
      /^Let it hang: of \d+ sound seeds [\d.]+ would not be fit if it is cut today, and [\d.]+ lost/,
    )
  })

  it('is cut when it is likely ripe', () => {
    const late = fruitOn(Math.round(to * 1.3))
    expect(late.now).toBeGreaterThan(0.9)
    expect(late.advice).toBe('cut')
    expect(cutInWords(late, addDays(DAY, late.age))).toMatch(/^Likely ripe: cut it/)
  })

  it('goes by the last look that found it unripe', () => {
    const age = Math.round((from + to) / 2)
    const left = deed(addDays(DAY, age), 'fruitLeft', ids.flower, { advised: 'cut' })
    expect(fruitOn(age, left).now).toBe(0)
    expect(fruitOn(age).now).toBeGreaterThan(0.3)
  })

  it('teaches when fruits are ripe: between two looks, not where it was cut by days or early', () => {
    const age = Math.round(to)
    const cut = (more: object) =>
      deed(addDays(DAY, age), 'harvested', ids.lot, {
        code: '26-7HNA',
        crossId: ids.cross,
        flowers: [{ flowerId: ids.flower, fruits: 1 }],
        seeds: 10,
        sound: 10,
        empty: 0,
        ...more,
      })
    const learnt = (...more: LoggedDeed[]) =>
      gardenOf([...ground, ...flower(), ...flower(newId()), ...more]).crops.get('chilli')!.digest.waits.toRipe
    const left = deed(addDays(DAY, age - 4), 'fruitLeft', ids.flower, {})
    expect(learnt(left, cut({}))).toEqual([{ from: age - 4, to: age, times: 1 }])
    expect(learnt(cut({}))).toEqual([{ from: age, to: age, times: 1 }])
    expect(learnt(cut({ cue: 'days' }))).toEqual([])
    // Not ripe yet is a record, too: at a cut before its time, at a look, at the last look before a cut by days.
    expect(learnt(cut({ early: true }))).toEqual([{ from: age, to: null, times: 1 }])
    expect(learnt(left)).toEqual([{ from: age - 4, to: null, times: 1 }])
    expect(learnt(left, cut({ cue: 'days' }))).toEqual([{ from: age - 4, to: null, times: 1 }])
  })
})
