import type { TraitSummary } from './summary'
import type { TraitDescription } from './trait'
import { describe, expect, it } from 'vitest'
import { errorWords, summaryWords, wholeSummary } from './summaryWords'

const hint = 'x'
const stance: TraitDescription = {
  name: 'stance',
  hint,
  scale: 'steps',
  steps: ['hangs', 'sideways', 'upright'],
}
const height: TraitDescription = { name: 'height', hint, scale: 'measure', unit: 'cm', most: 300 }
const fruits: TraitDescription = { name: 'fruits', hint, scale: 'count', most: 40 }
const hot: TraitDescription = { name: 'hot', hint, scale: 'yesNo' }
const petal: TraitDescription = {
  name: 'petal',
  hint,
  scale: 'colour',
  swatches: [
    { name: 'dusk', colour: '#553344' },
    { name: 'fog', colour: '#bbbbcc' },
  ],
}
const summary = (more: Partial<TraitSummary>): TraitSummary => ({
  n: 4,
  occasions: 3,
  mean: null,
  standardError: null,
  shares: null,
  lastOn: '2026-02-24',
  ...more,
})

describe('what scores come to', () => {
  it('is the step that was seen most, of several the one nearest to the mean, or the mean with its unit', () => {
    expect(summaryWords(stance, summary({ mean: 1.6, shares: [0, 0.5, 0.5] }))).toBe('upright (2 of 4)')
    expect(summaryWords(height, summary({ mean: 81.7 }))).toBe('82 cm')
    expect(summaryWords(height, summary({ mean: 6.24 }))).toBe('6.2 cm')
    expect(summaryWords(fruits, summary({ mean: 3.5 }))).toBe('3.5')
  })

  it('is what was mostly seen, where there is no order, with how often', () => {
    expect(summaryWords(petal, summary({ shares: [0.25, 0.75] }))).toBe('fog (3 of 4)')
    expect(summaryWords(petal, summary({ shares: [1, 0] }))).toBe('dusk')
    expect(summaryWords(hot, summary({ mean: 0.25, shares: [0.75, 0.25] }))).toBe('no (3 of 4)')
  })

  it('carries its standard error where it has one', () => {
    expect(errorWords(height, summary({ mean: 82, standardError: 3.04 }))).toBe('±3.0')
    expect(errorWords(height, summary({ mean: 200, standardError: 22 }))).toBe('±22')
    // Words have no number to add to: how often each was seen stands in the title.
    expect(errorWords(stance, summary({ mean: 2, standardError: 0.17 }))).toBe('')
    expect(errorWords(height, summary({ mean: 82 }))).toBe('')
    expect(errorWords(hot, summary({ mean: 1, standardError: 0.2, shares: [0, 1] }))).toBe('')
  })

  it('is told whole on pointing at it', () => {
    expect(wholeSummary(stance, summary({ mean: 1.75, shares: [0, 0.25, 0.75] }))).toBe(
      'stance: upright (3 of 4) (sideways 1×, upright 3×); 4 looks on 3 occasions, last on 2026-02-24',
    )
    expect(wholeSummary(height, summary({ mean: 82, standardError: 3 }))).toBe(
      'height: 82 cm, mean 82.00 ± 3.00 on a usual occasion; 4 looks on 3 occasions, last on 2026-02-24',
    )
    expect(wholeSummary(petal, summary({ n: 1, occasions: 1, shares: [1, 0] }))).toBe(
      'petal: dusk; 1 look on 1 occasion, last on 2026-02-24',
    )
  })
})
