import { describe, expect, it } from 'vitest'
import { durationQuantiles } from '../chance/duration'
import { USUAL_LOSSES } from '../crops/guide'
import type { DayAhead, Hanging } from './ripeness'
import { chanceRipe, cutOrWait, possibleDays, slicesOf } from './ripeness'

const slices = slicesOf(durationQuantiles({ low: 50, high: 70 }))
const fair: DayAhead = { isWet: false, isFrosty: false }
const days = (count: number, day = fair) => Array.from({ length: count }, () => day)
const open: Hanging = { splits: true, isHeld: false, losses: USUAL_LOSSES }

describe('the chance that a fruit is ripe', () => {
  it('is that of the waits, and of what a look left of them', () => {
    const all = possibleDays(slices, 0)
    expect(chanceRipe(all, 50)).toBeCloseTo(0.1, 1)
    expect(chanceRipe(all, 70)).toBeCloseTo(0.9, 1)
    const later = possibleDays(slices, 60)
    expect(chanceRipe(later, 60)).toBe(0)
    expect(chanceRipe(later, 64)).toBeLessThan(chanceRipe(all, 64))
    expect(chanceRipe(possibleDays(slices, 500), 501)).toBe(1)
  })
})

describe('cutting now or waiting', () => {
  const at = (day: number, ahead = days(4), hanging = open, unripeAt = 0) =>
    cutOrWait(possibleDays(slices, unripeAt), day, ahead, hanging, 40)

  it('waits while the seed is not fit, and cuts what is ripe and would drop', () => {
    expect(at(40)).toMatchObject({ advice: 'wait' })
    expect(at(40).byCutting).toBeGreaterThan(30)
    expect(at(75)).toMatchObject({ advice: 'cut' })
    expect(at(75).byWaiting).toBeGreaterThan(10)
    expect(at(75).byCutting).toBeLessThan(2)
  })

  it('cuts sooner before rain or frost, and later what is held by a net', () => {
    const firstCut = (ahead: DayAhead[], hanging = open) =>
      Array.from({ length: 60 }, (_, i) => i + 30).find(day => at(day, ahead, hanging).advice === 'cut')!
    const usual = firstCut(days(4))
    expect(firstCut(days(4, { isWet: false, isFrosty: true }))).toBeLessThan(usual)
    expect(firstCut(days(4, { isWet: true, isFrosty: false }))).toBeLessThanOrEqual(usual)
    expect(firstCut(days(4), { ...open, isHeld: true })).toBeGreaterThan(usual)
  })

  it('goes by what a guide says of its losses', () => {
    const safe = { ...open, losses: { ...USUAL_LOSSES, dropped: 0, eaten: 0 } }
    expect(at(75, days(4), safe).byWaiting).toBeLessThan(at(75).byWaiting / 5)
  })

  it('lets filled grain dry on its plant in fair weather, and cuts it before the wet', () => {
    const filled = { ...open, splits: false, isFilled: true }
    expect(at(45, days(4), filled)).toMatchObject({ advice: 'wait' })
    expect(at(50, days(4, { isWet: true, isFrosty: false }), filled)).toMatchObject({ advice: 'cut' })
    expect(at(45, days(4), filled).byCutting).toBeLessThanOrEqual(0.05 * 40)
    expect(at(50).byCutting).toBeGreaterThan(1)
  })

  it('cuts what is surely ripe, where nothing threatens it', () => {
    const sure = at(90, days(3), { ...open, splits: false, isHeld: true })
    expect(sure.advice).toBe('cut')
    expect(sure.byCutting).toBeLessThan(1)
  })

  it('goes by the last look', () => {
    expect(at(60, days(4), open, 59.5).byCutting).toBeGreaterThan(at(60).byCutting)
  })
})
