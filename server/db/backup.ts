import { createHash, randomUUID } from 'node:crypto'
import type { Writable } from 'node:stream'
import { JSONParser } from '@streamparser/json'
import { Entry } from '@virgulta/core/log/entry'
import { Refusal } from '@virgulta/core/log/refusal'
import { within } from '@virgulta/core/log/within'
import { dayInWords } from '@virgulta/core/time/days'
import { millisecondsOf } from '@virgulta/core/time/moment'
import { and, asc, eq, gt, sql } from 'drizzle-orm'
import * as v from 'valibot'
import { BACKUP_VERSION, BackupHead, KeptPhoto, Recorded } from '../../shared/backup'
import type { Database } from './connection'
import { among, carryOut, rowsOf, tellTransaction } from './connection'
import { gardenById } from './rows/garden'
import { entryWrites, rebuild, roomOf } from './rows/log'
import { keepPhoto, photosOf } from './rows/photos'
import { entries, gardens, members, people, places, tagSerials } from './schema'

/** Entries that are read or written at once: what a backup holds in memory does not grow with the log. */
const ENTRIES_AT_ONCE = 2000

/** The end of every backup: the checksum of all bytes before it. */
const tailOf = (sum: string) => `],\n"sum":"${sum}"}\n`
const TAIL_LENGTH = tailOf('0'.repeat(64)).length

/** No value of a backup is larger, the list of its people or a month of readings: what a file holds in memory does not grow with it. */
const MOST_VALUE_BYTES = 4 * 1024 * 1024
const READ_AT_ONCE = 64 * 1024

/** Told how many entries are done, of how many. */
export type Progress = (done: number, of: number) => void

const instant = (at: string) => new Date(at).toISOString()

function entryOf(row: typeof entries.$inferSelect) {
  const common = {
    id: row.id,
    kind: row.kind,
    happenedAt: instant(row.happenedAt),
    recordedAt: instant(row.recordedAt),
    recordedBy: row.recordedBy,
  }
  return row.kind === 'voided'
    ? { ...common, voids: row.voids }
    : { ...common, ...(row.dayOnly ? { dayOnly: true } : {}), subjectId: row.subjectId, payload: row.payload }
}

async function headOf(tx: Database, gardenId: string): Promise<BackupHead | null> {
  const [garden] = await tx.select().from(gardens).where(eq(gardens.id, gardenId))
  if (!garden) return null
  const memberRows = await tx
    .select({ personId: members.personId, role: members.role, leftAt: members.leftAt })
    .from(members)
    .where(eq(members.gardenId, gardenId))
  const recorders = await tx
    .selectDistinct({ id: entries.recordedBy })
    .from(entries)
    .where(eq(entries.gardenId, gardenId))
  const [counted] = await tx
    .select({ count: sql<number>`count(*)::int` })
    .from(entries)
    .where(eq(entries.gardenId, gardenId))
  const { id, name, zone, latitude, longitude, siteTold, stationOn, isDemo, clockAt } = garden
  return {
    format: 'virgulta-garden',
    version: BACKUP_VERSION,
    madeAt: new Date().toISOString(),
    garden: {
      id,
      name,
      zone,
      latitude,
      longitude,
      siteTold,
      stationOn,
      isDemo,
      clockAt: clockAt && instant(clockAt),
    },
    people: await tx
      .select({ id: people.id, name: people.name })
      .from(people)
      .where(among(people.id, [...memberRows.map(m => m.personId), ...recorders.map(r => r.id)])),
    members: memberRows.map(m => ({ ...m, leftAt: m.leftAt && instant(m.leftAt) })),
    places: await tx
      .select({
        id: places.id,
        name: places.name,
        position: places.position,
        isClosed: places.isClosed,
        mergedInto: places.mergedInto,
      })
      .from(places)
      .where(eq(places.gardenId, gardenId))
      .orderBy(asc(places.position)),
    tagSerials: await tx
      .select({ year: tagSerials.year, next: tagSerials.next })
      .from(tagSerials)
      .where(eq(tagSerials.gardenId, gardenId))
      .orderBy(asc(tagSerials.year)),
    count: counted!.count,
  }
}

