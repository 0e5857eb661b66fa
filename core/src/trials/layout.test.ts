import { group } from 'd3-array'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { bySpot, inRows, layoutOf } from './layout'

const trial = { lines: ['A', 'B', 'C', 'D', 'E'], repeats: 3, check: null, every: 4, across: 4, from: 1 }

describe('plots of a trial', () => {
  it('hold every line once in each repeat, each repeat in rows of its own', () => {
    const plots = layoutOf(trial, randomStream(1))
    const blocks = group(plots, plot => plot.spot.block)
    expect([...blocks.keys()]).toEqual([1, 2, 3])
    for (const [block, own] of blocks) {
      expect(own.map(plot => plot.line).sort()).toEqual(trial.lines)
      expect(new Set(own.map(plot => plot.spot.row))).toEqual(new Set([block! * 2 - 1, block! * 2]))
    }
    expect(new Set(plots.map(({ spot }) => `${spot.row}/${spot.at}`)).size).toBe(plots.length)
  })
  it('draw an order anew for each repeat, and each line comes to stand anywhere', () => {
    const firsts = Array.from({ length: 500 }, (_, i) => layoutOf(trial, randomStream(i + 1))[0]!.line)
    // Each is first in a fifth of the draws; 60 to 140 of 500 is over four standard errors wide.
    for (const [, own] of group(firsts, line => line)) {
      expect(own.length).toBeGreaterThan(60)
      expect(own.length).toBeLessThan(140)
    }
    const [one, two] = [1, 2].map(block =>
      layoutOf({ ...trial, lines: [...'ABCDEFGHIJKL'] }, randomStream(3))
        .filter(plot => plot.spot.block === block)
        .map(plot => plot.line),
    )
    expect(one).not.toEqual(two)
  })
  it('have the check first and behind every so many others, though it is among the lines, too', () => {
    const plots = layoutOf({ ...trial, check: 'C', every: 2, repeats: 1, from: 7 }, randomStream(5))
    expect(plots.map(plot => plot.line === 'C')).toEqual([true, false, false, true, false, false])
    expect(plots[0]!.spot).toEqual({ row: 7, at: 1, block: 1 })
    expect(plots[5]!.spot).toEqual({ row: 8, at: 2, block: 1 })
  })
})

describe('rows', () => {
  it('are filled one after the other, and read in that order', () => {
    expect(inRows(['a', 'b', 'c'], 2, 4)).toEqual([
      { one: 'a', row: 4, at: 1 },
      { one: 'b', row: 4, at: 2 },
      { one: 'c', row: 5, at: 1 },
    ])
    const spots = [null, { row: 2, at: 1 }, { row: 1, at: 9 }, { row: 1, at: 2 }]
    expect([...spots].sort(bySpot)).toEqual([{ row: 1, at: 2 }, { row: 1, at: 9 }, { row: 2, at: 1 }, null])
  })
})
