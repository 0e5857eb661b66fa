/** The year south of the equator and near it: the same garden, half a year away, is asked for the same work. */
import { describe, expect, it } from 'vitest'
import { quantileIn } from '../bloom/chances'
import { seasonOf } from '../bloom/season'
import { latestSowing } from '../bloom/sowingDays'
import type { Half } from '../crops/half'
import type { LoggedDeed } from '../log/entry'
import { gardenYear } from '../season/band'
import { deed, newId } from '../testing/deeds'
import { cross, dayIn, gardenOf, plant } from '../testing/garden'
import type { ISODate } from '../time/days'
import { addDays, dayOfNumber, daysBetween } from '../time/days'
import { bloomGround, bloomOf, bloomSpans, bloomsIn } from './blooms'
import { seasonPollen } from './pollen'
import { stopsUntil } from './round'

/** Half a year on a calendar of days. */
const HALF_YEAR = 184
const [mother, father, CROSS] = [newId(), newId(), newId()]

/** Two lilies in bloom in July of two years, and a cross planned in spring; all of it so many days later. */
const lilies = (later: number): LoggedDeed[] => {
  const on = (day: ISODate) => addDays(day, later)
  return [
    plant(on('2023-10-01'), mother, 'Test Tall', 'lily'),
    plant(on('2023-10-01'), father, 'Test Dark', 'lily'),
    ...['2024', '2025'].flatMap(year => [
      deed(on(`${year}-08-20`), 'bloomSeen', mother, { sign: 'first', on: on(`${year}-07-05`) }),
      deed(on(`${year}-08-20`), 'bloomSeen', father, { sign: 'first', on: on(`${year}-07-08`) }),
    ]),
    cross(on('2026-04-20'), 'lily', mother, father, CROSS),
  ]
}
const north = (today: ISODate) => dayIn(gardenOf(lilies(0)), today)
const south = (today: ISODate) =>
  dayIn(gardenOf(lilies(HALF_YEAR), 'south'), addDays(today, HALF_YEAR), {
    site: { latitude: -43, longitude: 172 },
    zone: 'Pacific/Auckland',
  })

describe('a garden whose lilies flower in winter under glass', () => {
  it('cuts their year in their summer rest, so that a bloom over New Year is one season', () => {
    const winters = ['2023', '2024', '2025'].map((year, i) =>
      deed(`${Number(year) + 1}-02-20`, 'bloomSeen', mother, {
        sign: 'last',
        on: `${Number(year) + 1}-02-0${i + 1}`,
      }),
    )
    const firsts = ['2023', '2024', '2025'].map((year, i) =>
      deed(`${year}-12-28`, 'bloomSeen', mother, { sign: 'first', on: `${year}-12-2${i}` }),
    )
    const log = [plant('2023-10-01', mother, 'Test Tall', 'lily'), ...firsts, ...winters].sort((a, b) =>
      a.happenedAt.localeCompare(b.happenedAt),
    )
    const { bloom } = gardenOf(log).crops.get('lily')!.guide
    expect(bloom.cut).not.toBeNull()
    expect(seasonOf('2025-12-22', bloom)).toBe(seasonOf('2026-02-03', bloom))
    expect(gardenOf([]).crops.get('lily')!.guide.bloom.cut).toBeNull()
  })
})

