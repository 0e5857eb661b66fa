import { expect, it } from 'vitest'
import { faultOf } from './faults'
import { NoTurn } from './turns'

const broken = (message: string, code?: string) => Object.assign(new Error(message), { code })

it.each<[string, unknown, number, string]>([
  ['a database that is stopped', broken('terminating connection', '57P01'), 503, 'database-away'],
  [
    'a refused connection behind a query',
    new Error('Failed query', { cause: broken('connect', 'ECONNREFUSED') }),
    503,
    'database-away',
  ],
  ['a pool that gets no connection', broken('timeout exceeded when trying to connect'), 503, 'database-away'],
  [
    'a statement that took too long',
    new Error('Failed query', { cause: broken('canceling statement', '57014') }),
    503,
    'too-slow',
  ],
  [
    'a lock that others hold',
    new Error('Failed query', { cause: broken('canceling statement due to lock timeout', '55P03') }),
    503,
    'busy',
  ],
  ['more who want a turn than may wait', new NoTurn('a garden'), 503, 'busy'],
  [
    'a full disk',
    new Error('Failed query', { cause: broken('could not extend file', '53100') }),
    507,
    'disk-full',
  ],
  ['anything else', broken('x is not a function'), 500, 'fault'],
  ['what is no error', 'a string', 500, 'fault'],
])('%s is told in words, without the error’s own', (_, error, status, code) => {
  const fault = faultOf(error)
  expect(fault).toMatchObject({ status, problem: { code } })
  expect(fault.problem.sentence).not.toMatch(/query|terminat|connect|cancel|function/)
})
