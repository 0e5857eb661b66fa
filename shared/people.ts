import { Id, name } from '@virgulta/core/log/kind'
import * as v from 'valibot'
import type { Demo } from './demos'

/** What people may do in a garden, each more than the one before: a guest reads, a hand notes work, a keeper does everything. */
export const roles = ['guest', 'hand', 'keeper'] as const
export type Role = (typeof roles)[number]

/** True when who has the one role may do what takes the other. */
export const reaches = (role: Role, needed: Role): boolean => roles.indexOf(role) >= roles.indexOf(needed)

const Email = v.pipe(
  v.string('Give your e-mail address.'),
  v.trim(),
  v.toLowerCase(),
  v.maxLength(254, 'An e-mail address has at most 254 letters.'),
  v.email('This is no e-mail address; it should look like name@garden.example.'),
)
const Password = v.pipe(
  v.string('Give a password.'),
  v.minLength(10, 'A password has at least 10 letters; three or four words are good.'),
  v.maxLength(200, 'A password has at most 200 letters.'),
)
const GivenPassword = v.pipe(
  v.string('Give your password.'),
  v.maxLength(200, 'A password has at most 200 letters.'),
)
const Secret = v.pipe(
  v.string('The link is not whole.'),
  v.regex(/^[\w-]{43}$/, 'The link is not whole; copy it again from the letter.'),
)
const RoleWish = v.picklist(roles, 'The role is guest, hand or keeper.')

/** Where an account is made by letter, the password is chosen by the link in it. */
export const NewAccount = v.object({ name: name(80), email: Email, password: v.optional(Password) })
/** false: a letter was sent, to finish by */
export interface SignedUp {
  isSignedIn: boolean
}
export const SignIn = v.object({ email: Email, password: GivenPassword })
export const PasswordChange = v.object({ present: GivenPassword, next: Password })
export const ResetWish = v.object({ email: Email })
export const Reset = v.object({ secret: Secret, password: Password })
export const OpenWish = v.object({ gardenId: Id })
export const MemberChange = v.object({ role: RoleWish })
export const NewInvitation = v.object({ role: RoleWish, email: v.nullable(Email) })
export const InvitationSecret = v.object({ secret: Secret })
/** What a token opens in its garden: reading, noting work as well, or only the calendar of the work. */
export const tokenKinds = ['read', 'note', 'calendar'] as const
export const NewToken = v.object({
  name: name(60),
  opens: v.optional(v.picklist(tokenKinds, 'A token opens read, note or calendar.'), 'read'),
})
export type TokenKind = (typeof tokenKinds)[number]

/** What a program with a token may do: never more than its person, and neither people nor the garden itself are in its hands. */
export const roleOfProgram = (role: Role, opens: TokenKind): Role =>
  opens === 'note' && role !== 'guest' ? 'hand' : 'guest'

/** A garden that a person belongs to. */
export interface OwnGarden {
  id: string
  name: string
  role: Role
  /** why it stays shut */ fault: string | null
}

/** Who is asking, as the first page needs it. */
export interface Session {
  person: {
    name: string
    /** null for visitors of the demo garden, who have no account */ email: string | null
  } | null
  gardens: OwnGarden[]
  /** id of the open garden; null when none is */
  gardenId: string | null
  /** demo gardens that can be opened */
  demos: Demo[]
  hasMailTray: boolean
  /** accounts are made at once; otherwise by a letter */
  signsUpAtOnce: boolean
}

export interface Member {
  personId: string
  name: string
  role: Role
  isYou: boolean
}

/** An invitation that is still open. */
export interface Invitation {
  id: string
  role: Role
  email: string | null
  by: string
  madeAt: string
  expiresAt: string
}

/** What somebody who holds the link of an invitation may know of it. */
export interface InvitationOffer {
  garden: string
  role: Role
  by: string
  expiresAt: string
}

/** A token with which a program of the person's acts in the garden. */
export interface AccessToken {
  id: string
  name: string
  opens: (typeof tokenKinds)[number]
  madeAt: string
  lastUsedAt: string | null
}

/** The key of the mail tray. */
export const TrayKey = v.object({ key: v.pipe(v.string(), v.maxLength(100)) })

/** A letter that would have been sent. */
export interface Letter {
  id: string
  to: string
  subject: string
  text: string
  sentAt: string
}
