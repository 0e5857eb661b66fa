import { describe, expect, it } from 'vitest'
import { bloomEndingAfter, bloomIn, countByWeek, isInBloom, weekIndex, weeksOf } from './band'

describe('the season', () => {
  it('has weeks that cover each day of the year once', () => {
    for (const year of [2024, 2026]) {
      const weeks = weeksOf(year)
      expect(weeks[0]!.from).toBe(`${year}-01-01`)
      expect(weeks.at(-1)!.to).toBe(`${year}-12-31`)
      expect(weeks).toHaveLength(53)
    }
  })

  it('counts what fell into each week of its year only', () => {
    const counts = countByWeek(['2026-01-01', '2026-01-07', '2026-01-08', '2025-12-31'], 2026)
    expect(counts.slice(0, 3)).toEqual([2, 1, 0])
    expect(counts.reduce((sum, n) => sum + n, 0)).toBe(3)
    expect(weekIndex('2026-12-31')).toBe(52)
  })

  it('shows a bloom over New Year at both ends', () => {
    expect(bloomIn(2026, { from: '12-10', to: '04-10' })).toEqual([
      { from: '2026-01-01', to: '2026-04-10' },
      { from: '2026-12-10', to: '2026-12-31' },
    ])
    expect(bloomIn(2026, { from: '05-20', to: '09-25' })).toEqual([{ from: '2026-05-20', to: '2026-09-25' }])
  })

  it('knows the days on which a crop blooms', () => {
    const winter = { from: '12-10', to: '04-10' }
    expect(['2026-01-01', '2026-04-10', '2026-12-10'].map(day => isInBloom(day, winter))).toEqual([
      true,
      true,
      true,
    ])
    expect(['2026-04-11', '2026-12-09'].map(day => isInBloom(day, winter))).toEqual([false, false])
  })

  it('finds the bloom that is on, or the next', () => {
    const winter = { from: '12-10', to: '04-10' }
    expect(bloomEndingAfter('2026-02-01', winter)).toEqual({ from: '2025-12-10', to: '2026-04-10' })
    expect(bloomEndingAfter('2026-04-11', winter)).toEqual({ from: '2026-12-10', to: '2027-04-10' })
    const summer = { from: '05-20', to: '09-25' }
    expect(bloomEndingAfter('2026-09-25', summer)).toEqual({ from: '2026-05-20', to: '2026-09-25' })
    expect(bloomEndingAfter('2026-11-02', summer)).toEqual({ from: '2027-05-20', to: '2027-09-25' })
  })
})
