/** Visitors who ask for more than their share of connections, and break off. */
import { connect } from 'node:net'
import { setTimeout as wait } from 'node:timers/promises'
import { PassThrough } from 'node:stream'
import { sql } from 'drizzle-orm'
import { v7 } from 'uuid'
import { afterAll, expect, it } from 'vitest'
import { writerTo } from '../../../server/db/backup'
import { open, rowsOf } from '../../../server/db/connection'
import type { OpenGarden } from '../../../shared/garden'
import { Visitor, entry } from '../visitor'
import { lane } from '../lane'

const owner = open(lane.databaseUrl)
afterAll(() => owner.close())

/** Asks for a file, and leaves it at that. */
async function askForFile(visitor: Visitor) {
  const { hostname, port } = new URL(lane.address)
  const socket = connect(Number(port), hostname)
  await new Promise(resolve => socket.once('connect', resolve))
  socket.write(
    `GET /api/garden/backup HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncookie: ${visitor.cookie}\r\nx-forwarded-for: ${visitor.headers['x-forwarded-for']}\r\n\r\n`,
  )
  return socket
}

/** Asks for a file, takes nothing of it but its beginning, and leaves at once. @returns what it was told */
async function seeFile(visitor: Visitor): Promise<number> {
  const { status, end } = await beginFile(visitor)
  end()
  return status
}

/** Asks for a file and takes nothing of it but its beginning. */
async function beginFile(visitor: Visitor) {
  const socket = await askForFile(visitor)
  const first = await new Promise<string>(resolve => socket.once('data', piece => resolve(String(piece))))
  socket.pause()
  return { status: Number(first.split(' ')[1]), end: () => socket.destroy() }
}

const openTransactions = async () =>
  (
    await rowsOf<{ n: number }>(
      owner.db,
      sql`select count(*)::int n from pg_stat_activity where state like 'idle in transaction%' and datname = current_database() and usename like 'virgulta_server%'`,
    )
  )[0]!.n

it('twenty backups that are broken off leave the server as it was', async () => {
  const visitors = await Promise.all(Array.from({ length: 20 }, () => new Visitor().openDemo()))
  for (const visitor of visitors) expect(await seeFile(visitor)).toBe(200)
  await expect.poll(openTransactions, { timeout: 10_000 }).toBe(0)
  const [one] = visitors
  expect((await one!.ask('GET', '/api/garden')).status).toBe(200)
  expect((await one!.ask('GET', '/api/garden/backup')).status).toBe(200)
})

it('twenty who open the demo at once all get in, and make no stranger wait for a connection', async () => {
  const stranger = await new Visitor().startGarden('Calm beds')
  const opening = Array.from({ length: 20 }, () => new Visitor().ask('POST', '/api/session/demo', {}))
  const met = await Promise.all(Array.from({ length: 6 }, () => stranger.ask('GET', '/api/plants')))
  expect(met.map(a => a.status)).toEqual(met.map(() => 200))
  expect((await Promise.all(opening)).map(a => a.status)).toEqual(opening.map(() => 200))
})

it('who leaves before a file has begun takes nobody’s turn', async () => {
  const visitor = await new Visitor().startGarden('Left beds')
  for (let i = 0; i < 12; i++) (await askForFile(visitor)).destroy()
  expect((await visitor.ask('GET', '/api/garden/backup')).status).toBe(200)
})

it('files that nobody takes are few at a time, and hold up no request; the next ones wait for their turn', async () => {
  const visitors = await Promise.all(Array.from({ length: 6 }, () => new Visitor().openDemo()))
  // Larger than what lies between server and reader, so that they wait to be taken. Of these gardens alone: copies share their ids.
  for (const visitor of visitors.slice(0, 3)) {
    const { id } = await visitor.get<OpenGarden>('/api/garden')
    await owner.db.execute(
      sql`update entries set payload = payload || jsonb_build_object('note', repeat('x', 50000)) where garden_id = ${id} and id in (
        select id from entries where garden_id = ${id} and kind <> 'voided' limit 300)`,
    )
  }
  const begun = await Promise.all(visitors.slice(0, 3).map(beginFile))
  expect(begun.map(f => f.status)).toEqual([200, 200, 200])
  const told: number[] = []
  // Whoever has waited leaves as soon as its file begins: in whatever order they come, none waits for another to be cut off.
  const waiting = visitors.slice(3).map(async visitor => told.push(await seeFile(visitor)))
  // Of a garden whose file is on its way two more may wait; whichever comes third is told so at once.
  const own = [1, 2, 3].map(() => seeFile(visitors[0]!))
  expect(await Promise.race(own)).toBe(503)
  await Promise.all(
    visitors.map(async visitor => expect((await visitor.ask('GET', '/api/plants')).status).toBe(200)),
  )
  expect(told).toEqual([])
  for (const file of begun) file.end()
  await Promise.all(waiting)
  expect(told).toEqual([200, 200, 200])
  expect((await Promise.all(own)).sort()).toEqual([200, 200, 503])
  await expect.poll(openTransactions, { timeout: 10_000 }).toBe(0)
})

it('a reader who takes nothing is cut off, and what is written for them is told so', async () => {
  const stream = new PassThrough()
  const put = writerTo(stream, 50)
  await expect(
    (async () => {
      for (let i = 0; i < 100; i++) await put('x'.repeat(100_000))
    })(),
  ).rejects.toThrow('no longer wanted')
  expect(stream.destroyed).toBe(true)
  await expect(put('more')).rejects.toThrow('no longer wanted')
})

it('forty who write to one garden at once make no stranger wait for a connection', async () => {
  const keeper = await new Visitor().startGarden('Crowded beds')
  const stranger = await new Visitor().startGarden('Quiet beds')
  const codes = await keeper.codes(40)
  // Somebody holds the garden's log, as a restore or a slow disk would.
  let release!: () => void
  const held = new Promise<void>(resolve => (release = resolve))
  const { id } = await keeper.get<{ id: string }>('/api/garden')
  const holding = owner.db.transaction(async tx => {
    await tx.execute(sql`select 1 from gardens where id = ${id} for update`)
    await held
  })
  const writing = codes.map(code =>
    keeper.send(
      entry('plantAdded', v7(), {
        name: `Crowd ${code}`,
        code,
        crop: 'chilli',
        plantKind: 'line',
        placeId: null,
        note: null,
        seedParentId: null,
        pollenParentId: null,
      }),
    ),
  )
  await wait(500)
  const answers = await Promise.all(Array.from({ length: 6 }, () => stranger.ask('GET', '/api/plants')))
  expect(answers.map(a => a.status)).toEqual(Array.from({ length: 6 }, () => 200))
  release()
  await holding
  expect((await Promise.all(writing)).map(a => a.status)).toEqual(codes.map(() => 200))
})
