import type { H3Event } from 'h3'
import pino from 'pino'

/**
 * The server's log: a line of JSON each, on standard output. No line holds what people typed or who they are: no names,
 * addresses, queries, bodies, cookies or ids.
 */
export const serverLog = pino({
  base: undefined,
  timestamp: pino.stdTimeFunctions.isoTime,
  formatters: { level: level => ({ level }) },
})

/** An address without what it was asked about, and without the secrets that open something by themselves. */
export const withoutIds = (path: string) =>
  path.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/gi, '[id]').replace(/[\w-]{43}/g, '[secret]')

/** The route of a request, without what it was asked about. */
export const routeOf = (event: H3Event) =>
  `${event.method} ${withoutIds(event.path.split('?')[0]!).slice(0, 80)}`

/** Where an error came from: its frames, without its message, which can hold what was typed. */
export const framesOf = (error: unknown) =>
  (error instanceof Error ? (error.stack ?? '') : '')
    .split('\n')
    .filter(line => /^\s+at /.test(line))
    .slice(0, 6)
    .map(line => line.trim())
