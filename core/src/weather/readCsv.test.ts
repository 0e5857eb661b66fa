import { describe, expect, it } from 'vitest'
import { neverSeen } from '../bloom/note'
import { readBloomCsv } from '../bloom/readCsv'
import { deed, newId } from '../testing/deeds'
import { daysRead, readingsAfter } from './readings'
import { readWeatherCsv } from './readCsv'

const read = (text: string, zone = 'Europe/Dublin') => {
  const file = readWeatherCsv(text, zone)
  if ('why' in file) throw new Error(file.why)
  return file
}

describe('a weather file', () => {
  it('of days is read, with its gaps, its doubles and its nonsense named', () => {
    const file = read(
      'date,tmin,tmax,rain\n2026-03-01,2.1,9.4,0\n2026-03-02,3,11,1.2\n2026-03-02,3,11,1.2\n2026-03-05,x,9,0\n2026-03-06,9,4,0\n2026-03-07,1,99,0\n2026-02-30,1,2,0\n2026-03-08,4,12,\n2026-03-08,4,13,\n2026-03-09,5,,0\n2026-03-10,5,14,0\n',
    )
    expect(file).toMatchObject({
      unit: 'day',
      days: [
        ['2026-03-01', 2.1, 9.4, 0],
        ['2026-03-02', 3, 11, 1.2],
        ['2026-03-10', 5, 14, 0],
      ],
      gaps: [{ from: '2026-03-03', to: '2026-03-09' }],
    })
    expect(file.leftOut.map(l => [l.line, l.why.slice(0, 24)])).toEqual([
      [5, 'A temperature is no numb'],
      [6, 'The lowest temperature l'],
      [7, 'A temperature of 99 °C i'],
      [8, 'It has no day that exist'],
      [9, '2026-03-08 is there agai'],
      [10, '2026-03-08 was read on l'],
      [11, 'A temperature is missing'],
    ])
  })

  it('may use semicolons, decimal commas, days first, and remarks above its headings', () => {
    const file = read(
      'Station by the lake;;\nall values checked;;\nDate;Min temp;Max temp;Precip (mm)\n14.06.2026;8,5;19,25;0,4\n13.06.2026;7;18;\n',
    )
    expect(file.days).toEqual([
      ['2026-06-13', 7, 18, null],
      ['2026-06-14', 8.5, 19.25, 0.4],
    ])
    expect(file.notes.join(' ')).toContain('semicolons')
  })

  it('may be in Fahrenheit where its heading says so', () => {
    const file = read('day,low (°F),high (°F)\n2026-07-01,50,68\n')
    expect(file.days).toEqual([['2026-07-01', 10, 20, null]])
    expect(file.notes.join(' ')).toContain('Fahrenheit and were turned into °C')
  })

  it('of hours keeps the doubled hour apart and leaves out the one that the clock skips', () => {
    const file = read(
      'time,temperature,humidity\n2026-03-29 00:00,5,80\n2026-03-29 01:00,5,80\n2026-03-29 02:00,6,79\n2026-10-25 00:00,9,90\n2026-10-25 01:00,8,91\n2026-10-25 01:00,7,92\n2026-10-25 02:00,7,93\n',
    )
    expect(file.hours.map(h => [h[0], h[1]])).toEqual([
      ['2026-03-29T00:00:00.000Z', 5],
      ['2026-03-29T01:00:00.000Z', 6],
      ['2026-10-24T23:00:00.000Z', 9],
      ['2026-10-25T00:00:00.000Z', 8],
      ['2026-10-25T01:00:00.000Z', 7],
      ['2026-10-25T02:00:00.000Z', 7],
    ])
    expect(file.leftOut).toEqual([
      expect.objectContaining({ line: 3, why: 'The clock skips 1:00 on this day: summer time begins.' }),
    ])
    expect(file.gaps).toEqual([{ from: '2026-03-29T02:00:00.000Z', to: '2026-10-24T22:00:00.000Z' }])
    expect(
      read('time,temp\n2026-06-12T05:00:00+02:00,11\n2026-06-12T04:00:00Z,12\n').hours.map(h => h[0]),
    ).toEqual(['2026-06-12T03:00:00.000Z', '2026-06-12T04:00:00.000Z'])
  })

  it('of half hours is put together to hours', () => {
    const file = read(
      'time,temp,rain,humidity\n2026-06-12 05:00,10,0.2,80\n2026-06-12 05:30,11,0.4,\n2026-06-12 06:00,12,,70\n2026-06-12 06:30,13,,74\n2026-06-12 06:30,13,,74\n',
    )
    expect(file.hours).toEqual([
      ['2026-06-12T04:00:00.000Z', 10.5, 0.6, 80, null, null],
      ['2026-06-12T05:00:00.000Z', 12.5, null, 72, null, null],
    ])
    expect(file.leftOut).toEqual([])
  })

  it.each([
    ['no table at all', 'hello', 'There is no table'],
    ['no temperature', 'date,rain\n2026-01-01,3\n', 'No column for the temperature'],
    [
      'days that could be months',
      'date,tmin,tmax\n03/04/2026,1,2\n05/06/2026,1,2\n',
      'which number of its dates is the day',
    ],
    ['nothing that can be read', 'date,tmin,tmax\n2026-01-01,a,b\n', 'No line of it could be read'],
  ])('is refused with a sentence: %s', (_, text, why) =>
    expect(readWeatherCsv(text, 'UTC')).toEqual({ why: expect.stringContaining(why) }),
  )

  it('gives days of which the newest reading counts; days of too few hours are none', () => {
    const reading = (day: string, rows: object, unit: 'day' | 'hour') =>
      readingsAfter(
        null,
        deed(day, 'weatherRead', newId(), { unit, source: 'a file', rows } as never),
        newId(),
      )
    const hours = Array.from({ length: 24 }, (_, h) => [
      `2026-01-02T${String(h).padStart(2, '0')}:00:00.000Z`,
      h,
      h === 3 ? 2 : 0,
      null,
      null,
      null,
    ])
    const all = [
      reading(
        '2026-02-01',
        [
          ['2026-01-01', 1, 5, null],
          ['2026-01-02', 1, 5, null],
        ],
        'day',
      ),
      reading('2026-02-02', hours, 'hour'),
      reading('2026-02-03', [['2026-01-03T00:00:00.000Z', 40, null, null, null, null]], 'hour'),
    ]
    expect(daysRead(all, 'UTC')).toEqual([
      { day: '2026-01-01', tmin: 1, tmax: 5, rainMm: null },
      { day: '2026-01-02', tmin: 0, tmax: 23, rainMm: 2 },
    ])
  })
})

