import { randomUUID } from 'node:crypto'
import { Refusal } from '@virgulta/core/log/refusal'
import PgBoss from 'pg-boss'
import type { Database } from '../db/connection'
import { clearExpired } from '../db/rows/garden'
import { knowing } from '../db/connection'
import { addJob, jobOf, noteJob } from '../db/rows/jobs'
import { heavily } from '../heavy/pool'
import type { LongWork, Report } from './works'

/** What the queue carries: whose work it is, the rest is in the database. */
export interface Ticket extends LongWork {
  jobId: string
}

/** The queue of people's works, and the one that clears away what is past its time. */
const QUEUES = { works: 'works', clearing: 'clearing' } as const

/** Tries of a work that broke off: its server was stopped, or the database. */
const RETRIES = 3
/** A work that has not come to its end by then was on a server that is gone; it is given to another one. */
const EXPIRES_AFTER_S = 15 * 60
/** Progress is written, and a wish to cancel read, this often. */
const TOLD_EVERY_MS = 500
const SECONDS_BETWEEN_LOOKS = 0.5

/** Makes the queue's own tables and queues. As the owner; the server's role may only use them. */
export async function makeQueue(ownerUrl: string): Promise<void> {
  const boss = new PgBoss({ connectionString: ownerUrl, supervise: false, schedule: false })
  boss.on('error', () => {})
  await boss.start()
  for (const name of Object.values(QUEUES))
    await boss.createQueue(name, {
      name,
      retryLimit: RETRIES,
      retryDelay: 2,
      expireInSeconds: EXPIRES_AFTER_S,
    })
  await boss.stop({ graceful: false })
}

let boss: PgBoss | undefined

/**
 * Begins to take works from the queue. Several servers on one database share it: each work is done once.
 *
 * @param url of the database, as the server's role
 * @param onError what goes wrong with the queue itself
 */
export async function takeWorks(url: string, db: Database, onError: (error: Error) => void): Promise<void> {
  boss = new PgBoss({ connectionString: url, migrate: false, schedule: false, max: 3 })
  boss.on('error', onError)
  await boss.start()
  await boss.work<Ticket>(
    QUEUES.works,
    { pollingIntervalSeconds: SECONDS_BETWEEN_LOOKS, batchSize: 1, includeMetadata: true },
    ([ticket]) => work(db, ticket!.data, ticket!.retryCount >= RETRIES),
  )
  await boss.work(QUEUES.clearing, () => clearExpired(db))
}

/** Lets what runs come to its end, for a while, and takes no more. */
export async function leaveWorks(): Promise<void> {
  await boss?.stop({ graceful: true, timeout: 10_000 })
}

/** Asks for the clearing away; once an hour, however many servers ask. */
export async function askForClearing(): Promise<void> {
  await boss?.send(QUEUES.clearing, {}, { singletonHours: 1 })
}

/**
 * Puts a work into the queue.
 *
 * @throws {Refusal} while the queue does not run, or one of the kind is under way for the person
 * @param db that knows the person
 * @param id of a work that is tried again
 */
export async function enqueue(
  db: Database,
  ticket: Omit<Ticket, 'jobId' | 'wish'> & { wish: object },
  id?: string,
): Promise<string> {
  if (!boss) throw new Refusal('no-queue', 'Long work is not possible at the moment; try again in a minute.')
  const jobId = id ?? randomUUID()
  if (!id && !(await addJob(db, { id: jobId, ...ticket })))
    throw new Refusal('runs-already', 'This is under way for you already; wait for it, or stop it first.')
  await boss.send(QUEUES.works, { ...ticket, jobId })
  return jobId
}

/** Works that run here, and those that broke off while this server lived on. */
const here = { running: new Set<string>(), brokenOff: new Set<string>() }

/**
 * Does a work that the queue hands out, unless it was cancelled, runs here already, or ended the server that had it before: what takes
 * a server down is not tried again by itself.
 */
export async function work(
  db: Database,
  { jobId, personId, kind, wish }: Ticket,
  isLastTry: boolean,
): Promise<void> {
  const note = (change: Parameters<typeof noteJob>[3]) => noteJob(db, personId, jobId, change)
  const job = await knowing(db, { person: personId }, tx => jobOf(tx, personId, jobId))
  // Taken before the request that asked for it has come to its end: again in a moment.
  if (!job) throw new Error('The work is not there yet.')
  if (here.running.has(jobId)) return
  if (job.state === 'working' && !here.brokenOff.has(jobId)) {
    await note({
      state: 'failed',
      problem:
        'The server ended while it was at this. It is not tried again by itself; try it again if the server was only stopped.',
      endedAt: new Date().toISOString(),
    })
    return
  }
  if (!(await note({ state: 'working' }))) return
  here.running.add(jobId)
  here.brokenOff.delete(jobId)
  let [done, total] = [0, 0]
  const cancelled = new AbortController()
  const telling = setInterval(
    () =>
      note({ done, total }).then(
        isOpen => isOpen || cancelled.abort(),
        () => {},
      ),
    TOLD_EVERY_MS,
  )
  const ended = { endedAt: new Date().toISOString() }
  try {
    const result = await inThread(
      { personId, kind, wish },
      cancelled.signal,
      (nowDone, of) => ([done, total] = [nowDone, of]),
    )
    await note({ state: 'done', done: total, total, result, ...ended })
  } catch (error) {
    if (cancelled.signal.aborted) return
    if (error instanceof Refusal) {
      await note({ state: 'failed', problem: error.message, ...ended })
      return
    }
    if (!isLastTry) here.brokenOff.add(jobId)
    await note(
      isLastTry
        ? { state: 'failed', problem: 'It broke off several times; try it again later.', ...ended }
        : { state: 'waiting' },
    ).catch(() => {})
    throw error
  } finally {
    clearInterval(telling)
    here.running.delete(jobId)
  }
}

/** Does a work in a thread of its own; what it has written when it is ended is gone with its transaction. */
async function inThread(work: LongWork, signal: AbortSignal, report: Report): Promise<object> {
  const { port1: here, port2: there } = new MessageChannel()
  here.onmessage = ({ data: { done, of } }) => report(done, of)
  try {
    return await heavily('longWork', [work, there as never], { signal, transfer: [there] })
  } finally {
    here.close()
  }
}
