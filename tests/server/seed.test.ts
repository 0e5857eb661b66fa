/** Seed in its packets, bags and trays: what its screens say of it, and its labels. */
import type { Deed } from '@virgulta/core/log/entry'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { DevicesPage } from '../../shared/tags'
import type { Round } from '../../shared/round'
import type { ComparePage, LotStory, PacketPage, SeedShelf, SowingStory } from '../../shared/seed'
import type { FamilyPage } from '../../shared/offspring'
import type { GrowingRow } from '../../shared/growing'
import type { PlantStory } from '../../shared/plants'
import { Visitor, entry, plantedCross } from './visitor'

let keeper: Visitor
let planted: Awaited<ReturnType<typeof plantedCross>>
const [lot, part, bag, store] = [v7(), v7(), v7(), v7()]
let codes: string[] = []

async function note(...deeds: Deed[]): Promise<void> {
  const { status, body } = await keeper.send(...deeds)
  if (status !== 200) throw new Error(JSON.stringify(body))
}
const refused = async (...deeds: Deed[]) => (await keeper.send(...deeds)).body.data

beforeAll(async () => {
  keeper = await new Visitor().startGarden('Seed beds')
  planted = await plantedCross(keeper)
  codes = await keeper.codes(8)
  await note(
    entry(
      'storeSet',
      store,
      { name: 'Old refrigerator', keeps: 'refrigerator', celsius: 5, isLogged: false },
      150,
    ),
    entry(
      'seedReceived',
      lot,
      { code: codes[0]!, crossId: planted.ids.cross, seeds: 90, from: 'a friend' },
      150,
    ),
  )
})

describe('a packet', () => {
  it('says where it is kept and what of it comes up, and what a test of a sample makes of it', async () => {
    const before = await keeper.get<LotStory>(`/api/seed/lots/${lot}`)
    expect(before).toMatchObject({ store: null, today: { origin: 'guide', records: 0 }, others: [] })
    expect(before.inAYear.median).toBeLessThan(before.today.median)
    await note(
      entry('putAway', lot, { storeId: store }, 140),
      entry('seedTested', lot, { seeds: 10, up: 1 }, 20),
    )
    const after = await keeper.get<LotStory>(`/api/seed/lots/${lot}`)
    expect(after).toMatchObject({ store: 'Old refrigerator', today: { origin: 'records', records: 10 } })
    expect(after.today.median).toBeLessThan(before.today.median)
    expect(after.stores).toEqual([{ id: store, name: 'Old refrigerator', celsius: 5 }])
    expect(await keeper.get<SeedShelf>('/api/seed')).toMatchObject({ packets: 1, filled: 1 })
    const drawer = (query: string) => keeper.get<PacketPage>(`/api/seed/lots${query}`)
    const [row] = (await drawer('')).packets
    expect(row).toMatchObject({ store: 'Old refrigerator', today: after.today })
    for (const [query, total] of [
      ['?q=old%20refrig', 1],
      ['?q=nothing%20like%20it', 0],
      ['?holds=nothing', 0],
      ['?holds=seed&sort=today&order=desc', 1],
      ['?page=2', 1],
    ] as const)
      expect((await drawer(query)).total, query).toBe(total)
    expect((await drawer('?page=2')).packets).toEqual([])
  })

  it('is split with all that is known of it, and of nothing else', async () => {
    const known = { crossId: planted.ids.cross, flowerIds: [], harvestedOn: '2020-01-01' }
    const split = (more: typeof known) =>
      entry('seedsSplit', lot, { into: [{ id: part, code: codes[1]!, seeds: 30 }], ...more }, 10)
    expect(await refused(split(known))).toMatchObject({ code: 'other-seed' })
    const { lot: whole } = await keeper.get<LotStory>(`/api/seed/lots/${lot}`)
    await note(split({ ...known, harvestedOn: whole.harvestedOn }))
    const other = await keeper.get<LotStory>(`/api/seed/lots/${part}`)
    expect(other).toMatchObject({ lot: { left: 30 }, splitFrom: { id: lot } })
    expect(other.others.map(({ id, left }) => [id, left])).toEqual([[lot, 50]])
    expect(
      await refused(
        entry('seedsMerged', lot, { fromId: part, seeds: 31, ...known, harvestedOn: whole.harvestedOn }),
      ),
    ).toMatchObject({ field: 'seeds', sentence: expect.stringContaining('holds 30 seeds') })
  })
})

