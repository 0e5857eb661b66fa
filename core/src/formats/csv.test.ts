import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayOrderOf, readDay, readNumber, readTable } from './csv'

describe('a table of text', () => {
  it('has its headings behind remarks, and rows with the lines they stand on', () => {
    expect(
      readTable('\uFEFFLake station\n\nDate;Min temp;Max temp\n1.2.2026;2,5;8\n\n2.2.2026;;9\n'),
    ).toEqual({
      headings: ['Date', 'Min temp', 'Max temp'],
      separator: ';',
      rows: [
        { line: 4, cells: ['1.2.2026', '2,5', '8'], text: '1.2.2026;2,5;8' },
        { line: 6, cells: ['2.2.2026', '', '9'], text: '2.2.2026;;9' },
      ],
    })
    expect(readTable('a\tb\n1\t2').separator).toBe('\t')
    expect(readTable('').rows).toEqual([])
  })

  it.each([
    ['12.5', ',', 12.5],
    ['-3', ';', -3],
    ['12,5', ';', 12.5],
    ['.5', ',', 0.5],
    ['', ',', null],
    ['n/a', ',', null],
    ['--', ';', null],
  ])('reads %j between %j as %j', (cell, separator, value) => expect(readNumber(cell, separator)).toBe(value))

  it.each(['cold', '1.2.3', '12,5x', '1e400000'])('takes %j for no number', cell =>
    expect(readNumber(cell, ';')).toBeNaN(),
  )
})

describe('the days of a file', () => {
  it.each([
    [['2026-06-14', '2026-06-15'], 'ymd'],
    [['14/6/2026', '1/7/2026'], 'dmy'],
    [['6/14/2026', '7/1/2026'], 'mdy'],
    [['1.2.2026'], 'dmy'],
    [['3/4/2026', '5/6/2026'], null],
    [['13/14/2026'], null],
    [['soon'], null],
  ])('%j are written %s', (texts, order) => expect(dayOrderOf(texts)).toBe(order))

  it('are days that exist', () => {
    expect(readDay('29.2.2024', 'dmy')).toBe('2024-02-29')
    expect(readDay('29.2.2025', 'dmy')).toBeNull()
    expect(readDay('1.2.26', 'dmy')).toBeNull()
  })

  it('are read as they were written, in each order', () =>
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1950-01-01'), max: new Date('2100-01-01'), noInvalidDate: true }),
        date => {
          const iso = date.toISOString().slice(0, 10)
          const [year, month, day] = iso.split('-').map(Number)
          expect(readDay(`${year}-${month}-${day}`, 'ymd')).toBe(iso)
          expect(readDay(`${day}.${month}.${year}`, 'dmy')).toBe(iso)
          expect(readDay(`${month}/${day}/${year} 05:00`, 'mdy')).toBe(iso)
        },
      ),
    ))
})
