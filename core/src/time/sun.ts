import { TZDate } from '@date-fns/tz'
import { getPosition, getTimes } from 'suncalc'
import type { ISODate, Instant } from './days'

/** Where on the earth, in degrees; north and east are positive. */
export interface Site {
  latitude: number
  longitude: number
}

/** The longitude at which a zone's winter clock shows the sun's time: a first guess for a garden that did not say where it lies. */
export function longitudeOf(zone: string): number {
  const offset = (month: number) => -new TZDate(2026, month, 1, 12, zone).getTimezoneOffset()
  return Math.min(offset(0), offset(6)) / 4
}

/** A first guess of the latitude of a garden that did not say where it lies: by the months in which its zone puts the clock forward. */
export function latitudeOf(zone: string): number {
  const offset = (month: number) => -new TZDate(2026, month, 1, 12, zone).getTimezoneOffset()
  const [january, july] = [offset(0), offset(6)]
  return july > january ? 50 : january > july ? -35 : 10
}

/** The sun's day at a site. */
export interface SunDay {
  /** moments; null on days on which the sun stays up or down */
  sunrise: Instant | null
  sunset: Instant | null
  noon: Instant
  kind: 'usual' | 'polarDay' | 'polarNight'
}

/**
 * When the sun rises, stands highest and sets: its upper edge at the horizon, refraction taken into account.
 *
 * Good to about a minute; checked against the astronomy-engine library in the tests.
 *
 * @param day calendar day; the solar day whose noon falls on it at the site
 */
export function sunDay(day: ISODate, { latitude, longitude }: Site): SunDay {
  const { sunrise, sunset, solarNoon, alwaysUp, alwaysDown } = getTimes(
    new Date(`${day}T12:00:00Z`),
    latitude,
    longitude,
  )
  const moment = (at: Date | null) => at && at.toISOString()
  return {
    sunrise: moment(sunrise),
    sunset: moment(sunset),
    noon: solarNoon.toISOString(),
    kind: alwaysUp ? 'polarDay' : alwaysDown ? 'polarNight' : 'usual',
  }
}

/** Height of the sun above the horizon in degrees, negative below it. */
export const sunHeight = (at: Instant, { latitude, longitude }: Site): number =>
  getPosition(new Date(at), latitude, longitude).altitude
