/** Pollen over the wire: tubes from their collection to the flower, stores and their readings, what a test and a power cut change, where a season's pollen comes from. */
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { CrossPage } from '../../shared/crosses'
import type { PollenSeason, PollenShelf, StoreView, TubePage } from '../../shared/pollen'
import type { Round } from '../../shared/round'
import { Visitor, entry, plantedCross, undoing } from './visitor'

let keeper: Visitor
let planted: Awaited<ReturnType<typeof plantedCross>>
const [fridge, freezer] = [v7(), v7()]
beforeAll(async () => {
  keeper = await new Visitor().startGarden('Pollen beds')
  planted = await plantedCross(keeper)
  await keeper.send(
    entry('storeSet', fridge, { name: 'Fridge', keeps: 'refrigerator', celsius: 4, isLogged: false }, 60),
    entry('storeSet', freezer, { name: 'Freezer', keeps: 'freezer', celsius: -18, isLogged: true }, 60),
  )
})

/** A tube of the pollen parent, collected some days ago, in the refrigerator. */
async function tubeOf(daysAgo: number, doses = 10, donors = [planted.ids.pollenParent]) {
  const [code] = await keeper.codes(1)
  const id = v7()
  const { status, body } = await keeper.send(
    entry(
      'pollenCollected',
      id,
      { code: code!, crop: 'chilli', donors, way: 'wand', stage: 'shedding', flowers: 8 },
      daysAgo,
    ),
    entry('pollenTubed', id, { drying: 'shade', doses, hasDesiccant: true, storeId: fridge }, daysAgo - 1),
  )
  if (status !== 200) throw new Error(JSON.stringify(body))
  return { id, code: code! }
}
const pageOf = (id: string) => keeper.get<TubePage>(`/api/pollen/${id}`)
const shelf = () => keeper.get<PollenShelf>('/api/pollen')

