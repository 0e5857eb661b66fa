/** What a garden made anew is asked and told: where it lies, its places, its plants from a table, deeds that look like a slip. */
import { halfAYearAway } from '@virgulta/core/crops/half'
import type { PlantTable } from '@virgulta/core/plants/readTable'
import { addDays } from '@virgulta/core/time/days'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import type { WeatherPage } from '../../shared/bloom'
import type { CrossPage } from '../../shared/crosses'
import type { OpenGarden, Place } from '../../shared/garden'
import { resolvedPlace } from '../../shared/garden'
import type { PlacePage } from '../../shared/places'
import type { PlantPage } from '../../shared/plants'
import type { Round, Season } from '../../shared/round'
import type { Town } from '../../shared/towns'
import { Visitor, entry, plantedCross } from './visitor'
import { lane } from './lane'

describe('where a garden lies', () => {
  it('is said with a town of the shipped list, in letters with or without their marks', async () => {
    const visitor = await new Visitor().signUp()
    const named = async (typed: string) => visitor.get<Town[]>(`/api/towns?q=${encodeURIComponent(typed)}`)
    expect((await named('hobart'))[0]).toMatchObject({
      name: 'Hobart',
      country: 'Australia',
      zone: 'Australia/Hobart',
    })
    expect((await named('sao paulo'))[0]).toEqual((await named('São Paulo'))[0])
    expect(await named('qqqq')).toEqual([])
    expect((await visitor.ask('GET', '/api/towns?q=a')).body.data.sentence).toBe('Type two letters at least.')
  })

  it('is guessed and said to be, until it is told', async () => {
    const keeper = await new Visitor().startGarden('Somewhere', null)
    await plantedCross(keeper)
    const guesses = async () => (await keeper.get<Round>('/api/round')).guesses.join(' ')
    expect(await keeper.get<WeatherPage>('/api/weather')).toMatchObject({
      isSited: false,
      station: null,
      days: [],
    })
    expect(await guesses()).toContain('Where the garden lies is not said yet')
    await keeper.ask('PUT', '/api/garden/site', { latitude: -42.9, longitude: 147.3 })
    expect(await keeper.get<WeatherPage>('/api/weather')).toMatchObject({
      isSited: true,
      station: null,
      site: { latitude: -42.9 },
    })
    expect(await guesses()).not.toContain('Where the garden lies')
  })

  it('has a simulated station only where somebody switched it on, and Today says so', async () => {
    const keeper = await new Visitor().startGarden('Tried station')
    await plantedCross(keeper)
    expect((await keeper.get<Round>('/api/round')).guesses.join(' ')).toContain('No weather is known')
    const isOn = (on: unknown) => keeper.ask('PUT', '/api/garden/station', { isOn: on })
    expect((await isOn('perhaps')).body.data.sentence).toBe('Say whether the simulated station is to be on.')
    await isOn(true)
    expect((await keeper.get<Round>('/api/round')).guesses.join(' ')).toContain(
      'simulated weather station is on',
    )
    expect((await keeper.get<WeatherPage>('/api/weather')).days.length).toBeGreaterThan(7)
    await isOn(false)
    expect((await keeper.get<WeatherPage>('/api/weather')).days).toEqual([])
  })
})

describe('places', () => {
  it('are renamed, ordered, made part of one another and closed, and what stands there goes along', async () => {
    const keeper = await new Visitor().startGarden('Placed beds')
    const add = async (name: string) => (await keeper.ask<Place>('POST', '/api/garden/places', { name })).body
    const [wall, arch, bench] = [await add('Wall'), await add('Arch'), await add('Bench')]
    const change = (id: string, body: object) => keeper.ask('PUT', `/api/garden/places/${id}`, body)
    const [code] = await keeper.codes()
    const rose = v7()
    await keeper.send(
      entry(
        'plantAdded',
        rose,
        {
          name: 'Moved Try',
          code: code!,
          crop: 'rose',
          plantKind: 'clone',
          placeId: arch.id,
          note: null,
          seedParentId: null,
          pollenParentId: null,
        },
        5,
      ),
    )
    const address = `/api/garden/places/${wall.id}`
    const { mark } = await keeper.get<PlacePage>(address)
    const there = () => keeper.get<PlacePage>(`${address}?since=${mark}`)
    expect(await there()).toMatchObject({ plants: [], isChanges: true })
    await change(wall.id, { name: 'South wall' })
    await keeper.ask('PUT', '/api/garden/places', { ids: [bench.id, wall.id, arch.id] })
    await change(arch.id, { mergedInto: wall.id })
    // Nothing was noted of the plant, but the place is another one now.
    expect(await there()).toMatchObject({ plants: [{ id: rose }], isChanges: false })
    const { places } = await keeper.get<OpenGarden>('/api/garden')
    expect(
      places
        .filter(p => !p.mergedInto)
        .sort((a, b) => a.position - b.position)
        .map(p => p.name),
    ).toEqual(['Bench', 'South wall', 'First bench'])
    // The plant's own record stays as it was noted, so that taking the places apart again brings it back.
    const stands = async (at: Place[]) =>
      (await keeper.get<PlantPage>('/api/plants?who=all')).plants.map(p => resolvedPlace(at, p.placeId))
    expect(await stands(places)).toEqual([wall.id])
    // Round in a ring, and into nothing, are refused.
    expect((await change(wall.id, { mergedInto: arch.id })).status).toBe(422)
    expect((await change(wall.id, { mergedInto: v7() })).body.data.code).toBe('unknown-place')
    expect((await change(wall.id, {})).body.data.sentence).toBe('Say what is to be changed of the place.')
    await change(arch.id, { mergedInto: null })
    expect(await stands((await keeper.get<OpenGarden>('/api/garden')).places)).toEqual([arch.id])
  })
})

