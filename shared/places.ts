import type { Plant } from '@virgulta/core/plants/plant'

/** What stands at a place: living plants, those that are laid out in the order of their rows first. */
export interface PlacePage {
  place: { id: string; name: string }
  plants: Plant[]
}
