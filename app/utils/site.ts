import type { Site } from '@virgulta/core/time/sun'

/** Degrees as people type them. */
const degrees = (typed: string) => Number(typed.trim().replace(',', '.').replace('−', '-') || NaN)

/** The site that was said; null where it is to be said later, or is not said yet. */
export function siteOf(draft: {
  by: 'town' | 'degrees' | 'later'
  town: Site | null
  latitude: string
  longitude: string
}): Site | null {
  if (draft.by === 'town')
    return draft.town && { latitude: draft.town.latitude, longitude: draft.town.longitude }
  const site = { latitude: degrees(draft.latitude), longitude: degrees(draft.longitude) }
  return draft.by === 'degrees' && Number.isFinite(site.latitude) && Number.isFinite(site.longitude)
    ? site
    : null
}

/** "53.0° N, 8.0° W". */
export const degreesInWords = ({ latitude, longitude }: Site): string =>
  `${Math.abs(latitude).toFixed(1)}° ${latitude < 0 ? 'S' : 'N'}, ${Math.abs(longitude).toFixed(1)}° ${longitude < 0 ? 'W' : 'E'}`
