/** What was answered last is answered at once after a start of the server, for as long as it is right. */
import { deserialize, serialize } from 'node:v8'
import { gunzipSync, gzipSync } from 'node:zlib'
import { and, eq } from 'drizzle-orm'
import { v7 } from 'uuid'
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import { inGarden, open } from '../../server/db/connection'
import type { KeptAnswer } from '../../server/db/held/kept'
import { keepings } from '../../server/db/schema'
import type { OpenGarden } from '../../shared/garden'
import type { Round } from '../../shared/round'
import { lane } from './lane'
import { serve } from './serving'
import { Visitor, entry, lineNamed } from './visitor'

type Server = Awaited<ReturnType<typeof serve>>
const database = open(serverRoleOf(lane.databaseUrl).url)
const ROUND = '/api/round'
let servers: Server[] = []
let [visitor, id] = [new Visitor(), '']

const start = async () => {
  const server = await serve(lane.databaseUrl)
  servers.push(server)
  return server
}
const onServer = (server: Server) => {
  const same = new Visitor(server.address)
  same.cookie = visitor.cookie
  return same
}
const ofRound = and(eq(keepings.kind, 'answer'), eq(keepings.name, 'round'))
const keptRound = () =>
  inGarden(database.db, id, tx => tx.select({ kept: keepings.kept }).from(keepings).where(ofRound))

const keepInstead = (kept: Buffer) =>
  inGarden(database.db, id, tx => tx.update(keepings).set({ kept }).where(ofRound))

/** Writes something into the kept answer that no log tells: where it is read, it can only come from there. */
async function writeInto(answer: Partial<Round>) {
  const [row] = await keptRound()
  const one = deserialize(row!.kept) as KeptAnswer & { answer: { bytes: Buffer; isPacked: boolean } }
  const round = JSON.parse(gunzipSync(one.answer.bytes).toString()) as Round
  const bytes = gzipSync(JSON.stringify({ ...round, ...answer }))
  const kept = serialize({ ...one, answer: { bytes, isPacked: true } })
  await keepInstead(kept)
}

beforeAll(async () => {
  const server = await start()
  visitor = await new Visitor(server.address).openDemo()
  id = (await visitor.get<OpenGarden>('/api/garden')).id
  for (const path of [`${ROUND}?most=1`, `${ROUND}/`, `${ROUND}//?most=2`, ROUND]) await visitor.get(path)
  server.signal('SIGTERM')
  await server.ended
  await writeInto({ guesses: ['So it was kept.'] })
})
afterEach(async () => {
  for (const server of servers) await server.kill()
  servers = []
})
afterAll(() => database.close())

it('is the newest of its route, however it was asked for', async () => {
  const rows = await inGarden(database.db, id, tx =>
    tx.select({ name: keepings.name }).from(keepings).where(eq(keepings.kind, 'answer')),
  )
  expect(rows).toEqual([{ name: 'round' }])
})

it('is taken over as it was kept, packed and plain', async () => {
  const { address } = await start()
  for (const encoding of ['gzip', 'identity']) {
    const headers = { 'cookie': visitor.cookie, 'accept-encoding': encoding, ...visitor.headers }
    const answer = await fetch(address + ROUND, { headers })
    expect(answer.headers.get('content-encoding')).toBe(encoding === 'gzip' ? 'gzip' : null)
    expect(((await answer.json()) as Round).guesses).toEqual(['So it was kept.'])
  }
})

it('is worked out anew where what was kept cannot be read', async () => {
  const [whole] = await keptRound()
  await keepInstead(Buffer.from('no such thing'))
  expect((await onServer(await start()).get<Round>(ROUND)).guesses).toEqual([])
  await keepInstead(whole!.kept)
})

it('is worked out anew an hour later', async () => {
  const later = onServer(await start())
  expect((await later.ask('POST', '/api/garden/clock', { by: 'hour' })).status).toBe(200)
  expect((await later.get<Round>(ROUND)).guesses).toEqual([])
  // As if it had been kept for this hour: the next test has another reason.
  const [row] = await keptRound()
  const { now } = await later.get<OpenGarden>('/api/garden')
  await keepInstead(serialize({ ...(deserialize(row!.kept) as KeptAnswer), hour: now.slice(0, 13) }))
})

it('is worked out anew once something is noted, another day is on, or something else is asked', async () => {
  const again = onServer(await start())
  const other = await again.get<Round>(`${ROUND}?most=1`)
  expect([other.stops.length, other.guesses]).toEqual([1, []])
  const payload = lineNamed('Row Ninety', (await again.codes(1))[0]!)
  const { now } = await again.get<OpenGarden>('/api/garden')
  expect(await again.send({ ...entry('plantAdded', v7(), payload), happenedAt: now })).toMatchObject({
    status: 200,
  })
  const noted = await again.get<Round>(ROUND)
  expect(noted.guesses).toEqual([])
  expect(noted.done.map(line => line.kind)).toContain('plantAdded')
  expect((await again.ask('POST', '/api/garden/clock', { by: 'day' })).status).toBe(200)
  expect((await again.get<Round>(ROUND)).day).toBe('2026-06-13')
})
