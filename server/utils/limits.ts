import { createHash } from 'node:crypto'
import type { H3Event } from 'h3'
import { setHeader } from 'h3'
import type { RateLimiterAbstract } from 'rate-limiter-flexible'
import { RateLimiterDrizzle, RateLimiterRes } from 'rate-limiter-flexible'
import { database } from '../db/connection'
import { tries } from '../db/schema'
import { addressOf } from './doors'

/** How often something may be tried: for one account, and from one address. */
interface Limit { ofAccount?: number, ofAddress: number, minutes: number, what: string }

const LIMITS = {
  'sign-in': { ofAccount: 8, ofAddress: 60, minutes: 15, what: 'wrong passwords' },
  'sign-up': { ofAddress: 60, minutes: 60, what: 'new accounts' },
  'reset': { ofAccount: 3, ofAddress: 30, minutes: 60, what: 'letters asked for' },
  'invitation': { ofAddress: 60, minutes: 60, what: 'invitations' },
  'link': { ofAddress: 60, minutes: 15, what: 'links' },
  'calendar': { ofAddress: 240, minutes: 60, what: 'calendars asked for' },
  'demo': { ofAddress: 60, minutes: 60, what: 'demo gardens' },
} satisfies Record<string, Limit>
export type Trial = keyof typeof LIMITS

const limiters = new Map<string, RateLimiterAbstract>()
function limiter(name: string, points: number, minutes: number): RateLimiterAbstract {
  const made = limiters.get(name) ?? new RateLimiterDrizzle({ storeClient: database(), schema: tries, keyPrefix: name, points, duration: minutes * 60, clearExpiredByTimeout: false })
  limiters.set(name, made)
  return made
}

/** The limiters that count a try, each with what it counts by. Addresses and accounts are kept as hashes. */
function countersOf(event: H3Event, trial: Trial, account?: string) {
  const limit: Limit = LIMITS[trial]
  const hash = (text: string) => createHash('sha256').update(text).digest('base64url')
  return [
    ...account && limit.ofAccount ? [{ by: limiter(`${trial} account`, limit.ofAccount, limit.minutes), key: hash(account) }] : [],
    { by: limiter(`${trial} address`, limit.ofAddress, limit.minutes), key: hash(addressOf(event)) },
  ]
}

/** Counts a try before it is made; refuses with the time to wait when there were too many. */
export async function checkTries(event: H3Event, trial: Trial, account?: string): Promise<void> {
  for (const { by, key } of countersOf(event, trial, account)) {
    await by.consume(key).catch((over) => {
      if (!(over instanceof RateLimiterRes)) throw over
      const seconds = Math.ceil(over.msBeforeNext / 1000)
      setHeader(event, 'retry-after', seconds)
      const wait = seconds > 90 ? `${Math.ceil(seconds / 60)} minutes` : `${seconds} seconds`
      refuse(429, { code: 'too-many', sentence: `Too many ${LIMITS[trial].what}; try again in ${wait}.` })
    })
  }
}

/** A try that was right is not counted against the person. */
export async function forgetTries(event: H3Event, trial: Trial, account: string): Promise<void> {
  const [ofAccount, ofAddress] = countersOf(event, trial, account)
  await ofAccount!.by.delete(ofAccount!.key)
  await ofAddress!.by.reward(ofAddress!.key)
}

let ofNobody: Promise<string> | undefined
/** The hash of a password that nobody has. */
export const hashOfNobody = (): Promise<string> => ofNobody ??= hashPassword('the password of nobody')
