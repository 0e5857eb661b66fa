import { randomUUID } from 'node:crypto'
import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import type { AccessToken, TokenKind } from '../../../shared/people'
import type { Database } from '../connection'
import { inGarden, knowing } from '../connection'
import type { Garden } from '../garden'
import { accessTokens, people } from '../schema'
import { hashOf, newSecret } from '../secrets'

const shown = {
  id: accessTokens.id,
  name: accessTokens.name,
  opens: accessTokens.opens,
  madeAt: accessTokens.madeAt,
  lastUsedAt: accessTokens.lastUsedAt,
}
const ofPerson = (garden: Garden, personId: string) =>
  and(eq(accessTokens.gardenId, garden.id), eq(accessTokens.personId, personId))

/** For whom and in which garden a token acts. */
export interface TokenHolder {
  personId: string
  gardenId: string
  opens: TokenKind
  /** of the person, when it was made */ seal: number
}

/** Who acts by a token; null for one that is unknown, revoked, or opens something else. Whether its seal still holds is asked in the garden. */
export async function tokenHolder(
  db: Database,
  token: string,
  kinds: TokenKind[],
): Promise<TokenHolder | null> {
  const secret = hashOf(token)
  const holder = await knowing(db, { secret }, async tx => {
    const [row] = await tx
      .select({
        personId: accessTokens.personId,
        gardenId: accessTokens.gardenId,
        opens: accessTokens.opens,
        seal: accessTokens.seal,
        isStale: sql<boolean>`coalesce(${accessTokens.lastUsedAt} < now() - interval '1 minute', true)`,
      })
      .from(accessTokens)
      .where(and(eq(accessTokens.secret, secret), inArray(accessTokens.opens, kinds)))
    return row
  })
  if (!holder) return null
  const { isStale, ...who } = holder
  // To the minute is enough to see whether a token is still used.
  if (isStale)
    await inGarden(db, who.gardenId, tx =>
      tx
        .update(accessTokens)
        .set({ lastUsedAt: sql`now()` })
        .where(eq(accessTokens.secret, secret)),
    )
  return who
}

/** A person's tokens in a garden; those that ended with their sessions are no more. */
export function tokensOf(db: Database, garden: Garden, personId: string): Promise<AccessToken[]> {
  return db
    .select(shown)
    .from(accessTokens)
    .innerJoin(people, and(eq(people.id, accessTokens.personId), eq(people.seal, accessTokens.seal)))
    .where(ofPerson(garden, personId))
    .orderBy(asc(accessTokens.madeAt))
}

/** Makes a token; it is shown this once and kept as its hash. */
export async function makeToken(
  db: Database,
  garden: Garden,
  personId: string,
  name: string,
  opens: AccessToken['opens'],
): Promise<{ id: string; token: string }> {
  const [id, token] = [randomUUID(), newSecret()]
  const seal = sql`(select ${people.seal} from ${people} where ${people.id} = ${personId})` as never
  await db
    .insert(accessTokens)
    .values({ id, gardenId: garden.id, personId, name, opens, seal, secret: hashOf(token) })
  return { id, token }
}

/** Revokes a token of a person. @returns false when there is none */
export async function revokeToken(
  db: Database,
  garden: Garden,
  personId: string,
  id: string,
): Promise<boolean> {
  return (
    (
      await db
        .delete(accessTokens)
        .where(and(ofPerson(garden, personId), eq(accessTokens.id, id)))
        .returning({ id: accessTokens.id })
    ).length > 0
  )
}
