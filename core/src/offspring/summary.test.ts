import { describe, expect, it } from 'vitest'
import type { Looks } from './summary'
import { looksFrom, summaryOf, withinPlants } from './summary'
import type { TraitDescription } from './trait'

const height: TraitDescription = { name: 'height', hint: 'x', scale: 'measure', unit: 'cm', most: 300 }
const stance: TraitDescription = {
  name: 'stance',
  hint: 'x',
  scale: 'steps',
  steps: ['hangs', 'sideways', 'upright'],
}
const colour: TraitDescription = {
  name: 'colour',
  hint: 'x',
  scale: 'colour',
  swatches: [
    { name: 'dusk', colour: '#553344' },
    { name: 'fog', colour: '#bbbbcc' },
  ],
}
const looks = (...seen: [on: string, value: number, placeId?: string][]): Looks =>
  looksFrom(seen.map(([on, value, placeId = 'bench']) => ({ trait: 't', on, value, placeId })))

describe('the looks at one plant', () => {
  it('are averaged over seasons and places, not over looks of one season', () => {
    const summary = summaryOf(
      height,
      looks(['2024-07-01', 40], ['2024-07-08', 44], ['2025-07-01', 50]),
      null,
    )!
    expect(summary).toMatchObject({ n: 3, occasions: 2, mean: 46, lastOn: '2025-07-01', shares: null })
    // Means of the occasions: 42 and 50; standard deviation √32, over √2.
    expect(summary.standardError).toBeCloseTo(4, 12)
  })

  it('of one summer are of one season, whichever side of the equator it lies on', () => {
    const scores = ['2025-12-20', '2026-01-20'].map(on => ({ trait: 't', on, value: 1, placeId: 'bench' }))
    expect([looksFrom(scores, 'north'), looksFrom(scores, 'south')].map(({ means }) => means.length)).toEqual(
      [2, 1],
    )
  })

  it('of one season in two places are two occasions', () => {
    expect(
      summaryOf(height, looks(['2024-07-01', 40, 'bench'], ['2024-07-01', 50, 'field']), null)!.occasions,
    ).toBe(2)
  })

  it('on one occasion have a standard error only from what other plants tell', () => {
    expect(summaryOf(height, looks(['2024-07-01', 40]), null)!.standardError).toBeNull()
    const within = withinPlants([
      looks(['2024-07-01', 40], ['2025-07-01', 44]),
      looks(['2024-07-01', 60], ['2025-07-01', 62]),
      looks(['2024-07-01', 90]),
    ])
    expect(within).toEqual({ variance: (8 + 2) / 2, freedom: 2 })
    expect(summaryOf(height, looks(['2024-07-01', 40]), within)!.standardError).toBeCloseTo(Math.sqrt(5), 12)
  })

  it('that agree on steps still hide half a step', () => {
    expect(
      summaryOf(stance, looks(['2024-07-01', 2], ['2025-07-01', 2], ['2026-07-01', 2]), null)!.standardError,
    ).toBeCloseTo(Math.sqrt(1 / 36), 12)
  })

  it('at a colour have shares and no mean', () => {
    expect(
      summaryOf(
        colour,
        looks(['2024-07-01', 0], ['2025-07-01', 1], ['2026-07-01', 1], ['2026-07-02', 1]),
        null,
      ),
    ).toMatchObject({ mean: null, shares: [0.25, 0.75] })
  })

  it('that were not made are missing', () => {
    expect(summaryOf(height, looks(), { variance: 4, freedom: 9 })).toBeNull()
    expect(withinPlants([looks(['2024-07-01', 1])])).toBeNull()
  })
})
