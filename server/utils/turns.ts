/** What takes turns under one name: how many are at it, and who waits, first come first served. */
interface Queue {
  busy: number
  waiting: (() => void)[]
}

const queues = new Map<string, Queue>()

/** Too many wait for a turn already. */
export class NoTurn extends Error {}

/**
 * Works in turns, so that what many ask for at once takes no more than its share of connections.
 *
 * @param name of what is shared
 * @param most at it at once
 * @param mostWaiting who comes behind them is not let in
 * @param leaving aborted when who waits has left: others move up
 * @throws {NoTurn} at once, where as many wait already
 * @throws what the signal says, where who asks has left
 */
export function inTurn<T>(
  name: string,
  most: number,
  mostWaiting: number,
  work: () => Promise<T>,
  leaving?: AbortSignal,
): Promise<T> {
  leaving?.throwIfAborted()
  const queue = queues.get(name) ?? { busy: 0, waiting: [] }
  if (queue.busy >= most && queue.waiting.length >= mostWaiting) throw new NoTurn(name)
  queues.set(name, queue)
  return afterOthers(name, queue, most, work, leaving)
}

async function afterOthers<T>(
  name: string,
  queue: Queue,
  most: number,
  work: () => Promise<T>,
  leaving?: AbortSignal,
): Promise<T> {
  if (queue.busy < most) queue.busy++
  // Who ends gives the turn to the next one.
  else await turnIn(queue, leaving)
  try {
    return await work()
  } finally {
    const next = queue.waiting.shift()
    if (next) next()
    else if (--queue.busy === 0) queues.delete(name)
  }
}

const turnIn = (queue: Queue, leaving?: AbortSignal) =>
  new Promise<void>((resolve, reject) => {
    queue.waiting.push(resolve)
    leaving?.addEventListener('abort', () => {
      const place = queue.waiting.indexOf(resolve)
      if (place < 0) return
      queue.waiting.splice(place, 1)
      reject(leaving.reason as Error)
    })
  })
