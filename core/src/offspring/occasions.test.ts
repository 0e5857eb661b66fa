import { describe, expect, it } from 'vitest'
import { occasionEffects, onUsualOccasion } from './occasions'
import type { Looks } from './summary'
import { looksFrom } from './summary'

const looks = (...seen: [on: string, value: number, placeId?: string][]): Looks =>
  looksFrom(seen.map(([on, value, placeId = 'bench']) => ({ trait: 't', on, value, placeId })))
const mean = ({ means }: Looks) => means.reduce((sum, m) => sum + m.value, 0) / means.length

describe('seasons and places', () => {
  /** Twelve plants of 40 to 62 cm; the second season made all of them 15 cm taller. */
  const both = new Map(
    Array.from({ length: 12 }, (_, i): [string, Looks] => [
      `p${i}`,
      looks(['2024-07-01', 40 + 2 * i + (i % 3)], ['2025-07-01', 55 + 2 * i - (i % 2)]),
    ]),
  )

  it('are told apart from the plants that were seen in them', () => {
    const effects = occasionEffects(both)
    expect(effects.get('2025 bench')! - effects.get('2024 bench')!).toBeGreaterThan(11)
    expect(effects.get('2025 bench')! - effects.get('2024 bench')!).toBeLessThan(16)
    // Of two plants that were each seen once, the taller look is not the taller plant.
    const [small, tall] = [looks(['2024-07-01', 52]), looks(['2025-07-01', 60])]
    const all = occasionEffects(new Map([...both, ['small', small], ['tall', tall]]))
    expect(mean(onUsualOccasion(small, all))).toBeGreaterThan(mean(onUsualOccasion(tall, all)))
  })

  it('leave what was seen on one occasion as it is, and hardly touch plants that nothing ties together', () => {
    const one = new Map([
      ['a', looks(['2024-07-01', 40])],
      ['b', looks(['2024-07-09', 50])],
    ])
    expect(occasionEffects(one).size).toBe(0)
    const apart = new Map([
      ...Array.from({ length: 6 }, (_, i): [string, Looks] => [`a${i}`, looks(['2024-07-01', 40 + i])]),
      ...Array.from({ length: 6 }, (_, i): [string, Looks] => [
        `b${i}`,
        looks(['2024-07-01', 41 + i, 'field']),
      ]),
    ])
    const effects = occasionEffects(apart)
    expect(Math.abs(effects.get('2024 field')! - effects.get('2024 bench')!)).toBeLessThan(1)
  })
})
