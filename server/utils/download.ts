import { PassThrough } from 'node:stream'
import type { H3Event } from 'h3'
import { setHeader } from 'h3'
import { framesOf, routeOf, serverLog } from './log'
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

/** Files that are on their way at once, of one garden and of all; and how many may wait for their turn, without a connection. */
const OF_GARDEN = { most: 1, waiting: 2 }
const OF_SERVER = { most: 3, waiting: 60 }

/**
 * Sends a file while it is made, and ends it with the answer: when the reader leaves, what writes it is told so at its next piece;
 * when the writing fails or the reader takes nothing, the answer breaks off instead of seeming whole.
 *
 * @param gardenId whose file: one at a time, a few of all gardens; others begin when these have ended
 * @param write puts the pieces into the stream; until it has ended the turn is taken
 * @throws {NoTurn} while too many wait
 */
export function sendFile(
  event: H3Event,
  gardenId: string,
  { name, type }: { name: string; type: string },
  write: (file: PassThrough) => Promise<unknown>,
): PassThrough {
  const answer = event.node.res
  const file = new PassThrough()
  const leaving = leavingOf(event)
  answer.once('close', () => file.destroy())
  file.on('error', () => {})
  const inItsTurn = async () => {
    // They may have left while others were served.
    if (!file.destroyed) await write(file)
    file.end()
  }
  const inTurnOfAll = () => inTurn('files', OF_SERVER.most, OF_SERVER.waiting, inItsTurn, leaving)
  inTurn(`files of ${gardenId}`, OF_GARDEN.most, OF_GARDEN.waiting, inTurnOfAll, leaving).catch(error => {
    if (!answer.destroyed)
      serverLog.error({
        route: routeOf(event),
        problem: 'file',
        error: (error as Error).name,
        at: framesOf(error),
      })
    if (answer.headersSent) answer.destroy()
    file.destroy(error)
  })
  setHeader(event, 'content-type', type)
  setHeader(event, 'content-disposition', `attachment; filename="${name}"`)
  return file
}
