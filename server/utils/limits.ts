import { createHash, createHmac, randomBytes } from 'node:crypto'
import type { H3Event } from 'h3'
import { getCookie, getRequestProtocol, setCookie, setHeader } from 'h3'
import type { RateLimiterAbstract } from 'rate-limiter-flexible'
import { RateLimiterDrizzle, RateLimiterRes } from 'rate-limiter-flexible'
import { database } from '../db/connection'
import { tries } from '../db/schema'
import { addressOf, blockOf } from './doors'

/**
 * How often something may be tried: for one account from one address, or on a device that this account has signed in from; for one
 * account from everywhere else together; and from one address.
 */
interface Limit {
  ofBoth?: number
  ofAccount?: number
  ofAddress: number
  minutes: number
  what: string
}

const LIMITS = {
  'sign-in': { ofBoth: 8, ofAccount: 100, ofAddress: 60, minutes: 15, what: 'wrong passwords' },
  'sign-up': { ofAddress: 60, minutes: 60, what: 'new accounts' },
  'reset': { ofAccount: 3, ofAddress: 30, minutes: 60, what: 'letters asked for' },
  'invitation': { ofAddress: 60, minutes: 60, what: 'invitations' },
  'link': { ofAddress: 60, minutes: 15, what: 'links' },
  'calendar': { ofAddress: 240, minutes: 60, what: 'calendars asked for' },
  'file': { ofAccount: 40, ofAddress: 120, minutes: 60, what: 'files asked for' },
  'fault': { ofAccount: 60, ofAddress: 200, minutes: 60, what: 'faults told' },
  'demo': { ofAddress: 60, minutes: 60, what: 'demo gardens' },
} satisfies Record<string, Limit>
export type Trial = keyof typeof LIMITS

const limiters = new Map<string, RateLimiterAbstract>()
function limiter(name: string, points: number, minutes: number): RateLimiterAbstract {
  const made =
    limiters.get(name) ??
    new RateLimiterDrizzle({
      storeClient: database(),
      schema: tries,
      keyPrefix: name,
      points,
      duration: minutes * 60,
      clearExpiredByTimeout: false,
    })
  limiters.set(name, made)
  return made
}

/** The limiters that count a try, each with what it counts by. Addresses and accounts are kept as hashes. */
function countersOf(event: H3Event, trial: Trial, account?: string) {
  const limit: Limit = LIMITS[trial]
  const hash = (text: string) => createHash('sha256').update(text).digest('base64url')
  const address = blockOf(addressOf(event))
  // Whoever guesses at an account from elsewhere cannot lock out those who have been here before.
  const device = account && limit.ofBoth ? knownDevice(event, account) : null
  return [
    ...(account && limit.ofBoth
      ? [
          {
            by: limiter(`${trial} both`, limit.ofBoth, limit.minutes),
            key: hash(`${account} ${device ?? address}`),
          },
        ]
      : []),
    ...(account && limit.ofAccount && !device
      ? [{ by: limiter(`${trial} account`, limit.ofAccount, limit.minutes), key: hash(account) }]
      : []),
    { by: limiter(`${trial} address`, limit.ofAddress, limit.minutes), key: hash(address) },
  ]
}

/** The cookie of a device on which somebody has signed in: its name and a seal for each account. */
const DEVICE_COOKIE = 'virgulta-device'
const DEVICE_DAYS = 400

const deviceSeal = (device: string, account: string) =>
  createHmac('sha256', `device ${process.env.NUXT_SESSION_PASSWORD}`)
    .update(`${device} ${account}`)
    .digest('base64url')

/** The device that asks, where this account has signed in from it before. */
function knownDevice(event: H3Event, account: string): string | null {
  const [device, ...seals] = (getCookie(event, DEVICE_COOKIE) ?? '').split('.')
  return device && seals.includes(deviceSeal(device, account)) ? device : null
}

/** Remembers on the device that this account has signed in from it; of several accounts the last few. */
export function knowDevice(event: H3Event, account: string): void {
  const [device = '', ...seals] = (getCookie(event, DEVICE_COOKIE) ?? '').split('.')
  const name = /^[\w-]{22}$/.test(device) ? device : randomBytes(16).toString('base64url')
  const kept = [
    deviceSeal(name, account),
    ...(name === device ? seals.filter(seal => seal !== deviceSeal(name, account)) : []),
  ].slice(0, 4)
  setCookie(event, DEVICE_COOKIE, [name, ...kept].join('.'), {
    httpOnly: true,
    sameSite: 'strict',
    path: '/api',
    maxAge: DEVICE_DAYS * 86_400,
    secure: getRequestProtocol(event) === 'https',
  })
}

/** Counts a try before it is made; refuses with the time to wait when there were too many. */
export async function checkTries(event: H3Event, trial: Trial, account?: string): Promise<void> {
  for (const { by, key } of countersOf(event, trial, account)) {
    await by.consume(key).catch(over => {
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
  const counters = countersOf(event, trial, account)
  const ofAddress = counters.pop()!
  for (const { by, key } of counters) await by.delete(key)
  await ofAddress.by.reward(ofAddress.key)
}

let ofNobody: Promise<string> | undefined
/** The hash of a password that nobody has. */
export const hashOfNobody = (): Promise<string> => (ofNobody ??= hashPassword('the password of nobody'))
