import fc from 'fast-check'
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { Moment, isWithinYears, millisecondsOf, nearestMoment } from './moment'

const sentenceOf = (text: unknown) => v.safeParse(Moment, text).issues?.[0].message

describe('a moment', () => {
  it.each([
    ['2027-06-14T05:40:00Z', '2027-06-14T05:40:00.000Z'],
    ['2027-06-14T05:40:00.123456Z', '2027-06-14T05:40:00.123Z'],
    ['2027-06-14T05:40:00.999999999Z', '2027-06-14T05:40:01.000Z'],
    ['2027-06-14T05:40:00+05', '2027-06-14T00:40:00.000Z'],
    ['2027-06-14T05:40:00-09:30', '2027-06-14T15:10:00.000Z'],
    ['1900-01-01T13:00:00+13:00', '1900-01-01T00:00:00.000Z'],
    ['2199-12-31T23:59:59.999Z', '2199-12-31T23:59:59.999Z'],
  ])('%s is kept as %s', (text, kept) => expect(v.parse(Moment, text)).toBe(kept))

  it.each([
    // Text that compares well and lies before 1900 all the same.
    ['1900-01-01T00:00:00+14:00', 'Give a moment between the years 1900 and 2200.'],
    ['2199-12-31T23:59:59-01:00', 'Give a moment between the years 1900 and 2200.'],
    ['0000-01-01T00:00:00Z', 'Give a moment between the years 1900 and 2200.'],
    ['2027-02-31T05:40:00Z', 'Give the moment as 2027-06-14T05:40:00Z.'],
    ['2027-06-14T05:40:00', 'Give the moment as 2027-06-14T05:40:00Z.'],
    ['yesterday', 'Give the moment as 2027-06-14T05:40:00Z.'],
    [5, 'Give the moment as 2027-06-14T05:40:00Z.'],
  ])('%s is refused: %s', (text, sentence) => expect(sentenceOf(text)).toBe(sentence))

  it('is the same however it is written, and taken again as it was kept', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1900-01-02'), max: new Date('2199-12-30'), noInvalidDate: true }),
        fc.integer({ min: -14 * 60, max: 14 * 60 }),
        (date, offset) => {
          const local = new Date(date.getTime() + offset * 60_000).toISOString().slice(0, -1)
          const two = (n: number) => String(n).padStart(2, '0')
          const text = `${local}${offset < 0 ? '-' : '+'}${two(Math.floor(Math.abs(offset) / 60))}:${two(Math.abs(offset) % 60)}`
          expect(v.parse(Moment, text)).toBe(date.toISOString())
          expect(v.parse(Moment, v.parse(Moment, text))).toBe(date.toISOString())
        },
      ),
    )
  })
})

it('what lies outside the years that count is brought to their edge', () => {
  expect(nearestMoment(millisecondsOf('1899-12-31T10:00:00Z'))).toBe('1900-01-01T00:00:00.000Z')
  expect(nearestMoment(millisecondsOf('9999-01-01T00:00:00Z'))).toBe('2199-12-31T23:59:59.999Z')
  expect(isWithinYears(Number.NaN)).toBe(false)
})

it('reads a moment as this program writes it, and none on a day that no calendar has', () => {
  expect(millisecondsOf('2027-06-14T05:40:00.120Z')).toBe(Date.UTC(2027, 5, 14, 5, 40, 0, 120))
  expect(millisecondsOf('2027-02-28T23:59:59.999Z')).toBe(Date.UTC(2027, 1, 28, 23, 59, 59, 999))
  for (const none of ['2027-02-30T05:40:00.000Z', '2027-02-29T05:40:00Z', '2027-13-01T00:00:00.000Z', 'June'])
    expect(millisecondsOf(none)).toBeNaN()
})
