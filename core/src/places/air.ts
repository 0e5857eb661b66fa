import { mean } from 'd3-array'
import type { Reading } from '../stores/aging'
import type { WeatherHour } from '../weather/hour'
import type { Conditions } from './kinds'
import { SHELTERS } from './kinds'

/** Under a roof the air is at most so damp, in %, and lamps burn like a sky with so little cloud. */
const [ROOFED_HUMIDITY, LAMP_CLOUD] = [75, 0.15]
/** How much of the sun's light comes through to the flowers, as cloud that is added. */
const SHADE_CLOUD = { sun: 0, half: 0.25, shade: 0.5 } as const

const HOUR_MS = 3_600_000

/**
 * The hours of the weather as the flowers of a place feel them: no rain under a roof, the light of its lamps or its shade, and
 * the warmth that was told or measured there.
 *
 * @param logged what the logger of its store measured, where its warmth comes from one
 */
export function airAt(
  { shelter, shade, warmth }: Conditions,
  hours: WeatherHour[],
  logged: Reading[] = [],
): WeatherHour[] {
  const isRoofed = !SHELTERS[shelter].rain
  const measured = new Map<number, number[]>()
  for (const { at, celsius } of logged) {
    const hour = Math.floor(at / HOUR_MS)
    measured.set(hour, [...(measured.get(hour) ?? []), celsius])
  }
  // The hours to come are as warm as the last one that was measured.
  let last: number | undefined
  return hours.map(hour => {
    last = mean(measured.get(Math.floor(Date.parse(hour.at) / HOUR_MS)) ?? []) ?? last
    const celsius = {
      weather: hour.celsius,
      range: warmth.by === 'range' ? (warmth.low + warmth.high) / 2 : hour.celsius,
      store: last ?? hour.celsius,
    }[warmth.by]
    return {
      ...hour,
      celsius,
      cloud: shelter === 'lights' ? LAMP_CLOUD : Math.min(1, hour.cloud + SHADE_CLOUD[shade]),
      ...(isRoofed ? { rainMm: 0, humidity: Math.min(hour.humidity, ROOFED_HUMIDITY) } : {}),
    }
  })
}