it('a table of plants is read line by line, with what is left out and why, and nothing is noted', async () => {
  const keeper = await new Visitor().startGarden('Table beds')
  const read = (text: string, crop: string | null = null) =>
    keeper.ask<PlantTable>('POST', '/api/plants/read', { text, crop })
  const { body } = await read(
    'name;mother;crop;where\nChild Try;Old Try;rose;Wall\nOld Try;;rose;Wall\nMoss Try;;moss;\n',
  )
  // Parents come before their children.
  expect(body.rows.map(r => r.name)).toEqual(['Old Try', 'Child Try'])
  expect(body.newPlaces).toEqual(['Wall'])
  expect(body.leftOut).toMatchObject([{ line: 4, why: expect.stringContaining('moss') }])
  expect((await keeper.get<PlantPage>('/api/plants?who=all')).total).toBe(0)
  expect((await keeper.ask('POST', '/api/plants/read', { text: '' })).body.data.sentence).toBe(
    'Paste the table, or choose a file.',
  )
})

it('places that come with entries are made with them, once, or not at all', async () => {
  const keeper = await new Visitor().startGarden('Whole beds')
  const names = async () => (await keeper.get<OpenGarden>('/api/garden')).places.map(p => p.name)
  const places = [
    { id: v7(), name: 'Wall' },
    { id: v7(), name: 'Arch' },
  ]
  const [code] = await keeper.codes()
  const plant = (seedParentId: string | null) =>
    entry(
      'plantAdded',
      v7(),
      {
        name: 'Placed Try',
        code: code!,
        crop: 'rose',
        plantKind: 'clone',
        placeId: places[1]!.id,
        note: null,
        seedParentId,
        pollenParentId: null,
      },
      5,
    )
  const send = (deed: ReturnType<typeof plant>) =>
    keeper.ask('POST', '/api/entries', { entries: [deed], places })
  expect((await send(plant(v7()))).body.data.code).toBe('unknown-subject')
  expect(await names()).toEqual(['First bench'])
  const good = plant(null)
  for (let times = 0; times < 2; times++) expect((await send(good)).status).toBe(200)
  expect(await names()).toEqual(['First bench', 'Wall', 'Arch'])
})

