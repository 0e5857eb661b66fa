import { expect, it } from 'vitest'
import type { TraitDescription } from '../offspring/trait'
import { expectedRange, expectedWords } from './meritWords'

const height = { name: 'height', hint: '', scale: 'measure', unit: 'cm', most: 300 } as TraitDescription
const vigour = {
  name: 'vigour',
  hint: '',
  scale: 'steps',
  steps: ['weak', 'fair', 'good'],
} as TraitDescription

it('says what is expected in the trait’s own words', () => {
  expect(expectedWords(height, 53.6)).toBe('54 cm')
  expect(expectedRange(height, { low: 48.2, high: 60.4 })).toBe('48–60 cm')
  expect(expectedWords(vigour, 1.1)).toBe('fair')
  expect(expectedWords(vigour, 1.9)).toBe('good')
  expect(expectedWords(vigour, 0.5)).toBe('weak to fair')
  expect(expectedWords(vigour, 2)).toBe('good')
  expect(expectedRange(vigour, { low: 0.2, high: 1.8 })).toBe('weak to good')
  expect(expectedRange(vigour, { low: 0.9, high: 1.2 })).toBe('fair')
})
