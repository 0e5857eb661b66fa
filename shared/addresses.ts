import type { SubjectType } from '@virgulta/core/log/kind'

/** A subject of the log with what tells where it is shown. */
export interface Shown {
  type: SubjectType
  id: string
  /** its cross, for a flower */
  crossId?: string | null | undefined
  /** its plant, for what has no page but its plant's */
  plantId?: string | null | undefined
}

const own: Partial<Record<SubjectType, (shown: Shown) => string>> = {
  plant: s => `/plants/${s.id}`,
  cross: s => `/crosses/${s.id}`,
  flower: s => `/crosses/${s.crossId}?flower=${s.id}`,
  seedLot: s => `/seed/packets/${s.id}`,
  sowing: s => `/seed/trays/${s.id}`,
  tube: s => `/pollen/${s.id}`,
  place: () => '/garden',
  aim: s => `/aims/${s.id}`,
  way: s => `/lineage/ahead?way=${s.id}`,
}

/** The address of the page on which a subject is shown: its own, its cross's, or its plant's. */
export const pageOfSubject = (shown: Shown): string =>
  own[shown.type]?.(shown) ?? (shown.plantId ? `/plants/${shown.plantId}` : '/plants')
