import { randomStream } from '@virgulta/core/chance/stream'
import { describe, expect, it } from 'vitest'
import { genesOf, inherited, looksOf, meritOf } from './genes'
import { Scribe } from './scribe'

const scribe = new Scribe(randomStream(4))
const dark = genesOf(
  'chilli',
  { 'leaf-colour': 2, 'fruit-stance': 2, 'height': 85, 'vigour': 2 },
  true,
  scribe,
)
const low = genesOf(
  'chilli',
  { 'leaf-colour': 0, 'fruit-stance': 0, 'height': 34, 'vigour': 3 },
  true,
  scribe,
)
const family = (one: typeof dark, other: typeof dark, size: number) =>
  Array.from({ length: size }, () => looksOf('chilli', inherited(one, other, scribe), scribe))

describe('the plants of the demo garden', () => {
  it('look like what their genes were made from', () => {
    for (let i = 0; i < 20; i++) {
      expect(looksOf('chilli', dark, scribe)).toMatchObject({ 'leaf-colour': 2, 'fruit-stance': 2 })
      expect(looksOf('chilli', low, scribe).height).toBeLessThan(55)
      expect(looksOf('chilli', dark, scribe).height).toBeGreaterThan(70)
    }
  })

  it('are alike in a cross of lines, and split when it is selfed', () => {
    const f1 = inherited(dark, low, scribe)
    expect(family(dark, low, 40).every(p => p['leaf-colour'] === 1 && p['fruit-stance'] === 1)).toBe(true)
    const f2 = family(f1, f1, 4000)
    const share = (value: number) => f2.filter(p => p['leaf-colour'] === value).length / f2.length
    expect(share(0)).toBeCloseTo(0.25, 1)
    expect(share(1)).toBeCloseTo(0.5, 1)
    expect(f2.filter(p => p['leaf-colour'] === 2 && p['fruit-stance'] === 2).length / f2.length).toBeCloseTo(
      1 / 16,
      1,
    )
  })

  it('are near black by two loci', () => {
    const black = genesOf(
      'chilli',
      { 'leaf-colour': 3, 'fruit-stance': 0, 'height': 50, 'vigour': 2 },
      true,
      scribe,
    )
    expect(looksOf('chilli', black, scribe)['leaf-colour']).toBe(3)
    const f1 = inherited(black, low, scribe)
    const f2 = family(f1, f1, 4000)
    expect(f2.filter(p => p['leaf-colour'] === 3).length / f2.length).toBeCloseTo(1 / 16, 1)
  })

  it('are liked for what the garden is after', () => {
    expect(
      meritOf('chilli', { 'leaf-colour': 2, 'fruit-stance': 2, 'height': 40, 'vigour': 3 }),
    ).toBeGreaterThan(meritOf('chilli', { 'leaf-colour': 0, 'fruit-stance': 2, 'height': 40, 'vigour': 3 }))
    expect(
      meritOf('hellebore', { 'flower-colour': 3, 'doubling': 2, 'stance': 2, 'vigour': 2 }),
    ).toBeGreaterThan(meritOf('hellebore', { 'flower-colour': 1, 'doubling': 2, 'stance': 2, 'vigour': 2 }))
  })
})
