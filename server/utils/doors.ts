import type { H3Event } from 'h3'
import { getRequestHeader, getRequestIP } from 'h3'

const isLoopback = (host: string) => /^(localhost|127(\.\d+){3}|\[?::1\]?)(:\d+)?$/.test(host)

/** What is open to everybody at home and shut on a server that others reach. */
type Door = 'demo' | 'mail-tray'

/**
 * Open while the server listens on the loopback address and is asked there, not through a proxy; `VIRGULTA_DEMO` and
 * `VIRGULTA_MAIL_TRAY`, each `open` or `closed`, say otherwise.
 */
export function isDoorOpen(event: H3Event, door: Door): boolean {
  const told = process.env[`VIRGULTA_${door.replace('-', '_').toUpperCase()}`]
  if (told) return told === 'open'
  const isForwarded = ['forwarded', 'x-forwarded-for', 'x-forwarded-host'].some(name => getRequestHeader(event, name))
  return isLoopback(process.env.HOST ?? '') && isLoopback(getRequestHeader(event, 'host') ?? '') && !isForwarded
}

/**
 * The address a request comes from. Behind a proxy (`VIRGULTA_PROXY=1`) it is the last one the header names, which the
 * proxy itself added; what stands before it anybody may have written.
 */
export function addressOf(event: H3Event): string {
  const forwarded = process.env.VIRGULTA_PROXY && getRequestHeader(event, 'x-forwarded-for')?.split(',').at(-1)?.trim()
  return forwarded || getRequestIP(event) || 'unknown'
}

/** The address at which people reach this server, for links in letters: never taken from a request, which anybody may write. */
export const ownAddress = (): string => process.env.VIRGULTA_ADDRESS ?? `http://127.0.0.1:${process.env.PORT ?? 4600}`
