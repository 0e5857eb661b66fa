/** Those who would fill the disk. */
import { Readable } from 'node:stream'
import { sql } from 'drizzle-orm'
import { v7 } from 'uuid'
import { afterAll, describe, expect, it, vi } from 'vitest'
import { restore } from '../../../server/db/backup'
import { open, rowsOf } from '../../../server/db/connection'
import type { GardenSize, OpenGarden } from '../../../shared/garden'
import { backupOf } from '../restoring'
import { serve } from '../serving'
import { Visitor, entry, plantedCross } from '../visitor'
import { lane } from '../lane'

const owner = open(lane.databaseUrl)
afterAll(() => owner.close())

describe('copies of the demo garden', () => {
  it('are so many at a time, however many ask', async () => {
    const [{ copies } = { copies: 0 }] = await rowsOf<{ copies: number }>(
      owner.db,
      sql`select demo_copies() as copies`,
    )
    const server = await serve(lane.databaseUrl, { VIRGULTA_MOST_DEMOS: String(copies + 1) })
    expect((await new Visitor(server.address).ask('POST', '/api/session/demo', {})).status).toBe(200)
    const { status, body } = await new Visitor(server.address).ask('POST', '/api/session/demo', {})
    expect([status, body.data.code]).toEqual([503, 'demo-full'])
    await server.kill()
  })

  it('are counted by the block of an IPv6 address', async () => {
    const statuses = []
    for (let i = 0; i < 62; i++) {
      const visitor = new Visitor()
      visitor.headers['x-forwarded-for'] = `2001:db8:77:1::${i.toString(16)}`
      statuses.push(
        (
          await visitor.ask('POST', '/api/session', {
            email: `block-${i}@garden.example`,
            password: 'a guess',
          })
        ).status,
      )
    }
    expect(statuses.slice(-2)).toEqual([429, 429])
  })
})

it('a person keeps so many gardens, and is told so', async () => {
  const keeper = await new Visitor().signUp()
  const start = () => keeper.ask('POST', '/api/gardens', { name: 'One of many', zone: 'Europe/Dublin' })
  for (let i = 0; i < 40; i++) expect((await start()).status).toBe(200)
  const { status, body } = await start()
  expect([status, body.data.code]).toEqual([422, 'too-many-gardens'])
})

it('files that wait for their work take so much room of all together', async () => {
  const server = await serve(lane.databaseUrl, { VIRGULTA_MOST_UPLOADS_MB: '1' })
  const [one, other] = [
    await new Visitor(server.address).signUp(),
    await new Visitor(server.address).signUp(),
  ]
  const piece = Buffer.alloc(600_000, 'x')
  expect((await one.askBytes('PUT', `/api/uploads/${v7()}?piece=0`, piece)).status).toBe(200)
  expect((await other.askBytes('PUT', `/api/uploads/${v7()}?piece=0`, piece)).status).toBe(507)
  await owner.db.execute(sql`delete from uploads`)
  expect((await other.askBytes('PUT', `/api/uploads/${v7()}?piece=0`, piece)).status).toBe(200)
  await owner.db.execute(sql`delete from uploads`)
  await server.kill()
})

describe('the log of a garden', () => {
  it('takes so many entries, then says that it is full; what is in it stays, and its keeper sees how large it is', async () => {
    const server = await serve(lane.databaseUrl, { VIRGULTA_MOST_ENTRIES: '6' })
    const keeper = await new Visitor(server.address).startGarden('Full beds')
    const { ids } = await plantedCross(keeper)
    expect(await keeper.get<GardenSize>('/api/garden/size')).toMatchObject({
      entries: 4,
      bytes: expect.any(Number),
      room: { entries: 6 },
    })
    const score = () => entry('scored', ids.seedParent, { trait: 'height', value: 40 })
    expect((await keeper.send(score(), score())).status).toBe(200)
    const { status, body } = await keeper.send(score())
    expect([status, body.data.sentence]).toEqual([
      422,
      expect.stringMatching(
        /^The log of this garden is full: it may hold 6 entries and 1024 MB on this server\./,
      ),
    ])
    expect((await keeper.get<GardenSize>('/api/garden/size')).entries).toBe(6)
    await server.kill()
  })

  it('is not brought back where it is longer than that', async () => {
    const keeper = await new Visitor().startGarden('Long beds')
    await plantedCross(keeper)
    const file = await backupOf(keeper)
    const [{ personId } = { personId: '' }] = await rowsOf<{ personId: string }>(
      owner.db,
      sql`select person_id as "personId" from members where garden_id = ${(await keeper.get<OpenGarden>('/api/garden')).id}`,
    )
    vi.stubEnv('VIRGULTA_MOST_ENTRIES', '3')
    await expect(restore(owner.db, Readable.from([file]), personId)).rejects.toThrow(
      'it holds more than the 3 entries that a garden may hold on this server. Nothing was changed.',
    )
    vi.unstubAllEnvs()
  })

  it('is counted however its entries come in', async () => {
    type Held = { entries: number; bytes: number }
    const [noted, copied] = [await new Visitor().startGarden('Counted beds'), await new Visitor().openDemo()]
    await plantedCross(noted)
    for (const visitor of [noted, copied]) {
      const { id } = await visitor.get<OpenGarden>('/api/garden')
      const [counted] = await rowsOf<Held>(
        owner.db,
        sql`select entry_count::int as entries, log_bytes::int as bytes from gardens where id = ${id}`,
      )
      const [there] = await rowsOf<Held>(
        owner.db,
        sql`select count(*)::int as entries, sum(pg_column_size(e))::int as bytes from entries e where garden_id = ${id}`,
      )
      expect(counted!.entries).toBe(there!.entries)
      // Where a long entry is kept compressed, the head of a value may be three bytes shorter.
      expect(Math.abs(counted!.bytes / there!.bytes - 1)).toBeLessThan(1e-4)
    }
  })
})
