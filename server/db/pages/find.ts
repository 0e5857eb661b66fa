import type { TaggedType } from '@virgulta/core/log/kind'
import { and, asc, eq, ilike, sql } from 'drizzle-orm'
import { pageOfSubject } from '../../../shared/addresses'
import type { Found } from '../../../shared/find'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { heldGarden } from '../held/heldGarden'
import { beginsWith } from '../rows/codes'
import { containing } from '../rows/plants'
import { crosses, plants, tags } from '../schema'

const whats = {
  plant: 'plant',
  cross: 'cross',
  flower: 'flower',
  seedLot: 'packet',
  sowing: 'tray',
  tube: 'tube',
  batch: 'batch',
} as const satisfies Record<TaggedType, Found['what']>

/** Aims, plants, crosses and tags whose words, name or code hold what was typed or scanned; at most a dozen. */
export async function find(db: Database, garden: Garden, typed: string): Promise<Found[]> {
  const text = typed.trim()
  if (!text) return []
  const code = text.replace(/\s/g, '').replace(/^(\d\d)-?/, '$1-')
  const tagged = await db
    .select({ code: tags.code, type: sql<TaggedType>`${tags.subjectType}`, id: tags.subjectId })
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
  const { states } = await heldGarden(db, garden)
  const words = text.toLowerCase()
  const aims = [...states.aim.values()].filter(aim => aim.words.toLowerCase().includes(words)).slice(0, 4)
  const found = [
    ...aims.map((aim): Found => ({
      what: 'aim',
      code: '',
      name: aim.words,
      to: pageOfSubject({ type: 'aim', id: aim.id }),
    })),
    ...tagged.flatMap(({ code, type, id }): Found[] => {
      // Taken back since its tag was read, it is not there any more.
      const state = states[type].get(id)
      if (!state) return []
      const what = whats[type]
      const name = 'name' in state ? state.name : what
      return [{ what, code, name, to: pageOfSubject({ type, ...state }) }]
    }),
    ...named.map(({ id, code, name }): Found => ({
      what: 'plant',
      code,
      name,
      to: pageOfSubject({ type: 'plant', id }),
    })),
    ...aimed.map(({ id, code, state }): Found => ({
      what: 'cross',
      code,
      name: state.aim,
      to: pageOfSubject({ type: 'cross', id }),
    })),
  ]
  return [...new Map(found.map(f => [f.to, f])).values()].slice(0, 12)
}
