import type { H3Event } from 'h3'
import { expect, it } from 'vitest'
import { newSecret } from '../db/secrets'
import { routeOf } from './log'

const lineOf = (path: string) => routeOf({ method: 'GET', path } as H3Event)

it('names the route of a request and neither ids, questions nor secrets', () => {
  expect(lineOf('/api/plants/00000000-0000-7000-8000-000000000001/genes?q=rose')).toBe(
    'GET /api/plants/[id]/genes',
  )
  for (let i = 0; i < 50; i++)
    expect(lineOf(`/api/calendar/${newSecret()}.ics`)).toBe('GET /api/calendar/[secret].ics')
})
