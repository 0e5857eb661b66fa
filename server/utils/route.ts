import { Refusal } from '@virgulta/core/log/refusal'
import type { H3Event } from 'h3'
import { createError, defineEventHandler, getQuery, getRouterParam, readBody } from 'h3'
import * as v from 'valibot'
import type { Problem } from '../../shared/entries'
import type { Database } from '../db/connection'
import { database, inGarden } from '../db/connection'
import type { Garden } from '../db/queries/garden'
import { gardenFor } from '../db/queries/garden'

/** Ends a request with a problem that people can read. */
export function refuse(statusCode: number, problem: Problem): never {
  throw createError({ statusCode, statusMessage: problem.code, message: problem.sentence, data: problem })
}

/** Turns what the core refuses into an answer; other errors pass. */
async function answering<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  }
  catch (error) {
    if (error instanceof Refusal) refuse(422, { code: error.code, sentence: error.message, field: error.field })
    throw error
  }
}

/** A route that anybody may call. */
export function openRoute<T>(work: (event: H3Event, db: Database) => Promise<T>) {
  return defineEventHandler(event => answering(() => work(event, database())))
}

/** Who is asking, and in which garden. */
export interface Access { garden: Garden, personId: string, person: string, db: Database }

/** A route of the open garden: answers 401 to those who have not opened one. */
export function gardenRoute<T>(work: (event: H3Event, access: Access) => Promise<T>) {
  return openRoute(async (event, db) => {
    const { user } = await getUserSession(event)
    const noGarden = () => refuse(401, { code: 'no-garden', sentence: 'No garden is open; open the demo garden or start one of your own.' })
    if (!user) return noGarden()
    return inGarden(db, user.gardenId, async (tx) => {
      const { garden, person } = await gardenFor(tx, user.gardenId, user.personId) ?? noGarden()
      return work(event, { garden, personId: user.personId, person, db: tx })
    })
  })
}

function valid<S extends v.GenericSchema>(schema: S, value: unknown): v.InferOutput<S> {
  const result = v.safeParse(schema, value, { abortEarly: true })
  if (result.success) return result.output
  const issue = deepest(result.issues[0])
  refuse(400, { code: 'invalid', sentence: issue.message, field: v.getDotPath(issue) ?? undefined })
}

/** In a choice of shapes the sentence is the one of the shape that was meant. */
function deepest(issue: v.BaseIssue<unknown>): v.BaseIssue<unknown> {
  return issue.issues?.[0] ? deepest(issue.issues[0]) : issue
}

/** The body of a request, checked. */
export async function readValid<S extends v.GenericSchema>(event: H3Event, schema: S): Promise<v.InferOutput<S>> {
  return valid(schema, await readBody(event).catch(() => refuse(400, { code: 'invalid', sentence: 'The request is not JSON.' })))
}

/** The query of a request, checked. */
export function readQuery<S extends v.GenericSchema>(event: H3Event, schema: S): v.InferOutput<S> {
  return valid(schema, getQuery(event))
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
