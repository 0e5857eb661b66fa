import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm'
import type { Job, JobKind } from '../../../shared/jobs'
import type { Database } from '../connection'
import { knowing, rowsOf } from '../connection'
import { jobs, uploads } from '../schema'

const shown = {
  id: jobs.id,
  kind: jobs.kind,
  state: jobs.state,
  done: jobs.done,
  total: jobs.total,
  result: jobs.result,
  problem: jobs.problem,
  madeAt: jobs.madeAt,
}
const isOpen = inArray(jobs.state, ['waiting', 'working'])

/** A person's long works, the latest first. */
export function jobsOf(db: Database, personId: string): Promise<Job[]> {
  return db.select(shown).from(jobs).where(eq(jobs.personId, personId)).orderBy(desc(jobs.madeAt)).limit(10)
}

/** A work with what was asked for; null when the person has none of that id. */
export async function jobOf(db: Database, personId: string, id: string) {
  const [row] = await db
    .select({ ...shown, wish: jobs.wish })
    .from(jobs)
    .where(and(eq(jobs.personId, personId), eq(jobs.id, id)))
  return row ?? null
}

/** Notes that a work is wanted. @returns false while one of its kind is under way for the person */
export async function addJob(
  db: Database,
  job: { id: string; personId: string; kind: JobKind; wish: object },
): Promise<boolean> {
  return (await db.insert(jobs).values(job).onConflictDoNothing().returning({ id: jobs.id })).length > 0
}

/** Ends a work that waits or runs. @returns false when it had ended already */
export async function cancelJob(db: Database, personId: string, id: string): Promise<boolean> {
  return (
    (
      await db
        .update(jobs)
        .set({ state: 'cancelled', endedAt: sql`now()` as never })
        .where(and(eq(jobs.personId, personId), eq(jobs.id, id), isOpen))
        .returning({ id: jobs.id })
    ).length > 0
  )
}

/** Sets a failed or cancelled work back to the beginning. @returns false when it is neither, or another of its kind is under way */
export async function reviveJob(db: Database, personId: string, id: string): Promise<boolean> {
  const notUnderWay = sql`not exists (select 1 from jobs other where other.person_id = ${personId} and other.kind = ${jobs.kind} and other.state in ('waiting', 'working'))`
  const fresh = { state: 'waiting' as const, done: 0, total: 0, problem: null, endedAt: null }
  return (
    (
      await db
        .update(jobs)
        .set(fresh)
        .where(
          and(
            eq(jobs.personId, personId),
            eq(jobs.id, id),
            inArray(jobs.state, ['failed', 'cancelled']),
            notUnderWay,
          ),
        )
        .returning({ id: jobs.id })
    ).length > 0
  )
}

/**
 * Notes how far a work has come, in a transaction of its own so that the person sees it at once.
 *
 * @returns false when it was cancelled, or has ended otherwise
 */
export function noteJob(
  db: Database,
  personId: string,
  id: string,
  change: Partial<
    Pick<typeof jobs.$inferInsert, 'state' | 'done' | 'total' | 'result' | 'problem' | 'endedAt'>
  >,
): Promise<boolean> {
  return knowing(
    db,
    { person: personId },
    async tx =>
      (
        await tx
          .update(jobs)
          .set(change)
          .where(and(eq(jobs.id, id), isOpen))
          .returning({ id: jobs.id })
      ).length > 0,
  )
}

/** Keeps a piece of a file. Sent twice it is kept once. */
export async function keepPiece(
  db: Database,
  personId: string,
  id: string,
  piece: number,
  bytes: Buffer,
): Promise<void> {
  await db
    .insert(uploads)
    .values({ personId, id, piece, bytes })
    .onConflictDoUpdate({ target: [uploads.personId, uploads.id, uploads.piece], set: { bytes } })
}

/** Bytes of everybody's files that wait for their work. */
export async function waitingBytes(db: Database): Promise<number> {
  const [row] = await rowsOf<{ bytes: string }>(db, sql`select waiting_bytes() as bytes`)
  return Number(row!.bytes)
}

/** How many files of a person lie here. */
export async function filesOf(db: Database, personId: string): Promise<string[]> {
  return (
    await db.selectDistinct({ id: uploads.id }).from(uploads).where(eq(uploads.personId, personId))
  ).map(row => row.id)
}

/** The numbers of the pieces of a file that are here. */
export async function piecesOf(db: Database, personId: string, id: string): Promise<number[]> {
  return (
    await db
      .select({ piece: uploads.piece })
      .from(uploads)
      .where(and(eq(uploads.personId, personId), eq(uploads.id, id)))
      .orderBy(asc(uploads.piece))
  ).map(row => row.piece)
}

/** The bytes of a file, a piece at a time. */
export async function* bytesOf(db: Database, personId: string, id: string): AsyncGenerator<Buffer> {
  for (let piece = 0; ; piece++) {
    const [row] = await knowing(db, { person: personId }, tx =>
      tx
        .select({ bytes: uploads.bytes })
        .from(uploads)
        .where(and(eq(uploads.personId, personId), eq(uploads.id, id), eq(uploads.piece, piece))),
    )
    if (!row) return
    yield row.bytes
  }
}

/** Forgets a file. */
export async function forgetFile(db: Database, personId: string, id: string): Promise<void> {
  await knowing(db, { person: personId }, tx =>
    tx.delete(uploads).where(and(eq(uploads.personId, personId), eq(uploads.id, id))),
  )
}
