import { randomInt } from 'node:crypto'
import { Refusal } from '@virgulta/core/log/refusal'
import type { H3Event } from 'h3'
import { createError, defineEventHandler, getQuery, getRouterParam, isError, readBody, readRawBody } from 'h3'
import * as v from 'valibot'
import type { Problem } from '../../shared/entries'
import type { Role } from '../../shared/people'
import { reaches, roleOfProgram } from '../../shared/people'
import type { Database, Transaction } from '../db/connection'
import { database, knowing } from '../db/connection'
import type { Garden } from '../db/garden'
import { enterGarden } from '../db/rows/garden'
import { personOf } from '../db/rows/people'
import { askerOf } from './asker'
import { faultOf } from './faults'
import type { Trial } from './limits'
import { checkTries } from './limits'
import { framesOf, routeOf, serverLog } from './log'
import { sameForAll } from './sameForAll'
import { inTurn } from './turns'

type Schema = v.GenericSchema
type Checked<S> = S extends Schema ? v.InferOutput<S> : undefined

/** What a route says of itself: for those who call it (docs/openapi.json) and for the check of what they send. */
export interface RouteSpec<B extends Schema | undefined, Q extends Schema | undefined> {
  /** in a sentence */
  does: string
  body?: B
  query?: Q
  /** takes bytes instead of JSON */
  takesBytes?: boolean
  /** answers for a garden whose log could not be folded, too */
  evenShut?: boolean
  /** takes a person: a program with a token may not */
  byPersonOnly?: boolean
  /** the answer depends on garden and address alone, not on who asks: it is written once (`sameForAll.ts`) */
  isSameForAll?: boolean
  /** and its newest answer is kept under this name, so that nobody waits for it after a start of the server */
  keptAs?: string
  /** what is counted against the address, and against the account, so that nobody tries it for ever */
  tries?: Trial
}

interface Asked<B, Q> {
  event: H3Event
  db: Database
  body: Checked<B>
  query: Checked<Q>
  /** what was sent to a route that takes bytes */ bytes: Buffer | undefined
}

/** What a request of the open garden comes with: whose it is, and what they may do. */
export interface Access {
  db: Transaction
  garden: Garden
  personId: string
  person: string
  role: Role
}

/** Ends a request with a problem that people can read. */
export function refuse(statusCode: number, problem: Problem): never {
  throw createError({ statusCode, statusMessage: problem.code, message: problem.sentence, data: problem })
}

/** What is noted in place of an answer that nobody waits for. */
const LEFT = 499

/** Turns what the core refuses, and what breaks, into an answer in words. */
async function answering<T>(event: H3Event, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof Refusal)
      refuse(error.code === 'not-yours' ? 403 : 422, {
        code: error.code,
        sentence: error.message,
        field: error.field,
      })
    if (isError(error)) throw error
    // Nobody is there to be told, and nothing broke.
    if ((error as Error).name === 'AbortError' && event.node.req.socket.destroyed)
      refuse(LEFT, { code: 'left', sentence: 'Who asked has left.' })
    const { status, problem, code } = faultOf(error)
    const number = String(randomInt(1e6)).padStart(6, '0')
    serverLog.error({
      route: routeOf(event),
      problem: problem.code,
      number,
      code,
      error: (error as Error).name,
      at: framesOf(error),
    })
    // What nobody foresaw is found again in the log by its number.
    refuse(
      status,
      problem.code === 'fault'
        ? { ...problem, sentence: `${problem.sentence} Its number there is ${number}.` }
        : problem,
    )
  }
}

const notSignedIn = () =>
  refuse(401, { code: 'not-signed-in', sentence: 'You are not signed in; sign in first.' })
const noAccount = () =>
  refuse(403, { code: 'no-account', sentence: 'This takes an account; make one first.' })
const noGarden = () =>
  refuse(401, { code: 'no-garden', sentence: 'No garden is open; open one of yours, or the demo garden.' })

/** A route that anybody may call. */
export function openRoute<
  T,
  B extends Schema | undefined = undefined,
  Q extends Schema | undefined = undefined,
>(spec: RouteSpec<B, Q>, work: (asked: Asked<B, Q>) => Promise<T>) {
  return defineEventHandler(event =>
    answering(event, async () => {
      const asked = checkLater(spec, await bodyOf(event, spec), event)()
      if (spec.tries)
        await checkTries(event, spec.tries, (asked.body as { email?: string } | undefined)?.email)
      return work({ event, db: database(), ...asked })
    }),
  )
}

interface Person {
  personId: string
  gardenId: string | null
  /** null for visitors of the demo garden */ email: string | null
}

/** A route for those who are signed in, visitors of the demo garden too; the database shows what is theirs. */
export function personRoute<
  T,
  B extends Schema | undefined = undefined,
  Q extends Schema | undefined = undefined,
>(spec: RouteSpec<B, Q>, work: (asked: Asked<B, Q> & Person) => Promise<T>) {
  return signedRoute(spec, person => person, work)
}

/** A route for those who have an account, whichever garden is open. */
export function accountRoute<
  T,
  B extends Schema | undefined = undefined,
  Q extends Schema | undefined = undefined,
>(spec: RouteSpec<B, Q>, work: (asked: Asked<B, Q> & Person & { email: string }) => Promise<T>) {
  return signedRoute(spec, ({ email, ...person }) => ({ ...person, email: email ?? noAccount() }), work)
}

