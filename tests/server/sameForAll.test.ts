/** Answers that are written once for all who ask stay right for each of them. */
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Round } from '../../shared/round'
import { lane } from './lane'
import { Visitor, entry, lineNamed } from './visitor'

const SHARED = [
  '/api/round',
  '/api/round?most=1',
  '/api/crosses',
  '/api/bloom?from=2026-04-01&to=2027-01-31',
  '/api/season',
  '/api/season?year=2025',
  '/api/aims',
]

describe('an answer that is the same for all', () => {
  let visitor: Visitor
  beforeAll(async () => {
    visitor = await new Visitor().openDemo()
  })
  const asked = async (path: string, encoding: string) => {
    const answer = await fetch(lane.address + path, {
      headers: { 'cookie': visitor.cookie, 'accept-encoding': encoding, ...visitor.headers },
    })
    const header = (name: string) => answer.headers.get(name)
    return {
      status: answer.status,
      type: header('content-type'),
      encoding: header('content-encoding'),
      vary: header('vary')?.toLowerCase(),
      text: await answer.text(),
    }
  }

  it.each(SHARED)('is packed for those who take it so, and plain for others: %s', async path => {
    const [packed, plain] = [await asked(path, 'br, gzip'), await asked(path, 'identity')]
    expect(packed).toMatchObject({ status: 200, type: 'application/json', encoding: 'gzip' })
    expect(plain).toMatchObject({ status: 200, type: 'application/json', encoding: null })
    expect([packed.vary, plain.vary]).toEqual([
      expect.stringContaining('accept-encoding'),
      expect.stringContaining('accept-encoding'),
    ])
    expect(plain.text.length).toBeGreaterThan(1024)
    expect(packed.text).toBe(plain.text)
  })

  it('is asked for with other words anew', async () => {
    const [all, one] = await Promise.all([
      visitor.get<Round>('/api/round'),
      visitor.get<Round>('/api/round?most=1'),
    ])
    expect([one.stops.length, all.stops.length > 1]).toEqual([1, true])
    expect((await visitor.ask('GET', '/api/round?most=no')).status).toBe(400)
  })

  it('shows at once what was noted, and follows the clock', async () => {
    const before = await visitor.get<Round>('/api/round')
    const plantId = v7()
    const payload = lineNamed('Row Ninety', (await visitor.codes(1))[0]!)
    await visitor.send({ ...entry('plantAdded', plantId, payload), happenedAt: '2026-06-12T04:30:00.000Z' })
    const after = await visitor.get<Round>('/api/round')
    expect(after.done.length).toBe(before.done.length + 1)
    expect((await visitor.ask('POST', '/api/garden/clock', { by: 'day' })).status).toBe(200)
    expect((await visitor.get<Round>('/api/round')).day).toBe('2026-06-13')
  })

  it('is of the garden of whoever asks, and nobody else’s', async () => {
    const other = await new Visitor().startGarden('Empty beds')
    expect(await other.get('/api/crosses')).toEqual([])
    expect((await visitor.get<unknown[]>('/api/crosses')).length).toBeGreaterThan(10)
    expect((await new Visitor().ask('GET', '/api/crosses')).status).toBe(401)
  })
})
