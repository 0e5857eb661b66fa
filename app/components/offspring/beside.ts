import type { Plant } from '@virgulta/core/plants/plant'

/** A plant that a family is compared with, and as what. */
export interface Beside {
  plant: Plant
  /** null: as one of the family */ as: '♀' | '♂' | '♀♂' | 'check' | null
}
