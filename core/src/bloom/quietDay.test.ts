import { describe, expect, it } from 'vitest'
import { builtInGuide } from '../crops/guides/all'
import { quietDay } from './quietDay'
import { seasonOf } from './season'

/** Usually in bloom from June to August; its year is cut in January. */
const { bloom } = builtInGuide('lily')!
const winter = [
  { from: '2023-12-20', to: '2024-02-10' },
  { from: '2024-12-28', to: '2025-02-02' },
  { from: '2025-12-15', to: '2026-01-30' },
]

describe('the flowering year', () => {
  it('stays cut as the guide says while no bloom is torn by it, or little was noted', () => {
    expect(quietDay([], bloom)).toBeNull()
    expect(quietDay(winter.slice(0, 2), bloom)).toBeNull()
    const summer = ['2023', '2024', '2025'].map(year => ({ from: `${year}-06-20`, to: `${year}-07-10` }))
    expect(quietDay(summer, bloom)).toBeNull()
  })

  it('is cut where the records flower least, so that a bloom over New Year is one', () => {
    const cut = quietDay(winter, bloom)!
    // Nothing was in bloom from 11 February to 14 December.
    expect(cut > '06-01' && cut < '08-01').toBe(true)
    const here = { ...bloom, cut }
    for (const { from, to } of winter) {
      expect(seasonOf(from, bloom)).not.toBe(seasonOf(to, bloom))
      expect(seasonOf(from, here)).toBe(seasonOf(to, here))
    }
    expect(new Set(winter.map(({ from }) => seasonOf(from, here))).size).toBe(3)
  })

  it('goes by the year in which its usual start lies, on either side of the cut', () => {
    const early = { ...bloom, cut: '03-01' }
    expect(['2026-02-28', '2026-03-01', '2026-06-10', '2027-02-28'].map(day => seasonOf(day, early))).toEqual(
      [2025, 2026, 2026, 2026],
    )
    const late = { ...bloom, cut: '07-01' }
    expect(['2026-06-10', '2026-06-30', '2026-07-01', '2027-06-10'].map(day => seasonOf(day, late))).toEqual([
      2026, 2026, 2027, 2027,
    ])
  })
})
