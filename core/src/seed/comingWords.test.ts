import { expect, it } from 'vitest'
import type { ComingUp } from './comingUp'
import { giveUpInWords, stillInWords } from './comingWords'

const coming = (still: Partial<NonNullable<ComingUp['still']>> | null, fresh = 0) =>
  ({
    still: still && { by: '2026-04-02', expected: 9.2, low: 4, high: 14, any: 0.99, ...still },
    fresh,
  }) as ComingUp

it('says what is still to come, and by when', () => {
  expect(stillInWords(coming({}))).toBe('About 9 more seedlings by 2 April; four times in five 4 to 14.')
  expect(stillInWords(coming({ expected: 0.2, low: 0, high: 0 }))).toBe(
    'Hardly any more by 2 April; four times in five 0.',
  )
  expect(stillInWords(coming(null))).toBeNull()
})

it('gives a tray up only where hardly one seedling is to be hoped for, and weighs it against fresh seed', () => {
  expect(giveUpInWords(coming({}), true)).toBeNull()
  expect(giveUpInWords(coming(null), true)).toBeNull()
  const little = coming({ expected: 0.1, any: 0.1 }, 12)
  expect(giveUpInWords(little, true)).toMatch(/10 %; as much fresh seed .* about 12 .* may be given up/)
  expect(giveUpInWords(little, false)).not.toMatch(/fresh/)
  const waiting = { code: '26-7HNA', seedlings: 8.2 }
  expect(giveUpInWords(little, false, waiting)).toMatch(
    /In its place packet 26-7HNA, which waits, could give about 8 seedlings; here \d\.\d more are expected\.$/,
  )
  expect(giveUpInWords(little, false, { ...waiting, seedlings: 0.4 })).not.toMatch(/In its place/)
  expect(giveUpInWords(coming({ expected: 0.4, any: 0.35 }), false)).toMatch(/^The chance.* Keep it while/)
})
