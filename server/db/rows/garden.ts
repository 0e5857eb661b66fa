import { randomUUID } from 'node:crypto'
import { Refusal } from '@virgulta/core/log/refusal'
import { SERIALS_PER_YEAR, tagCodes } from '@virgulta/core/tags/code'
import type { Instant } from '@virgulta/core/time/days'
import { dayOf } from '@virgulta/core/time/days'
import type { Site } from '@virgulta/core/time/sun'
import { longitudeOf } from '@virgulta/core/time/sun'
import { and, asc, eq, getTableColumns, isNull, sql } from 'drizzle-orm'
import type { Demo } from '../../../shared/demos'
import { DEMOS } from '../../../shared/demos'
import type { Place, PlaceChange } from '../../../shared/garden'
import { resolvedPlace } from '../../../shared/garden'
import { guessedSite } from '../../towns'
import type { Role } from '../../../shared/people'
import type { Database, Transaction } from '../connection'
import { inGarden, rowsOf } from '../connection'
import type { Garden } from '../garden'
import { gardens, members, places, tagSerials } from '../schema'

type GardenRow = typeof gardens.$inferSelect

function gardenOf(row: GardenRow): Garden {
  const clockAt = row.clockAt && new Date(row.clockAt).toISOString()
  const now = clockAt ?? new Date().toISOString()
  return {
    id: row.id,
    name: row.name,
    zone: row.zone,
    site:
      row.isDemo || row.siteTold
        ? { latitude: row.latitude, longitude: row.longitude ?? longitudeOf(row.zone) }
        : guessedSite(row.zone),
    isSited: row.isDemo || row.siteTold,
    hasStation: row.isDemo || row.stationOn,
    isDemo: row.isDemo,
    expiresAt: row.expiresAt,
    revision: row.revision,
    fault: row.fault,
    clockAt,
    now,
    today: dayOf(now, row.zone),
  }
}

const columnsOfGarden = Object.entries(getTableColumns(gardens))

/** A row of the gardens as the database writes it in JSON. */
const fromJson = (json: Record<string, unknown>) =>
  Object.fromEntries(columnsOfGarden.map(([key, column]) => [key, json[column.name]])) as GardenRow

/**
 * Lets a transaction into the garden a person belongs to: from now on it sees the rows of this garden, as with `inGarden`.
 *
 * @param seal of the person's session; null where a token stands for itself
 * @returns the garden, with the person's name and role; null for strangers, unknown gardens and sessions that are over
 */
export async function enterGarden(
  tx: Transaction,
  gardenId: string,
  personId: string,
  seal: number | null,
): Promise<{ garden: Garden; person: string; role: Role } | null> {
  const [row] = await rowsOf<{ garden: Record<string, unknown>; person: string; seal: number; role: Role }>(
    tx,
    sql`select garden, person, seal, role from enter_garden(${gardenId}, ${personId})`,
  )
  return row && (seal === null || row.seal === seal)
    ? { garden: gardenOf(fromJson(row.garden)), person: row.person, role: row.role }
    : null
}

/** A garden by its id; null when there is none. */
export async function gardenById(db: Database, id: string): Promise<Garden | null> {
  const [row] = await db.select().from(gardens).where(eq(gardens.id, id))
  return row ? gardenOf(row) : null
}

/** All gardens of this database that stay, for work on the whole of it; visitors' copies of the demo garden do not. */
export async function lastingGardens(db: Database): Promise<Garden[]> {
  return (await db.select().from(gardens).where(isNull(gardens.expiresAt))).map(gardenOf)
}

/** The demo gardens that were loaded, by their names. */
export async function demosLoaded(db: Database): Promise<string[]> {
  const rows = await db.select({ name: gardens.name }).from(gardens).where(eq(gardens.isTemplate, true))
  return rows.map(row => row.name)
}

/** How long a visitor's copy of the demo garden stays. */
const DEMO_STAYS = '7 days'

/**
 * Makes a copy of a demo garden, for a visitor alone; it is cleared away after a week.
 *
 * @returns null where that demo garden was not loaded
 */
