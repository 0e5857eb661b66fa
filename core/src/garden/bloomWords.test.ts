import { describe, expect, it } from 'vitest'
import { certain } from '../bloom/chances'
import type { BloomForecast } from './blooms'
import { endWords, startWords, windowWords } from './bloomWords'
import { dayNumber } from '../time/days'

const week = (day: string) => ({ first: dayNumber(day), p: Array<number>(10).fill(0.1) })
const window: BloomForecast = {
  season: 2026,
  batch: null,
  start: week('2026-06-01'),
  length: { first: 20, p: [0.5, 0.5] },
  isBegun: false,
  isOver: false,
  seen: null,
  notYetOn: null,
  isUnknown: false,
  heldDays: 0,
  why: '',
  records: 0,
  chosenBy: 'guide',
}
const seen = { first: '2026-06-04', full: null, last: null, seen: '2026-06-04' }

describe('a bloom in words', () => {
  it('stands with its range while it is foretold', () => {
    expect(startWords(window)).toBe('about 5 Jun (1 Jun–9 Jun)')
    expect(endWords(window)).toBe('about 24 Jun (20 Jun–29 Jun)')
    expect(
      windowWords({
        ...window,
        batch: { id: 'b', code: '26-4RMX', plannedFor: '2026-02-20', sownOn: null, why: '' },
      }),
    ).toBe(
      'batch 26-4RMX, to be sown 20 February: in bloom from about 5 Jun (1 Jun–9 Jun) to about 24 Jun (20 Jun–29 Jun)',
    )
  })

  it('is a day once it was seen', () => {
    const begun = { ...window, start: certain(dayNumber('2026-06-04')), seen, isBegun: true }
    expect(startWords(begun)).toBe('4 Jun')
    expect(endWords({ ...begun, length: certain(10), isOver: true })).toBe('13 Jun')
  })
})
