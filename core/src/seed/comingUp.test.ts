import { describe, expect, it } from 'vitest'
import { builtInGuides } from '../crops/guides/all'
import { chilli } from '../crops/guides/chilli'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { deed, ids, sow } from '../testing/deeds'
import { addDays } from '../time/days'
import { comingUp, guideCurve, seenIn, usualCurve } from './comingUp'
import { upBy } from './germination'

const tray = (...deeds: LoggedDeed[]) => fold('sowing', ids.sowing, deeds)!
const up = (day: string, count: number) => deed(day, 'seedlingsUp', ids.sowing, { count })
const SOWN = '2026-03-01'
const on = (day: number) => addDays(SOWN, day)
const ended = (day: number) => deed(on(day), 'sowingEnded', ids.sowing, { reason: 'all up' })
const usual = usualCurve(chilli, [])

describe('the curve of a crop', () => {
  it.each(builtInGuides.map(guide => [guide.id, guide] as const))(
    'of %s begins when its guide says',
    (_, guide) => {
      const curve = guideCurve(guide)
      const { low, high } = guide.sowing.daysToUp
      expect(upBy(low, curve)).toBeLessThan(0.2)
      expect(upBy(high * 3, curve)).toBeGreaterThan(0.5)
      expect(curve.final).toBeGreaterThan(0)
      expect(curve.final).toBeLessThan(1)
    },
  )

  it('follows the trays that were looked at to their end', () => {
    const slow = tray(sow(SOWN, 60), up(on(20), 5), up(on(25), 20), up(on(30), 15), up(on(40), 5), ended(60))
    const { curve, trays } = usualCurve(chilli, [slow, slow, tray(sow(SOWN, 60), up(on(3), 60))])
    expect(trays).toBe(2)
    expect(curve.t50).toBeGreaterThan(1.3 * usual.curve.t50)
    expect(curve.t50).toBeLessThan(28)
  })
})

describe('a tray', () => {
  it('is seen by days since its sowing, one look a day', () => {
    expect(seenIn(tray(sow(SOWN, 30), up(on(0), 1), up(on(9), 2), up(on(9), 3)), SOWN)).toEqual({
      seeds: 30,
      looks: [
        { day: 0.5, count: 1 },
        { day: 9, count: 5 },
      ],
    })
  })

  it('that nobody looked at comes up as its crop does', () => {
    const { still, trays, curve, final } = comingUp(tray(sow(SOWN, 40)), usual, SOWN, on(2))
    expect(trays).toBe(0)
    expect(final.estimate).toBeCloseTo(usual.curve.final, 1)
    expect(still!.expected).toBeGreaterThan(20)
    expect(still!.low).toBeLessThan(still!.expected)
    expect(still!.by > on(10)).toBe(true)
    expect(curve[0]).toMatchObject({ day: 0, up: 0 })
    for (const { low, up, high } of curve) expect(low <= up + 0.5 && up <= high + 0.5).toBe(true)
  })

  it('of which long nothing came gives little hope, and fresh seed more', () => {
    const looks = [10, 20, 30, 40, 50, 60].map(day => up(on(day), 0))
    const { still, fresh } = comingUp(tray(sow(SOWN, 40), ...looks), usual, SOWN, on(61))
    expect(still!.expected).toBeLessThan(2)
    expect(still!.any).toBeLessThan(0.6)
    expect(fresh).toBeGreaterThan(still!.expected)
  })

  it('tells by its own counts, not by what is usual, once there are many', () => {
    const late = [15, 18, 21, 24, 27, 30].map((day, i) => up(on(day), [4, 12, 20, 16, 10, 5][i]!))
    const { t50, final, still } = comingUp(tray(sow(SOWN, 100), ...late), usual, SOWN, on(30))
    expect(t50.estimate).toBeGreaterThan(19)
    expect(t50.low).toBeGreaterThan(16)
    expect(final.estimate).toBeGreaterThan(0.65)
    expect(still!.expected).toBeLessThan(12)
    expect(still!.high).toBeLessThan(34)
  })

  it('that ended, or of which all are up, awaits nothing', () => {
    expect(comingUp(tray(sow(SOWN, 20), up(on(9), 8), ended(30)), usual, SOWN, on(40)).still).toBeNull()
    expect(comingUp(tray(sow(SOWN, 8), up(on(9), 8)), usual, SOWN, on(12)).still).toBeNull()
  })
})
