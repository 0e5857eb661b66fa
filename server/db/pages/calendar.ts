import type { CalendarEvent } from '@virgulta/core/formats/calendar'
import { calendarFile } from '@virgulta/core/formats/calendar'
import { stopsUntil } from '@virgulta/core/garden/round'
import type { Stop } from '@virgulta/core/round/stop'
import { WORK } from '@virgulta/core/round/work'
import { addDays, instantAt } from '@virgulta/core/time/days'
import { group, max, min } from 'd3-array'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { parentsOf } from '../held/names'
import { placesOf } from '../rows/garden'

/** How far ahead the calendar goes. */
const DAYS_AHEAD = 60
/** Tags that are named in an event. */
const MOST_CODES = 12

/** The work of the coming weeks as an iCalendar file: what is late stands on today, like work of one day and cross in one event. */
export async function calendarOf(db: Database, garden: Garden): Promise<string> {
  const stops = stopsUntil(await gardenDay(db, garden), addDays(garden.today, DAYS_AHEAD))
  const plants = await parentsOf(
    db,
    garden,
    stops.flatMap(s => [s.parents?.seedParentId ?? null, s.parents?.pollenParentId ?? null, s.plantId]),
  )
  const placeNames = new Map((await placesOf(db, garden)).map(place => [place.id, place.name]))
  const name = (id: string | null | undefined) => plants.get(id ?? '')?.name
  const on = (stop: Stop) => (stop.from < garden.today ? garden.today : stop.from)
  const events = [
    ...group(stops, stop => [on(stop), stop.step, stop.crossId ?? stop.subject.id, stop.placeId].join(' ')),
  ].map(([key, same]): CalendarEvent => {
    const first = same[0]!
    const pair = first.parents
      ? [name(first.parents.seedParentId), name(first.parents.pollenParentId) ?? 'open'].join(' × ')
      : (name(first.plantId) ?? '')
    const many = same.length > 1 ? `, ${same.length} tags` : ''
    return {
      id: `${key.replaceAll(' ', '-')}@virgulta`,
      on: on(first),
      place: placeNames.get(first.placeId ?? '') ?? null,
      title: `${WORK[first.step].words[0]!.toUpperCase()}${WORK[first.step].words.slice(1)}${many}: ${pair}`,
      words: [
        first.because,
        `Tags: ${same
          .slice(0, MOST_CODES)
          .map(s => s.code)
          .join(', ')}${same.length > MOST_CODES ? ' …' : ''}`,
        `Until ${max(same, s => s.until)}`,
      ].join('\n'),
      between: first.hours
        ? {
            from: instantAt(
              on(first),
              min(same, s => s.hours!.from)!,
              garden.zone,
            ),
            to: instantAt(
              on(first),
              max(same, s => s.hours!.to)!,
              garden.zone,
            ),
          }
        : null,
    }
  })
  // A calendar without an entry is none, and programs refuse it.
  const nothing: CalendarEvent = {
    id: `nothing-${garden.today}@virgulta`,
    on: garden.today,
    between: null,
    place: null,
    title: 'Nothing is foreseen',
    words: `No work is foreseen for the next ${DAYS_AHEAD} days.`,
  }
  return calendarFile(garden.name, events.length ? events : [nothing], garden.now)
}
