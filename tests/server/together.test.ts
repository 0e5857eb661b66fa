/** Two servers on one database behave as one. */
import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { CropPage } from '../../shared/crops'
import type { CrossPage } from '../../shared/crosses'
import type { OpenGarden, Place } from '../../shared/garden'
import type { PlantGenes } from '../../shared/plants'
import type { Round } from '../../shared/round'
import { serve } from './serving'
import { Visitor, entry, plantedCross, undoing } from './visitor'
import { lane } from './lane'

let second: Awaited<ReturnType<typeof serve>>
beforeAll(async () => {
  second = await serve(lane.databaseUrl)
})
afterAll(() => second.kill())

/** The same person's browser, sent to the other server by the proxy. */
function atSecond(visitor: Visitor): Visitor {
  const other = new Visitor(second.address)
  other.cookie = visitor.cookie
  return other
}

it('notes through both, shows at once through the other what follows, and undoes there', async () => {
  const one = await new Visitor().startGarden('Shared beds')
  const { ids } = await plantedCross(one)
  const two = atSecond(one)
  const taken = async (visitor: Visitor) =>
    (await visitor.get<CropPage>('/api/crops/chilli?of=take')).records.length
  expect([await taken(one), await taken(two)]).toEqual([0, 0])
  await one.send(entry('pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false }, 170))
  const sign = entry('takeNoted', ids.flower, { take: 'taken', reason: null }, 160)
  await two.send(sign)
  expect([await taken(one), await taken(two)]).toEqual([1, 1])
  expect((await one.get<CrossPage>(`/api/crosses/${ids.cross}`)).flowers[0]!.flower.status).toBe('taken')
  await one.send(undoing(sign.id))
  expect([await taken(one), await taken(two)]).toEqual([0, 0])
})

it('gives no tag code twice, and no entry two places, though both are asked at once', async () => {
  const one = await new Visitor().startGarden('Hurried beds')
  const two = atSecond(one)
  const { ids } = await plantedCross(one)
  const codes = (await Promise.all(Array.from({ length: 20 }, (_, i) => (i % 2 ? one : two).codes(5)))).flat()
  expect(new Set(codes).size).toBe(100)
  const scored = Array.from({ length: 20 }, () =>
    entry('scored', ids.seedParent, { trait: 'height', value: 40 }),
  )
  const sent = await Promise.all(scored.flatMap(e => [one.send(e), two.send(e)]))
  expect(sent.map(a => a.status)).toEqual(sent.map(() => 200))
  expect(sent.reduce((sum, a) => sum + a.body.recorded, 0)).toBe(20)
})

it('shows a place that was made part of another as that one at once, though nothing was noted since', async () => {
  const one = await new Visitor().startGarden('Merged beds')
  const two = atSecond(one)
  const { ids } = await plantedCross(one)
  const [first] = (await one.get<OpenGarden>('/api/garden')).places
  const { body: frame } = await two.ask<Place>('POST', '/api/garden/places', { name: 'Frame' })
  expect((await one.get<OpenGarden>('/api/garden')).places.map(p => p.name)).toEqual([first!.name, 'Frame'])
  const [code] = await one.codes(1)
  const pair = { seedParentId: ids.seedParent, pollenParentId: ids.pollenParent }
  await one.send(
    entry('plantDescribed', ids.seedParent, {
      name: 'Test Ember',
      plantKind: 'line',
      placeId: frame.id,
      note: null,
    }),
    entry('flowerChosen', v7(), { code: code!, crossId: ids.cross, ...pair, blooms: 1 }),
  )
  const placesOfStops = async (visitor: Visitor) =>
    Object.keys((await visitor.get<Round>('/api/round')).atPlaces).filter(Boolean)
  expect([await placesOfStops(one), await placesOfStops(two)]).toEqual([[frame.id], [frame.id]])
  await two.ask('PUT', `/api/garden/places/${frame.id}`, { mergedInto: first!.id })
  expect([await placesOfStops(one), await placesOfStops(two)]).toEqual([[first!.id], [first!.id]])
})

it('sums up scores that came through both, on both', async () => {
  const one = await new Visitor().startGarden('Scored beds')
  const two = atSecond(one)
  const { ids } = await plantedCross(one)
  const heights = async () => {
    const genes = [one, two].map(v => v.get<PlantGenes>(`/api/plants/${ids.seedParent}/genes`))
    return (await Promise.all(genes)).map(({ summaries }) => summaries.height?.mean ?? null)
  }
  expect(await heights()).toEqual([null, null])
  await one.send(entry('scored', ids.seedParent, { trait: 'height', value: 40 }, 3))
  expect(await heights()).toEqual([40, 40])
  const second = entry('scored', ids.seedParent, { trait: 'height', value: 50 })
  await two.send(second)
  expect(await heights()).toEqual([45, 45])
  await one.send(undoing(second.id))
  expect(await heights()).toEqual([40, 40])
})

it('signs out on both, and stops trying on both', async () => {
  const one = await new Visitor().startGarden('Doubly shut beds')
  const two = atSecond(one)
  expect((await two.ask('GET', '/api/garden')).status).toBe(200)
  await one.ask('DELETE', '/api/session/everywhere')
  expect((await two.ask('GET', '/api/garden')).status).toBe(401)
  const guesser = new Visitor()
  const attempts = Array.from({ length: 9 }, (_, i) => {
    const guess = new Visitor(i % 2 ? lane.address : second.address)
    guess.headers = guesser.headers
    return guess.signIn({ email: one.email, password: 'not the words' })
  })
  expect((await Promise.all(attempts)).filter(a => a.status === 429)).toHaveLength(1)
})

it('does each long work once', async () => {
  const keepers = await Promise.all(Array.from({ length: 6 }, () => new Visitor().startGarden('Queued beds')))
  const begun = await Promise.all(
    keepers.map((one, i) => (i % 2 ? one : atSecond(one)).ask<{ id: string }>('POST', '/api/garden/compare')),
  )
  const states = async () =>
    (await Promise.all(keepers.map(keeper => keeper.get<{ id: string; state: string }[]>('/api/jobs'))))
      .flat()
      .map(j => j.state)
  await expect.poll(states, { timeout: 30_000 }).toEqual(begun.map(() => 'done'))
  const [first] = keepers
  const twice = await Promise.all(
    [first!, atSecond(first!)].map(visitor => visitor.ask('POST', '/api/garden/compare')),
  )
  expect(twice.map(a => a.status).sort()).toEqual([200, 422])
})
