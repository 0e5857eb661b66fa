import { expect, it } from 'vitest'
import { breadthInWords, lossOfVariety, parentsForBreadth } from './breadth'

it('is lost by half of one over the effective size', () => {
  // One father on a hundred mothers: Ne = 400 / 101.
  expect(lossOfVariety(100, 1)).toBeCloseTo(1 / (2 * (400 / 101)), 10)
  expect(lossOfVariety(25, 25)).toBeCloseTo(0.01, 10)
  expect(parentsForBreadth()).toBe(25)
  expect(parentsForBreadth(0.005)).toBe(50)
})

it('is said for the plants that stand there', () => {
  expect(breadthInWords(null)).toMatch(/25 plants on 25 others loses about 1 %.*say how many/)
  expect(breadthInWords(80)).toMatch(/80 plants stand there/)
  expect(breadthInWords(10)).toMatch(
    /half on half loses about 5 %; all as mothers and as fathers about 2.5 %/,
  )
  expect(breadthInWords(1)).toMatch(/it is a self/)
})
