import { expect, it } from 'vitest'
import { alikeSentence, ratioSentences } from './ratioWords'
import { rankRatios } from './segregation'

const said = (...observed: number[]) => {
  const { ranked, apartWith } = rankRatios(observed)
  return ratioSentences(
    observed.reduce((sum, n) => sum + n, 0),
    ranked,
    apartWith,
  )
}

it('names the ratio that fits best, those it cannot be told from, and what it takes', () => {
  const [fits, odd] = said(27, 7, 14)
  expect(fits).toMatch(
    /^9:3:4 fits best, but 2:1:1, 10:3:3, .* cannot be told from it yet\. It takes about \d+ plants/,
  )
  expect(odd).toBe('Of families of 9:3:4, 68 % are as far from it as this one, or farther.')
})

it('says where nothing else is likely, and where nothing fits', () => {
  expect(said(560, 190, 183, 66)[0]).toBe(
    '9:3:3:1 fits best; every other usual ratio is less than a twentieth as likely.',
  )
  expect(said(60, 5, 0)[1]).toMatch(/^Even so it fits badly: of families of .* Look for selfs/)
})

it('says how seldom a family that segregates is all alike', () => {
  expect(alikeSentence(10)).toBe(
    'All 10 plants are alike. In a family of 3:1 so many alike come in 5.6 %, in one of 1:1 in 0.10 %.',
  )
})
