import type { Problem } from '../../shared/entries'
import { NoTurn } from './turns'

/** What broke on the server, as its log and the person are told. */
interface Fault {
  status: number
  problem: Problem
  code?: string
}

const AWAY: Problem = {
  code: 'database-away',
  sentence: 'The garden’s database does not answer. What you typed is still here; try again in a moment.',
}
const SLOW: Problem = {
  code: 'too-slow',
  sentence:
    'The garden’s database took too long and was stopped; nothing was changed. Try again in a moment.',
}
const BUSY: Problem = {
  code: 'busy',
  sentence: 'Others are at this just now; nothing was changed. Try again in a moment.',
}
const FULL: Problem = {
  code: 'disk-full',
  sentence: 'The disk of the garden’s database is full: nothing was written. Make room, then try again.',
}
const FAULT: Problem = {
  code: 'fault',
  sentence:
    'Something broke on the server; nothing was changed. Its log says what; load the screen anew and go on.',
}

/** Codes of PostgreSQL and of the network for a database that is stopped, starting, or cut off. */
const isAway = (code: string) =>
  /^(08|57P0[123])/.test(code) || ['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT'].includes(code)
/** PostgreSQL's code for a disk without room. */
const DISK_FULL = '53100'
/** PostgreSQL's code for a statement that took longer than it may. */
const TOO_SLOW = '57014'

/** PostgreSQL's code for a lock that others held too long. */
const LOCKED = '55P03'

/** What an error that nobody refused with means for the person. */
export function faultOf(error: unknown): Fault {
  const chain = [error, (error as { cause?: unknown }).cause].filter(e => e instanceof Error) as (Error & {
    code?: string
  })[]
  const code = chain.map(e => e.code).find(c => c !== undefined)
  if (code === DISK_FULL) return { status: 507, problem: FULL, code }
  if (code === LOCKED || error instanceof NoTurn) return { status: 503, problem: BUSY, code }
  if (code === TOO_SLOW) return { status: 503, problem: SLOW, code }
  if (
    (code && isAway(code)) ||
    chain.some(e =>
      /Connection terminated|timeout exceeded when trying to connect|not queryable/.test(e.message),
    )
  )
    return { status: 503, problem: AWAY, code }
  return { status: 500, problem: FAULT, code }
}