describe('seed on its clock', () => {
  it('in a bag is asked for on the round, where it lies', async () => {
    const sown = entry(
      'sown',
      bag,
      {
        code: codes[2]!,
        lotId: lot,
        crossId: planted.ids.cross,
        seeds: 20,
        container: 'bag',
        placeId: null,
        air: 'cold',
        weeks: 2,
      },
      9,
    )
    await note(sown)
    const story = await keeper.get<SowingStory>(`/api/seed/sowings/${bag}`)
    expect(story.due).toMatchObject({ step: 'lookInto' })
    const { stops } = await keeper.get<Round>('/api/round')
    expect(stops.find(stop => stop.subject.id === bag)).toMatchObject({ step: 'lookInto', code: codes[2] })
    expect(await refused(entry('flaskSeen', bag, { look: 'clean' }))).toMatchObject({
      sentence: expect.stringContaining('lies in no flask'),
    })
  })

  it('is compared once trays were looked at', async () => {
    expect((await keeper.get<ComparePage>('/api/seed/compare')).crop).toBeNull()
    await note(entry('seedlingsUp', bag, { count: 7, sprouted: true }, 1))
    const page = await keeper.get<ComparePage>('/api/seed/compare?by=begun')
    expect(page).toMatchObject({
      crop: 'chilli',
      crops: [{ crop: 'chilli', trays: 1 }],
      compared: { groups: [{ key: 'bag, cold', seeds: 20, up: 7 }], p: null, leftOut: 0 },
    })
    expect(page.curves[0]!.at(-1)!.up).toBeGreaterThan(10)
    expect((await keeper.ask('GET', '/api/seed/compare?by=moon')).status).toBe(400)
  })
})

describe('labels', () => {
  it('of packets, bags and plants are printed in the order in which they are asked for', async () => {
    const { plant } = await keeper.get<PlantStory>(`/api/plants/${planted.ids.seedParent}`)
    const wanted = [codes[2]!, codes[0]!, plant.code]
    const { bytes } = await keeper.file(`/api/tags/labels.pdf?codes=${wanted.join(',')}`)
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
    expect((await keeper.ask('POST', '/api/tags/print', { codes: wanted })).body).toEqual({ printed: 3 })
    const { printouts } = await keeper.get<DevicesPage>('/api/devices')
    const tags = printouts
      .map(({ tag }) => tag)
      .sort((a, b) => wanted.indexOf(a.code) - wanted.indexOf(b.code))
    expect(tags).toMatchObject([
      { of: 'in a bag, cold, 2 weeks', names: ['Test Ember', 'Test Lantern'] },
      { of: 'seed, 30', names: ['Test Ember', 'Test Lantern'] },
      { of: 'line', names: ['Test Ember'] },
    ])
  })
})

it('a reminder falls due on its day, and stands with its plant', async () => {
  const task = v7()
  const today = new Date().toISOString().slice(0, 10)
  await note(
    entry('taskPlanned', task, {
      does: 'remind',
      crop: 'chilli',
      plantId: planted.ids.seedParent,
      forId: null,
      from: today,
      until: today,
      why: 'Repot',
      every: 'year',
    }),
  )
  const story = await keeper.get<PlantStory>(`/api/plants/${planted.ids.seedParent}`)
  expect(story.reminders).toMatchObject([{ why: 'Repot', every: 'year' }])
  const { stops } = await keeper.get<Round>('/api/round')
  expect(stops.find(stop => stop.subject.id === task)).toMatchObject({ step: 'remind', because: 'Repot' })
  await note(entry('taskDone', task, {}))
  const after = await keeper.get<PlantStory>(`/api/plants/${planted.ids.seedParent}`)
  expect(Number(after.reminders[0]!.from.slice(0, 4))).toBe(Number(today.slice(0, 4)) + 1)
})

describe('a family that grows on', () => {
  const tray = v7()
  const growing = async () => (await keeper.get<GrowingRow[]>('/api/seed/growing'))[0]!

  it('tells its stage, its first flower and what is due, in the list and on its page', async () => {
    const [code] = await keeper.codes(1)
    const { crossId, lotId } = { crossId: planted.ids.cross, lotId: lot }
    await note(
      entry('sown', tray, { code: code!, lotId, crossId, seeds: 12, container: 'tray', placeId: null }, 60),
      entry('seedlingsUp', tray, { count: 10 }, 50),
      entry('trayGrown', tray, { did: 'seen', stage: 'first true leaf' }, 40),
      entry('seedlingsThinned', tray, { count: 2 }, 40),
    )
    const before = await growing()
    // Seven of the bag stand as well.
    expect(before).toMatchObject({
      standing: 15,
      plants: 0,
      stage: 'first true leaf',
      seen: null,
      shares: [],
    })
    expect(before.expected!.from < before.expected!.to).toBe(true)
    const today = new Date().toISOString().slice(0, 10)
    await note(entry('familyGrown', crossId, { did: 'firstFlower' }))
    expect((await growing()).seen).toBe(today)
    const page = await keeper.get<FamilyPage>(`/api/offspring/${crossId}`)
    expect(page.growing).toMatchObject({ seen: today, standing: 15 })
    const story = await keeper.get<SowingStory>(`/api/seed/sowings/${tray}`)
    expect(story.sowing).toMatchObject({ up: 10, lost: 0, thinned: 2, standing: 8 })
    expect(story.instead).toMatchObject({ code: expect.stringMatching(/-/), seedlings: expect.any(Number) })
  })

  it('refuses what cannot be in words, and nothing is lost by it', async () => {
    expect((await refused(entry('seedlingsThinned', tray, { count: 9 }))).sentence).toMatch(
      /8 seedlings stand in .*, so 9 cannot be thinned out/,
    )
    expect((await refused(entry('trayGrown', tray, { did: 'prickedOut' }, 90))).sentence).toMatch(
      /nothing was sown here yet; choose the day of its sowing, or a later one/,
    )
    expect((await growing()).standing).toBe(15)
  })
})
