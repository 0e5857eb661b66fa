import type { Deed } from '@virgulta/core/log/entry'
import type { Plant } from '@virgulta/core/plants/plant'
import { setTimeout as wait } from 'node:timers/promises'
import { v7 } from 'uuid'
import { serve } from '../tests/server/serving'
import { Visitor } from '../tests/server/visitor'
import type { OpenGarden } from '../shared/garden'
import type { AimRow } from '../shared/aims'
import type { CrossRow } from '../shared/crosses'
import type { PlantPage } from '../shared/plants'
import type { Row } from './measure'
import { Client } from './client'
import { timed } from './measure'
import { drawerRow } from './drawer'

const READ_AIM_MS = 50
const WRITE_AIM_MS = 20
const TIMES = 200
const [TAGS, SHEET_AIM_MS] = [200, 1000]

const scored = ({ id }: Pick<Plant, 'id'>, value: number, happenedAt: string): Deed => ({
  id: v7(),
  kind: 'scored',
  subjectId: id,
  payload: { trait: 'height', value },
  happenedAt,
})

/** How long a server takes from its process to its first answer, and to its first Today. */
async function startRows(ownerUrl: string, cookie: string): Promise<Row[]> {
  const rows: Row[] = []
  for (const kind of ['cold', 'something noted since the last', 'nothing noted since the last']) {
    const began = performance.now()
    const server = await serve(ownerUrl)
    rows.push({ what: `start, ${kind}: until it answers`, value: performance.now() - began, unit: 'ms' })
    const visitor = new Visitor(server.address)
    visitor.cookie = cookie
    const from = performance.now()
    await visitor.get('/api/round')
    rows.push({
      what: `start, ${kind}: first Today of the large garden`,
      value: performance.now() - from,
      unit: 'ms',
    })
    if (kind === 'cold') {
      const { plants } = await visitor.get<PlantPage>('/api/plants?crop=chilli&size=1')
      const { now } = await visitor.get<OpenGarden>('/api/garden')
      await visitor.send(scored(plants[0]!, 40, now))
    }
    // What it learnt is kept for the next one by the way, and what it answered as it ends.
    await wait(2000)
    server.signal('SIGTERM')
    await server.ended
  }
  return rows
}

/** A sheet of many tags, made on the server. */
async function sheetRow(keeper: Visitor, cross: CrossRow['cross'], now: string): Promise<Row> {
  const codes = await keeper.codes(TAGS)
  await keeper.send(
    ...codes.map((code): Deed => ({
      id: v7(),
      kind: 'flowerChosen',
      subjectId: v7(),
      payload: {
        code,
        crossId: cross.id,
        seedParentId: cross.seedParentId,
        pollenParentId: cross.pollenParentId,
        blooms: 1,
      },
      happenedAt: now,
    })),
  )
  return timed(
    `a PDF of ${TAGS} tags`,
    1,
    5,
    async () =>
      (await keeper.ask('GET', `/api/crosses/${cross.id}/tags.pdf?codes=${codes.join(',')}`)).status === 200,
    SHEET_AIM_MS,
  )
}

/** Reads and writes of the large garden, over the wire. */
export async function serverRows(ownerUrl: string, address: string, keeper: Visitor): Promise<Row[]> {
  const { now } = await keeper.get<OpenGarden>('/api/garden')
  const crosses = await keeper.get<CrossRow[]>('/api/crosses')
  const { plants } = await keeper.get<PlantPage>('/api/plants?crop=chilli&size=200&sort=since&order=desc')
  const aims = await keeper.get<AimRow[]>('/api/aims')
  const clients = Array.from({ length: 8 }, () => new Client(address, keeper.cookie))
  const reading = (path: (turn: number) => string) => async (turn: number) =>
    (await clients[turn % 8]!.ask('GET', path(turn))) === 200
  const meeting = crosses.filter(c => c.cross.pollenParentId && c.cross.plannedOn > '2026').slice(0, 40)
  const words = ['ember', '26-3', 'lantern', 'slate', '25-4', 'row', 'purple']
  const reads: [string, (turn: number) => string][] = [
    ['Today', () => '/api/round'],
    ['one cross', () => `/api/crosses/${crosses[3]!.cross.id}`],
    ['another cross each time', turn => `/api/crosses/${crosses[(turn * 37) % crosses.length]!.cross.id}`],
    ['all crosses', () => '/api/crosses'],
    ['find', turn => `/api/find?q=${words[turn % words.length]}`],
    ['an aim with its candidates', () => `/api/aims/${aims[0]!.aim.id}`],
    ['bloom, ten months of the plants in play', () => '/api/bloom?from=2026-04-01&to=2027-01-31'],
    [
      'two plants that should meet',
      turn =>
        `/api/bloom/meet?seed=${meeting[turn % meeting.length]!.cross.seedParentId}&pollen=${meeting[turn % meeting.length]!.cross.pollenParentId}`,
    ],
    ['plants, a page', turn => `/api/plants?page=${1 + (turn % 20)}&size=50`],
  ]
  const writing = async (turn: number) => {
    const deed = scored(plants[turn % plants.length]!, 30 + (turn % 20), now)
    return (await clients[turn % 8]!.ask('POST', '/api/entries', { entries: [deed] })) === 200
  }
  const rows: Row[] = []
  for (const [what, path] of reads)
    for (const count of [1, 8]) rows.push(await timed(what, count, TIMES, reading(path), READ_AIM_MS))
  for (const count of [1, 8]) rows.push(await timed('an entry written', count, TIMES, writing, WRITE_AIM_MS))
  rows.push(
    await timed(
      'Today, right after an entry',
      1,
      40,
      async turn => (await writing(turn)) && reading(() => '/api/round')(turn),
      undefined,
    ),
  )
  rows.push(
    await timed(
      'bloom, right after an entry',
      1,
      20,
      async turn => (await writing(turn)) && reading(() => '/api/bloom?from=2026-04-01&to=2027-01-31')(turn),
      undefined,
    ),
  )
  rows.push(
    await timed(
      'an aim, right after an entry',
      1,
      10,
      async turn => (await writing(turn)) && reading(() => `/api/aims/${aims[0]!.aim.id}`)(turn),
      undefined,
    ),
  )
  for (const client of clients) client.close()
  rows.push(await drawerRow(address))
  rows.push(await sheetRow(keeper, crosses[0]!.cross, now))
  return [...rows, ...(await startRows(ownerUrl, keeper.cookie))]
}