export async function copyDemo(
  db: Database,
  demo: Demo,
): Promise<{ gardenId: string; personId: string } | null> {
  const [gardenId, personId] = [randomUUID(), randomUUID()]
  const [row] = await rowsOf<{ made: boolean }>(
    db,
    sql`select copy_demo(${DEMOS[demo]}, ${gardenId}, ${personId}, 'A visitor', ${DEMO_STAYS}::interval) as made`,
  )
  return row!.made ? { gardenId, personId } : null
}

/** Clears away what is past its time: visitors' gardens, links, letters. However many there are: no request waits for it. */
export async function clearExpired(db: Database): Promise<void> {
  await db.transaction(async tx => {
    await tx.execute(sql`set local statement_timeout = 0`)
    await tx.execute(sql`select clear_expired()`)
  })
}

/** Copies of the demo garden that lie here at once, each of about 12 MB. */
const MOST_COPIES = Number(process.env.VIRGULTA_MOST_DEMOS ?? 400)

/** False while as many visitors' copies lie here as may. Counted over all gardens, as the number of open visits. */
export async function hasRoomForDemo(db: Database): Promise<boolean> {
  const [row] = await rowsOf<{ copies: number }>(db, sql`select demo_copies() as copies`)
  return row!.copies < MOST_COPIES
}

/** Gardens that one person may keep. */
const MOST_GARDENS = 40

/** @throws {Refusal} when the person keeps as many gardens as one may */
export async function checkRoomForGarden(db: Database, personId: string): Promise<void> {
  const kept = await db
    .select({ id: members.gardenId })
    .from(members)
    .where(and(eq(members.personId, personId), eq(members.role, 'keeper'), isNull(members.leftAt)))
  if (kept.length >= MOST_GARDENS)
    throw new Refusal(
      'too-many-gardens',
      `You keep ${kept.length} gardens, as many as one person may; delete one that is no longer needed, or hand it on.`,
    )
}

/** Makes a garden with its first keeper and its places. @returns its id */
export async function createGarden(
  db: Database,
  keeperId: string,
  wish: {
    name: string
    zone: string
    site?: Site | null
    isDemo?: boolean
    isTemplate?: boolean
    clockAt?: Instant
    placeNames?: string[]
  },
): Promise<string> {
  const {
    name,
    zone,
    site = null,
    isDemo = false,
    isTemplate = false,
    clockAt = null,
    placeNames = ['First bench'],
  } = wish
  const gardenId = randomUUID()
  await inGarden(db, gardenId, async tx => {
    await tx.insert(gardens).values({
      id: gardenId,
      name,
      zone,
      latitude: (site ?? guessedSite(zone)).latitude,
      longitude: site?.longitude ?? null,
      siteTold: site !== null,
      isDemo,
      isTemplate,
      clockAt,
    })
    await tx.insert(members).values({ gardenId, personId: keeperId, role: 'keeper' })
    await tx
      .insert(places)
      .values(placeNames.map((place, position) => ({ gardenId, id: randomUUID(), name: place, position })))
  })
  return gardenId
}

/** Deletes a garden with everything in it. */
export async function deleteGarden(db: Database, garden: Garden): Promise<void> {
  await db.delete(gardens).where(eq(gardens.id, garden.id))
}

const placeColumns = {
  id: places.id,
  name: places.name,
  position: places.position,
  isClosed: places.isClosed,
  mergedInto: places.mergedInto,
}

/** The places of a garden in the order of the walk; those that were merged into another and closed ones too. */
export async function placesOf(db: Database, garden: Garden): Promise<Place[]> {
  return db
    .select(placeColumns)
    .from(places)
    .where(eq(places.gardenId, garden.id))
    .orderBy(asc(places.position))
}

/** What is seen of the garden has changed without an entry: what was worked out is worked out anew. */
const touched = { revision: sql`${gardens.revision} + 1` }

/** Adds places at the end of the walk, in their order; those that are there already, sent twice, stay as they are. @returns those that are new */
export async function addPlaces(
  db: Database,
  garden: Garden,
  fresh: { id: string; name: string }[],
): Promise<Place[]> {
  if (!fresh.length) return []
  const last = sql`(select coalesce(max(position), -1) from places where garden_id = ${garden.id})`
  const added = await db
    .insert(places)
    .values(
      fresh.map(({ id, name }, i) => ({
        gardenId: garden.id,
        id,
        name,
        position: sql`${last} + ${i + 1}::int` as never,
      })),
    )
    .onConflictDoNothing()
    .returning(placeColumns)
  if (added.length) await db.update(gardens).set(touched).where(eq(gardens.id, garden.id))
  return added
}