/** How a transaction sees one state of the garden while others go on noting. */
export const SNAPSHOT = { isolationLevel: 'repeatable read', accessMode: 'read only' } as const

/** A reader who has not taken a piece by then is cut off: a piece is about half a megabyte. */
const TAKES_WITHIN_MS = 30_000

const unwanted = () => new Error('The file is no longer wanted.')

/** Writes pieces into a stream as fast as it takes them; the stream ends where that is too slow. */
export const writerTo =
  (stream: Writable, takesWithinMs = TAKES_WITHIN_MS) =>
  (piece: string) =>
    new Promise<void>((resolve, reject) => {
      if (stream.destroyed) return reject(unwanted())
      if (stream.write(piece)) return resolve()
      const stalled = setTimeout(() => stream.destroy(), takesWithinMs)
      const settle = (work: () => void) => () => {
        clearTimeout(stalled)
        stream.off('drain', onDrain).off('close', onClose)
        work()
      }
      const onDrain = settle(resolve)
      const onClose = settle(() => reject(unwanted()))
      stream.once('drain', onDrain).once('close', onClose)
    })

/**
 * A garden as one JSON file, piece by piece: what is described, every entry of the log, its pictures, then the checksum.
 *
 * @param tx a transaction of the kind {@link SNAPSHOT}
 * @param write takes the next piece, and resolves when there is room for more
 * @returns how many entries it holds; null when there is no such garden
 */
export async function backup(
  tx: Database,
  gardenId: string,
  write: (piece: string) => Promise<void> | void,
  onProgress: Progress = () => {},
): Promise<number | null> {
  const head = await headOf(tx, gardenId)
  if (!head) return null
  const hash = createHash('sha256')
  const put = async (piece: string) => {
    hash.update(piece)
    await write(piece)
  }
  await put(`${JSON.stringify(head).slice(0, -1)},\n"entries":[`)
  let done = 0
  for (let last: string | null = null; done < head.count;) {
    const rows: (typeof entries.$inferSelect)[] = await tx
      .select()
      .from(entries)
      .where(and(eq(entries.gardenId, gardenId), last ? gt(entries.id, last) : undefined))
      .orderBy(asc(entries.id))
      .limit(ENTRIES_AT_ONCE)
    await put(rows.map((row, i) => `${done + i ? ',' : ''}\n${JSON.stringify(entryOf(row))}`).join(''))
    last = rows.at(-1)!.id
    onProgress((done += rows.length), head.count)
  }
  await put('],\n"photos":[')
  let isFirst = true
  for await (const { bytes, ...photo } of photosOf(tx, gardenId)) {
    const kept = { ...photo, bytes: bytes.toString('base64') }
    await put(`${isFirst ? '' : ','}\n${JSON.stringify(kept)}`)
    isFirst = false
  }
  await write(tailOf(hash.digest('hex')))
  return done
}

const broken = (why: string) =>
  new Refusal('bad-backup', `This file cannot be restored: ${why} Nothing was changed.`)

const checked = <S extends v.GenericSchema>(schema: S, value: unknown, what: string) =>
  fitting(v.safeParse(schema, value, { abortEarly: true }), what)

function fitting<S extends v.GenericSchema>(result: v.SafeParseResult<S>, what: string): v.InferOutput<S> {
  if (!result.success)
    throw broken(
      `${what} is not as it should be (${v.getDotPath(result.issues[0]) ?? 'as a whole'}: ${result.issues[0].message}).`,
    )
  return result.output
}

/** Reads a backup's bytes: keeps the tail back, sums what stands before it, and hands out head and entries as they come. */
class BackupReader {
  private readonly hash = createHash('sha256')
  private readonly parser = new JSONParser({
    paths: [...Object.keys(BackupHead.entries), 'sum', 'entries.*', 'photos.*'].map(path => `$.${path}`),
    keepStack: false,
  })
  private held = Buffer.alloc(0)
  private readonly fields: Record<string, unknown> = {}
  private sum: unknown
  /** bytes since a value was handed out */
  private sinceValue = 0
  entries: unknown[] = []
  photos: unknown[] = []

  constructor() {
    this.parser.onValue = ({ value, key, stack }) => {
      this.sinceValue = 0
      if (stack.length > 1) (stack[1]!.key === 'photos' ? this.photos : this.entries).push(value)
      else if (key === 'sum') this.sum = value
      else this.fields[String(key)] = value
    }
  }

