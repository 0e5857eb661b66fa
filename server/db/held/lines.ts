import { definitionOf } from '@virgulta/core/crops/definition'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { WholeGarden } from '@virgulta/core/garden/garden'
import type { Deed } from '@virgulta/core/log/entry'
import { subjectsOf, wordsOf } from '@virgulta/core/log/entry'
import type { Names } from '@virgulta/core/log/kind'
import { once } from '@virgulta/core/once'
import { dayOf } from '@virgulta/core/time/days'
import type { SQL } from 'drizzle-orm'
import { and, desc, eq, getTableColumns, sql } from 'drizzle-orm'
import type { LogLine } from '../../../shared/entries'
import type { Database } from '../connection'
import { among } from '../connection'
import type { Garden } from '../garden'
import { beginsWith } from '../rows/codes'
import { entriesOn } from '../rows/log'
import { entries, tags } from '../schema'
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
  // Who, which tag and whether it stands are looked up for the lines of the page, after they are chosen.
  const found = await db
    .select({
      entry: getTableColumns(entries),
      by: sql<string>`(select name from people where people.id = entries.recorded_by)`,
      code: sql<string | null>`(select min(code) from tags
        where tags.garden_id = entries.garden_id and tags.subject_id = entries.subject_id)`,
      isTakenBack: sql<boolean>`exists (select from entries later
        where later.garden_id = entries.garden_id and later.voids = entries.id)`,
    })
    .from(entries)
    .where(and(eq(entries.gardenId, garden.id), sql`${entries.kind} <> 'voided'`, filter))
    .orderBy(desc(entries.happenedAt), desc(entries.id))
    .limit(limit)
    .offset(offset)
  const namesOf = namesIn(await heldGarden(db, garden))
  return found.map(({ entry, by, code, isTakenBack }) => {
    const deed = { ...entry } as unknown as Deed
    const happenedAt = new Date(entry.happenedAt).toISOString()
    return {
      id: entry.id,
      kind: entry.kind,
      words: wordsOf(deed, namesOf(entry.subjectId)),
      code,
      subject: subjectsOf(deed)[0]!,
      day: dayOf(happenedAt, garden.zone),
      happenedAt,
      dayOnly: entry.dayOnly,
      by,
      byId: entry.recordedBy,
      isTakenBack,
    }
  })
}

/** What traits and loci are called in the crop of a plant, also those that were dropped since; undefined for other subjects. */
function namesIn(whole: WholeGarden): (subjectId: string | null) => Names | undefined {
  const { trait, locus, rule, inheritance } = whole.states
  const namesOf = (guide: CropGuide): Names =>
    once(
      guide,
      'names',
      () => {
        const own = ownDefinitions(whole)
        const { traits, loci } = definitionOf(guide, {
          ...own,
          traits: own.traits.map(t => ({ ...t, droppedOn: null })),
          loci: own.loci.map(l => ({ ...l, droppedOn: null })),
        })
        return {
          trait: id => traits.find(t => t.id === id),
          locus: id => loci.find(l => l.id === id)?.name,
        }
      },
      [trait, locus, rule, inheritance],
    )
  return subjectId => {
    const plant = whole.kept.plant.get(subjectId ?? '')
    const guide = plant && whole.guides.find(({ id }) => id === plant.crop)
    return guide && namesOf(guide)
  }
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
