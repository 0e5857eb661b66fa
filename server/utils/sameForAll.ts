/** Answers that are the same for all who ask: written and compressed once. */
import { promisify } from 'node:util'
import { gunzip, gzip } from 'node:zlib'
import type { H3Event } from 'h3'
import { appendResponseHeader, getRequestHeader, setResponseHeader } from 'h3'
import type { Database } from '../db/connection'
import type { Garden } from '../db/garden'
import { keepLater, keptAnswer } from '../db/held/keptAnswers'
import { remembered } from '../db/held/remembered'

/** Half as long as the usual level takes for an answer of half a megabyte, and a fifth larger. */
export const LEVEL = 3

const compressed = promisify(gzip)
const unpacked = promisify(gunzip)

/** An answer as bytes. */
interface Written {
  bytes: Buffer
  isPacked: boolean
}

/** Takes less to send than to compress. */
const SMALL = 1024

/**
 * The answer to a request as it goes over the wire, worked out once for each state of the log, each hour and
 * each day of the garden.
 *
 * @param workOut what is answered; it depends on the garden and the address alone, not on who asks
 * @param keeping where the newest answer is kept over a start, and under which name; null: it is not
 */
export async function sameForAll(
  event: H3Event,
  garden: Garden,
  workOut: () => Promise<unknown>,
  keeping: { db: Database; name: string } | null,
): Promise<Buffer> {
  // The day turns within an hour where clocks go by half hours.
  const what = `${garden.today} ${event.path}`
  const written = async (): Promise<Written> => {
    const plain = Buffer.from(JSON.stringify(await workOut()))
    return plain.length < SMALL
      ? { bytes: plain, isPacked: false }
      : { bytes: await compressed(plain, { level: LEVEL }), isPacked: true }
  }
  const { bytes, isPacked } = await remembered<Written>(garden, what, async earlier => {
    if (!keeping) return written()
    const { db, name } = keeping
    // Where an earlier one is in memory, what is kept is no later than it.
    const before = (await earlier()) ? null : await keptAnswer<Written>(db, garden, name, what)
    if (before) return before
    const answer = await written()
    keepLater(garden, name, what, answer)
    return answer
  })
  setResponseHeader(event, 'content-type', 'application/json')
  appendResponseHeader(event, 'vary', 'accept-encoding')
  if (!isPacked) return bytes
  // Nearly all take it packed: it is kept in that form alone.
  if (!/\bgzip\b/.test(getRequestHeader(event, 'accept-encoding') ?? '')) return unpacked(bytes)
  setResponseHeader(event, 'content-encoding', 'gzip')
  return bytes
}
