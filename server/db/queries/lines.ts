import type { Deed } from '@virgulta/core/log/entry'
import { subjectsOf, wordsOf } from '@virgulta/core/log/entry'
import { dayOf } from '@virgulta/core/time/days'
import type { SQL } from 'drizzle-orm'
import { and, desc, eq, inArray, sql } from 'drizzle-orm'
import type { LogLine } from '../../../shared/entries'
import type { Database } from '../connection'
import { entries, people, tags, touches } from '../schema'
import type { Garden } from './garden'
import { beginsWith } from './tags'

/**
 * Lines of the log for reading, the latest first; undone ones are marked, undoings themselves are not listed.
 *
 * @param filter which entries; the garden is always its own
 */
async function lines(db: Database, garden: Garden, filter: SQL | undefined, limit: number, offset = 0): Promise<LogLine[]> {
  const rows = await db.select({
    entry: entries, by: people.name,
    isTakenBack: sql<boolean>`exists (select 1 from entries v where v.garden_id = ${entries.gardenId} and v.voids = ${entries.id})`,
  }).from(entries).innerJoin(people, eq(people.id, entries.recordedBy))
    .where(and(eq(entries.gardenId, garden.id), sql`${entries.kind} <> 'voided'`, filter))
    .orderBy(desc(entries.happenedAt), desc(entries.id)).limit(limit).offset(offset)
  const ids = rows.flatMap(r => r.entry.subjectId ?? [])
  const codes = ids.length
    ? await db.select({ code: tags.code, id: tags.subjectId }).from(tags).where(and(eq(tags.gardenId, garden.id), inArray(tags.subjectId, ids)))
    : []
  const codeOf = new Map(codes.map(c => [c.id, c.code]))
  return rows.map(({ entry, by, isTakenBack }) => {
    const deed = { ...entry } as unknown as Deed
    const happenedAt = new Date(entry.happenedAt).toISOString()
    return {
      id: entry.id, kind: entry.kind, words: wordsOf(deed), code: codeOf.get(entry.subjectId!) ?? null, subject: subjectsOf(deed)[0]!,
      day: dayOf(happenedAt, garden.zone), happenedAt, by, byId: entry.recordedBy, isTakenBack,
    }
  })
}

/** What was noted on some subjects. */
export function linesOn(db: Database, garden: Garden, subjectIds: string[], limit = 200): Promise<LogLine[]> {
  if (!subjectIds.length) return Promise.resolve([])
  const own = and(eq(touches.gardenId, garden.id), inArray(touches.subjectId, subjectIds), eq(touches.isNeed, false))
  return lines(db, garden, sql`${entries.id} in (select ${touches.entryId} from ${touches} where ${own})`, limit)
}

/** What was noted between two instants. */
export function linesBetween(db: Database, garden: Garden, from: string, to: string, limit = 500): Promise<LogLine[]> {
  return lines(db, garden, and(sql`${entries.happenedAt} >= ${from}`, sql`${entries.happenedAt} < ${to}`), limit)
}

/** One page of the whole log, or of what was noted under tags whose code begins so. */
export async function logPage(db: Database, garden: Garden, page: number, size: number, code = ''): Promise<{ lines: LogLine[], total: number }> {
  const tagged = and(eq(tags.gardenId, garden.id), beginsWith(tags.code, code))
  const fitting = code
    ? sql`${entries.id} in (select ${touches.entryId} from ${touches} join ${tags} on ${tags.gardenId} = ${touches.gardenId} and ${tags.subjectId} = ${touches.subjectId} where ${tagged} and not ${touches.isNeed})`
    : undefined
  const [count] = await db.select({ total: sql<number>`count(*)::int` }).from(entries).where(and(eq(entries.gardenId, garden.id), sql`${entries.kind} <> 'voided'`, fitting))
  return { lines: await lines(db, garden, fitting, size, (page - 1) * size), total: count!.total }
}
