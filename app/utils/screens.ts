import { pageOfSubject } from '#shared/addresses'
import type { RoundStop } from '#shared/round'

/** Steps that are done on a screen of their own. */
const ownScreens: Partial<Record<RoundStop['step'], (s: RoundStop) => string>> = {
  collectPollen: s =>
    `/pollen?collect=${s.plantId}${s.subject.type === 'task' ? `&task=${s.subject.id}` : ''}`,
  coverDonor: s => `/pollen?cover=${s.plantId}`,
  tubePollen: s => `/pollen/${s.subject.id}?do=tube`,
  testPollen: s => `/pollen/${s.subject.id}/count`,
  goOn: s => `/lineage/ahead?crop=${s.crop}&way=${s.subject.id}`,
  judge: s => `/offspring/${s.subject.id}`,
}

/** Where the work of a stop is done, or what it is about is shown. */
export const screenOfStop = (stop: RoundStop): string =>
  ownScreens[stop.step]?.(stop) ??
  pageOfSubject({ ...stop.subject, crossId: stop.crossId, plantId: stop.plantId })
