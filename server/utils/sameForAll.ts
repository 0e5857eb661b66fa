/** Answers that are the same for all who ask: written and compressed once. */
import { promisify } from 'node:util'
import { gzip } from 'node:zlib'
import type { H3Event } from 'h3'
import { appendResponseHeader, getRequestHeader, setResponseHeader } from 'h3'
import type { Garden } from '../db/garden'
import { remembered } from '../db/held/remembered'

/** Half as long as the usual level takes for an answer of half a megabyte, and a fifth larger. */
export const LEVEL = 3

const compressed = promisify(gzip)

/** Takes less to send than to compress. */
const SMALL = 1024

/**
 * The answer to a request as it goes over the wire, worked out once for each state of the log, each hour and
 * each day of the garden.
 *
 * @param workOut what is answered; it depends on the garden and the address alone, not on who asks
 */
export async function sameForAll(
  event: H3Event,
  garden: Garden,
  workOut: () => Promise<unknown>,
): Promise<Buffer> {
  // The day turns within an hour where clocks go by half hours.
  const { plain, packed } = await remembered(garden, `${garden.today} ${event.path}`, async () => {
    const written = Buffer.from(JSON.stringify(await workOut()))
    return {
      plain: written,
      packed: written.length < SMALL ? null : await compressed(written, { level: LEVEL }),
    }
  })
  setResponseHeader(event, 'content-type', 'application/json')
  appendResponseHeader(event, 'vary', 'accept-encoding')
  if (!packed || !/\bgzip\b/.test(getRequestHeader(event, 'accept-encoding') ?? '')) return plain
  setResponseHeader(event, 'content-encoding', 'gzip')
  return packed
}
