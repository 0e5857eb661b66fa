import { isDeepStrictEqual } from 'node:util'
import type { Digest } from '@virgulta/core/crops/digest'
import { digestOf, joined } from '@virgulta/core/crops/digest'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { CropKnowledge } from '@virgulta/core/crops/knowledge'
import { cropKnowledge } from '@virgulta/core/crops/knowledge'
import type { LeftOut } from '@virgulta/core/crops/reckonable'
import { reckonable } from '@virgulta/core/crops/reckonable'
import type { Quantity } from '@virgulta/core/crops/quantities'
import type { CropHistory, Judged } from '@virgulta/core/crops/records'
import { counts, waits } from '@virgulta/core/crops/records'
import type { Cross } from '@virgulta/core/crosses/cross'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { SeedLot } from '@virgulta/core/seed/lot'
import type { Sowing } from '@virgulta/core/seed/sowing'
import { group } from 'd3-array'
import { and, eq, gt, isNotNull, sql } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import type { CropPage } from '../../../shared/crops'
import type { Database } from '../connection'
import { rowsOf } from '../connection'
import { remembered } from '../remembered'
import { crosses, flowers, plants, seedLots, sowings } from '../schema'
import type { Garden } from './garden'
import { guidesOf } from './garden'

/** Everything of a garden's crosses that is learnt from, by id, as it was at one revision of the log. */
interface Gathered {
  revision: number
  crosses: Map<string, Cross>
  flowers: Map<string, Flower>
  lots: Map<string, SeedLot>
  sowings: Map<string, Sowing>
  offspring: Map<string, Judged>
}

const nothingYet: Gathered = {
  revision: -1,
  crosses: new Map(),
  flowers: new Map(),
  lots: new Map(),
  sowings: new Map(),
  offspring: new Map(),
}

/** What changed since some revision, in place of what was there; and the crosses whose records changed with it. */
async function gatherSince(
  db: Database,
  garden: Garden,
  before: Gathered,
): Promise<{ now: Gathered; changed: Set<string> }> {
  const since = <
    T extends typeof crosses | typeof flowers | typeof seedLots | typeof sowings | typeof plants,
  >(
    table: T,
  ) => and(eq(table.gardenId, garden.id), gt(table.revision, before.revision))
  const changed = new Set<string>()
  const onto = <T extends { id: string }>(
    known: Map<string, T>,
    found: T[],
    crossOf: (thing: T) => string | null,
  ): Map<string, T> => {
    if (!found.length) return known
    const all = new Map(known)
    for (const thing of found) {
      all.set(thing.id, thing)
      changed.add(crossOf(thing) ?? '')
    }
    return all
  }
  const states = <T>(rows: { state: T }[]) => rows.map(r => r.state)
  const now = {
    revision: garden.revision,
    crosses: onto(
      before.crosses,
      states(await db.select({ state: crosses.state }).from(crosses).where(since(crosses))),
      c => c.id,
    ),
    flowers: onto(
      before.flowers,
      states(await db.select({ state: flowers.state }).from(flowers).where(since(flowers))),
      f => f.crossId,
    ),
    lots: onto(
      before.lots,
      states(await db.select({ state: seedLots.state }).from(seedLots).where(since(seedLots))),
      l => l.crossId,
    ),
    sowings: onto(
      before.sowings,
      states(await db.select({ state: sowings.state }).from(sowings).where(since(sowings))),
      s => s.crossId,
    ),
    // Only what is counted: the whole states of thousands of seedlings would be the most of what is read.
    offspring: onto(
      before.offspring,
      await db
        .select({
          id: plants.id,
          code: plants.code,
          crossId: plants.crossId,
          verdict: sql<Judged['verdict']>`${plants.state} -> 'verdict'`,
          lost: sql<Judged['lost']>`${plants.state} -> 'lost'`,
        })
        .from(plants)
        .where(and(since(plants), isNotNull(plants.crossId))),
      p => p.crossId,
    ),
  }
  return { now, changed }
}

/** A crop of the garden: its guide, its records, and what follows from both. */
export interface LearntCrop {
  guide: CropGuide
  history: CropHistory
  /** the part of the history that belongs to a cross */
  ofCross: (crossId: string) => CropHistory
  /** what the records of each cross come to, and all of them together */
  digests: Map<string, Digest>
  digest: Digest
  knowledge: CropKnowledge
  /** what of it cannot be reckoned, and is in none of the above */
  leftOut: LeftOut[]
}

interface Learnt {
  /** everything, also what is left out: what changes is laid onto it */
  all: Gathered
  /** without what is left out */
  gathered: Gathered
  crops: Map<string, LearntCrop>
  leftOut: LeftOut[]
}

/** What was learnt of a garden last; the next revision is learnt from what changed since. */
const latest = new LRUCache<string, Learnt>({ max: 20 })

/** Every crop of the garden with what is expected of it. */
export async function learntCrops(db: Database, garden: Garden): Promise<Map<string, LearntCrop>> {
  return (await learnt(db, garden)).crops
}

/** Every crop of the garden, and what they were learnt from, by id. */
export function learnt(db: Database, garden: Garden): Promise<Learnt> {
  // What is learnt does not depend on the day.
  return remembered({ ...garden, today: '' }, 'crops', async () => {
    const now = await learn(db, garden, latest.get(garden.id))
    if ((latest.get(garden.id)?.gathered.revision ?? -1) < garden.revision) latest.set(garden.id, now)
    return now
  })
}

const NO_HISTORY: CropHistory = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] }