describe('a deed that looks like a slip', () => {
  it('asks first: the same twice in a row, and a wait far beyond the usual', async () => {
    const keeper = await new Visitor().startGarden('Asked beds')
    const { ids } = await plantedCross(keeper)
    const first = entry('emasculated', ids.flower, {}, 171)
    await keeper.send(first)
    const again = entry('emasculated', ids.flower, {}, 171)
    expect((await keeper.send(again)).body.data).toMatchObject({
      code: 'twice',
      sentence: expect.stringContaining('Was it done twice?'),
    })
    await keeper.send(
      entry('pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false }, 170),
    )
    const late = entry('takeNoted', ids.flower, { take: 'taken', reason: null, fruits: 1 }, 0)
    expect((await keeper.send(late)).body.data).toMatchObject({
      code: 'unlikely',
      sentence: expect.stringContaining('Is the day right, and the tag?'),
    })
    expect((await keeper.ask('POST', '/api/entries', { entries: [again, late], anyway: true })).status).toBe(
      200,
    )
  })

  it('of a day without an hour keeps its day, and is at no hour', async () => {
    const keeper = await new Visitor().startGarden('Day beds')
    const { ids } = await plantedCross(keeper)
    const { today } = await keeper.get<OpenGarden>('/api/garden')
    const day = addDays(today, -9)
    const deed = {
      ...entry('emasculated', ids.flower, {}),
      happenedAt: `${day}T12:00:00.000Z`,
      dayOnly: true as const,
    }
    expect((await keeper.send(deed)).status).toBe(200)
    expect(
      (await keeper.get<CrossPage>(`/api/crosses/${ids.cross}`)).log.find(line => line.id === deed.id),
    ).toMatchObject({ day, dayOnly: true })
  })
})

describe('what it is like at a place', () => {
  const glass = { shelter: 'glass', visitors: false, shade: 'sun', warmth: { by: 'weather' } } as const

  it('is told of its own places only, shown with the garden, and can be taken back', async () => {
    const keeper = await new Visitor().startGarden('House and bed')
    const [place] = (await keeper.get<OpenGarden>('/api/garden')).places
    const told = entry('placeSet', place!.id, glass, 3)
    expect((await keeper.send(told)).status).toBe(200)
    const spellsOf = async () => (await keeper.get<OpenGarden>('/api/garden')).places[0]!.spells
    expect(await spellsOf()).toMatchObject([{ conditions: glass }])
    expect((await keeper.send(entry('placeSet', v7(), glass, 3))).body.data.code).toBe('unknown-place')
    const other = await new Visitor().startGarden('Strange beds')
    expect((await other.send(entry('placeSet', place!.id, glass, 3))).body.data.code).toBe('unknown-place')
    const kelvin = { ...glass, warmth: { by: 'range', low: 30, high: 12 } } as never
    expect((await keeper.send(entry('placeSet', place!.id, kelvin, 2))).status).toBe(400)
    await keeper.send({
      id: v7(),
      kind: 'voided',
      voids: told.id,
      happenedAt: new Date().toISOString(),
    } as never)
    expect(await spellsOf()).toEqual([])
  })
})

describe('a garden in the south', () => {
  it('has its year from July on, and the days of its guides half a year away', async () => {
    const bay = await new Visitor().openDemo('bay')
    const garden = await bay.get<OpenGarden>('/api/garden')
    expect(garden).toMatchObject({ name: 'Tern Bay Nursery', half: 'south' })
    expect(garden.crops.find(crop => crop.guide.id === 'lily')!.guide.bloom).toMatchObject({
      from: '12-10',
      to: '02-15',
      half: 'south',
    })
    const season = await bay.get<Season>('/api/season')
    expect([season.year, season.weeks[0]!.from, season.weeks.at(-1)!.to]).toEqual([
      2026,
      '2026-07-01',
      '2027-06-30',
    ])
    expect(season.blooms.find(bloom => bloom.crop === 'lily')!.to > '2027-01-05').toBe(true)
    const round = await bay.get<Round>('/api/round')
    expect(round.stops.map(stop => stop.crop)).toContain('lily')
  })

  it('is turned when the garden moves over the equator', async () => {
    const keeper = await new Visitor().startGarden('Moved beds')
    const { entries } = await plantedCross(keeper)
    await keeper.send(entries.seedParent)
    const bloomOf = async () => (await keeper.get<OpenGarden>('/api/garden')).crops[0]!.guide.bloom.from
    const before = await bloomOf()
    const site = { latitude: -43.5, longitude: 172.6 }
    expect((await keeper.ask('PUT', '/api/garden/site', site)).status).toBe(200)
    expect(await bloomOf()).toBe(halfAYearAway(before))
  })
})

describe('what goes over the wire', () => {
  it('is packed where it is long, and names nothing it is made with', async () => {
    const demo = await new Visitor().openDemo()
    const answer = await fetch(`${lane.address}/api/plants?size=500`, {
      headers: { ...demo.headers, 'cookie': demo.cookie, 'accept-encoding': 'gzip' },
    })
    expect(answer.headers.get('content-encoding')).toBe('gzip')
    expect(answer.headers.get('x-powered-by')).toBeNull()
    expect((await fetch(lane.address)).headers.get('x-powered-by')).toBeNull()
  })

  it('takes a fault of a screen by its number, and no more of it than fits', async () => {
    const demo = await new Visitor().openDemo()
    const fault = { number: '204817', name: 'TypeError', at: ['x.js:1'], path: '/plants' }
    expect((await demo.ask('POST', '/api/faults', fault)).status).toBe(200)
    expect((await demo.ask('POST', '/api/faults', { ...fault, number: 'not one' })).body.data.sentence).toBe(
      'The number has six digits.',
    )
    expect((await demo.ask('POST', '/api/faults', { ...fault, typed: 'what a person wrote' })).status).toBe(
      400,
    )
  })
})
