/** Blooms, batches and weather of a garden, and what is foretold from them. */
import { randomUUID } from 'node:crypto'
import { chanceOfBatches } from '@virgulta/core/bloom/batchChances'
import { quantileIn } from '@virgulta/core/bloom/chances'
import { receptiveWindow, sheddingWindow, usualTerms } from '@virgulta/core/bloom/overlap'
import type { BloomFile } from '@virgulta/core/bloom/readCsv'
import type { Deed } from '@virgulta/core/log/entry'
import { addDays, dayNumber, yearOf } from '@virgulta/core/time/days'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { open } from '../../server/db/connection'
import { gardenById } from '../../server/db/rows/garden'
import { rebuild } from '../../server/db/rows/log'
import type { BloomPage, HoursPage, MeetPage, WeatherPage } from '../../shared/bloom'
import type { OpenGarden } from '../../shared/garden'
import type { PlantStory } from '../../shared/plants'
import type { Round } from '../../shared/round'
import { Visitor, entry, plantedCross, undoing } from './visitor'
import { lane } from './lane'

const owner = open(lane.databaseUrl)
let keeper: Visitor
let planted: Awaited<ReturnType<typeof plantedCross>>
let garden: OpenGarden
let today = ''

async function note(...deeds: Deed[]): Promise<void> {
  const { status, body } = await keeper.send(...deeds)
  if (status !== 200) throw new Error(JSON.stringify(body))
}
const refused = async (...deeds: Deed[]) => {
  const { status, body } = await keeper.send(...deeds)
  return { status, ...body.data }
}
const bloomOf = async (plantId: string, from: string, to: string) =>
  (await keeper.get<BloomPage>(`/api/bloom?from=${from}&to=${to}&who=all`)).rows.find(
    r => r.plant.id === plantId,
  )!

beforeAll(async () => {
  keeper = await new Visitor().startGarden('Blooming beds')
  planted = await plantedCross(keeper)
  garden = await keeper.get<OpenGarden>('/api/garden')
  today = garden.today
})
afterAll(() => owner.close())

describe('blooms', () => {
  it('of earlier seasons move the forecast, and are taken back like anything else', async () => {
    const { seedParent } = planted.ids
    const years = [3, 2, 1].map(ago => yearOf(today) - ago)
    const next = yearOf(today) + 1
    const before = (await bloomOf(seedParent, `${next}-03-01`, `${next}-12-31`)).windows[0]!
    const seen = years.flatMap((year, i) => [
      entry('bloomSeen', seedParent, { sign: 'first', on: `${year}-07-${20 + i}` }),
      entry('bloomSeen', seedParent, { sign: 'last', on: `${year}-08-${20 + i}` }),
    ])
    await note(...seen)
    const after = (await bloomOf(seedParent, `${next}-03-01`, `${next}-12-31`)).windows[0]!
    expect(before.chosenBy).toBe('guide')
    expect(after).toMatchObject({ chosenBy: 'records', records: 3, season: next, isBegun: false })
    expect(after.why).toContain('3 seasons of the crop')
    const width = (w: typeof after) => quantileIn(w.start, 0.9) - quantileIn(w.start, 0.1)
    expect(width(after)).toBeLessThan(width(before))
    expect(Math.abs(quantileIn(after.start, 0.5) - dayNumber(`${next}-07-21`))).toBeLessThan(8)
    await note(...seen.map(deed => undoing(deed.id) as never))
    expect((await bloomOf(seedParent, `${next}-03-01`, `${next}-12-31`)).windows[0]).toEqual(before)
  })

  it('that cannot be are refused in a sentence', async () => {
    const { pollenParent } = planted.ids
    await note(entry('bloomSeen', pollenParent, { sign: 'last', on: '2024-07-01' }))
    expect(
      await refused(entry('bloomSeen', pollenParent, { sign: 'first', on: '2024-07-09' })),
    ).toMatchObject({
      status: 422,
      code: 'last-before-first',
      sentence: expect.stringContaining('The first comes before the last'),
      field: 'on',
    })
    expect(
      await refused(entry('bloomSeen', pollenParent, { sign: 'first', on: addDays(today, 3) })),
    ).toMatchObject({ code: 'bloom-to-come' })
    expect(
      await refused(entry('bloomSeen', pollenParent, { sign: 'first', on: '2024-06-31' })),
    ).toMatchObject({ status: 400, sentence: 'Give a day as 2027-06-14.' })
  })

  it('come from a file once it is agreed to', async () => {
    const { pollenParent } = planted.ids
    const text =
      'plant;first;last\nTest Lantern;3.6.2023;20.8.2023\nNobody;3.6.2023;\nTest Lantern;30.8.2022;2.8.2022\n'
    const { status, body } = await keeper.ask<BloomFile>('POST', '/api/bloom/read', { text })
    expect(status).toBe(200)
    expect(body).toMatchObject({
      seasons: 1,
      notes: [
        { plantId: pollenParent, note: { sign: 'first', on: '2023-06-03' } },
        { note: { sign: 'last', on: '2023-08-20' } },
      ],
    })
    expect(body.leftOut.map(l => l.line)).toEqual([3, 4])
    expect((await keeper.get<PlantStory>(`/api/plants/${pollenParent}`)).plant.blooming.blooms).toHaveLength(
      1,
    )
    await note(...body.notes.map(n => entry('bloomSeen', n.plantId, n.note)))
    expect((await keeper.get<PlantStory>(`/api/plants/${pollenParent}`)).plant.blooming.blooms).toHaveLength(
      2,
    )
    expect((await keeper.ask('POST', '/api/bloom/read', { text: 'nothing in it' })).body.data).toMatchObject({
      code: 'unreadable',
      sentence: expect.stringContaining('plant, first, full, last'),
    })
  })
})