describe('a garden in the south', () => {
  it('expects its blooms half a year away, before and after New Year alike', () => {
    const [here, there] = [north('2026-06-20'), south('2026-06-20')]
    const begins = (day: typeof here, season: number) => {
      const [bloom] = bloomsIn(day, bloomGround(day).plants.get(mother)!, season)
      return dayOfNumber(Math.round(quantileIn(bloom!.start, 0.5)))
    }
    expect(Math.abs(daysBetween(begins(here, 2026), begins(there, 2026)) - HALF_YEAR)).toBeLessThan(4)
  })

  it('asks for the same work of the same things in each part of the year, half a year later', () => {
    const work = (on: typeof north, from: ISODate) => {
      const days = Array.from({ length: 14 }, (_, i) => on(addDays(from, 2 * i)))
      const stops = days.flatMap(day => stopsUntil(day, day.today))
      return [...new Set(stops.map(({ step, subject }) => `${step} ${subject.id}`))].sort()
    }
    for (const from of ['2026-05-02', '2026-06-25', '2026-10-30', '2026-12-20'])
      expect(work(south, from), from).toEqual(work(north, from))
    expect(work(south, '2026-06-25').length).toBeGreaterThan(2)
  })

  it('plans its pollen for its own bloom', () => {
    const need = (day: ReturnType<typeof north>) => seasonPollen(day)[0]!.need
    const [here, there] = [need(north('2026-06-20')), need(south('2026-06-20'))]
    expect(there).toMatchObject({ doses: here.doses, flowers: here.flowers })
    expect(Math.abs(daysBetween(here.from, there.from) - HALF_YEAR)).toBeLessThan(4)
  })

  it('shows a bloom over New Year in one piece', () => {
    const day = south('2026-06-20')
    const spans = bloomSpans(day, gardenYear(2026, 'south'))
    expect(spans).toHaveLength(1)
    expect(spans[0]!.from < '2027-01-12' && spans[0]!.to > '2027-01-12').toBe(true)
  })

  it('has another season on the two sides of its winter, not of its summer', () => {
    const { bloom } = gardenOf([], 'south').crops.get('lily')!.guide
    expect(['2026-11-20', '2026-12-31', '2027-01-12', '2027-03-01'].map(day => seasonOf(day, bloom))).toEqual(
      Array(4).fill(seasonOf('2026-12-31', bloom)),
    )
    expect(seasonOf('2027-11-20', bloom)).toBe(seasonOf('2026-11-20', bloom) + 1)
  })

  it('sows when its own summer lies ahead', () => {
    const bloomIn = (half: Half) => gardenOf([], half).crops.get('zinnia')!.guide.bloom
    const [here, there] = [bloomIn('north'), bloomIn('south')]
    expect(
      Math.abs(
        daysBetween(latestSowing(2026, here, '2026-01-01'), latestSowing(2026, there, '2026-01-01')) -
          HALF_YEAR,
      ),
    ).toBeLessThan(4)
  })
})

describe('a garden near the equator', () => {
  const sited = { site: { latitude: 1.3, longitude: 36.8 }, zone: 'Africa/Nairobi' }
  const planned = [
    plant('2025-01-10', mother, 'Test Tall', 'lily'),
    plant('2025-01-10', father, 'Test Dark', 'lily'),
    cross('2026-11-20', 'lily', mother, father, CROSS),
  ]

  it('says that no season tells, and still asks for the flowers of a cross, over New Year too', () => {
    const day = dayIn(gardenOf(planned, 'tropics'), '2027-01-20', sited)
    const [bloom] = bloomsIn(day, bloomGround(day).plants.get(mother)!, 2027)
    expect(bloom).toMatchObject({ isUnknown: true })
    expect(bloom!.why).toMatch(/equator/)
    expect(bloomOf(day, mother, 2027)).toBeNull()
    const [choose] = stopsUntil(day, day.today).filter(stop => stop.step === 'choose')
    expect(choose).toMatchObject({ subject: { id: CROSS } })
    expect(choose!.because).toMatch(/no season says/)
  })

  it('foretells from what was seen, and from the day of sowing', () => {
    const seen = [...planned, deed('2025-09-20', 'bloomSeen', mother, { sign: 'first', on: '2025-09-14' })]
    const day = dayIn(gardenOf(seen, 'tropics'), '2026-02-01', sited)
    const [bloom] = bloomsIn(day, bloomGround(day).plants.get(mother)!, 2026)
    expect(bloom).toMatchObject({ isUnknown: false, records: 1 })
    const middle = dayOfNumber(Math.round(quantileIn(bloom!.start, 0.5)))
    expect(middle > '2026-07-15' && middle < '2026-11-15', middle).toBe(true)
  })
})
