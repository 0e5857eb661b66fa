import { expect, it } from 'vitest'
import { calendarFile } from './calendar'

const event = {
  id: 'look-1@virgulta',
  title: 'Look, 3 tags: A × B',
  words: 'Covered; ready, about then.\nTags: 26-4RMX',
  place: 'North bench; 2',
  on: '2026-06-12',
  between: null,
}
const lines = (text: string) => text.replaceAll('\r\n ', '').split('\r\n')

it('is a calendar that programs read: whole days, hours, and letters that mean something kept as letters', () => {
  const text = calendarFile(
    'Quill beds',
    [
      event,
      {
        ...event,
        id: 'two@virgulta',
        between: { from: '2026-06-12T06:00:00.000Z', to: '2026-06-12T09:30:00.000Z' },
      },
    ],
    '2026-06-12T05:00:00.000Z',
  )
  expect(lines(text)).toEqual(
    expect.arrayContaining([
      'BEGIN:VCALENDAR',
      'UID:look-1@virgulta',
      'SUMMARY:Look\\, 3 tags: A × B',
      'DESCRIPTION:Covered\\; ready\\, about then.\\nTags: 26-4RMX',
      'LOCATION:North bench\\; 2',
      'DTSTART;VALUE=DATE:20260612',
      'DTEND;VALUE=DATE:20260613',
      'DTSTART:20260612T060000Z',
      'DTEND:20260612T093000Z',
      'DTSTAMP:20260612T050000Z',
      'END:VCALENDAR',
    ]),
  )
  expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(2)
})

it('is the same for the same work', () => {
  const make = () => calendarFile('Quill beds', [event], '2026-06-12T05:00:00.000Z')
  expect(make()).toBe(make())
})