describe('two plants', () => {
  it('meet as their windows say, with batches that are planned, sown and flower', async () => {
    const { seedParent, pollenParent } = planted.ids
    const season = yearOf(today) + 1
    const meet = () =>
      keeper.get<MeetPage>(`/api/bloom/meet?seed=${seedParent}&pollen=${pollenParent}&season=${season}`)
    const page = await meet()
    expect(page).toMatchObject({
      crop: 'chilli',
      season,
      seed: { plant: { name: 'Test Ember' } },
      pollen: { sown: { method: 'sowing' } },
    })
    const guide = garden.crops.find(c => c.guide.id === 'chilli')!.guide.bloom
    const chance = ({ seed, pollen }: MeetPage) =>
      chanceOfBatches(
        receptiveWindow(seed.windows[0]!, guide),
        pollen.windows.map(w => sheddingWindow(w, guide)),
        { ...usualTerms, atLeastDays: 2 },
      )
    expect(chance(page)).toBeGreaterThan(0.5)

    const [code] = await keeper.codes(1)
    const batch = randomUUID()
    const planned = entry('batchPlanned', batch, {
      code: code!,
      crop: 'chilli',
      plantId: pollenParent,
      on: `${season}-07-30`,
      why: 'too late, to see it',
    })
    await note(planned)
    const late = await meet()
    expect(late.pollen.windows).toMatchObject([
      { batch: { code, sownOn: null, plannedFor: `${season}-07-30` } },
    ])
    expect(chance(late)).toBeLessThan(chance(page))
    expect(await refused(entry('batchBloomSeen', batch, { sign: 'first', on: today }))).toMatchObject({
      code: 'not-sown',
    })
    await note(entry('batchEnded', batch, { reason: 'not needed any more' }))
    expect(chance(await meet())).toBeCloseTo(chance(page), 9)
  })

  it('of different crops, or of another garden, do not', async () => {
    const [code] = await keeper.codes(1)
    const other = randomUUID()
    await note(
      entry('plantAdded', other, {
        name: 'A squash',
        code: code!,
        crop: 'squash',
        plantKind: 'population',
        placeId: null,
        note: null,
        seedParentId: null,
        pollenParentId: null,
      }),
    )
    expect(
      (await keeper.ask('GET', `/api/bloom/meet?seed=${planted.ids.seedParent}&pollen=${other}`)).status,
    ).toBe(404)
    expect(
      (
        await (
          await new Visitor().startGarden('Other blooms')
        ).ask('GET', `/api/bloom/meet?seed=${planted.ids.seedParent}&pollen=${planted.ids.pollenParent}`)
      ).status,
    ).toBe(404)
    const [batchCode] = await keeper.codes(1)
    expect(
      await refused(
        entry('batchPlanned', randomUUID(), {
          code: batchCode!,
          crop: 'squash',
          plantId: planted.ids.seedParent,
          on: today,
          why: 'mistaken',
        }),
      ),
    ).toMatchObject({ code: 'other-crop' })
  })
})

