import type { PlantList } from './plantList'

/** What stands at a place: living plants, those that are laid out in the order of their rows first. */
export interface PlacePage extends PlantList {
  place: { id: string; name: string }
}
