/** The gardens that were held before a start are held after it. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import { inGarden, open } from '../../server/db/connection'
import { heldGarden, heldIds, letGoOf } from '../../server/db/held/heldGarden'
import { gardenById } from '../../server/db/rows/garden'
import { holdAgain, rememberHeld } from '../../server/heldAgain'
import type { OpenGarden } from '../../shared/garden'
import { lane } from './lane'
import { serve } from './serving'
import { Visitor } from './visitor'

const server = open(serverRoleOf(lane.databaseUrl).url)
const folder = mkdtempSync(join(tmpdir(), 'virgulta-held-'))
const file = join(folder, 'held.json')
const ids: string[] = []
beforeAll(async () => {
  for (const visitor of [new Visitor(), new Visitor()]) {
    await visitor.openDemo()
    ids.push((await visitor.get<OpenGarden>('/api/garden')).id)
  }
})
afterAll(async () => {
  await server.close()
  rmSync(folder, { recursive: true })
})

const garden = (id: string) => inGarden(server.db, id, async tx => (await gardenById(tx, id))!)
const hold = (id: string) => inGarden(server.db, id, async tx => heldGarden(tx, (await gardenById(tx, id))!))
const letAllGo = async () => {
  for (const id of ids) letGoOf(await garden(id))
}

it('holds them again in the order in which they were asked about', async () => {
  for (const id of ids) await hold(id)
  await rememberHeld(file)
  const [first, second] = ids
  expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual([second, first])
  await letAllGo()
  expect(heldIds()).toEqual([])
  expect(await holdAgain(server.db, file)).toBe(2)
  expect(heldIds()).toEqual([second, first])
})

it('passes over gardens that are no more, and files that are none', async () => {
  await letAllGo()
  writeFileSync(file, JSON.stringify(['00000000-0000-7000-8000-000000000000', 'rubbish', 7, ids[0]]))
  expect(await holdAgain(server.db, file)).toBe(1)
  for (const text of ['', '{"a":1}', 'not json']) {
    writeFileSync(file, text)
    expect(await holdAgain(server.db, file)).toBe(0)
  }
  expect(await holdAgain(server.db, join(folder, 'none.json'))).toBe(0)
})

it('stops where the server ends meanwhile', async () => {
  await letAllGo()
  writeFileSync(file, JSON.stringify(ids))
  expect(await holdAgain(server.db, file, () => heldIds().length > 0)).toBe(1)
})

it('is written as a server ends, and read as the next one starts', async () => {
  writeFileSync(file, '')
  const first = await serve(lane.databaseUrl, { VIRGULTA_HELD: file })
  const visitor = await new Visitor(first.address).openDemo()
  await visitor.get('/api/round')
  const { id } = await visitor.get<OpenGarden>('/api/garden')
  const hasRead = () => first.log().some(line => line.heldAgain === 0)
  await expect.poll(hasRead, { timeout: 30_000 }).toBe(true)
  first.signal('SIGTERM')
  await first.ended
  expect(JSON.parse(readFileSync(file, 'utf8'))).toContain(id)
  const second = await serve(lane.databaseUrl, { VIRGULTA_HELD: file })
  try {
    const isHeld = () => second.log().some(line => line.heldAgain === 1)
    await expect.poll(isHeld, { timeout: 30_000 }).toBe(true)
  } finally {
    await second.kill()
  }
})
