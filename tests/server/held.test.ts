/** A garden as one value in memory: read once, advanced by what changed, and let go when it is no more. */
import { serialize } from 'node:v8'
import { eq } from 'drizzle-orm'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import { inGarden, open } from '../../server/db/connection'
import { heldWithPlaces, letGoOf } from '../../server/db/held/heldGarden'
import { keepBy, kept as keptOf } from '../../server/db/held/kept'
import { gardenById } from '../../server/db/rows/garden'
import { rebuild } from '../../server/db/rows/log'
import { keepings } from '../../server/db/schema'
import type { OpenGarden } from '../../shared/garden'
import type { Plant } from '@virgulta/core/plants/plant'
import { lane } from './lane'
import { Visitor, entry } from './visitor'

const server = open(serverRoleOf(lane.databaseUrl).url)
const keeper = new Visitor()
let id = ''
beforeAll(async () => {
  await keeper.openDemo()
  id = (await keeper.get<OpenGarden>('/api/garden')).id
})
afterAll(() => server.close())

const garden = () => inGarden(server.db, id, async tx => (await gardenById(tx, id))!)
const held = () => inGarden(server.db, id, async tx => heldWithPlaces(tx, (await gardenById(tx, id))!))
const firstPlant = async () => (await keeper.get<{ plants: Plant[] }>('/api/plants?size=1')).plants[0]!

it('is the same value for as long as nothing changes, however many ask for it at once', async () => {
  letGoOf(await garden())
  const all = await Promise.all(Array.from({ length: 5 }, held))
  expect(new Set(all.map(one => one.garden)).size).toBe(1)
  expect((await held()).garden).toBe(all[0]!.garden)
})

it('is advanced by what another server noted: what did not change stays the same object', async () => {
  const before = (await held()).garden
  const { id: plantId, plantKind, placeId } = await firstPlant()
  const told = { name: 'Told Anew', plantKind, placeId, note: null }
  const { now } = await garden()
  const { status } = await keeper.send({ ...entry('plantDescribed', plantId, told), happenedAt: now })
  expect(status).toBe(200)
  const after = (await held()).garden
  expect(after.revision).toBeGreaterThan(before.revision)
  expect(after.states.plant.get(plantId)!.name).toBe('Told Anew')
  expect(after.states.flower).toBe(before.states.flower)
  expect(after.states.plant).not.toBe(before.states.plant)
})

it('is let go with a garden that is deleted, and read anew where somebody asks again', async () => {
  const before = await held()
  expect(letGoOf(await garden())).toBe(true)
  expect(letGoOf(await garden())).toBe(false)
  const after = await held()
  expect(after.garden).not.toBe(before.garden)
  expect(after.garden.states).toEqual(before.garden.states)
})

describe('what was learnt of many crosses', () => {
  const build = (name: string) => keepBy({ db: server.db, build: name })
  afterEach(() => keepBy(null))

  const kept = () => inGarden(server.db, id, tx => keptOf(tx, { id }, 'learning'))
  const writeOver = (bytes: Buffer) =>
    inGarden(server.db, id, tx => tx.update(keepings).set({ kept: bytes }).where(eq(keepings.name, 'chilli')))
  const heldAnew = async () => {
    letGoOf(await garden())
    return (await held()).garden.crops.get('chilli')!
  }

  it('is kept, and is what the garden has when it is read the next time', async () => {
    build('of today')
    const learnt = await heldAnew()
    await expect.poll(kept, { timeout: 20_000 }).not.toEqual([])
    const chilli = (await kept()).find(({ crop }) => crop === 'chilli')!
    expect(chilli.crosses.length).toBe(learnt.digests.size)
    expect(chilli.knowledge).toEqual(learnt.knowledge)
    // What no log told can only come from there.
    await writeOver(serialize({ ...chilli, knowledge: { ...chilli.knowledge, perFruit: 4711 } }))
    expect((await heldAnew()).knowledge.perFruit).toBe(4711)
  })

  it('is learnt from the log where another build kept it, or what is kept is damaged', async () => {
    const fromLog = (await heldAnew()).knowledge
    build('of tomorrow')
    expect(await kept()).toEqual([])
    expect((await heldAnew()).knowledge).toEqual(fromLog)
    await expect.poll(kept, { timeout: 20_000 }).not.toEqual([])
    await writeOver(Buffer.from('no such thing'))
    expect((await heldAnew()).knowledge).toEqual(fromLog)
    // And is kept again: nothing is still being written as the next test begins.
    await expect.poll(kept, { timeout: 20_000 }).not.toEqual([])
  })

  it('is dropped where the read models are made anew', async () => {
    build('of tomorrow')
    await heldAnew()
    await expect.poll(kept, { timeout: 20_000 }).not.toEqual([])
    await inGarden(server.db, id, async tx => rebuild(tx, (await gardenById(tx, id))!))
    expect(await kept()).toEqual([])
  })
})
