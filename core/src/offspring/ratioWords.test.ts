import { describe, expect, it } from 'vitest'
import { pooledTest } from './pooled'
import { alikeSentence, pooledSentences, ratioSentences, togetherSentences } from './ratioWords'
import { rankRatios } from './segregation'
import { togetherIn } from './together'

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

describe('families pooled', () => {
  it('say whether they agree, and together go with the ratio', () => {
    const families = [
      [30, 11],
      [45, 14],
    ]
    const words = pooledSentences([41, 59], [3, 1], pooledTest(families, [3, 1]))
    expect(words[0]).toMatch(/^Together 100 plants of 2 families: they go with 3:1 \(G 0\.0;/)
    expect(words[1]).toMatch(/^They agree with each other/)
  })

  it('that differ say nothing together', () => {
    const families = [
      [30, 10],
      [10, 30],
    ]
    const words = pooledSentences([40, 40], [1, 1], pooledTest(families, [1, 1]))
    expect(words).toHaveLength(1)
    expect(words[0]).toMatch(/^The 2 families differ .* look at each\.$/)
  })
})

describe('two traits in words', () => {
  const words = (table: number[][]) =>
    togetherSentences(
      togetherIn(table),
      ['leaf', 'height'],
      [
        ['green', 'red'],
        ['tall', 'short'],
      ],
    )
  it('linked: how often they were parted, and what came in together', () => {
    const [free, linked] = words([
      [70, 4],
      [4, 22],
    ])
    expect(free).toMatch(/do not go together by chance/)
    expect(linked).toMatch(/they are linked: parted in .* red and short came in from one parent\.$/)
  })
  it('few: they may be, and more would tell', () => {
    expect(
      words([
        [14, 2],
        [2, 4],
      ])[1],
    ).toMatch(/they may be linked/)
  })
  it('independent: nothing speaks for it', () => {
    expect(
      words([
        [90, 30],
        [30, 10],
      ])[1],
    ).toMatch(/nothing speaks for a linkage/)
  })
  it('of more classes than one gene makes: no recombination', () => {
    expect(
      togetherSentences(
        togetherIn([
          [3, 4, 5, 6],
          [4, 3, 6, 5],
        ]),
        ['leaf', 'height'],
        [
          ['green', 'red'],
          ['a', 'b', 'c', 'd'],
        ],
      )[1],
    ).toMatch(/no recombination is reckoned/)
  })
})