describe('a file of blooms', () => {
  const plants = [
    { id: 'a', name: 'Ember Row', code: '22-4RMX', blooming: neverSeen },
    {
      id: 'b',
      name: 'Small Lantern',
      code: '22-5TWK',
      blooming: { ...neverSeen, notes: [{ sign: 'first' as const, on: '2024-06-09' }] },
    },
  ]
  it('is read plant by plant; what does not fit is named', () => {
    const file = readBloomCsv(
      'plant,first,full,last,place\nEmber Row,2024-06-01,,2024-08-20,bench 1\n22-5twk,2024-06-09,2024-06-30,,\nNobody,2024-06-01,,,\nEmber Row,2024-07-01,,2024-07-20,bench 2\nEmber Row,2025-08-01,,2025-06-20,\nSmall Lantern,2027-06-01,,,\nSmall Lantern,,,,\n',
      plants,
      '2026-06-12',
    )
    if ('why' in file) throw new Error(file.why)
    expect(file.notes).toEqual([
      { plantId: 'a', name: 'Ember Row', note: { sign: 'first', on: '2024-06-01' } },
      { plantId: 'a', name: 'Ember Row', note: { sign: 'last', on: '2024-08-20' } },
      { plantId: 'b', name: 'Small Lantern', note: { sign: 'full', on: '2024-06-30' } },
    ])
    expect(file.leftOut.map(l => l.why)).toEqual([
      'No plant of the garden is called “Nobody”.',
      expect.stringContaining('in two places at once'),
      expect.stringContaining('The first comes before the last'),
      expect.stringContaining('still to come'),
      'It holds no day.',
    ])
  })
  it('needs its columns', () =>
    expect(readBloomCsv('a,b\n1,2\n', plants, '2026-06-12')).toEqual({
      why: expect.stringContaining('plant, first, full, last'),
    }))
})
