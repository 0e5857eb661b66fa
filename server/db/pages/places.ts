import { bySpot } from '@virgulta/core/trials/layout'
import { and, sql } from 'drizzle-orm'
import { resolvedPlace } from '../../../shared/garden'
import type { PlacePage } from '../../../shared/places'
import type { Database } from '../connection'
import { among } from '../connection'
import type { Garden } from '../garden'
import { placesOf } from '../rows/garden'
import { plantList } from '../rows/plants'
import { plants } from '../schema'

/** What stands at a place, and at those that became part of it; null for a place that the garden does not have. */
export async function placePage(
  db: Database,
  garden: Garden,
  id: string,
  since = '',
): Promise<PlacePage | null> {
  const places = await placesOf(db, garden)
  const place = places.find(one => one.id === id)
  if (!place) return null
  const parts = places.filter(one => resolvedPlace(places, one.id) === id).map(one => one.id)
  const living = and(among(plants.placeId, parts), sql`${plants.state} ->> 'lost' is null`)
  const list = await plantList(db, garden, living, since, parts.join())
  return {
    ...list,
    place: { id, name: place.name },
    plants: list.plants.sort((a, b) => bySpot(a.spot, b.spot)),
  }
}
