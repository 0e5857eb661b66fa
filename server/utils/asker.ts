import type { H3Event } from 'h3'
import { LRUCache } from 'lru-cache'
import { getCookie, getRequestHeader, getRequestProtocol } from 'h3'
import type { TokenKind } from '../../shared/people'
import { database } from '../db/connection'
import { tokenHolder } from '../db/rows/tokens'

/** Who asks: a person whose browser carries a sealed cookie, or a program with an access token. */
export interface Asker {
  personId: string
  /** the open garden */
  gardenId: string | null
  /** the person's seal when the cookie or the token was made */
  seal: number
  /** what the token of a program opens; null for a person's browser */
  program: TokenKind | null
}

type Signed = Pick<Asker, 'personId' | 'gardenId' | 'seal'>

const COOKIE = 'virgulta'

/** The cookie travels over TLS only where the page came over TLS; plain HTTP on the loopback address stays possible. */
const settings = (event: H3Event) => ({
  name: COOKIE,
  cookie: { secure: getRequestProtocol(event) === 'https' },
})

/**
 * What the cookies of the last minutes held, for opening one takes longer than finding the garden. None opens what its seal
 * would not: whether person and seal still hold is asked with each request.
 */
const opened = new LRUCache<string, Asker>({ max: 2000, ttl: 5 * 60_000 })

/** Who asks; null for strangers. Whether the person still belongs to the garden is asked there. */
export async function askerOf(event: H3Event): Promise<Asker | null> {
  const token = getRequestHeader(event, 'authorization')?.match(/^Bearer ([\w-]{43})$/)?.[1]
  if (token) {
    const holder = await tokenHolder(database(), token, ['read', 'note'])
    return (
      holder && {
        personId: holder.personId,
        gardenId: holder.gardenId,
        seal: holder.seal,
        program: holder.opens,
      }
    )
  }
  // Asked without a cookie, the session would be made and a cookie set.
  const cookie = getCookie(event, COOKIE)
  if (!cookie) return null
  const known = opened.get(cookie)
  if (known) return known
  const { user } = await getUserSession(event)
  if (!user) return null
  const asker = { ...user, program: null }
  opened.set(cookie, asker)
  return asker
}

/** Seals who is signed in, and in which garden, into the cookie. */
export async function seal(event: H3Event, user: Signed): Promise<void> {
  await replaceUserSession(event, { user }, settings(event))
}

/** Forgets who was signed in on this device. */
export async function unseal(event: H3Event): Promise<void> {
  if (getCookie(event, COOKIE)) await clearUserSession(event, settings(event))
}