  take(piece: Uint8Array): void {
    const bytes = Buffer.concat([this.held, piece])
    const before = Math.max(0, bytes.length - TAIL_LENGTH)
    this.hash.update(bytes.subarray(0, before))
    this.held = bytes.subarray(before)
    for (let at = 0; at < piece.length; at += READ_AT_ONCE) this.read(piece.subarray(at, at + READ_AT_ONCE))
  }

  private read(slice: Uint8Array): void {
    this.sinceValue += slice.length
    try {
      this.parser.write(slice)
    } catch {
      throw broken('it is not whole JSON.')
    }
    if (this.sinceValue > MOST_VALUE_BYTES)
      throw broken(`a single value of it is larger than ${MOST_VALUE_BYTES / 1024 / 1024} MB.`)
  }

  private checkFormat(): void {
    if (this.fields.format !== 'virgulta-garden') throw broken('it is not a backup of a garden.')
    const { version } = this.fields
    if (typeof version === 'number' && version > BACKUP_VERSION)
      throw broken(
        `it was made by a newer Virgulta (format ${version}; this one reads up to ${BACKUP_VERSION}). Bring Virgulta up to date first.`,
      )
  }

  /** What stands before the entries. @throws {Refusal} for another format or a later version */
  head(): BackupHead {
    this.checkFormat()
    return checked(BackupHead, this.fields, 'what stands before the entries')
  }

  /** @throws {Refusal} for a file that was cut off or altered */
  end(): void {
    if (!this.parser.isEnded) throw broken('it was cut off before its end.')
    // First: how a later version sums is not known here.
    this.checkFormat()
    if (this.sum !== this.hash.digest('hex'))
      throw broken('it was altered after it was made: its checksum does not fit.')
  }
}

/** A copy is told from its original by its name. */
function nameOfCopy(name: string): string {
  const mark = ` (restored ${dayInWords(new Date().toISOString().slice(0, 10), true)})`
  return `${name
    .replace(/ \(restored [^)]*\)$/, '')
    .slice(0, 80 - mark.length)
    .trimEnd()}${mark}`
}

/** Where a backup goes: whose garden it becomes. */
interface Landing {
  gardenId: string
  /** becomes its only member; null: the members are those of the file */ keeperId: string | null
}

async function writeHead(tx: Database, head: BackupHead, { gardenId, keeperId }: Landing): Promise<void> {
  await tellTransaction(tx, { garden: gardenId })
  const [there] = await tx.select({ id: gardens.id }).from(gardens).where(eq(gardens.id, gardenId))
  if (there)
    throw new Refusal(
      'garden-there',
      `The garden ${head.garden.name} is in this database already; restore it into another one. Nothing was changed.`,
    )
  await tx.insert(gardens).values({
    ...head.garden,
    id: gardenId,
    name: keeperId ? nameOfCopy(head.garden.name) : head.garden.name,
  })
  if (head.people.length) await tx.insert(people).values(head.people).onConflictDoNothing()
  const memberRows = !keeperId
    ? head.members
    : [
        ...head.members
          .filter(m => m.personId !== keeperId)
          .map(m => ({ ...m, leftAt: m.leftAt ?? head.madeAt })),
        { personId: keeperId, role: 'keeper' as const },
      ]
  if (memberRows.length) await tx.insert(members).values(memberRows.map(m => ({ gardenId, ...m })))
  if (head.places.length) await tx.insert(places).values(head.places.map(p => ({ gardenId, ...p })))
  if (head.tagSerials.length)
    await tx.insert(tagSerials).values(head.tagSerials.map(s => ({ gardenId, ...s })))
}

/** An entry whose readings all have a moment: earlier versions took some that no calendar has; these become the moment of the entry. */
function withReadableHours(raw: { kind?: unknown; happenedAt: string; payload?: unknown }): unknown {
  const payload = raw.payload as { unit?: string; rows?: unknown } | null | undefined
  const isTimed = raw.kind === 'storeRead' || (raw.kind === 'weatherRead' && payload?.unit === 'hour')
  if (!isTimed || !Array.isArray(payload?.rows)) return raw
  const rows = payload.rows.map(row =>
    Array.isArray(row) && Number.isNaN(millisecondsOf(String(row[0])))
      ? [raw.happenedAt, ...row.slice(1)]
      : row,
  )
  return { ...raw, payload: { ...payload, rows } }
}

