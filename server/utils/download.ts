import { PassThrough } from 'node:stream'
import type { H3Event } from 'h3'
import { setHeader } from 'h3'
import { inTurn } from './turns'

/** Aborted when who asked has left before the answer was there. */
export function leavingOf(event: H3Event): AbortSignal {
  const left = new AbortController()
  const answer = event.node.res
  answer.once('close', () => answer.writableFinished || left.abort())
  // They may have left while what they asked for was looked up.
  if (event.node.req.socket.destroyed) left.abort()
  return left.signal
}

/** Files that are on their way at once: of one garden, and of all. */
const MOST_OF_GARDEN = 1
const MOST_OF_SERVER = 3

/**
 * Sends a file while it is made, and ends it with the answer: when the reader leaves, what writes it is told so at its next piece;
 * when the writing fails or the reader takes nothing, the answer breaks off instead of seeming whole.
 *
 * @param gardenId whose file: one at a time, a few of all gardens
 * @param write puts the pieces into the stream; until it has ended the turn is taken
 * @throws {NoTurn} while others are on their way
 */
export function sendFile(event: H3Event, gardenId: string, { name, type }: { name: string, type: string }, write: (file: PassThrough) => Promise<unknown>): Promise<PassThrough> {
  return new Promise((resolve, reject) => {
    inTurn(`files of ${gardenId}`, MOST_OF_GARDEN, 0, () => inTurn('files', MOST_OF_SERVER, 0, async () => {
      const answer = event.node.res
      const file = new PassThrough()
      answer.once('close', () => file.destroy())
      file.on('error', () => {})
      setHeader(event, 'content-type', type)
      setHeader(event, 'content-disposition', `attachment; filename="${name}"`)
      resolve(file)
      await write(file).then(() => file.end(), (error) => {
        if (answer.headersSent) answer.destroy()
        file.destroy(error)
      })
    })).catch(reject)
  })
}
