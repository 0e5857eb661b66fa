import { expect, it } from 'vitest'
import { looks } from './looks'

/** Relative luminance of a colour `#rrggbb`. @see WCAG 2.2, 1.4.3 */
function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5]
    .map(at => parseInt(colour.slice(at, at + 2), 16) / 255)
    .map(c => (c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)) as [number, number, number]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
function contrast(one: string, two: string): number {
  const [dark, light] = [luminance(one), luminance(two)].sort((a, b) => a - b) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}

it.each(Object.entries(looks))('every text of the %s look is readable on every ground', (_, look) => {
  const { paper, sheet, wash, ink, quiet, sap, onSap, seed, pollen, fail, doubt } = look
  for (const text of [ink, quiet, sap, seed, pollen, fail, doubt]) {
    for (const ground of [paper, sheet, wash])
      expect(contrast(text, ground), `${text} on ${ground}`).toBeGreaterThanOrEqual(4.5)
  }
  expect(contrast(onSap, sap)).toBeGreaterThanOrEqual(4.5)
  // What was refused: the sheet's colour on red.
  expect(contrast(sheet, fail)).toBeGreaterThanOrEqual(4.5)
})
