/** A garden as one value in memory: read once, advanced by what changed, and let go when it is no more. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import { inGarden, open } from '../../server/db/connection'
import { heldWithPlaces, letGoOf } from '../../server/db/held/heldGarden'
import { gardenById } from '../../server/db/rows/garden'
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
