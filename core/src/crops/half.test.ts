import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seasonOf } from '../bloom/season'
import { addDays, daysBetween } from '../time/days'
import { builtInGuide, builtInGuides } from './guides/all'
import { guideIn, halfAYearAway, halfOf } from './half'

const lily = builtInGuide('lily')!

describe('a guide where the garden lies', () => {
  it('is turned by half a year south of the equator, and only there', () => {
    expect(guideIn(lily, 'north')).toBe(lily)
    const { bloom } = guideIn(lily, 'south')
    expect([bloom.from, bloom.to]).toEqual([halfAYearAway(lily.bloom.from), halfAYearAway(lily.bloom.to)])
    expect(bloom.lengthDays).toEqual(lily.bloom.lengthDays)
  })

  it('turned once is not turned again, and one that was written in the south is turned in the north', () => {
    const south = guideIn(lily, 'south')
    expect(guideIn(south, 'south')).toBe(south)
    expect(guideIn(south, 'north').bloom).toMatchObject({
      from: lily.bloom.from,
      to: lily.bloom.to,
      half: 'north',
    })
  })

  it('has no days of the year near the equator, and leaves those be that the garden set there itself', () => {
    const here = guideIn(lily, 'tropics')
    expect(here.bloom).toMatchObject({ from: '01-01', to: '12-31', firstFlower: { low: 0, high: 364 } })
    const own = { ...here, bloom: { ...here.bloom, from: '03-01', to: '05-20' } }
    expect(guideIn(own, 'tropics').bloom.from).toBe('03-01')
    for (const { bloom } of builtInGuides.map(guide => guideIn(guide, 'tropics')))
      expect(bloom.warmth?.since ?? 'sowing').toBe('sowing')
  })

  it('counts warmth from the same day of its own winter', () => {
    for (const guide of builtInGuides.filter(
      ({ bloom }) => bloom.warmth && bloom.warmth.since !== 'sowing',
    )) {
      const { from, warmth } = guideIn(guide, 'south').bloom
      const ahead = (since: string, first: string) =>
        (daysBetween(`2026-${since}`, `2026-${first}`) + 365) % 365
      const wanted = ahead(guide.bloom.warmth!.since, guide.bloom.from)
      expect(Math.abs(ahead(warmth!.since, from) - wanted), guide.id).toBeLessThanOrEqual(4)
    }
  })

  it('no season of any crop is cut within its usual bloom, in either half', () => {
    for (const half of ['north', 'south'] as const)
      for (const { id, bloom } of builtInGuides.map(guide => guideIn(guide, half))) {
        const length = (daysBetween(`2026-${bloom.from}`, `2026-${bloom.to}`) + 365) % 365
        for (let day = 0; day <= length; day++)
          expect(seasonOf(addDays(`2026-${bloom.from}`, day), bloom), `${id} ${half}`).toBe(2026)
      }
  })
})

describe('the half of the earth', () => {
  it('is told by the latitude', () => {
    const halves = [53, 12, 11.9, 0, -11.9, -12, -42].map(latitude => halfOf({ latitude }))
    expect(halves).toEqual(['north', 'north', 'tropics', 'tropics', 'tropics', 'south', 'south'])
  })
})

describe('half a year away', () => {
  it('twice is the same day, but for the ends of long months', () => {
    expect(['01-01', '12-10', '06-14', '08-31'].map(halfAYearAway)).toEqual([
      '07-01',
      '06-10',
      '12-14',
      '02-28',
    ])
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 28 }), (month, day) => {
        const text = `${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
        expect(halfAYearAway(halfAYearAway(text))).toBe(text)
      }),
    )
  })
})
