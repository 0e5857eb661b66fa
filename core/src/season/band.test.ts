import { describe, expect, it } from 'vitest'
import {
  bloomEndingAfter,
  bloomIn,
  gardenYear,
  gardenYearOf,
  isInBloom,
  weeksOf,
  weeksWith,
  yearInWords,
} from './band'

const winter = { from: '12-10', to: '04-10' }
const summer = { from: '05-20', to: '09-25' }
const in2026 = gardenYear(2026, 'north')

describe('the garden’s year', () => {
  it('begins with January in the north and with July in the south, so that no summer is cut', () => {
    expect(in2026).toEqual({ from: '2026-01-01', to: '2026-12-31' })
    expect(gardenYear(2026, 'south')).toEqual({ from: '2026-07-01', to: '2027-06-30' })
    expect(['2026-06-30', '2026-07-01', '2027-06-30'].map(day => gardenYearOf(day, 'south'))).toEqual([
      2025, 2026, 2026,
    ])
    expect([yearInWords(2026, 'north'), yearInWords(1999, 'south')]).toEqual(['2026', '1999/00'])
  })

  it('has weeks that cover each of its days once', () => {
    for (const year of [gardenYear(2024, 'north'), in2026, gardenYear(2027, 'south')]) {
      const weeks = weeksOf(year)
      expect([weeks[0]!.from, weeks.at(-1)!.to]).toEqual([year.from, year.to])
      expect(weeks).toHaveLength(53)
    }
  })

  it('counts what fell into each of its weeks, and nothing of other years', () => {
    const days = ['2026-01-01', '2026-01-07', '2026-01-08', '2025-12-31', '2026-12-31', '2027-01-01']
    const counts = weeksWith(days, [], in2026).map(week => week.due)
    expect([counts[0], counts[1], counts[52]]).toEqual([2, 1, 1])
    expect(counts.reduce((sum, n) => sum + n, 0)).toBe(4)
    expect(weeksWith([], days, gardenYear(2026, 'south'))[26]!.done).toBe(2)
  })

  it('opens a week on its first day with work, or else with notes', () => {
    const [first, second, third] = weeksWith(
      ['2026-01-06', '2026-01-04'],
      ['2026-01-02', '2026-01-13', '2026-01-11'],
      in2026,
    )
    expect([first!.opens, second!.opens, third!.opens]).toEqual(['2026-01-04', '2026-01-11', '2026-01-15'])
  })
})

describe('the usual bloom', () => {
  it('is shown at both ends where the year cuts it, and in one piece where it does not', () => {
    expect(bloomIn(in2026, winter)).toEqual([
      { from: '2026-01-01', to: '2026-04-10' },
      { from: '2026-12-10', to: '2026-12-31' },
    ])
    expect(bloomIn(in2026, summer)).toEqual([{ from: '2026-05-20', to: '2026-09-25' }])
    expect(bloomIn(gardenYear(2026, 'south'), winter)).toEqual([{ from: '2026-12-10', to: '2027-04-10' }])
  })

  it('is on from its first day to its last', () => {
    const isOn = (day: string) => isInBloom(day, winter)
    expect(['2026-01-01', '2026-04-10', '2026-12-10', '2026-04-11', '2026-12-09'].map(isOn)).toEqual([
      true,
      true,
      true,
      false,
      false,
    ])
  })

  it('that is on, or the next, is the one a cross is planned for', () => {
    expect(bloomEndingAfter('2026-02-01', winter)).toEqual({ from: '2025-12-10', to: '2026-04-10' })
    expect(bloomEndingAfter('2026-04-11', winter)).toEqual({ from: '2026-12-10', to: '2027-04-10' })
    expect(bloomEndingAfter('2026-09-25', summer)).toEqual({ from: '2026-05-20', to: '2026-09-25' })
    expect(bloomEndingAfter('2026-11-02', summer)).toEqual({ from: '2027-05-20', to: '2027-09-25' })
  })

  it('of what flowers all year round ends a year after the cross was planned, not at New Year', () => {
    expect(bloomEndingAfter('2026-11-20', { from: '01-01', to: '12-31' })).toEqual({
      from: '2026-11-20',
      to: '2027-11-19',
    })
  })
})
