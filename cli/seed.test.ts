import { describe, expect, it } from 'vitest'
import { fileOf, virgulta } from './testing'

const counts = 'day,count\n4,1\n6,4\n8,15\n10,9\n12,9\n15,3\n'

describe('germination', () => {
  it('says the share, the speed, the spread and what is still to come', async () => {
    const { code, out } = await virgulta('germination', fileOf(counts), '--sown', '60', '--by', '25')
    expect(code).toBe(0)
    const said = JSON.parse(out)
    expect(Object.keys(said)).toEqual(['final', 't50', 'slope', 'logLikelihood', 'stillToCome'])
    for (const key of ['final', 't50', 'slope']) {
      expect(said[key].low).toBeLessThan(said[key].estimate)
      expect(said[key].high).toBeGreaterThan(said[key].estimate)
    }
    expect(said.stillToCome.by).toBe(25)
    const curve = (t: number) => said.final.estimate / (1 + (t / said.t50.estimate) ** -said.slope.estimate)
    const expected = (19 * (curve(25) - curve(15))) / (1 - curve(15))
    expect(said.stillToCome.expected).toBeCloseTo(expected, 6)
  })

  it('tells many trays in the order in which they stand', async () => {
    const file = fileOf('tray,day,count\nNorth,4,1\nSouth,4,0\nNorth,6,9\nSouth,6,3\n')
    const said = JSON.parse((await virgulta('germination', file, '--sown', '20')).out)
    expect(said.map((one: { tray: string }) => one.tray)).toEqual(['North', 'South'])
    const alone = await virgulta('germination', fileOf('day,count\n4,1\n6,9\n'), '--sown', '20')
    expect(said[0]).toEqual({ tray: 'North', ...JSON.parse(alone.out) })
  })

  it.each<[string, string, string[], RegExp]>([
    ['of one tray of many', 'tray,day,count\nA,6,1\nA,4,1\n', ['--sown', '20'], /^Tray A: /],
    ['a count that is none', 'day,count\n6,some\n', ['--sown', '20'], /count in line 2 of .* is a number/],
    ['no headings', '6,1\n8,2\n', ['--sown', '20'], /line of headings with day and count/],
    ['not saying how many were sown', counts, [], /Say how many seeds were sown/],
  ])('refuses %s in a sentence, with exit code 1', async (_, file, words, sentence) => {
    const said = await virgulta('germination', fileOf(file), ...words)
    expect(said.error).toMatch(sentence)
    expect(said.error.trim().split('\n')).toHaveLength(1)
    expect(said).toMatchObject({ code: 1, out: '' })
  })
})

const store = {
  ke: 8.86,
  cw: 5.61,
  ch: 0.0329,
  cq: 0.000478,
  ki: 2.5,
  moisturePercent: 8,
  celsius: 20,
  days: 1500,
}

describe('storage', () => {
  it('says what is alive by the viability equation', async () => {
    const { code, out } = await virgulta('storage', store)
    expect(code).toBe(0)
    expect(JSON.parse(out).viability).toBeCloseTo(0.786805, 6)
  })

  it.each<[string, object, RegExp]>([
    ['dry beyond nothing', { moisturePercent: -1 }, /between 0 and 100 %/],
    ['a constant that lacks', { ke: undefined }, /"ke" in/],
  ])('refuses %s', async (_, other, sentence) => {
    const said = await virgulta('storage', { ...store, ...other })
    expect(said.error).toMatch(sentence)
    expect(said).toMatchObject({ code: 1, out: '' })
  })
})
