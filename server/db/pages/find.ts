import { and, asc, eq, ilike, sql } from 'drizzle-orm'
import type { Found } from '../../../shared/find'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { heldGarden } from '../held/heldGarden'
import { statesOf } from '../readModels'
import { beginsWith } from '../rows/codes'
import { containing } from '../rows/plants'
import { crosses, plants, tags } from '../schema'

const screens: Record<string, { what: Found['what']; to: (id: string) => string }> = {
  plant: { what: 'plant', to: id => `/plants/${id}` },
  cross: { what: 'cross', to: id => `/crosses/${id}` },
  seedLot: { what: 'packet', to: id => `/seed/packets/${id}` },
  sowing: { what: 'tray', to: id => `/seed/trays/${id}` },
  tube: { what: 'tube', to: id => `/pollen/${id}` },
}

/** Aims, plants, crosses and tags whose words, name or code hold what was typed or scanned; at most a dozen. */
export async function find(db: Database, garden: Garden, typed: string): Promise<Found[]> {
  const text = typed.trim()
  if (!text) return []
  const code = text.replace(/\s/g, '').replace(/^(\d\d)-?/, '$1-')
  const tagged = await db
    .select({ code: tags.code, type: tags.subjectType, id: tags.subjectId })
    .from(tags)
    .where(and(eq(tags.gardenId, garden.id), beginsWith(tags.code, code)))
    .orderBy(asc(tags.code))
    .limit(8)
  const named = await db
    .select({ id: plants.id, code: plants.code, name: plants.name })
    .from(plants)
    .where(and(eq(plants.gardenId, garden.id), ilike(plants.name, containing(text)), sql`name <> code`))
    .orderBy(asc(plants.name))
    .limit(6)
  const aimed = await db
    .select({ id: crosses.id, code: crosses.code, state: crosses.state })
    .from(crosses)
    .where(and(eq(crosses.gardenId, garden.id), sql`${crosses.state} ->> 'aim' ilike ${containing(text)}`))
    .orderBy(asc(crosses.code))
    .limit(6)
  const ids = tagged.map(tag => tag.id)
  const [taggedPlants, taggedFlowers] = [
    await statesOf(db, garden.id, 'plant', ids),
    await statesOf(db, garden.id, 'flower', ids),
  ]
  const taggedBatches = await statesOf(db, garden.id, 'batch', ids)
  const found = tagged.flatMap(({ code, type, id }): Found[] => {
    const batch = taggedBatches.get(id)
    if (batch) return [{ what: 'batch', code, name: 'batch', to: `/plants/${batch.plantId}` }]
    if (type === 'batch') return []
    if (type !== 'flower')
      return [
        {
          what: screens[type]!.what,
          code,
          name: taggedPlants.get(id)?.name ?? screens[type]!.what,
          to: screens[type]!.to(id),
        },
      ]
    // Taken back since its tag was read, it is not there any more.
    const flower = taggedFlowers.get(id)
    return flower
      ? [{ what: 'flower', code, name: 'flower', to: `/crosses/${flower.crossId}?flower=${id}` }]
      : []
  })
  found.push(
    ...named.map(p => ({ what: 'plant' as const, code: p.code, name: p.name, to: `/plants/${p.id}` })),
  )
  found.push(
    ...aimed.map(c => ({ what: 'cross' as const, code: c.code, name: c.state.aim, to: `/crosses/${c.id}` })),
  )
  const words = text.toLowerCase()
  const aims = [...(await heldGarden(db, garden)).states.aim.values()]
    .filter(aim => aim.words.toLowerCase().includes(words))
    .slice(0, 4)
  found.unshift(
    ...aims.map(aim => ({ what: 'aim' as const, code: '', name: aim.words, to: `/aims/${aim.id}` })),
  )
  return [...new Map(found.map(f => [f.to, f])).values()].slice(0, 12)
}
