import { Id, words } from '@virgulta/core/log/kind'
import * as v from 'valibot'

/** What people may do in a garden, each more than the one before: a guest reads, a hand notes work, a keeper does everything. */
export const roles = ['guest', 'hand', 'keeper'] as const
export type Role = typeof roles[number]

/** True when who has the one role may do what takes the other. */
export const reaches = (role: Role, needed: Role): boolean => roles.indexOf(role) >= roles.indexOf(needed)

const Email = v.pipe(v.string('Give your e-mail address.'), v.trim(), v.toLowerCase(), v.maxLength(254, 'An e-mail address has at most 254 letters.'), v.email('This is no e-mail address; it should look like name@garden.example.'))
const Password = v.pipe(v.string('Give a password.'), v.minLength(10, 'A password has at least 10 letters; three or four words are good.'), v.maxLength(200, 'A password has at most 200 letters.'))
const GivenPassword = v.pipe(v.string('Give your password.'), v.maxLength(200, 'A password has at most 200 letters.'))
const Secret = v.pipe(v.string('The link is not whole.'), v.regex(/^[\w-]{43}$/, 'The link is not whole; copy it again from the letter.'))
const RoleWish = v.picklist(roles, 'The role is guest, hand or keeper.')

export const NewAccount = v.object({ name: words(80), email: Email, password: Password })
export const SignIn = v.object({ email: Email, password: GivenPassword })
export const PasswordChange = v.object({ present: GivenPassword, next: Password })
export const ResetWish = v.object({ email: Email })
export const Reset = v.object({ secret: Secret, password: Password })
export const OpenWish = v.object({ gardenId: Id })
export const MemberChange = v.object({ role: RoleWish })
export const NewInvitation = v.object({ role: RoleWish, email: v.nullable(Email) })
export const InvitationSecret = v.object({ secret: Secret })
/** What a token opens: everything its person may do in the garden, or only the calendar of the work. */
export const tokenKinds = ['garden', 'calendar'] as const
export const NewToken = v.object({ name: words(60), opens: v.optional(v.picklist(tokenKinds), 'garden') })

/** A garden that a person belongs to. */
export interface OwnGarden { id: string, name: string, role: Role }

/** Who is asking, as the first page needs it. */
export interface Session {
  person: { name: string, /** null for visitors of the demo garden, who have no account */ email: string | null } | null
  gardens: OwnGarden[]
  /** id of the open garden; null when none is */
  gardenId: string | null
  hasDemo: boolean
  hasMailTray: boolean
}

export interface Member { personId: string, name: string, role: Role, isYou: boolean }

/** An invitation that is still open. */
export interface Invitation { id: string, role: Role, email: string | null, by: string, madeAt: string, expiresAt: string }

/** What somebody who holds the link of an invitation may know of it. */
export interface InvitationOffer { garden: string, role: Role, by: string, expiresAt: string }

/** A token with which a program of the person's acts in the garden. */
export interface AccessToken { id: string, name: string, opens: typeof tokenKinds[number], madeAt: string, lastUsedAt: string | null }

/** A letter that would have been sent. */
export interface Letter { id: string, to: string, subject: string, text: string, sentAt: string }
