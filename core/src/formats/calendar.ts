import ical, { ICalCalendarMethod } from 'ical-generator'
import type { ISODate, Instant } from '../time/days'
import { addDays } from '../time/days'

/** One entry of a calendar: a whole day, or a time within it. */
export interface CalendarEvent {
  /** the same work has the same one, so that a calendar that is read again changes it instead of adding it */
  id: string
  title: string
  words: string
  place: string | null
  on: ISODate
  between: { from: Instant; to: Instant } | null
}

/**
 * A calendar as people's programs read it (iCalendar, RFC 5545).
 *
 * @param stamp when it was made
 * @param every hours after which a program that subscribed should look again
 */
export function calendarFile(name: string, events: CalendarEvent[], stamp: Instant, every = 3): string {
  const calendar = ical({
    name,
    prodId: { company: 'Virgulta', product: 'round' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: every * 3600,
  })
  for (const { id, title, words, place, on, between } of events) {
    calendar.createEvent({
      id,
      summary: title,
      description: words,
      location: place,
      stamp: new Date(stamp),
      ...(between
        ? { start: new Date(between.from), end: new Date(between.to) }
        : { allDay: true, start: on, end: addDays(on, 1) }),
    })
  }
  return calendar.toString()
}