/** Entries of a file, checked, as rows of a garden's log. */
const rowsFrom = (gardenId: string, found: unknown[]) =>
  found.map(raw => {
    const { recordedAt, recordedBy, ...rest } = checked(v.looseObject(Recorded.entries), raw, 'an entry')
    return {
      gardenId,
      recordedAt,
      recordedBy,
      dayOnly: false,
      ...fitting(within(Entry, withReadableHours(rest)), 'an entry'),
    }
  })

/** Takes back only what is there. */
async function checkVoidings(tx: Database, gardenId: string): Promise<void> {
  const astray = await rowsOf(
    tx,
    sql`select 1 from entries v where v.garden_id = ${gardenId} and v.voids is not null
    and not exists (select 1 from entries d where d.garden_id = v.garden_id and d.id = v.voids and d.kind <> 'voided') limit 1`,
  )
  if (astray.length) throw broken('it takes back an entry that it does not hold.')
}

/**
 * Brings a garden back from its backup, all or nothing: checksum, shape of every entry and the fold of the whole log
 * must fit.
 *
 * @param db where no garden of that id is
 * @param bytes of the file, in pieces
 * @param keeperId of whom it becomes another garden, with an id of its own and without its other members; null: the same garden comes back
 * @returns the garden's id, name and number of entries
 * @throws {Refusal} for a file that is cut off, altered, newer, or of a garden that is there already
 */
export async function restore(
  db: Database,
  bytes: AsyncIterable<Uint8Array>,
  keeperId: string | null,
  onProgress: Progress = () => {},
): Promise<{ id: string; name: string; entries: number }> {
  return db.transaction(async tx => {
    const reader = new BackupReader()
    const room = roomOf({ expiresAt: null }).entries
    const freshId = randomUUID()
    let head: BackupHead | null = null
    let gardenId = ''
    let done = 0
    // The next entries are read and checked while the database writes the last ones.
    let writing: Promise<void> = Promise.resolve()
    const begin = async () => {
      head = reader.head()
      gardenId = keeperId ? freshId : head.garden.id
      await writeHead(tx, head, { gardenId, keeperId })
      return head
    }
    const flush = async (least: number) => {
      while (reader.entries.length && reader.entries.length >= least) {
        const { count } = head ?? (await begin())
        const found = reader.entries.splice(0, ENTRIES_AT_ONCE)
        const writes = entryWrites(rowsFrom(gardenId, found))
        await writing
        writing = carryOut(tx, writes)
        // What it fails with is told where it is waited for.
        writing.catch(() => {})
        onProgress((done += found.length), count)
        // By the entries that came, not by what the head says of them; on the command line the server's owner knows what they do.
        if (keeperId && done > room)
          throw broken(`it holds more than the ${room} entries that a garden may hold on this server.`)
      }
    }
    /** Pictures come behind all entries; each is kept as it comes. */
    const keepPhotos = async () => {
      if (!reader.photos.length) return
      await writing
      for (const raw of reader.photos.splice(0)) {
        const { id, bytes } = checked(KeptPhoto, raw, 'a picture')
        await keepPhoto(tx, { id: gardenId, expiresAt: null }, id, Buffer.from(bytes, 'base64'))
      }
    }
    for await (const piece of bytes) {
      reader.take(piece)
      await flush(ENTRIES_AT_ONCE)
      if (reader.photos.length) await flush(1)
      await keepPhotos()
    }
    await writing
    reader.end()
    await flush(1)
    await writing
    const {
      count,
      garden: { name },
    } = head ?? (await begin())
    if (done !== count) throw broken(`it should hold ${count} entries, and holds ${done}.`)
    await checkVoidings(tx, gardenId)
    await rebuild(tx, (await gardenById(tx, gardenId))!).catch(error => {
      throw error instanceof Refusal ? broken(`its log does not fit together. ${error.message}`) : error
    })
    return { id: gardenId, name: keeperId ? nameOfCopy(name) : name, entries: done }
  })
}
