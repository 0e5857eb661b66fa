import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { CropGuide } from './guide'
import { builtInGuides } from './guides'

describe('the guides that come with Virgulta', () => {
  it.each(builtInGuides)('$name is complete and its ranges can be ranges', (guide) => {
    expect(v.parse(CropGuide, guide)).toEqual(guide)
  })

  it('have different names', () => {
    expect(new Set(builtInGuides.map(g => g.id)).size).toBe(builtInGuides.length)
  })

  it.each([
    ['a range upside down', { take: { ...builtInGuides[0]!.take, daysAfterPollination: { low: 9, high: 4 } } }],
    ['a share over one', { take: { ...builtInGuides[0]!.take, rate: { low: 0.5, high: 1.2 } } }],
    ['an unknown flower form', { form: 'spiral' }],
    ['no trait to score', { judging: { ...builtInGuides[0]!.judging, traits: [] } }],
  ])('refuse %s', (_, change) => {
    expect(v.safeParse(CropGuide, { ...builtInGuides[0], ...change }).success).toBe(false)
  })
})
