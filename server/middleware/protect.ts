import { randomBytes } from 'node:crypto'
import { finished } from 'node:stream/promises'
import type { H3Event, NodeMiddleware } from 'h3'
import { defineEventHandler, fromNodeMiddleware, getRequestHeader, getRequestProtocol } from 'h3'
import helmet from 'helmet'

/** What a request may carry; 5000 entries are about a megabyte, and files are sent in pieces. */
const MOST_BYTES = 8 * 1024 * 1024
/** Up to here a body that is refused is still read past. */
const READ_PAST = 8 * MOST_BYTES

/** The nonce of each request under way. */
const nonces = new WeakMap<object, string>()

const headersFor = (isTls: boolean) =>
  fromNodeMiddleware(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", request => `'nonce-${nonces.get(request)}'`],
          scriptSrcAttr: ["'none'"],
          // The looks are set as properties of elements while the page runs; no text of a person ever becomes a style.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      xFrameOptions: { action: 'deny' },
      referrerPolicy: { policy: 'same-origin' },
      strictTransportSecurity: isTls,
    }) as NodeMiddleware,
  )

const [usualHeaders, headersOverTls] = [headersFor(false), headersFor(true)]

/** Another site may not write with a visitor's cookie. Programs that are no browser send neither header. */
function isFromHere(event: H3Event): boolean {
  const site = getRequestHeader(event, 'sec-fetch-site')
  if (site) return site === 'same-origin' || site === 'none'
  const origin = getRequestHeader(event, 'origin')
  return !origin || (URL.canParse(origin) && new URL(origin).host === getRequestHeader(event, 'host'))
}

/** Reads past a body that will be refused: a sender who is cut off while sending never hears why. */
async function readPast({ node: { req } }: H3Event) {
  req.resume()
  await finished(req).catch(() => {})
}

/** What every request passes first: the usual headers; for writes also where they come from and how large they are. */
export default defineEventHandler(async event => {
  const nonce = randomBytes(16).toString('base64')
  event.context.nonce = nonce
  nonces.set(event.node.req, nonce)
  // In development Vite writes scripts of its own into the page.
  if (!import.meta.dev) await (getRequestProtocol(event) === 'https' ? headersOverTls : usualHeaders)(event)
  if (event.method === 'GET' || event.method === 'HEAD') return
  if (!isFromHere(event))
    refuse(403, {
      code: 'other-site',
      sentence: 'Another site sent this request; write from Virgulta’s own pages.',
    })
  if (getRequestHeader(event, 'transfer-encoding'))
    refuse(411, {
      code: 'no-length',
      sentence: 'The request does not say how long it is; send it with a Content-Length.',
    })
  const bytes = Number(getRequestHeader(event, 'content-length') ?? 0)
  if (bytes > MOST_BYTES) {
    if (bytes <= READ_PAST) await readPast(event)
    refuse(413, {
      code: 'too-large',
      sentence: `The request is too large; at most ${MOST_BYTES / 1024 / 1024} MB are taken at once.`,
    })
  }
})