/** What is expected of a crop that nobody crossed yet: what its guide says, once for each guide. */
function unlearnt(guide: CropGuide): { digest: Digest; knowledge: CropKnowledge } {
  const known = ofGuides.get(guide)
  if (known) return known
  const digest = digestOf(NO_HISTORY)
  const made = { digest, knowledge: cropKnowledge(guide, digest) }
  ofGuides.set(guide, made)
  return made
}
const ofGuides = new WeakMap<CropGuide, ReturnType<typeof unlearnt>>()

async function learn(db: Database, garden: Garden, before?: Learnt): Promise<Learnt> {
  const isUsable =
    before && before.gathered.revision >= garden.removedAt && before.gathered.revision <= garden.revision
  const { now, changed } = await gatherSince(db, garden, isUsable ? before.all : nothingYet)
  const changedCrops = new Set([...changed].map(id => now.crosses.get(id)?.crop))
  const ofCrop = {
    crosses: group(now.crosses.values(), c => c.crop),
    flowers: byCross(now.flowers),
    lots: byCross(now.lots),
    sowings: byCross(now.sowings),
    offspring: byCross(now.offspring),
  }
  const crops = new Map(
    (await guidesOf(db, garden)).map((guide): [string, LearntCrop] => {
      const known = isUsable ? before.crops.get(guide.id) : undefined
      if (known && !changedCrops.has(guide.id) && isDeepStrictEqual(known.guide, guide))
        return [guide.id, known]
      const crossesOf = ofCrop.crosses.get(guide.id) ?? []
      const allOf = (id: string): CropHistory => ({
        crosses: [now.crosses.get(id)!],
        flowers: ofCrop.flowers.get(id) ?? [],
        lots: ofCrop.lots.get(id) ?? [],
        sowings: ofCrop.sowings.get(id) ?? [],
        offspring: ofCrop.offspring.get(id) ?? [],
      })
      const usual = unlearnt(guide)
      const parts = new Map(
        crossesOf.map(({ id }) => {
          const digest =
            changed.has(id) || known?.leftOut.some(l => l.crossId === id) ? undefined : known?.digests.get(id)
          return [
            id,
            digest
              ? { history: allOf(id), digest, leftOut: [] }
              : reckonable(allOf(id), guide, usual.knowledge),
          ]
        }),
      )
      const of = <K extends keyof CropHistory>(part: K) =>
        [...parts.values()].flatMap(p => p.history[part] as CropHistory[K][number][]) as CropHistory[K]
      const history: CropHistory = {
        crosses: of('crosses'),
        flowers: of('flowers'),
        lots: of('lots'),
        sowings: of('sowings'),
        offspring: of('offspring'),
      }
      const ofCross = (id: string) => parts.get(id)?.history ?? NO_HISTORY
      const leftOut = [...parts.values()].flatMap(p => p.leftOut)
      if (!history.crosses.length)
        return [guide.id, { guide, history, ofCross, digests: new Map(), ...usual, leftOut }]
      const digests = new Map([...parts].map(([id, p]) => [id, p.digest]))
      const digest = joined([...digests.values()])
      return [
        guide.id,
        { guide, history, ofCross, digests, digest, knowledge: cropKnowledge(guide, digest), leftOut },
      ]
    }),
  )
  const leftOut = [...crops.values()].flatMap(crop => crop.leftOut)
  return {
    all: now,
    gathered: leftOut.length ? without(now, new Set(leftOut.map(l => l.id))) : now,
    crops,
    leftOut,
  }
}

/** Everything but some subjects and, with a cross, all that belongs to it. */
function without({ revision, ...all }: Gathered, ids: Set<string>): Gathered {
  const kept = <T extends { id: string; crossId?: string | null }>(things: Map<string, T>) =>
    new Map([...things].filter(([id, { crossId }]) => !ids.has(id) && !ids.has(crossId ?? '')))
  return {
    revision,
    crosses: kept(all.crosses),
    flowers: kept(all.flowers),
    lots: kept(all.lots),
    sowings: kept(all.sowings),
    offspring: kept(all.offspring),
  }
}

const byCross = <T extends { crossId: string | null }>(things: Map<string, T>) =>
  group(things.values(), thing => thing.crossId ?? '')

/** The crops of which the garden has a plant, by id: one look into the index for each. */
export function grownCrops(db: Database, garden: Garden): Promise<Set<string>> {
  return remembered({ ...garden, today: '' }, 'grown', async () => {
    const ids = (await guidesOf(db, garden)).map(guide => guide.id)
    const rows = await rowsOf<{ id: string }>(
      db,
      sql`select wanted.id from unnest(${sql.param(ids)}::text[]) as wanted(id) where exists (select 1 from ${plants} where ${plants.gardenId} = ${garden.id} and ${plants.crop} = wanted.id)`,
    )
    return new Set(rows.map(row => row.id))
  })
}

/** A crop with the records behind one of its quantities, those of one cross if wanted; null for an unknown crop. */
export async function cropPage(
  db: Database,
  garden: Garden,
  id: string,
  of: Quantity,
  crossId?: string,
): Promise<CropPage | null> {
  const crop = (await learntCrops(db, garden)).get(id)
  if (!crop) return null
  const found =
    of in waits
      ? waits[of as keyof typeof waits](crop.history)
      : counts[of as keyof typeof counts](crop.history)
  return {
    guide: crop.guide,
    knowledge: crop.knowledge,
    of,
    records: found.filter(record => !crossId || record.crossId === crossId),
  }
}
