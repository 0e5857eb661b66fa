import { randomUUID } from 'node:crypto'
import { Refusal } from '@virgulta/core/log/refusal'
import { and, asc, eq, gt, isNull, sql } from 'drizzle-orm'
import type { Invitation, InvitationOffer, Member, Role } from '../../../shared/people'
import type { Database } from '../connection'
import { knowing, tellTransaction } from '../connection'
import type { Garden } from '../garden'
import { accessTokens, gardens, invitations, members, people } from '../schema'
import { hashOf, newSecret } from '../secrets'

/** How long an invitation is good for. */
const INVITATION_DAYS = 14

const present = (garden: Garden) => and(eq(members.gardenId, garden.id), isNull(members.leftAt))

/** Who is in the garden. */
export async function membersOf(db: Database, garden: Garden, you: string): Promise<Member[]> {
  const rows = await db
    .select({ personId: members.personId, name: people.name, role: members.role })
    .from(members)
    .innerJoin(people, eq(people.id, members.personId))
    .where(present(garden))
    .orderBy(asc(people.name), asc(people.id))
  return rows.map(row => ({ ...row, isYou: row.personId === you }))
}

/**
 * Changes what a member may do, or ends the membership.
 *
 * @param role null: the person leaves
 * @returns false when there is no such member
 * @throws {Refusal} when no keeper would be left
 */
export async function changeMember(
  db: Database,
  garden: Garden,
  personId: string,
  role: Role | null,
): Promise<boolean> {
  // One at a time: two keepers who leave at once must see each other.
  await db.select({ id: gardens.id }).from(gardens).where(eq(gardens.id, garden.id)).for('update')
  const rows = await db
    .select({ personId: members.personId, role: members.role })
    .from(members)
    .where(present(garden))
  if (!rows.some(m => m.personId === personId)) return false
  if (role !== 'keeper' && !rows.some(m => m.role === 'keeper' && m.personId !== personId)) {
    throw new Refusal(
      'last-keeper',
      'A garden needs a keeper. Make somebody else keeper first, or delete the garden.',
    )
  }
  const whose = and(eq(members.gardenId, garden.id), eq(members.personId, personId))
  await db
    .update(members)
    .set(role ? { role } : { leftAt: sql`now()` as never })
    .where(whose)
  // What a keeper has invited for does not outlast their say in it.
  if (role !== 'keeper')
    await db
      .delete(invitations)
      .where(and(eq(invitations.gardenId, garden.id), eq(invitations.madeBy, personId)))
  if (!role)
    await db
      .delete(accessTokens)
      .where(and(eq(accessTokens.gardenId, garden.id), eq(accessTokens.personId, personId)))
  return true
}

const notOver = gt(invitations.expiresAt, sql`now()`)

/** The invitations that are still open. */
export function invitationsOf(db: Database, garden: Garden): Promise<Invitation[]> {
  return db
    .select({
      id: invitations.id,
      role: invitations.role,
      email: invitations.email,
      by: people.name,
      madeAt: invitations.madeAt,
      expiresAt: invitations.expiresAt,
    })
    .from(invitations)
    .innerJoin(people, eq(people.id, invitations.madeBy))
    .where(and(eq(invitations.gardenId, garden.id), notOver))
    .orderBy(asc(invitations.madeAt))
}

/** Makes an invitation. @returns its id and the secret of its link, which is kept as its hash */
export async function invite(
  db: Database,
  garden: Garden,
  personId: string,
  { role, email }: { role: Role; email: string | null },
): Promise<{ id: string; secret: string }> {
  const [id, secret] = [randomUUID(), newSecret()]
  await db.insert(invitations).values({
    id,
    gardenId: garden.id,
    secret: hashOf(secret),
    role,
    email,
    madeBy: personId,
    expiresAt: sql`now() + make_interval(days => ${INVITATION_DAYS})` as never,
  })
  return { id, secret }
}

/** Revokes an invitation. @returns false when there is none */
export async function revokeInvitation(db: Database, garden: Garden, id: string): Promise<boolean> {
  return (
    (
      await db
        .delete(invitations)
        .where(and(eq(invitations.gardenId, garden.id), eq(invitations.id, id)))
        .returning({ id: invitations.id })
    ).length > 0
  )
}

const over = () =>
  new Refusal('link-over', 'This invitation is used, withdrawn or older than two weeks; ask for a new one.')

/**
 * Looks at the invitation behind a link, in a transaction that then knows its garden.
 *
 * @throws {Refusal} for a link that is used, revoked or too old
 */
function holding<T>(
  db: Database,
  secret: string,
  work: (tx: Database, offer: InvitationOffer & { id: string; gardenId: string }) => Promise<T>,
): Promise<T> {
  return knowing(db, { secret: hashOf(secret) }, async tx => {
    const [row] = await tx
      .select({ gardenId: invitations.gardenId })
      .from(invitations)
      .where(and(eq(invitations.secret, hashOf(secret)), notOver))
    if (!row) throw over()
    await tellTransaction(tx, { garden: row.gardenId })
    const [offer] = await tx
      .select({
        id: invitations.id,
        gardenId: invitations.gardenId,
        garden: gardens.name,
        role: invitations.role,
        by: people.name,
        expiresAt: invitations.expiresAt,
      })
      .from(invitations)
      .innerJoin(gardens, eq(gardens.id, invitations.gardenId))
      .innerJoin(people, eq(people.id, invitations.madeBy))
      .where(eq(invitations.secret, hashOf(secret)))
    // Another may have taken it between the two questions.
    if (!offer) throw over()
    return work(tx, offer)
  })
}

/** What an invitation offers. @throws {Refusal} see {@link holding} */
export function offerBehind(db: Database, secret: string): Promise<InvitationOffer> {
  return holding(db, secret, async (_, { garden, role, by, expiresAt }) => ({ garden, role, by, expiresAt }))
}

/**
 * Brings a person into a garden; the invitation is used up.
 *
 * @returns the garden's id
 * @throws {Refusal} see {@link holding}; or when the person is in the garden already
 */
export function takeInvitation(db: Database, secret: string, personId: string): Promise<string> {
  return holding(db, secret, async (tx, { id, gardenId, role }) => {
    const used = await tx.delete(invitations).where(eq(invitations.id, id)).returning({ id: invitations.id })
    if (!used.length) throw new Refusal('link-over', 'This invitation was used just now; ask for a new one.')
    const joined = await tx
      .insert(members)
      .values({ gardenId, personId, role })
      .onConflictDoUpdate({
        target: [members.gardenId, members.personId],
        set: { role, leftAt: null },
        setWhere: sql`${members.leftAt} is not null`,
      })
      .returning({ role: members.role })
    if (!joined.length) throw new Refusal('member-already', 'You are in this garden already.')
    return gardenId
  })
}