describe('what is planned for a meeting', () => {
  it('stands in the round until it is done', async () => {
    const { seedParent, pollenParent } = planted.ids
    const [task, batch] = [randomUUID(), randomUUID()]
    const [code] = await keeper.codes(1)
    await note(
      entry('taskPlanned', task, {
        does: 'holdBack',
        crop: 'chilli',
        plantId: seedParent,
        forId: pollenParent,
        from: today,
        until: addDays(today, 3),
        why: 'Holds it back.',
      }),
      entry('batchPlanned', batch, {
        code: code!,
        crop: 'chilli',
        plantId: pollenParent,
        on: today,
        why: 'To meet.',
      }),
    )
    const steps = async () =>
      (await keeper.get<Round>('/api/round')).stops
        .filter(s => s.plant)
        .map(s => [s.step, s.plant!.name, s.because])
    expect((await steps()).sort()).toEqual([
      ['holdBack', 'Test Ember', 'Holds it back.'],
      ['sowBatch', 'Test Lantern', 'To meet.'],
    ])
    await note(
      entry('heldBack', seedParent, {}),
      entry('taskDone', task, {}),
      entry('batchSown', batch, { how: 'sown', placeId: null }),
    )
    expect(await steps()).toEqual([])
    expect((await keeper.get<PlantStory>(`/api/plants/${seedParent}`)).plant.holds).toEqual([
      { from: today, until: null },
    ])
    expect(
      (await keeper.get<PlantStory>(`/api/plants/${pollenParent}`)).batches.find(b => b.id === batch),
    ).toMatchObject({ code, sownOn: today, how: 'sown' })
    expect(await refused(entry('taskDone', task, {}))).toMatchObject({ code: 'task-ended' })
  })
})

describe('weather', () => {
  it('comes from the simulated station, and from one’s own readings where there are any', async () => {
    expect(await keeper.get<WeatherPage>('/api/weather')).toMatchObject({ station: null, days: [] })
    await keeper.ask('PUT', '/api/garden/station', { isOn: true })
    const page = await keeper.get<WeatherPage>('/api/weather')
    expect(page).toMatchObject({
      station: { isSimulated: true },
      yearsFrom: 'station',
      read: [],
      site: { longitude: -8 },
    })
    expect(page.days.filter(d => d.from === 'forecast')).toHaveLength(7)
    const day = addDays(today, -10)
    const read = entry('weatherRead', randomUUID(), {
      unit: 'day',
      source: 'lake.csv',
      rows: [[day, -3.5, 31, 12]],
    })
    await note(read)
    const now = await keeper.get<WeatherPage>('/api/weather')
    expect(now.days.find(d => d.day === day)).toEqual({ day, tmin: -3.5, tmax: 31, rainMm: 12, from: 'read' })
    expect(now.read).toMatchObject([{ source: 'lake.csv', from: day, rows: 1 }])
    expect(
      await refused(
        entry('weatherRead', randomUUID(), { unit: 'day', source: 'x', rows: [[day, 20, 10, null]] }),
      ),
    ).toMatchObject({ status: 400, sentence: expect.stringContaining('at or below the highest') })
    expect(
      await refused(
        entry('weatherRead', randomUUID(), { unit: 'day', source: 'x', rows: [[day, 20, 140, null]] }),
      ),
    ).toMatchObject({ status: 400 })
    await note(undoing(read.id) as never)
    expect((await keeper.get<WeatherPage>('/api/weather')).days).toEqual(page.days)
  })

  it('and sun go by where the garden lies', async () => {
    const sunAt = async (latitude: number, longitude: number) => {
      expect((await keeper.ask('PUT', '/api/garden/site', { latitude, longitude })).status).toBe(200)
      return keeper.get<HoursPage>('/api/bloom/hours')
    }
    const [north, east] = [await sunAt(60, 0), await sunAt(10, 90)]
    expect(Date.parse(east.days[0]!.sun.noon) - Date.parse(north.days[0]!.sun.noon)).toBeCloseTo(
      -6 * 3_600_000,
      -6,
    )
    expect(north.hours[0]!.celsius).not.toBe(east.hours[0]!.celsius)
    expect(north.days).toHaveLength(7)
    expect(north.days[0]!.crops.map(c => c.crop)).toContain('chilli')
    expect(
      (await keeper.ask('PUT', '/api/garden/site', { latitude: 95, longitude: 0 })).body.data,
    ).toMatchObject({ field: 'latitude', sentence: 'The latitude lies between −90 and 90 degrees.' })
  })
})

it('the read models of all of it are what the log says', async () => {
  expect((await rebuild(owner.db, (await gardenById(owner.db, garden.id))!)).differed).toEqual([])
})

it('the demo garden has seasons to foretell from, and finds the method that fits', async () => {
  const demo = await new Visitor().openDemo()
  const page = await demo.get<BloomPage>('/api/bloom?from=2026-04-01&to=2027-03-31&who=all')
  const methods = new Map(page.rows.map(r => [r.plant.name, r.windows[0]?.why ?? '']))
  expect(methods.get('Ember Row')).toContain('by warmth summed up')
  expect(methods.get('Slate Hour')).toContain('by the date')
  expect(page.rows.filter(r => r.isInPlay).length).toBeGreaterThan(10)
  const pair = ['Slate Hour', 'Second Bell'].map(name => page.rows.find(r => r.plant.name === name)!.plant.id)
  expect((await demo.get<MeetPage>(`/api/bloom/meet?seed=${pair[0]}&pollen=${pair[1]}`)).history).toMatch(
    /has begun \d+–\d+ days later than ‘Slate Hour’ in all four seasons/,
  )
})
