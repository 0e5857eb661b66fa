import { describe, expect, it } from 'vitest'
import { aliasTable } from './alias'
import { randomStream } from './stream'

/** How likely each outcome is by a table. */
function chancesOf({ cuts, aliases }: ReturnType<typeof aliasTable>, full: number): number[] {
  const found = cuts.map(() => 0)
  cuts.forEach((cut, slot) => {
    found[slot]! += cut / full / cuts.length
    found[aliases[slot]!]! += (full - cut) / full / cuts.length
  })
  return found
}

describe('an alias table', () => {
  const FULL = 2 ** 22
  it.each([
    ['of one outcome', [1]],
    ['of equally likely ones', [0.25, 0.25, 0.25, 0.25]],
    ['with some that never come', [0, 0.5, 0, 0.5]],
    ['with one that nearly always comes', [1e-5, 1 - 3e-5, 1e-5, 1e-5]],
  ])('%s takes each by its chance', (_, chances) => {
    chancesOf(aliasTable(chances, FULL), FULL).forEach((p, i) => expect(p).toBeCloseTo(chances[i]!, 6))
  })

  it('takes a thousand outcomes, each by its chance', () => {
    const { uniform } = randomStream(4)
    const raw = Array.from({ length: 1024 }, () => uniform() ** 6)
    const sum = raw.reduce((a, b) => a + b, 0)
    const chances = raw.map(one => one / sum)
    const found = chancesOf(aliasTable(chances, FULL), FULL)
    expect(Math.max(...found.map((p, i) => Math.abs(p - chances[i]!)))).toBeLessThan(2 / FULL)
  })
})