describe('a tube', () => {
  it('stands on the shelf with what is alive, told by the guide until it is tested', async () => {
    const { id, code } = await tubeOf(6)
    const row = (await shelf()).rows.find(r => r.tube.id === id)!
    expect(row).toMatchObject({
      tube: { code, left: 10 },
      donors: [{ name: 'Test Lantern' }],
      store: { name: 'Fridge' },
      alive: { origin: 'guide' },
      thaws: 0,
      isDead: false,
      doubts: [],
    })
    // Pollen of the middle class in a refrigerator: for days, not for months.
    const goodFor = (Date.parse(row.goodUntil!) - Date.now()) / 86_400_000
    expect(goodFor).toBeGreaterThan(2)
    expect(goodFor).toBeLessThan(120)
    await keeper.send(
      entry('tubeTested', id, {
        method: 'germinated',
        fields: [
          { alive: 3, seen: 50 },
          { alive: 2, seen: 50 },
        ],
      }),
    )
    const tested = await pageOf(id)
    expect(tested.alive).toMatchObject({ origin: 'records', records: 1 })
    expect(tested.alive.median).toBeLessThan(0.18)
    expect(tested).toMatchObject({ isDead: true, tests: [{ verdict: { says: 'tooFew' } }] })
    expect(tested.course.length).toBeGreaterThan(5)
  })

  it('goes to a flower with what was alive in it, and comes back when that is undone', async () => {
    const { id, code } = await tubeOf(3)
    const pass = entry('pollinated', planted.ids.flower, {
      pollenParentId: planted.ids.pollenParent,
      selfMeant: false,
      tubeId: id,
      doses: 2,
    })
    expect((await keeper.send(pass)).status).toBe(200)
    expect(await pageOf(id)).toMatchObject({
      tube: { left: 8 },
      uses: [{ code: planted.codes.flower, doses: 2, outcome: 'not looked at yet' }],
    })
    const { pollen, tubes } = await keeper.get<CrossPage>(`/api/crosses/${planted.ids.cross}`)
    expect(pollen[planted.ids.flower]).toMatchObject({ code, alive: { median: expect.any(Number) } })
    expect(tubes.map(t => t.code)).toContain(code)
    await keeper.send(undoing(pass.id))
    expect((await pageOf(id)).tube.left).toBe(10)
  })

  it('is split and poured together, with its history', async () => {
    const { id } = await tubeOf(9)
    const [code] = await keeper.codes(1)
    const part = v7()
    const donors = [planted.ids.pollenParent]
    await keeper.send(
      entry('tubeSplit', id, { into: [{ id: part, code: code!, doses: 4 }], crop: 'chilli', donors }, 2),
      entry('tubeMoved', part, { toId: fridge }, 2),
    )
    const [whole, split] = [await pageOf(id), await pageOf(part)]
    expect([whole.tube.left, split.tube.left, split.splitFrom?.id]).toEqual([6, 4, id])
    expect(split.alive.median).toBeCloseTo(whole.alive.median, 2)
    expect((await keeper.send(entry('tubeToppedUp', part, { fromId: id, donors, doses: 2 }))).status).toBe(
      200,
    )
    expect([(await pageOf(id)).tube.left, (await pageOf(part)).tube.left]).toEqual([4, 6])
    expect((await keeper.ask('GET', `/api/find?q=${code}`)).body).toMatchObject([
      { what: 'tube', to: `/pollen/${part}` },
    ])
  })

  it('thaws when it leaves the freezer, and dies there more slowly', async () => {
    const [cool, frozen] = [await tubeOf(40), await tubeOf(40)]
    await keeper.send(entry('tubeMoved', frozen.id, { toId: freezer, fromId: fridge }, 38))
    expect((await pageOf(frozen.id)).alive.median).toBeGreaterThan((await pageOf(cool.id)).alive.median)
    const before = (await pageOf(frozen.id)).thaws
    await keeper.send(entry('tubeMoved', frozen.id, { toId: null, fromId: freezer }, 0.1))
    expect((await pageOf(frozen.id)).thaws).toBe(before + 1)
  })

  it('of a donor that is struck off or lost says which, and of a lost one no more is collected', async () => {
    const [code] = await keeper.codes(1)
    const sick = v7()
    await keeper.send(
      entry(
        'plantAdded',
        sick,
        {
          name: 'Test Sick',
          code: code!,
          crop: 'chilli',
          plantKind: 'line',
          placeId: null,
          note: null,
          seedParentId: null,
          pollenParentId: null,
        },
        90,
      ),
    )
    const { id } = await tubeOf(6, 5, [sick])
    await keeper.send(entry('struckOff', sick, { reason: 'virus' }))
    expect((await pageOf(id)).doubts).toEqual([
      'Test Sick is struck off (virus): use its pollen only if you mean to',
    ])
    await keeper.send(entry('plantLost', sick, { reason: 'burnt' }))
    expect((await pageOf(id)).doubts).toEqual(['Test Sick is lost (burnt): no more of it can be had'])
    const [another] = await keeper.codes(1)
    const { status, body } = await keeper.send(
      entry('pollenCollected', v7(), {
        code: another!,
        crop: 'chilli',
        donors: [sick],
        way: 'wand',
        stage: 'open',
      }),
    )
    expect([status, body.data.sentence]).toEqual([422, 'Test Sick was lost (burnt); choose another plant.'])
  })
})

describe('what does not fit', () => {
  it.each([
    [
      'more alive than seen',
      (id: string) => entry('tubeTested', id, { method: 'stained', fields: [{ alive: 9, seen: 8 }] }),
      /More were counted alive than were seen/,
    ],
    [
      'doses below one',
      (id: string) =>
        entry('tubeToppedUp', id, { fromId: v7(), donors: [planted.ids.pollenParent], doses: -2 }),
      /at least 1/,
    ],
    [
      'a tube in two places',
      (id: string) => entry('tubeMoved', id, { toId: freezer, fromId: freezer }),
      /it would be in two places/,
    ],
    [
      'a store that is not there',
      (id: string) => entry('tubeMoved', id, { toId: v7() }),
      /store that is not in the garden/,
    ],
    [
      'another plant’s pollen',
      (id: string) =>
        entry('pollinated', planted.ids.flower, {
          pollenParentId: planted.ids.seedParent,
          selfMeant: true,
          tubeId: id,
        }),
      /holds no pollen of Test Ember/,
    ],
  ])('%s is refused in a sentence, and nothing is lost', async (_, made, sentence) => {
    const { id } = await tubeOf(4)
    const { status, body } = await keeper.send(made(id))
    expect(status).toBeGreaterThanOrEqual(400)
    expect(body.data.sentence).toMatch(sentence)
    expect((await pageOf(id)).tube.left).toBe(10)
  })
})