/**
 * Renames a place, closes it or opens it again, or makes it part of another: what stands at it then stands there.
 *
 * @throws {Refusal} for a place that would become part of itself
 */
export async function changePlace(
  db: Database,
  garden: Garden,
  id: string,
  change: PlaceChange,
): Promise<Place | null> {
  if (change.mergedInto) {
    const all = await placesOf(db, garden)
    const into = resolvedPlace(all, change.mergedInto)
    if (!all.some(place => place.id === into))
      throw new Refusal(
        'unknown-place',
        'This place is not in the garden; choose one of its places.',
        'mergedInto',
      )
    if (into === id)
      throw new Refusal('own-part', 'A place cannot become part of itself; choose another one.', 'mergedInto')
    change = { ...change, mergedInto: into }
  }
  const [place] = await db
    .update(places)
    .set(change)
    .where(and(eq(places.gardenId, garden.id), eq(places.id, id)))
    .returning(placeColumns)
  if (place) await db.update(gardens).set(touched).where(eq(gardens.id, garden.id))
  return place ?? null
}

/** Puts the places in another order of the walk; those that are not named come behind. */
export async function orderPlaces(db: Database, garden: Garden, ids: string[]): Promise<Place[]> {
  const all = await placesOf(db, garden)
  const rank = (place: Place) =>
    ids.includes(place.id) ? ids.indexOf(place.id) : ids.length + place.position
  for (const [position, place] of [...all].sort((a, b) => rank(a) - rank(b)).entries()) {
    await db
      .update(places)
      .set({ position })
      .where(and(eq(places.gardenId, garden.id), eq(places.id, place.id)))
  }
  await db.update(gardens).set(touched).where(eq(gardens.id, garden.id))
  return placesOf(db, garden)
}

/** Sets the garden's own clock. */
export async function setClock(db: Database, garden: Garden, at: Instant): Promise<void> {
  await db.update(gardens).set({ clockAt: at }).where(eq(gardens.id, garden.id))
}

/** Says where the garden lies: sun and climate follow from it, so that what was worked out before is worked out anew. */
export async function setSite(db: Database, garden: Garden, { latitude, longitude }: Site): Promise<void> {
  await db
    .update(gardens)
    .set({ latitude, longitude, siteTold: true, ...touched })
    .where(eq(gardens.id, garden.id))
}

/** Switches the simulated weather station on, to try, or off. */
export async function setStation(db: Database, garden: Garden, isOn: boolean): Promise<void> {
  await db
    .update(gardens)
    .set({ stationOn: isOn, ...touched })
    .where(eq(gardens.id, garden.id))
}

/** Takes fresh tag codes of the garden's year out of the row; a code is never given out twice, even when it stays unused. */
export async function freshCodes(db: Database, garden: Garden, count: number): Promise<string[]> {
  const year = Number(garden.today.slice(0, 4))
  return db.transaction(async tx => {
    await tx.insert(tagSerials).values({ gardenId: garden.id, year, next: 0 }).onConflictDoNothing()
    const mine = and(eq(tagSerials.gardenId, garden.id), eq(tagSerials.year, year))
    const [row] = await tx.select().from(tagSerials).where(mine).for('update')
    const { codes, next } = tagCodes(year, row!.next, count)
    if (next >= SERIALS_PER_YEAR)
      throw new Refusal(
        'no-codes',
        `All tag codes of ${year} are given out; tag what is left next year, or start another garden.`,
      )
    await tx.update(tagSerials).set({ next }).where(mine)
    return codes
  })
}

/** Leaves the tag codes before `next` of a year to those who gave them out themselves. */
export async function skipCodes(db: Database, garden: Garden, year: number, next: number): Promise<void> {
  await db.insert(tagSerials).values({ gardenId: garden.id, year, next })
}
