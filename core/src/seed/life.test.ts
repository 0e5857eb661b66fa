import { describe, expect, it } from 'vitest'
import { normalCdf } from '../chance/distributions'
import { spreadOfDeaths, viabilityStored } from './life'

const constants = { ke: 8.86, cw: 5.61, ch: 0.0329, cq: 0.000478 }
const keeping = { moisturePercent: 8, celsius: 20 }

describe('the viability equation', () => {
  it('is the probit of what was alive, less the days by the spread of deaths', () => {
    const spread = 10 ** (8.86 - 5.61 * Math.log10(8) - 0.0329 * 20 - 0.000478 * 400)
    expect(spreadOfDeaths(constants, keeping)).toBeCloseTo(spread, 9)
    expect(viabilityStored(2.5, constants, keeping, 1500)).toBeCloseTo(normalCdf(2.5 - 1500 / spread), 12)
    expect(viabilityStored(0, constants, keeping, 0)).toBe(0.5)
  })

  it('keeps drier and colder seed longer', () => {
    const alive = (moisturePercent: number, celsius: number) =>
      viabilityStored(2, constants, { moisturePercent, celsius }, 2000)
    expect(alive(6, 20)).toBeGreaterThan(alive(9, 20))
    expect(alive(8, 5)).toBeGreaterThan(alive(8, 25))
  })

  it.each<[string, object, number, RegExp]>([
    ['a moisture of none', { moisturePercent: 0 }, 10, /between 0 and 100 %/],
    ['a heat that cooks', { celsius: 400 }, 10, /−200 to 100 °C/],
    ['days before it was put away', {}, -1, /0 or more, not -1/],
  ])('refuses %s', (_, other, days, sentence) => {
    expect(() => viabilityStored(2, constants, { ...keeping, ...other }, days)).toThrow(sentence)
  })
})