describe('a store', () => {
  it('tells what its logger saw, and what was read in from a file', async () => {
    // Pollen of a plant of which nothing was tested: a test would be read anew by what its store was like.
    const { id } = await tubeOf(20, 10, [planted.ids.seedParent])
    const at = (hoursAgo: number) =>
      new Date(Math.floor(Date.now() / 3_600_000) * 3_600_000 - hoursAgo * 3_600_000).toISOString()
    const before = (await pageOf(id)).alive.median
    const rows = Array.from({ length: 100 }, (_, i): [string, number] => [
      at(120 - i),
      i >= 20 && i < 60 ? 25 : 4,
    ])
    expect(
      (await keeper.send(entry('storeRead', v7(), { storeId: fridge, source: 'usb stick', rows }))).status,
    ).toBe(200)
    const views = await keeper.get<StoreView[]>('/api/pollen/stores')
    const [cool, cold] = [views.find(v => v.store.id === fridge)!, views.find(v => v.store.id === freezer)!]
    expect(cool).toMatchObject({
      logger: null,
      read: [{ source: 'usb stick', rows: 100 }],
      excursions: [{ side: 'warm', peak: 25, cause: 'power' }],
    })
    const cost = cool.excursions[0]!.costs.find(c => c.tubeId === id)!
    expect(cost.without.median).toBeGreaterThan(cost.alive.median)
    expect((await pageOf(id)).alive.median).toBeLessThan(before)
    expect(cold.logger).toEqual({ name: 'Simulated cold-store logger', isSimulated: true })
    expect(cold.days.length).toBeGreaterThan(20)
  })
})

describe('the season', () => {
  it('says where each cross has its pollen from, and the round asks for the work', async () => {
    const { id } = await tubeOf(2)
    const { seedParent, pollenParent } = planted.ids
    const cross = v7()
    const [code, crossCode] = await keeper.codes(2)
    await keeper.send(
      entry(
        'crossPlanned',
        cross,
        {
          code: crossCode!,
          crop: 'chilli',
          seedParentId: seedParent,
          pollenParentId: pollenParent,
          selfMeant: false,
          aim: 'for the plan',
          flowersPlanned: 5,
          keepersWanted: 1,
        },
        0.01,
      ),
    )
    const { answers } = await keeper.get<PollenSeason>('/api/pollen/season')
    expect(answers.find(a => a.need.crossId === cross)).toMatchObject({
      need: { flowers: 5, donorId: pollenParent },
      donor: { name: 'Test Lantern' },
      how: expect.stringMatching(/^(fresh|shelf|collect|missing)$/),
      because: expect.stringMatching(/^(Fresh|From the shelf|Collect|Missing).*\.$/),
    })
    const dish = v7()
    await keeper.send(
      entry(
        'pollenCollected',
        dish,
        { code: code!, crop: 'chilli', donors: [planted.ids.pollenParent], way: 'wand', stage: 'shedding' },
        1.5,
      ),
    )
    const { stops } = await keeper.get<Round>('/api/round')
    expect(stops.find(s => s.subject.id === dish)).toMatchObject({
      step: 'tubePollen',
      code,
      placeId: null,
      plant: { name: 'Test Lantern' },
    })
    expect(stops.some(s => s.subject.id === id)).toBe(false)
    await keeper.send(
      entry('pollenTubed', dish, { drying: 'shade', doses: 6, hasDesiccant: true, storeId: fridge }),
    )
    expect((await keeper.get<Round>('/api/round')).stops.some(s => s.subject.id === dish)).toBe(false)
  })

  it('of the demo garden shares a shelf that is too small, and names what is missing', async () => {
    const demo = await new Visitor().openDemo()
    const { answers } = await demo.get<PollenSeason>('/api/pollen/season')
    expect(answers.map(a => a.how)).toEqual(expect.arrayContaining(['fresh', 'shelf', 'collect']))
    expect(answers.some(a => a.rivals.length && a.proposals.length > 1)).toBe(true)
    const { excursions } = await demo.get<PollenShelf>('/api/pollen')
    expect(excursions.some(e => e.isThaw && e.costs.length > 3)).toBe(true)
  })
})
