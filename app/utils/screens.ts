import type { RoundStop } from '#shared/round'

/** Steps that are done on a screen of the pollen. */
const pollenScreens: Partial<Record<RoundStop['step'], (s: RoundStop) => string>> = {
  collectPollen: s =>
    `/pollen?collect=${s.plantId}${s.subject.type === 'task' ? `&task=${s.subject.id}` : ''}`,
  tubePollen: s => `/pollen/${s.subject.id}?do=tube`,
  testPollen: s => `/pollen/${s.subject.id}/count`,
}

/** Where the work of a stop is done, or what it is about is shown. */
export function screenOfStop(stop: RoundStop): string {
  const own = pollenScreens[stop.step]?.(stop)
  if (own) return own
  switch (stop.subject.type) {
    case 'cross':
      return `/crosses/${stop.crossId}`
    case 'flower':
      return `/crosses/${stop.crossId}?flower=${stop.subject.id}`
    case 'seedLot':
      return `/seed/packets/${stop.subject.id}`
    case 'sowing':
      return `/seed/trays/${stop.subject.id}`
    default:
      return `/plants/${stop.plantId}`
  }
}