/** @param admit lets the person in, or refuses */
function signedRoute<T, P extends Person, B extends Schema | undefined, Q extends Schema | undefined>(
  spec: RouteSpec<B, Q>,
  admit: (person: Person) => P,
  work: (asked: Asked<B, Q> & P) => Promise<T>,
) {
  return defineEventHandler(event =>
    answering(event, async () => {
      const asker = await askerOf(event)
      if (!asker || asker.program) return notSignedIn()
      const check = checkLater(spec, await bodyOf(event, spec), event)
      if (spec.tries) await checkTries(event, spec.tries, asker.personId)
      return inTurn(`person ${asker.personId}`, AT_ONCE, MOST_WAITING, () =>
        knowing(database(), { person: asker.personId }, async db => {
          const person = await personOf(db, asker.personId)
          if (person?.seal !== asker.seal) return notSignedIn()
          const admitted = admit({ personId: asker.personId, gardenId: asker.gardenId, email: person.email })
          return work({ event, db, ...check(), ...admitted })
        }),
      )
    }),
  )
}

/** Of one garden or person so many transactions at once, and so many that wait: what they ask for in haste leaves connections to others. */
const AT_ONCE = 4
const MOST_WAITING = 200

/** Who writes to a garden waits for a turn before taking a connection: the log has one writer at a time anyway. */
const inGardenTurn = <T>(event: H3Event, gardenId: string, work: () => Promise<T>) =>
  event.method === 'GET'
    ? inTurn(`readers of ${gardenId}`, AT_ONCE, MOST_WAITING, work)
    : inTurn(`writers to ${gardenId}`, 1, MOST_WAITING, work)

/**
 * A route of the open garden.
 *
 * @param role that it takes at least; answers 401 to strangers and 403 to those who may do less
 */
export function gardenRoute<
  T,
  B extends Schema | undefined = undefined,
  Q extends Schema | undefined = undefined,
>(role: Role, spec: RouteSpec<B, Q>, work: (asked: Asked<B, Q> & Access) => Promise<T>) {
  return defineEventHandler(event =>
    answering(event, async () => {
      const asker = await askerOf(event)
      const { gardenId } = asker ?? noGarden()
      if (!asker || !gardenId) return noGarden()
      // Read before the transaction begins: a slow sender holds no connection.
      const check = checkLater(spec, await bodyOf(event, spec), event)
      if (spec.tries) await checkTries(event, spec.tries, asker.personId)
      return inGardenTurn(event, gardenId, () =>
        database().transaction(async db => {
          const access = (await enterGarden(db, gardenId, asker.personId, asker.seal)) ?? noGarden()
          const may = asker.program ? roleOfProgram(access.role, asker.program) : access.role
          if (!reaches(may, role))
            refuse(403, {
              code: 'not-allowed',
              sentence: asker.program
                ? notForPrograms(role)
                : `This takes a ${role} of the garden; you are here as a ${may}.`,
            })
          if (asker.program && spec.byPersonOnly)
            refuse(403, { code: 'not-allowed', sentence: notForPrograms('keeper') })
          if (!spec.evenShut) refuseShut(access.garden)
          const asked = { event, db, ...check(), ...access, role: may, personId: asker.personId }
          return spec.isSameForAll
            ? sameForAll(
                event,
                access.garden,
                () => work(asked),
                spec.keptAs ? { db, name: spec.keptAs } : null,
              )
            : work(asked)
        }),
      )
    }),
  )
}

/** Ends a request for a garden whose log could not be folded. */
export function refuseShut({ fault }: Garden): void {
  if (!fault) return
  refuse(409, {
    code: 'garden-shut',
    sentence: `The log of this garden does not fit together by the rules of this version, so it stays shut: ${fault} Nothing of it is lost; back it up in Garden › Data, and ask whoever runs this server.`,
  })
}

const notForPrograms = (role: Role) =>
  role === 'keeper'
    ? 'A program does not do this with a token; sign in and do it yourself.'
    : 'This token only reads; make one in Garden › Data that notes work as well.'

const notJson = () => refuse(400, { code: 'invalid', sentence: 'The request is not JSON.' })

async function bodyOf(
  event: H3Event,
  spec: RouteSpec<Schema | undefined, Schema | undefined>,
): Promise<unknown> {
  if (spec.takesBytes) return readRawBody(event, false)
  return spec.body && readBody(event).catch(notJson)
}

/** The check of what was sent, for when it is known that the sender may send it. */
function checkLater<B extends Schema | undefined, Q extends Schema | undefined>(
  spec: RouteSpec<B, Q>,
  body: unknown,
  event: H3Event,
) {
  return () => ({
    body: (spec.body ? valid(spec.body, body) : undefined) as Checked<B>,
    query: (spec.query ? valid(spec.query, getQuery(event)) : undefined) as Checked<Q>,
    bytes: spec.takesBytes ? (body as Buffer | undefined) : undefined,
  })
}

function valid<S extends Schema>(schema: S, value: unknown): v.InferOutput<S> {
  const result = v.safeParse(schema, value, { abortEarly: true })
  if (result.success) return result.output
  const issue = deepest(result.issues[0])
  refuse(400, { code: 'invalid', sentence: issue.message, field: v.getDotPath(issue) ?? undefined })
}

/** In a choice of shapes the sentence is the one of the shape that was meant. */
function deepest(issue: v.BaseIssue<unknown>): v.BaseIssue<unknown> {
  return issue.issues?.[0] ? deepest(issue.issues[0]) : issue
}

/** The id in the address; what is no id is not found. */
export function idOf(event: H3Event): string {
  const id = getRouterParam(event, 'id')
  return v.is(v.pipe(v.string(), v.uuid()), id) ? id! : notFound()
}

/** Ends a request for something that is not in the garden. */
export function notFound(): never {
  refuse(404, { code: 'not-found', sentence: 'This is not in the garden; it may have been taken back.' })
}
