import type { DayView } from '@virgulta/core/weather/known'
import type { StationView } from '#shared/bloom'

/** What measures a garden's weather; `none` where nothing does. */
export function stationWords(station: StationView | null, none: string): string {
  if (!station) return none
  return station.isSimulated ? 'Simulated weather' : station.name
}

/** Where the weather of a day is from, where that is not the station. */
export const dayFromWords: Record<DayView['from'], string> = {
  forecast: ', foretold',
  read: ', your readings',
  station: '',
}
