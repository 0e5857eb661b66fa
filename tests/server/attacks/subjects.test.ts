/** Subjects whose kept state is damaged: nothing of them lets itself be reckoned. */
import { sql } from 'drizzle-orm'
import { v7 } from 'uuid'
import { afterAll, describe, expect, it } from 'vitest'
import { open } from '../../../server/db/connection'
import { lastingGardens } from '../../../server/db/rows/garden'
import { rebuild } from '../../../server/db/rows/log'
import type { CrossPage, CrossRow } from '../../../shared/crosses'
import type { OpenGarden } from '../../../shared/garden'
import type { Round } from '../../../shared/round'
import { Visitor, entry, plantedCross } from '../visitor'
import { lane } from '../lane'

const owner = open(lane.databaseUrl)
afterAll(() => owner.close())

const PAGES = [
  '/api/round',
  '/api/season',
  '/api/crosses',
  '/api/pollen',
  '/api/pollen/season',
  '/api/seed',
  '/api/seed/lots',
  '/api/seed/growing',
  '/api/offspring',
  '/api/calendar',
  '/api/bloom?from=2026-01-01&to=2026-12-31',
  '/api/aims',
  '/api/plants',
  '/api/plants?sort=since',
  '/api/find?q=test',
  '/api/weather',
]

async function expectAllShown(keeper: Visitor, ...more: string[]) {
  for (const path of [...PAGES, ...more]) expect((await keeper.ask('GET', path)).status, path).toBe(200)
}

describe('a flower that cannot be reckoned with', () => {
  it('is left out and named; every page shows the rest; a later note or a comparison with the log brings it back', async () => {
    const keeper = await new Visitor().startGarden('Damaged beds')
    const { ids, codes } = await plantedCross(keeper)
    await owner.db.execute(
      sql`update flowers set state = state || '{"chosenOn": "no day", "pollinations": null}' where id = ${ids.flower}`,
    )
    const leftOut = async () => (await keeper.get<Round>('/api/round')).leftOut
    expect(await leftOut()).toEqual([
      { type: 'flower', id: ids.flower, code: codes.flower, crossId: ids.cross },
    ])
    await expectAllShown(keeper, `/api/plants/${ids.seedParent}`)
    expect((await keeper.get<CrossRow[]>('/api/crosses')).map(row => row.progress.done)).toEqual([0])
    expect((await keeper.get<CrossPage>(`/api/crosses/${ids.cross}`)).flowers).toEqual([])
    expect((await keeper.send(entry('emasculated', ids.flower, {}, 179))).status).toBe(200)
    expect(await leftOut()).toEqual([])
    expect((await keeper.get<CrossPage>(`/api/crosses/${ids.cross}`)).flowers).toHaveLength(1)
  })
})

describe('a cross that cannot be reckoned with', () => {
  it('has no page, and takes no other page away', async () => {
    const keeper = await new Visitor().startGarden('Damaged beds')
    const { ids } = await plantedCross(keeper)
    await owner.db.execute(
      sql`update crosses set state = state || '{"plannedOn": "some day"}' where id = ${ids.cross}`,
    )
    expect((await keeper.get<Round>('/api/round')).leftOut).toMatchObject([{ type: 'cross', id: ids.cross }])
    expect((await keeper.ask('GET', `/api/crosses/${ids.cross}`)).status).toBe(404)
    await expectAllShown(keeper, `/api/plants/${ids.seedParent}`)
    const { id } = await keeper.get<OpenGarden>('/api/garden')
    for (const garden of await lastingGardens(owner.db)) if (garden.id === id) await rebuild(owner.db, garden)
    expect((await keeper.ask('GET', `/api/crosses/${ids.cross}`)).status).toBe(200)
  })
})

