import { describe, expect, it } from 'vitest'
import { askedAgain, mistakenShare, repeatsOf } from './repeats'
import type { Score } from './score'

const look = (value: number, more: Partial<Score> = {}): Score => ({
  trait: 'height',
  value,
  on: '2026-07-01',
  placeId: null,
  ...more,
})
const height = {
  id: 'height',
  name: 'height',
  hint: 'to the tip',
  scale: 'measure',
  unit: 'cm',
  most: 300,
} as const
const leaf = {
  id: 'height',
  name: 'leaf',
  hint: 'young leaves',
  scale: 'colour',
  swatches: ['green', 'red'].map(name => ({ name, colour: '#336633' })),
} as const

describe('second looks', () => {
  it('tell the error of one look: half the mean square of what the two differ by', () => {
    const plants = [
      [40, 44],
      [60, 58],
    ].map(([a, b]) => ({ scores: [look(a!), look(b!, { again: true })] }))
    expect(repeatsOf(plants, height)).toMatchObject({
      pairs: 2,
      error: Math.sqrt((16 + 4) / 4),
      agreed: { share: 0 },
    })
  })

  it('belong to the first look of the same person on the same day', () => {
    const plants = [
      { scores: [look(40, { by: 'Una' }), look(44, { by: 'Ivo', again: true })] },
      { scores: [look(40), look(44, { on: '2026-07-02', again: true })] },
      { scores: [look(40)] },
    ]
    expect(repeatsOf(plants, height)).toBeNull()
  })

  it('of swatches tell how often one is mistaken, beside what is assumed', () => {
    const pair = (a: number, b: number) => ({ scores: [look(a), look(b, { again: true })] })
    const plants = [...Array.from({ length: 9 }, () => pair(0, 0)), pair(0, 1)]
    const repeats = repeatsOf(plants, leaf)!
    expect(repeats).toMatchObject({ pairs: 10, error: null, agreed: { share: 0.9 } })
    expect(mistakenShare(repeats)).toBeCloseTo((1 + 1) / 40)
    expect(mistakenShare(null)).toBe(0.05)
  })
})

describe('a second look', () => {
  const family = Array.from({ length: 80 }, (_, i) => ({ id: `plant ${i}`, scores: i < 70 ? [look(i)] : [] }))
  const today = { on: '2026-07-01' }

  it('is asked for of one in ten of those that were seen that day, always the same ones', () => {
    const asked = askedAgain(family, 'height', today)
    expect(asked).toHaveLength(7)
    expect(askedAgain(family, 'height', today)).toEqual(asked)
    expect(asked.map(id => family.findIndex(p => p.id === id))).toEqual(
      asked.map(id => family.findIndex(p => p.id === id)).sort((a, b) => a - b),
    )
    expect(askedAgain(family, 'height', { on: '2026-07-02' })).toEqual([])
    expect(askedAgain(family, 'height', { ...today, by: 'Una' })).toEqual([])
  })

  it('is not asked for twice', () => {
    const [first, ...others] = askedAgain(family, 'height', today)
    const after = family.map(p =>
      p.id === first ? { ...p, scores: [...p.scores, look(1, { again: true })] } : p,
    )
    expect(askedAgain(after, 'height', today)).toEqual(others)
  })
})
