import type { H3Event } from 'h3'
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
  if (!getCookie(event, COOKIE)) return null
  const { user } = await getUserSession(event)
  return user ? { ...user, program: null } : null
}

/** Seals who is signed in, and in which garden, into the cookie. */
export async function seal(event: H3Event, user: Signed): Promise<void> {
  await replaceUserSession(event, { user }, settings(event))
}

/** Forgets who was signed in on this device. */
export async function unseal(event: H3Event): Promise<void> {
  if (getCookie(event, COOKIE)) await clearUserSession(event, settings(event))
}
