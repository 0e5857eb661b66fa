import { timingSafeEqual } from 'node:crypto'
import { isIPv6 } from 'node:net'
import type { H3Event } from 'h3'
import { getCookie, getRequestHeader, getRequestIP } from 'h3'

const isLoopback = (host: string) => /^(localhost|127(\.\d+){3}|\[?::1\]?)(:\d+)?$/.test(host)

/** What is open to everybody at home and shut on a server that others reach. */
type Door = 'demo' | 'mail-tray'

/** The cookie of a browser that was shown the key of the mail tray. */
export const TRAY_COOKIE = 'virgulta-tray'

/** True for the key that the launcher printed at this start; false where it printed none. */
export function isTrayKey(text: string | undefined): boolean {
  const key = process.env.VIRGULTA_TRAY_KEY
  return (
    Boolean(key && text) &&
    Buffer.byteLength(text!) === Buffer.byteLength(key!) &&
    timingSafeEqual(Buffer.from(text!), Buffer.from(key!))
  )
}

/** What a proxy says of itself; a bare one, which says nothing, speaks the older protocol. */
const FORWARDED = [
  'forwarded',
  'via',
  'x-forwarded-for',
  'x-forwarded-host',
  'x-forwarded-proto',
  'x-real-ip',
]

/** Asked on this computer, of a server that is there for this computer only, as far as a request can tell. */
const isAtHome = (event: H3Event) =>
  isLoopback(process.env.HOST ?? '') &&
  !process.env.VIRGULTA_ADDRESS &&
  !process.env.VIRGULTA_PROXY &&
  isLoopback(getRequestHeader(event, 'host') ?? '') &&
  event.node.req.httpVersion !== '1.0' &&
  !FORWARDED.some(name => getRequestHeader(event, name))

/**
 * Whether a door is open. The demo garden is at home. The mail tray, in which the letters of others lie, takes the key that the
 * launcher printed: behind a bare proxy every request looks as if it came from this computer. `VIRGULTA_DEMO` and
 * `VIRGULTA_MAIL_TRAY`, each `open` or `closed`, say otherwise.
 */
export function isDoorOpen(event: H3Event, door: Door): boolean {
  const told = process.env[`VIRGULTA_${door.replace('-', '_').toUpperCase()}`]
  if (told) return told === 'open'
  return door === 'demo' ? isAtHome(event) : isTrayKey(getCookie(event, TRAY_COOKIE))
}

/**
 * The address a request comes from. Behind a proxy (`VIRGULTA_PROXY=1`) it is the last one the header names, which the
 * proxy itself added; what stands before it anybody may have written.
 */
export function addressOf(event: H3Event): string {
  const forwarded =
    process.env.VIRGULTA_PROXY && getRequestHeader(event, 'x-forwarded-for')?.split(',').at(-1)?.trim()
  return forwarded || getRequestIP(event) || 'unknown'
}

/** The block that an address belongs to, for counting: whoever has one IPv6 address has 2⁶⁴ of them. */
export function blockOf(address: string): string {
  if (!isIPv6(address)) return address
  const mapped = address.match(/^::ffff:(\d+(?:\.\d+){3})$/i)
  if (mapped) return mapped[1]!
  const [head = '', tail] = address.split('%')[0]!.split('::')
  const groups = (text: string) => (text ? text.split(':') : [])
  const missing = 8 - groups(head).length - groups(tail ?? '').length
  const all =
    tail === undefined
      ? groups(head)
      : [...groups(head), ...Array.from({ length: missing }, () => '0'), ...groups(tail)]
  return `${all
    .slice(0, 4)
    .map(group => parseInt(group, 16).toString(16))
    .join(':')}::/64`
}

/** Accounts are made at once; where `VIRGULTA_SIGN_UP=letter` by a letter, so that nobody learns whether an address is known. */
export const signsUpAtOnce = (): boolean => process.env.VIRGULTA_SIGN_UP !== 'letter'

/** The address at which people reach this server, for links in letters: never taken from a request, which anybody may write. */
export const ownAddress = (): string =>
  process.env.VIRGULTA_ADDRESS ?? `http://127.0.0.1:${process.env.PORT ?? 4600}`
