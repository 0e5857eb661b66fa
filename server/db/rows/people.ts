import { randomUUID } from 'node:crypto'
import { Refusal } from '@virgulta/core/log/refusal'
import { and, asc, eq, gt, isNull, sql } from 'drizzle-orm'
import type { OwnGarden } from '../../../shared/people'
import type { Database } from '../connection'
import { knowing, tellTransaction } from '../connection'
import { accounts, gardens, members, people, resets } from '../schema'
import { hashOf, newSecret } from '../secrets'

/** How long the link to set a forgotten password anew is good for. */
const RESET_MINUTES = 60

/** Adds a person, who has no account yet. */
export async function addPerson(db: Database, name: string): Promise<string> {
  const id = randomUUID()
  await db.insert(people).values({ id, name })
  return id
}

/**
 * Makes an account.
 *
 * @throws {Refusal} when the e-mail address has one
 */
export async function signUp(
  db: Database,
  { name, email, passwordHash }: { name: string; email: string; passwordHash: string },
): Promise<string> {
  return db.transaction(async tx => {
    const personId = await addPerson(tx, name)
    await tellTransaction(tx, { person: personId })
    const made = await tx
      .insert(accounts)
      .values({ personId, email, passwordHash })
      .onConflictDoNothing()
      .returning({ id: accounts.personId })
    if (!made.length)
      throw new Refusal(
        'email-known',
        'This e-mail address has an account already; sign in, or set its password anew.',
        'email',
      )
    return personId
  })
}

/** What signing in needs of an account; null for an unknown address. */
export function accountAt(
  db: Database,
  email: string,
): Promise<{ personId: string; passwordHash: string } | null> {
  return knowing(db, { email }, async tx => {
    const [row] = await tx
      .select({ personId: accounts.personId, passwordHash: accounts.passwordHash })
      .from(accounts)
      .where(eq(accounts.email, email))
    return row ?? null
  })
}

/** A person with their seal, and their e-mail address if they have an account. */
export async function personOf(tx: Database, personId: string) {
  const [row] = await tx
    .select({ name: people.name, seal: people.seal, email: accounts.email })
    .from(people)
    .leftJoin(accounts, eq(accounts.personId, people.id))
    .where(eq(people.id, personId))
  return row ?? null
}

/** The gardens a person belongs to, by name. */
export function gardensOf(tx: Database, personId: string): Promise<OwnGarden[]> {
  return tx
    .select({ id: gardens.id, name: gardens.name, role: members.role, fault: gardens.fault })
    .from(members)
    .innerJoin(gardens, eq(gardens.id, members.gardenId))
    .where(and(eq(members.personId, personId), isNull(members.leftAt)))
    .orderBy(asc(gardens.name), asc(gardens.id))
}

/** Ends every session of a person. @returns the new seal */
export async function signOutEverywhere(tx: Database, personId: string): Promise<number> {
  const [row] = await tx
    .update(people)
    .set({ seal: sql`${people.seal} + 1` })
    .where(eq(people.id, personId))
    .returning({ seal: people.seal })
  return row!.seal
}

/** Sets a password; every session and every open link of the person ends. @returns the new seal */
export async function setPassword(tx: Database, personId: string, passwordHash: string): Promise<number> {
  await tx.update(accounts).set({ passwordHash }).where(eq(accounts.personId, personId))
  await tx.delete(resets).where(eq(resets.personId, personId))
  return signOutEverywhere(tx, personId)
}

/** Makes the secret of a link with which a forgotten password is set anew. */
export async function makeReset(db: Database, personId: string): Promise<string> {
  const secret = newSecret()
  await knowing(db, { person: personId }, tx =>
    tx.insert(resets).values({
      secret: hashOf(secret),
      personId,
      expiresAt: sql`now() + make_interval(mins => ${RESET_MINUTES})` as never,
    }),
  )
  return secret
}

/** Sets the password anew with the secret of a link. @throws {Refusal} when the link is used up or too old */
export async function resetPassword(
  db: Database,
  secret: string,
  passwordHash: string,
): Promise<{ personId: string; seal: number }> {
  return knowing(db, { secret: hashOf(secret) }, async tx => {
    const [row] = await tx
      .select({ personId: resets.personId })
      .from(resets)
      .where(and(eq(resets.secret, hashOf(secret)), gt(resets.expiresAt, sql`now()`)))
    if (!row) throw new Refusal('link-over', 'This link is used up or older than an hour; ask for a new one.')
    await tellTransaction(tx, { person: row.personId })
    return { personId: row.personId, seal: await setPassword(tx, row.personId, passwordHash) }
  })
}
