import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MARKS, freeMark, isMark, markCode, markInWords } from './marks'

describe('marks for flowers too small for a tag', () => {
  it('differ by count or by the place of a gap, each from each', () => {
    expect(new Set(MARKS.map(markCode)).size).toBe(MARKS.length)
    expect(MARKS.length).toBeGreaterThan(30)
    for (const mark of MARKS) expect(mark.every(group => group >= 1 && group <= 4)).toBe(true)
  })

  it('come easiest first', () => {
    expect(MARKS.slice(0, 6).map(markCode)).toEqual(['1', '2', '1-1', '3', '1-2', '2-1'])
    expect(freeMark(['1', '2', '3'])).toBe('1-1')
    expect(freeMark([])).toBe('1')
  })

  it('are given out one after the other, no two the same, until there is none left', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: MARKS.length }), fathers => {
        const given: string[] = []
        for (let i = 0; i < fathers; i++) given.push(freeMark(given)!)
        expect(new Set(given).size).toBe(fathers)
        expect(given.every(isMark)).toBe(true)
      }),
    )
    expect(freeMark(MARKS.map(markCode))).toBeNull()
  })

  it('are said in words', () => {
    expect(markInWords('1', 'beads')).toBe('one bead')
    expect(markInWords('2-1', 'strokes')).toBe('two strokes, gap, one')
    expect([isMark('2-1'), isMark('9'), isMark('')]).toEqual([true, false, false])
  })
})
