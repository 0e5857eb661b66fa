import { join } from 'node:path'
import { counted } from '@virgulta/core/formats/counted'
import { Refusal } from '@virgulta/core/log/refusal'
import { Piscina } from 'piscina'
import { framesOf, serverLog } from '../utils/log'
import { NoTurn } from '../utils/turns'
import type { Tasks } from './tasks'
import type { ThreadAnswer, Order } from './thread'

/** The threads' own bundle lies beside the server's (nuxt.config.ts). */
const bundle = () =>
  join(
    process.env.NODE_ENV === 'development'
      ? join(process.cwd(), '.nuxt', 'dev')
      : join(process.argv[1]!, '..'),
    'thread.mjs',
  )

const MINUTE_MS = 60_000

/** What each thread may take of time and memory while a request waits for it. */
const OF_REQUESTS = {
  megabytes: Number(process.env.VIRGULTA_HEAVY_MB ?? 512),
  limitMs: Number(process.env.VIRGULTA_HEAVY_SECONDS ?? 30) * 1000,
}

/**
 * Threads by what they are for, and how many tasks may wait for them. A request holds its connection meanwhile: sheets, which
 * anybody may ask for again and again, leave some of them to others; of genotypes there is one task for each state of a crop.
 */
const POOLS = {
  sheets: { threads: 2, waiting: 3, ...OF_REQUESTS },
  genes: { threads: 1, waiting: 100, ...OF_REQUESTS },
  long: { threads: 2, waiting: 100, megabytes: 1536, limitMs: 14 * MINUTE_MS },
}
type PoolName = keyof typeof POOLS

const poolOfTask: Record<keyof Tasks, PoolName> = {
  tagSheet: 'sheets',
  markLegend: 'sheets',
  familySheet: 'sheets',
  plantSheet: 'sheets',
  unprintable: 'sheets',
  genotypes: 'genes',
  conditionally: 'genes',
  selfs: 'genes',
  merit: 'genes',
  longWork: 'long',
}

const pools = new Map<PoolName, Piscina<Order, ThreadAnswer>>()

function poolOf(name: PoolName): Piscina<Order, ThreadAnswer> {
  const { threads, waiting, megabytes } = POOLS[name]
  const pool =
    pools.get(name) ??
    new Piscina<Order, ThreadAnswer>({
      filename: bundle(),
      minThreads: 0,
      maxThreads: threads,
      maxQueue: waiting,
      concurrentTasksPerWorker: 1,
      idleTimeout: 5 * MINUTE_MS,
      resourceLimits: { maxOldGenerationSizeMb: megabytes },
    })
  // A thread that ends without a task: the next task gets another one.
  if (!pools.has(name))
    pool.on('error', error => serverLog.error({ problem: 'thread', error: error.name, at: framesOf(error) }))
  pools.set(name, pool)
  return pool
}

/**
 * Does a task in a thread of its own, which ends with its limits of time and memory while the server goes on.
 *
 * @param how `signal` ends it before; `transfer`: ports among the input
 * @throws {Refusal} what the task refuses, and where it takes more time or memory than it may
 * @throws {NoTurn} while too many wait
 */
export async function heavily<N extends keyof Tasks>(
  name: N,
  input: Parameters<Tasks[N]>,
  { signal, transfer = [] }: { signal?: AbortSignal; transfer?: MessagePort[] } = {},
): Promise<Awaited<ReturnType<Tasks[N]>>> {
  const poolName = poolOfTask[name]
  const { limitMs, megabytes } = POOLS[poolName]
  const pool = poolOf(poolName)
  if (pool.queueSize >= POOLS[poolName].waiting) throw new NoTurn(name)
  const limit = AbortSignal.timeout(limitMs)
  const done = await pool
    .run(
      { name, input },
      { signal: signal ? AbortSignal.any([signal, limit]) : limit, transferList: transfer as never },
    )
    .catch(error => {
      if (limit.aborted)
        throw new Refusal(
          'too-heavy',
          `This took longer than ${limitMs < MINUTE_MS ? counted(limitMs / 1000, 'second') : counted(limitMs / MINUTE_MS, 'minute')} and was ended; ask for less at once.`,
        )
      if (error.code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Refusal(
          'too-heavy',
          `This takes more than the ${megabytes} MB of memory that it may take; ask for less at once.`,
        )
      throw error
    })
  if ('refused' in done) throw new Refusal(done.refused.code, done.refused.sentence, done.refused.field)
  return done.answer as Awaited<ReturnType<Tasks[N]>>
}

/** Ends the threads. */
export async function closeThreads(): Promise<void> {
  await Promise.all([...pools.values()].map(pool => pool.destroy()))
  pools.clear()
}
