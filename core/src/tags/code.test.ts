import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SERIALS_PER_YEAR, checkTagCode, codeInWords, tagCode, tagCodes } from './code'

const serial = () => fc.integer({ min: 0, max: SERIALS_PER_YEAR - 1 })
const code = () =>
  fc
    .tuple(fc.integer({ min: 2020, max: 2060 }), serial())
    .map(([year, n]) => tagCode(year, n))
    .filter(c => c !== null)

describe('tag codes', () => {
  it('pass their own check and show their year', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2020, max: 2060 }), serial(), (year, n) => {
        const made = tagCode(year, n)
        if (made) expect(checkTagCode(made)).toEqual({ ok: true, code: made, year })
      }),
    )
  })

  it('are all different within a year', () => {
    const { codes } = tagCodes(2026, 0, 11_000)
    expect(new Set(codes).size).toBe(11_000)
  })

  it('hold no look-alikes after the year', () => {
    expect(tagCodes(2026, 0, 5000).codes.join('')).not.toMatch(/-[^-]*[01ODQILBSGZUV]/)
  })

  it('catch every single wrong character', () => {
    fc.assert(
      fc.property(code(), fc.nat(), fc.constantFrom(...'0123456789ACEFHJKMNPRTWXY'), (right, at, wrong) => {
        const plain = right.replace('-', '')
        const place = at % plain.length
        fc.pre(plain[place] !== wrong)
        expect(checkTagCode(plain.slice(0, place) + wrong + plain.slice(place + 1)).ok).toBe(false)
      }),
      { numRuns: 2000 },
    )
  })

  it('catch every swap of neighbours', () => {
    fc.assert(
      fc.property(code(), fc.nat(), (right, at) => {
        const plain = right.replace('-', '')
        const place = at % (plain.length - 1)
        fc.pre(plain[place] !== plain[place + 1])
        const swapped = plain.slice(0, place) + plain[place + 1] + plain[place] + plain.slice(place + 2)
        expect(checkTagCode(swapped).ok).toBe(false)
      }),
      { numRuns: 2000 },
    )
  })

  it('are read with small letters, blanks and without the hyphen', () => {
    const [first] = tagCodes(2026, 5, 1).codes as [string]
    for (const typed of [first.toLowerCase(), ` ${first} `, first.replace('-', '')]) {
      expect(checkTagCode(typed)).toMatchObject({ ok: true, code: first })
    }
  })

  it.each([
    ['hello', /two digits of the year/],
    ['26-4RB2', /“B” is not used/],
    ['', /two digits/],
  ])('say what is wrong with %j', (typed, why) => {
    expect(checkTagCode(typed)).toMatchObject({ ok: false, why: expect.stringMatching(why) })
  })

  it('can be read aloud', () => {
    expect(codeInWords('26-4RMX')).toBe('26 · 4 Rose Mint Xylem')
  })
})