describe('something else that cannot be worked with', () => {
  const NO_DAY = '"the day after"'
  it.each([
    ['aim', 'aims', `{"wishes": null}`],
    ['aim', 'aims', `{"setOn": ${NO_DAY}}`],
    ['tube', 'tubes', `{"stays": []}`],
    ['tube', 'tubes', `{"stays": [{"storeId": null, "from": 7}]}`],
    ['tube', 'tubes', `{"tests": null, "donors": "one"}`],
    ['batch', 'batches', `{"plannedFor": ${NO_DAY}}`],
    ['batch', 'batches', `{"blooming": null}`],
    ['task', 'tasks', `{"until": ${NO_DAY}}`],
    ['way', 'ways', `{"from": ${NO_DAY}}`],
    ['store', 'stores', `{"celsius": "cold"}`],
    ['storeReadings', 'store_readings', `{"rows": [["2026-06-01T04:00:00.000Z", "cold"]]}`],
    ['readings', 'readings', `{"rows": [[7, 1, 2, 3]]}`],
    ['plant', 'plants', `{"scores": [{"trait": "height", "value": "tall", "on": "2026-06-01"}]}`],
    ['plant', 'plants', `{"blooming": {"notes": [], "blooms": [{}]}, "genotype": null}`],
  ] as const)(
    '%s (%s, %s) is left out and named; every page shows the rest; comparing with the log brings it back',
    async (type, table, damage) => {
      const keeper = await new Visitor().startGarden('Damaged beds')
      const { ids } = await plantedCross(keeper)
      const [tubeCode, batchCode] = (await keeper.codes(2)) as [string, string]
      const [aim, tube, batch, task, way, store, storeReadings, readings] = Array.from({ length: 8 }, () =>
        v7(),
      ) as [string, string, string, string, string, string, string, string]
      const own: Record<string, string> = {
        aim,
        tube,
        batch,
        task,
        way,
        store,
        storeReadings,
        readings,
        plant: ids.pollenParent,
      }
      const { status } = await keeper.send(
        entry('aimSet', aim, { crop: 'chilli', words: 'Low and dark', wishes: [] }, 100),
        entry('storeSet', store, { name: 'Shelf', keeps: 'refrigerator', celsius: 4, isLogged: false }, 100),
        entry(
          'pollenCollected',
          tube,
          {
            code: tubeCode,
            crop: 'chilli',
            donors: [ids.pollenParent],
            way: 'ripe',
            stage: 'open',
            flowers: 4,
          },
          90,
        ),
        entry('pollenTubed', tube, { drying: 'agent', doses: 10, hasDesiccant: true, storeId: store }, 89),
        entry(
          'batchPlanned',
          batch,
          { code: batchCode, crop: 'chilli', plantId: ids.pollenParent, on: '2026-02-20', why: 'to meet' },
          80,
        ),
        entry(
          'taskPlanned',
          task,
          {
            does: 'holdBack',
            crop: 'chilli',
            plantId: ids.seedParent,
            forId: ids.pollenParent,
            from: '2026-05-01',
            until: '2026-05-04',
            why: 'to meet',
          },
          70,
        ),
        entry('wayChosen', way, {
          crop: 'chilli',
          plan: { kind: 'clone', plants: 40, kept: 4, looks: 3 },
          crossId: ids.cross,
          from: '2027-06-01',
        }),
        entry('storeRead', storeReadings, {
          storeId: store,
          source: 'shelf.csv',
          rows: [
            ['2026-06-01T04:00:00.000Z', 4.2],
            ['2026-06-01T05:00:00.000Z', 4.4],
          ],
        }),
        entry('weatherRead', readings, { unit: 'day', source: 'lake.csv', rows: [['2026-06-01', 8, 19, 0]] }),
      )
      expect(status).toBe(200)
      await owner.db.execute(
        sql`update ${sql.raw(table)} set state = state || ${damage}::jsonb where id = ${own[type]!}`,
      )
      const leftOut = async () =>
        (await keeper.get<Round>('/api/round')).leftOut.map(one => [one.type, one.id])
      // What was noted rightly is not taken for damaged.
      expect(await leftOut()).toEqual([[type, own[type]]])
      await expectAllShown(
        keeper,
        `/api/plants/${ids.seedParent}`,
        `/api/crosses/${ids.cross}`,
        ...(type === 'aim' ? [] : [`/api/aims/${aim}`]),
        ...(type === 'tube' ? [] : [`/api/pollen/${tube}`]),
        `/api/plants/${ids.seedParent}/genes`,
      )
      // Its own page says that it is not there, and does not break.
      const itsPage: Partial<Record<string, string>> = {
        aim: `/api/aims/${aim}`,
        tube: `/api/pollen/${tube}`,
        plant: `/api/plants/${ids.pollenParent}`,
      }
      if (itsPage[type]) expect((await keeper.ask('GET', itsPage[type]!)).status).toBe(404)
      const { id: gardenId } = await keeper.get<OpenGarden>('/api/garden')
      const garden = (await lastingGardens(owner.db)).find(g => g.id === gardenId)!
      expect((await rebuild(owner.db, garden)).differed).toEqual([{ type, id: own[type] }])
      expect(await leftOut()).toEqual([])
      if (itsPage[type]) expect((await keeper.ask('GET', itsPage[type]!)).status).toBe(200)
    },
  )
})

it('a garden whose log does not fit together stays shut at every door, but gives its backup', async () => {
  const keeper = await new Visitor().startGarden('Torn beds')
  const { id } = await keeper.get<OpenGarden>('/api/garden')
  const {
    body: { token },
  } = await keeper.ask<{ token: string }>('POST', '/api/tokens', { name: 'calendar', opens: 'calendar' })
  await owner.db.execute(sql`update gardens set fault = 'A flower comes before its cross.' where id = ${id}`)
  for (const path of ['/api/round', '/api/calendar', `/api/calendar/${token}.ics`]) {
    const { status, body } = await keeper.ask('GET', path)
    expect([path, status, body.data.code]).toEqual([path, 409, 'garden-shut'])
    expect(body.data.sentence).toContain('A flower comes before its cross. Nothing of it is lost')
  }
  expect((await keeper.ask('GET', '/api/garden/backup')).status).toBe(200)
})
