import { definitionOf } from '@virgulta/core/crops/definition'
import type { Deed } from '@virgulta/core/log/entry'
import { subjectsOf, wordsOf } from '@virgulta/core/log/entry'
import type { Names } from '@virgulta/core/log/kind'
import { dayOf } from '@virgulta/core/time/days'
import type { SQL } from 'drizzle-orm'
import { and, desc, eq, sql } from 'drizzle-orm'
import type { LogLine } from '../../../shared/entries'
import type { Database } from '../connection'
import { among } from '../connection'
import type { Garden } from '../garden'
import { beginsWith } from '../rows/codes'
import { entriesOn, takenBackOf } from '../rows/log'
import { entries, people, plants, tags } from '../schema'
import { ownDefinitions } from './genes'
import { heldGarden } from './heldGarden'

/**
 * Lines of the log for reading, the latest first; undone ones are marked, undoings themselves are not listed.
 *
 * @param filter which entries; the garden is always its own
 */
async function lines(
  db: Database,
  garden: Garden,
  filter: SQL | undefined,
  limit: number,
  offset = 0,
): Promise<LogLine[]> {
  const rows = await db
    .select()
    .from(entries)
    .where(and(eq(entries.gardenId, garden.id), sql`${entries.kind} <> 'voided'`, filter))
    .orderBy(desc(entries.happenedAt), desc(entries.id))
    .limit(limit)
    .offset(offset)
  const takenBack = await takenBackOf(
    db,
    garden,
    rows.map(row => row.id),
  )
  // Asked for the page alone: joined, a garden the database has not counted yet would have every line looked up.
  const named = await db
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(among(people.id, [...new Set(rows.map(row => row.recordedBy))]))
  const nameOf = new Map(named.map(person => [person.id, person.name]))
  const codes = await db
    .select({ code: tags.code, id: tags.subjectId })
    .from(tags)
    .where(
      and(
        eq(tags.gardenId, garden.id),
        among(
          tags.subjectId,
          rows.flatMap(row => row.subjectId ?? []),
        ),
      ),
    )
  const codeOf = new Map(codes.map(c => [c.id, c.code]))
  const namesOf = await namesFor(db, garden, rows)
  return rows.map(entry => {
    const deed = { ...entry } as unknown as Deed
    const happenedAt = new Date(entry.happenedAt).toISOString()
    return {
      id: entry.id,
      kind: entry.kind,
      words: wordsOf(deed, namesOf(entry.subjectId)),
      code: codeOf.get(entry.subjectId!) ?? null,
      subject: subjectsOf(deed)[0]!,
      day: dayOf(happenedAt, garden.zone),
      happenedAt,
      dayOnly: entry.dayOnly,
      by: nameOf.get(entry.recordedBy)!,
      byId: entry.recordedBy,
      isTakenBack: takenBack.has(entry.id),
    }
  })
}

/** What traits and loci are called where they were scored or noted: in the crop of the plant. */
async function namesFor(
  db: Database,
  garden: Garden,
  rows: (typeof entries.$inferSelect)[],
): Promise<(plantId: string | null) => Names | undefined> {
  const ids = [
    ...new Set(
      rows.flatMap(row =>
        (row.kind === 'scored' || row.kind === 'genotypeNoted') && row.subjectId ? [row.subjectId] : [],
      ),
    ),
  ]
  if (!ids.length) return () => undefined
  const found = await db
    .select({ id: plants.id, crop: plants.crop })
    .from(plants)
    .where(and(eq(plants.gardenId, garden.id), among(plants.id, ids)))
  const cropOf = new Map(found.map(row => [row.id, row.crop]))
  const whole = await heldGarden(db, garden)
  const own = ownDefinitions(whole)
  // What was dropped since is still told by its name.
  const kept = {
    ...own,
    traits: own.traits.map(t => ({ ...t, droppedOn: null })),
    loci: own.loci.map(l => ({ ...l, droppedOn: null })),
  }
  const names = new Map(
    whole.guides.map((guide): [string, Names] => {
      const { traits, loci } = definitionOf(guide, kept)
      return [
        guide.id,
        { trait: id => traits.find(t => t.id === id), locus: id => loci.find(l => l.id === id)?.name },
      ]
    }),
  )
  return plantId => names.get(cropOf.get(plantId ?? '') ?? '')
}

/** What was noted on some subjects. */
export async function linesOn(
  db: Database,
  garden: Garden,
  subjectIds: string[],
  limit = 200,
): Promise<LogLine[]> {
  return lines(db, garden, among(entries.id, await entriesOn(db, garden, subjectIds)), limit)
}

/** What was noted between two instants, the last of it. */
export function linesBetween(
  db: Database,
  garden: Garden,
  from: string,
  to: string,
  limit: number,
): Promise<LogLine[]> {
  return lines(
    db,
    garden,
    and(sql`${entries.happenedAt} >= ${from}`, sql`${entries.happenedAt} < ${to}`),
    limit,
  )
}

/** One page of the whole log, or of what was noted under tags whose code begins so. */
export async function logPage(
  db: Database,
  garden: Garden,
  page: number,
  size: number,
  code = '',
): Promise<{ lines: LogLine[]; total: number }> {
  const filter = code
    ? among(entries.id, await entriesOn(db, garden, await subjectsTagged(db, garden, code)))
    : undefined
  const [count] = await db
    .select({ total: sql<number>`count(*)::int` })
    .from(entries)
    .where(and(eq(entries.gardenId, garden.id), sql`${entries.kind} <> 'voided'`, filter))
  return { lines: await lines(db, garden, filter, size, (page - 1) * size), total: count!.total }
}

async function subjectsTagged(db: Database, garden: Garden, code: string): Promise<string[]> {
  const rows = await db
    .select({ id: tags.subjectId })
    .from(tags)
    .where(and(eq(tags.gardenId, garden.id), beginsWith(tags.code, code)))
  return rows.map(row => row.id)
}
