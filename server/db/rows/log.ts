import { isDeepStrictEqual } from 'node:util'
import { halfOf } from '@virgulta/core/crops/half'
import { guidesWith } from '@virgulta/core/crops/ownGuide'
import { askIfTwice } from '@virgulta/core/log/asked'
import type { Deed, Entry, LoggedDeed, Voiding } from '@virgulta/core/log/entry'
import { codesOf, needsOf, subjectsOf } from '@virgulta/core/log/entry'
import type { Surroundings } from '@virgulta/core/log/fit'
import { checkFit, placeIn } from '@virgulta/core/log/fit'
import type { States } from '@virgulta/core/log/fold'
import { fold, inOrder } from '@virgulta/core/log/fold'
import type { Subject, SubjectType } from '@virgulta/core/log/kind'
import { Refusal } from '@virgulta/core/log/refusal'
import { dayInWords, dayOf } from '@virgulta/core/time/days'
import { isWithinYears } from '@virgulta/core/time/moment'
import { group, rollup } from 'd3-array'
import type { SQL } from 'drizzle-orm'
import { and, eq, getTableColumns, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/pg-core'
import type { Noted, ToldState } from '../../../shared/entries'
import { MOST_TOLD } from '../../../shared/entries'
import type { GardenSize } from '../../../shared/garden'
import type { Role } from '../../../shared/people'
import type { Database, Transaction, Write } from '../connection'
import { among, carryOut, inserting, rowsOf } from '../connection'
import type { Garden } from '../garden'
import {
  asKept,
  inGroups,
  keptIds,
  keptRows,
  keptStates,
  removeStates,
  stateWrites,
  statesAround,
  subjectTypes,
} from '../readModels'
import { entries, gardens, keepings, places, tags, touches } from '../schema'

type Row = typeof entries.$inferSelect

const keyOf = ({ type, id }: Subject) => `${type} ${id}`

/** The entries that change some subjects, or need them; those that were taken back too. */
export async function entriesOn(
  db: Database,
  garden: Garden,
  subjectIds: string[],
  isNeed = false,
): Promise<string[]> {
  const rows = await db
    .select({ id: touches.entryId })
    .from(touches)
    .where(
      and(eq(touches.gardenId, garden.id), among(touches.subjectId, subjectIds), eq(touches.isNeed, isNeed)),
    )
  return [...new Set(rows.map(row => row.id))]
}

/** Those of some entries that a later entry takes back. */
async function takenBackOf(db: Database, garden: Garden, ids: string[]): Promise<Set<string>> {
  const rows = await db
    .select({ id: entries.voids })
    .from(entries)
    .where(and(eq(entries.gardenId, garden.id), among(entries.voids, ids)))
  return new Set(rows.map(row => row.id!))
}

/**
 * The deeds that change some subjects, or need them, and were not taken back. In one statement, yet step by step: as arrays
 * the parts are looked up one after the other by their indexes, also where the database has not counted a garden yet.
 *
 * @param others entries that are read with them, whatever became of these
 */
async function liveRows(
  tx: Database,
  garden: Garden,
  subjectIds: string[],
  isNeed: boolean,
  others: string[] = [],
): Promise<{ live: Row[]; others: Row[] }> {
  const later = alias(entries, 'later')
  const touching = sql`array(${tx
    .select({ id: touches.entryId })
    .from(touches)
    .where(
      and(eq(touches.gardenId, garden.id), among(touches.subjectId, subjectIds), eq(touches.isNeed, isNeed)),
    )})`
  const takenBack = sql`array(${tx
    .select({ id: later.voids })
    .from(later)
    .where(and(eq(later.gardenId, garden.id), sql`${later.voids} = any(${touching})`))})`
  const some = (isLive: 'true' | 'false', which: SQL) =>
    tx
      .select({ ...getTableColumns(entries), isLive: sql.raw(isLive).mapWith(Boolean).as('is_live') })
      .from(entries)
      .where(and(eq(entries.gardenId, garden.id), which))
  const live = some('true', sql`${entries.id} = any(${touching}) and ${entries.id} <> all(${takenBack})`)
  const rows = await (others.length ? live.unionAll(some('false', among(entries.id, others))) : live)
  return { live: rows.filter(row => row.isLive), others: rows.filter(row => !row.isLive) }
}

function deedOf(row: Row, zone: string): LoggedDeed {
  const happenedAt = new Date(row.happenedAt).toISOString()
  return {
    id: row.id,
    kind: row.kind,
    subjectId: row.subjectId,
    payload: row.payload,
    happenedAt,
    ...(row.dayOnly ? { dayOnly: true } : {}),
    day: dayOf(happenedAt, zone),
  } as LoggedDeed
}

function entryOf(row: Row): Entry {
  const happenedAt = new Date(row.happenedAt).toISOString()
  if (row.kind === 'voided') return { id: row.id, kind: 'voided', voids: row.voids!, happenedAt }
  return {
    id: row.id,
    kind: row.kind,
    subjectId: row.subjectId,
    payload: row.payload,
    happenedAt,
    ...(row.dayOnly ? { dayOnly: true } : {}),
  } as Deed
}

const isDeed = (entry: Entry): entry is Deed => entry.kind !== 'voided'

const idsOf = (subjects: Subject[]) => [...new Set(subjects.map(subject => subject.id))]

const isDayOnly = (entry: Entry) => entry.kind !== 'voided' && entry.dayOnly === true

/** A clock that runs a little ahead of the server's is forgiven. */
const CLOCK_TOLERANCE_MS = 2 * 60_000

/**
 * Writes entries into the log and brings the read models up to date, all or nothing.
 *
 * @param tx ends with what is thrown here
 * @param garden whose log; the clock its `now` stands on decides what is the future
 * @param by who noted them; a hand takes back only what they noted themselves
 * @param how `anyway`: what does not go together with other notes is taken all the same, for a person to settle: so it is with what
 *   a telephone brings late; `sentAt`: the sender's clock as it sent, by which a wrong one is put right
 * @returns how many were new, and what became of the subjects that they concern
 * @throws {Refusal} if an entry does not fit the log; nothing is written then
 */
export async function record(
  tx: Transaction,
  garden: Garden,
  by: { personId: string; role: Role },
  sent: Entry[],
  how: { anyway?: boolean; sentAt?: string } = {},
): Promise<Noted> {
  const { revision, entryCount, logBytes } = await takeTurn(tx, garden)
  const shift = clockShift(garden, how.sentAt)
  const named = sent.flatMap(entry => (entry.kind === 'voided' ? [entry.id, entry.voids] : [entry.id]))
  const around = await liveRows(tx, garden, idsOf(sent.filter(isDeed).flatMap(subjectsOf)), false, named)
  const fresh = withoutKnown(around.others, sent, shift !== 0).map(entry =>
    shift && !isDayOnly(entry)
      ? { ...entry, happenedAt: new Date(Date.parse(entry.happenedAt) + shift).toISOString() }
      : entry,
  )
  if (fresh.length) checkRoom(garden, entryCount + fresh.length, logBytes)
  checkWithinYears(fresh)
  checkNotInFuture(fresh, garden)

  const deeds = fresh.filter(isDeed)
  const voidings = fresh.filter((e): e is Voiding => e.kind === 'voided')
  const takenBack = await findToVoid(tx, garden, by, voidings, around.others)
  const changed = distinct([...deeds.flatMap(subjectsOf), ...takenBack.flatMap(subjectsOf)])

  const voidedIds = new Set(takenBack.map(d => d.id))
  const before = takenBack.length ? await liveRows(tx, garden, idsOf(changed), false) : around
  const earlier = before.live.filter(row => !voidedIds.has(row.id)).map(row => deedOf(row, garden.zone))
  const logged = deeds.map(deed => ({ ...deed, day: dayOf(deed.happenedAt, garden.zone) }) as LoggedDeed)
  const states = foldAll(changed, [...earlier, ...logged], {
    isUndo: takenBack.length > 0,
    takesOrphans: how.anyway ?? false,
  })
  if (!how.anyway) {
    await checkNoNewConflict(tx, garden, states, takenBack.length > 0)
    for (const deed of logged) askIfTwice(deed, inOrder(earlier), garden.zone)
  }
  const gone = changed.filter(s => !states.has(keyOf(s)))

  await checkSurroundings(tx, garden, logged, states, !how.anyway)
  await checkNotNeeded(tx, garden, gone, voidedIds)
  await untieTags(tx, garden, takenBack)
  await carryOut(tx, [
    ...entryWrites(entryRows(garden, by.personId, deeds, voidings)),
    ...tagWrites(garden, deeds),
    ...stateWrites(garden.id, revision, changed, subject => states.get(keyOf(subject))),
  ])
  await removeStates(tx, garden.id, revision, gone)
  return {
    recorded: fresh.length,
    known: sent.length - fresh.length,
    revision,
    changed: changed.length > MOST_TOLD ? null : changed.flatMap(subject => toldState(subject, states)),
    removed: gone,
  }
}

function toldState(subject: Subject, states: Map<string, AnyState>): ToldState[] {
  const state = states.get(keyOf(subject))
  return state ? [{ type: subject.type, state } as ToldState] : []
}

/** One writer per garden: two hands sowing the last seeds at once must see each other. Each turn is a new revision. */
async function takeTurn(tx: Database, garden: Garden) {
  const [row] = await tx
    .update(gardens)
    .set({ revision: sql`${gardens.revision} + 1` })
    .where(eq(gardens.id, garden.id))
    .returning({ revision: gardens.revision, entryCount: gardens.entryCount, logBytes: gardens.logBytes })
  return row!
}

/** What a log may hold: some decades of a large garden. */
export const roomOf = (garden: Pick<Garden, 'expiresAt'>): { entries: number; bytes: number } => ({
  entries: Number(
    garden.expiresAt
      ? (process.env.VIRGULTA_MOST_DEMO_ENTRIES ?? 60_000)
      : (process.env.VIRGULTA_MOST_ENTRIES ?? 1_000_000),
  ),
  bytes: Number(process.env.VIRGULTA_MOST_LOG_MB ?? 1024) * 1024 * 1024,
})

function checkRoom(garden: Garden, entryCount: number, logBytes: number): void {
  const room = roomOf(garden)
  if (entryCount > room.entries || logBytes > room.bytes) {
    throw new Refusal(
      'log-full',
      `The log of this garden is full: it may hold ${room.entries} entries and ${room.bytes / 1024 / 1024} MB on this server. Nothing of it is lost; whoever runs the server can give it more room.`,
    )
  }
}

/** What a garden's log holds, and what it may. */
export async function sizeOf(db: Database, garden: Garden): Promise<GardenSize> {
  const [row] = await db
    .select({ entries: gardens.entryCount, bytes: gardens.logBytes })
    .from(gardens)
    .where(eq(gardens.id, garden.id))
  return { ...row!, room: roomOf(garden) }
}

function distinct(subjects: Subject[]): Subject[] {
  return [...new Map(subjects.map(s => [keyOf(s), s])).values()]
}

/** Leaves out what is in the log already; the same id with other contents is a fault of the sender. */
function withoutKnown(rows: Row[], sent: Entry[], isShifted: boolean): Entry[] {
  const known = new Map<string, Entry>()
  for (const row of rows) known.set(row.id, entryOf(row))
  return sent.filter(entry => {
    const same = known.get(entry.id)
    const normal = { ...entry, happenedAt: new Date(entry.happenedAt).toISOString() }
    // Sent again, a wrong clock is put right by a little more or less.
    if (same && !isDeepStrictEqual(same, isShifted ? { ...normal, happenedAt: same.happenedAt } : normal))
      throw new Refusal(
        'id-used',
        'This id already stands for another entry; give the new entry an id of its own.',
        'id',
      )
    known.set(entry.id, normal)
    return !same
  })
}

/** What a wrong clock is put right to must be a moment that counts. */
function checkWithinYears(fresh: Entry[]): void {
  if (fresh.some(entry => !isWithinYears(Date.parse(entry.happenedAt)))) {
    throw new Refusal(
      'out-of-time',
      'By the clock of the device that sent it this lies before 1900 or after 2199; set its clock and date right.',
      'happenedAt',
    )
  }
}

function checkNotInFuture(fresh: Entry[], garden: Garden): void {
  const latest = Date.parse(garden.now) + CLOCK_TOLERANCE_MS
  const ahead = fresh.find(e => Date.parse(e.happenedAt) > latest)
  if (ahead) {
    throw new Refusal(
      'in-future',
      `${dayInWords(dayOf(ahead.happenedAt, garden.zone), true)} has not come yet: in the garden it is ${dayInWords(garden.today, true)}. Note what has happened, today or earlier.`,
      'happenedAt',
    )
  }
}

async function findToVoid(
  tx: Database,
  garden: Garden,
  by: { personId: string; role: Role },
  voidings: Voiding[],
  known: Row[],
): Promise<LoggedDeed[]> {
  if (!voidings.length) return []
  const ids = voidings.map(v => v.voids)
  const rows = known.filter(row => ids.includes(row.id))
  const takenBack = await takenBackOf(tx, garden, ids)
  for (const id of ids) {
    const row = rows.find(r => r.id === id)
    if (!row || row.kind === 'voided')
      throw new Refusal('nothing-to-undo', 'There is no such entry to take back.', 'voids')
    if (by.role !== 'keeper' && row.recordedBy !== by.personId)
      throw new Refusal(
        'not-yours',
        'Somebody else noted this; they or a keeper of the garden can take it back.',
        'voids',
      )
    if (takenBack.has(id) || ids.indexOf(id) !== ids.lastIndexOf(id))
      throw new Refusal('undone-already', 'This was taken back already.', 'voids')
  }
  return rows.map(row => deedOf(row, garden.zone))
}

/** The live deeds that touch any of these subjects. */
async function deedsOf(tx: Database, garden: Garden, subjectIds: string[]): Promise<LoggedDeed[]> {
  return (await liveRows(tx, garden, subjectIds, false)).live.map(row => deedOf(row, garden.zone))
}

function groupBySubject(deeds: LoggedDeed[]): Map<string, LoggedDeed[]> {
  const touches = deeds.flatMap(deed => subjectsOf(deed).map(subject => ({ key: keyOf(subject), deed })))
  return rollup(
    touches,
    of => of.map(t => t.deed),
    t => t.key,
  )
}

type AnyState = States[SubjectType]

/**
 * The states of some subjects.
 *
 * @param how `takesOrphans`: deeds on a flower or tube whose tag has not arrived yet wait for it without a state
 */
function foldAll(
  subjects: Subject[],
  deeds: LoggedDeed[],
  { isUndo, takesOrphans }: { isUndo: boolean; takesOrphans: boolean },
): Map<string, AnyState> {
  const groups = groupBySubject(deeds)
  const states = new Map<string, AnyState>()
  for (const subject of subjects) {
    try {
      const state = fold(subject.type, subject.id, groups.get(keyOf(subject)) ?? [])
      if (state) states.set(keyOf(subject), state)
    } catch (error) {
      if (takesOrphans && error instanceof Refusal && ['unknown-flower', 'unknown-tube'].includes(error.code))
        continue
      if (isUndo && error instanceof Refusal) {
        throw new Refusal(
          'stands-on-it',
          `Later steps stand on this one, so it cannot be taken back before them. ${error.message}`,
        )
      }
      throw error
    }
  }
  return states
}

/** How far the sender's clock is off, in milliseconds to add; 0 where it is near enough, and in gardens with a clock of their own. */
function clockShift(garden: Garden, sentAt: string | undefined): number {
  const shift = sentAt && !garden.clockAt ? Date.parse(garden.now) - Date.parse(sentAt) : 0
  return Math.abs(shift) > CLOCK_TOLERANCE_MS ? shift : 0
}

/**
 * What does not go together with what was noted is refused while somebody is there to be told; only what stood so before stays.
 *
 * @throws {Refusal} with the sentence of the conflict
 */
async function checkNoNewConflict(
  tx: Database,
  garden: Garden,
  states: Map<string, AnyState>,
  isUndo: boolean,
): Promise<void> {
  const torn = [...states]
    .flatMap(([key, state]) => (key.startsWith('flower ') ? [state as States['flower']] : []))
    .filter(flower => flower.conflicts.length || flower.isMisdated)
  const before = await keptStates(
    tx,
    garden.id,
    'flower',
    torn.map(flower => flower.id),
  )
  for (const flower of torn) {
    const kept = before.get(flower.id)
    if (flower.isMisdated && !kept?.isMisdated) {
      throw new Refusal(
        'before-tag',
        `${flower.code} got its tag on ${dayInWords(flower.chosenOn, true)}; this would have been before. Choose a day from then on, or take the tag back and choose the flower on its day.`,
        'happenedAt',
      )
    }
    const known = new Set(kept?.conflicts.map(c => c.entryId))
    const conflict = flower.conflicts.find(c => !known.has(c.entryId))
    if (!conflict) continue
    if (isUndo)
      throw new Refusal(
        'stands-on-it',
        `Later steps stand on this one, so it cannot be taken back before them. ${conflict.sentence}`,
      )
    throw new Refusal(conflict.code, conflict.sentence, conflict.field ?? undefined)
  }
}

/** Generations that are looked back through for a plant that would be its own forebear. */
const MOST_GENERATIONS = 60

const parentsIn = ({
  seedParentId = null,
  pollenParentId = null,
}: {
  seedParentId?: string | null
  pollenParentId?: string | null
}): string[] => [seedParentId, pollenParentId].filter(id => id !== null)

async function checkSurroundings(
  tx: Database,
  garden: Garden,
  deeds: LoggedDeed[],
  states: Map<string, AnyState>,
  isAsked: boolean,
): Promise<void> {
  const around = new Map<string, AnyState>(states)
  const load = async (subjects: Subject[], whole: SubjectType[] = []) => {
    const missing = subjects.filter(subject => !around.has(keyOf(subject)))
    if (!missing.length && !whole.length) return
    for (const { type, id, state } of await statesAround(tx, garden.id, missing, whole))
      if (!around.has(keyOf({ type, id }))) around.set(keyOf({ type, id }), state)
  }
  const stateOf = <T extends SubjectType>(type: T, id: string) =>
    around.get(keyOf({ type, id })) as States[T] | undefined
  const seedParents = deeds.flatMap((deed): Subject[] => {
    const flower = deed.kind === 'pollinated' && stateOf('flower', deed.subjectId)
    return flower ? [{ type: 'plant', id: flower.seedParentId }] : []
  })
  // The crop of a flower, a packet and a tray is that of their cross.
  const crosses = deeds.flatMap(subjectsOf).flatMap((subject): Subject[] => {
    const state = states.get(keyOf(subject))
    return state && 'crossId' in state && state.crossId ? [{ type: 'cross', id: state.crossId }] : []
  })
  const needs = deeds.flatMap(needsOf)
  await load([...needs, ...seedParents, ...crosses], ['trait', 'locus', 'rule', 'inheritance', 'guide'])
  for (const need of needs) {
    if (!around.has(keyOf(need)))
      throw new Refusal('unknown-subject', `This refers to a ${need.type} that is not in the garden.`)
  }
  // Who is whose forebear decides whether somebody can be a parent.
  for (
    let ids = deeds.flatMap(d => (d.kind === 'plantDescribed' ? parentsIn(d.payload) : [])), back = 0;
    ids.length && back < MOST_GENERATIONS;
    back++
  ) {
    const missing = ids.filter(id => !stateOf('plant', id))
    await load(missing.map(id => ({ type: 'plant', id })))
    ids = missing.flatMap(id => parentsIn(stateOf('plant', id) ?? {}))
  }
  // A parent is older than its child: what was sown says when.
  const aged = deeds.flatMap(d =>
    d.kind === 'plantDescribed' || d.kind === 'plantAdded' ? [d.subjectId, ...parentsIn(d.payload)] : [],
  )
  await load(
    aged.flatMap((id): Subject[] => {
      const sowingId = stateOf('plant', id)?.sowingId
      return sowingId ? [{ type: 'sowing', id: sowingId }] : []
    }),
  )
  const namesPlace = deeds.some(placeIn)
  const known = namesPlace
    ? await tx.select({ id: places.id }).from(places).where(eq(places.gardenId, garden.id))
    : []
  const placeIds = new Set(known.map(place => place.id))
  const all = <T extends SubjectType>(type: T) =>
    [...around].flatMap(([key, state]) => (key.startsWith(`${type} `) ? [state as States[T]] : []))
  const guides = new Map(guidesWith(all('guide'), [], halfOf(garden.site)).map(guide => [guide.id, guide]))
  const own = {
    traits: all('trait'),
    loci: all('locus'),
    rules: all('rule'),
    inheritances: all('inheritance'),
  }
  const surroundings: Surroundings = {
    own: () => own,
    find: stateOf,
    guide: crop => guides.get(crop),
    hasPlace: id => placeIds.has(id),
  }
  for (const deed of deeds) checkFit(deed, surroundings, isAsked)
}

/** What is taken away must not be missed by deeds that stay. */
async function checkNotNeeded(
  tx: Database,
  garden: Garden,
  gone: Subject[],
  voidedIds: Set<string>,
): Promise<void> {
  if (!gone.length) return
  const { live } = await liveRows(tx, garden, idsOf(gone), true)
  const needing = live.find(row => !voidedIds.has(row.id))
  if (needing) {
    throw new Refusal(
      'stands-on-it',
      `Later steps stand on this one (the next on ${dayInWords(dayOf(needing.happenedAt, garden.zone))}); take those back first.`,
    )
  }
}

function entryRows(
  garden: Garden,
  personId: string,
  deeds: Deed[],
  voidings: Voiding[],
): (typeof entries.$inferInsert)[] {
  // The demo garden's own clock also stamps the time of recording.
  const common = {
    gardenId: garden.id,
    recordedBy: personId,
    ...(garden.clockAt ? { recordedAt: garden.now } : {}),
  }
  return [
    ...deeds.map(({ id, kind, subjectId, payload, happenedAt, dayOnly = false }) => ({
      ...common,
      id,
      kind,
      subjectId,
      payload,
      happenedAt,
      dayOnly,
    })),
    ...voidings.map(({ id, kind, voids, happenedAt }) => ({
      ...common,
      id,
      kind,
      voids,
      happenedAt,
      dayOnly: false,
    })),
  ]
}

/** What adds rows to the log as they are, with what each touches; whether they fit is checked elsewhere. */
export function entryWrites(rows: (typeof entries.$inferInsert)[]): Write[] {
  const rowsOfTouches = rows
    .filter(row => row.kind !== 'voided')
    .flatMap(row => {
      const deed = row as unknown as Deed
      const touch = (isNeed: boolean) => (subject: Subject) => ({
        gardenId: row.gardenId,
        subjectId: subject.id,
        entryId: row.id,
        isNeed,
      })
      return [...subjectsOf(deed).map(touch(false)), ...needsOf(deed).map(touch(true))]
    })
  return [
    ...inGroups(rows).map(some => ({ rows: some.length, query: inserting(entries, some) })),
    ...inGroups(rowsOfTouches).map(some => ({
      rows: some.length,
      query: sql`${inserting(touches, some)} on conflict do nothing`,
    })),
  ]
}

/** The codes of what was taken back are free again. */
async function untieTags(tx: Database, garden: Garden, takenBack: Deed[]): Promise<void> {
  const gone = takenBack.flatMap(codesOf).map(tied => tied.code)
  if (gone.length) await tx.delete(tags).where(and(eq(tags.gardenId, garden.id), among(tags.code, gone)))
}

const tagWrites = (garden: Garden, deeds: Deed[]): Write[] =>
  inGroups(deeds.flatMap(codesOf)).map(codes => {
    const rows = codes.map(({ code, subject }) => ({
      gardenId: garden.id,
      code,
      subjectType: subject.type,
      subjectId: subject.id,
    }))
    return {
      rows: codes.length,
      query: sql`${inserting(tags, rows)} on conflict do nothing returning ${tags.code}`,
      check: written => {
        const free = new Set(written.map(({ code }) => code))
        const used = codes.find(
          (tied, i) => !free.has(tied.code) || codes.findIndex(c => c.code === tied.code) < i,
        )
        if (used)
          throw new Refusal(
            'code-used',
            `The tag code ${used.code} is tied to something else already; take a fresh one.`,
            'code',
          )
      },
    }
  })

/** Deeds that are folded at once, unless one subject has more: what a rebuild holds in memory does not grow with the garden. */
const DEEDS_AT_ONCE = 8000

/** Subjects in groups that share few enough deeds. */
function inReach(subjects: { id: string; deeds: number }[]): string[][] {
  const groups: string[][] = []
  let room = 0
  for (const { id, deeds } of subjects) {
    if (deeds > room) {
      groups.push([])
      room = DEEDS_AT_ONCE
    }
    groups.at(-1)!.push(id)
    room -= deeds
  }
  return groups
}

/**
 * Computes all read models of a garden anew from its log.
 *
 * @param onProgress is told how many subjects are done, of how many
 * @returns how many entries count, how many subjects they are about, and which of the kept states differed
 * @throws {Refusal} if the log does not fit together
 */
export async function rebuild(
  db: Database,
  garden: Garden,
  onProgress: (done: number, of: number) => void = () => {},
): Promise<{ entries: number; subjects: number; differed: Subject[] }> {
  return db.transaction(async tx => {
    const { revision } = await takeTurn(tx, garden)
    await tx.delete(tags).where(eq(tags.gardenId, garden.id))
    await tx.delete(keepings).where(eq(keepings.gardenId, garden.id))
    const touched = await tx
      .select({ id: touches.subjectId, deeds: sql<number>`count(*)::int` })
      .from(touches)
      .where(and(eq(touches.gardenId, garden.id), eq(touches.isNeed, false)))
      .groupBy(touches.subjectId)
    const differed: Subject[] = []
    const known = new Set<string>()
    let done = 0
    const groups = inReach(touched)
    const readNext = () => {
      const group = groups.shift()
      const found = group ? readSubjects(tx, garden, new Set(group)) : null
      // What it fails with is told where it is waited for.
      found?.catch(() => {})
      return found
    }
    // The next subjects are read, and the last ones written, while some are folded.
    let writing: Promise<void> = Promise.resolve()
    for (let reading = readNext(); reading;) {
      const found = await reading
      reading = readNext()
      const rebuilt = rebuiltOf(garden, revision, found)
      differed.push(...rebuilt.differed)
      for (const { id } of found.subjects) known.add(id)
      await writing
      writing = carryOut(tx, rebuilt.writes)
      writing.catch(() => {})
      onProgress((done += found.ids.size), touched.length)
    }
    await writing
    for (const type of subjectTypes) {
      const stray = (await keptIds(tx, garden.id, type))
        .filter(id => !known.has(id))
        .map(id => ({ type, id }))
      differed.push(...stray)
      await removeStates(tx, garden.id, revision, stray)
    }
    const [count] = await rowsOf<{ entries: number }>(
      tx,
      sql`select count(*)::int as entries from ${entries} where ${entries.gardenId} = ${garden.id}`,
    )
    return { entries: count!.entries, subjects: known.size, differed }
  })
}

/** Some subjects with their deeds, and how each is kept now. */
interface FoundSubjects {
  ids: Set<string>
  subjects: Subject[]
  deeds: LoggedDeed[]
  kept: Map<string, Record<string, unknown>>
}

async function readSubjects(tx: Database, garden: Garden, ids: Set<string>): Promise<FoundSubjects> {
  const deeds = await deedsOf(tx, garden, [...ids])
  const subjects = distinct(deeds.flatMap(subjectsOf)).filter(s => ids.has(s.id))
  const kept = new Map<string, Record<string, unknown>>()
  for (const [type, ofType] of group(subjects, subject => subject.type))
    for (const [id, row] of await keptRows(tx, garden.id, type, idsOf(ofType)))
      kept.set(keyOf({ type, id }), row)
  return { ids, subjects, deeds, kept }
}

/** Folds some subjects anew. @returns which kept states differ, and what writes all that is not kept as it should be */
function rebuiltOf(
  garden: Garden,
  revision: number,
  { ids, subjects, deeds, kept }: FoundSubjects,
): { differed: Subject[]; writes: Write[] } {
  const states = foldAll(subjects, deeds, { isUndo: false, takesOrphans: true })
  const stateOf = (subject: Subject) => states.get(keyOf(subject))
  const differed: Subject[] = []
  const changed: Subject[] = []
  for (const subject of subjects) {
    const row = kept.get(keyOf(subject))
    const now = asKept(subject.type, stateOf(subject) ?? null)
    if (!isDeepStrictEqual(row?.state ?? null, now.state)) differed.push(subject)
    if (!Object.entries(now).every(([name, value]) => isDeepStrictEqual(row?.[name], value)))
      changed.push(subject)
  }
  return {
    differed,
    writes: [
      ...stateWrites(garden.id, revision, changed, stateOf),
      // A deed that touches subjects of several groups ties its tags once, with its own subject.
      ...tagWrites(
        garden,
        deeds.filter(d => ids.has(d.subjectId)),
      ),
    ],
  }
}
