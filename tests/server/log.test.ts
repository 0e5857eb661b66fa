import { isDeepStrictEqual } from 'node:util'
import type { Flower } from '@virgulta/core/flowers/flower'
import { sql } from 'drizzle-orm'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { CrossPage } from '../../shared/crosses'
import type { OpenGarden } from '../../shared/garden'
import type { PlantPage } from '../../shared/plants'
import type { LotStory, SowingStory } from '../../shared/seed'
import { open, rowsOf } from '../../server/db/connection'
import { gardenById, lastingGardens } from '../../server/db/rows/garden'
import { rebuild } from '../../server/db/rows/log'
import { Visitor, entry, plantedCross, undoing } from './visitor'
import { lane } from './lane'

let visitor: Visitor
let planted: Awaited<ReturnType<typeof plantedCross>>

beforeAll(async () => {
  visitor = await new Visitor().startGarden('Log beds')
  planted = await plantedCross(visitor)
})

const page = () => visitor.get<CrossPage>(`/api/crosses/${planted.ids.cross}`)
const flower = async (id = planted.ids.flower): Promise<Flower | undefined> =>
  (await page()).flowers.find(f => f.flower.id === id)?.flower

/** A fresh flower of the cross, pollinated and taken. */
async function takenFlower() {
  const id = v7()
  const [code] = await visitor.codes()
  const { seedParent, pollenParent, cross } = planted.ids
  const steps = [
    entry(
      'flowerChosen',
      id,
      { code: code!, crossId: cross, seedParentId: seedParent, pollenParentId: pollenParent, blooms: 1 },
      170,
    ),
    entry('pollinated', id, { pollenParentId: pollenParent, selfMeant: false }, 169),
    entry('takeNoted', id, { take: 'taken', reason: null }, 160),
  ]
  expect((await visitor.send(...steps)).status).toBe(200)
  return { id, steps }
}

describe('the log', () => {
  it('counts an entry once however often it is sent', async () => {
    const emasculated = entry('emasculated', planted.ids.flower, {}, 180)
    expect((await visitor.send(emasculated)).body).toMatchObject({ recorded: 1, known: 0 })
    expect((await visitor.send(emasculated)).body).toMatchObject({ recorded: 0, known: 1 })
    expect((await visitor.send(emasculated, emasculated)).body).toMatchObject({ recorded: 0, known: 2 })
    expect((await page()).log.filter(l => l.id === emasculated.id)).toHaveLength(1)
  })

  it('answers with what it changed and what it took away, each as its page tells it', async () => {
    const { id, steps } = await takenFlower()
    const netted = entry('fruitNetted', id, {}, 150)
    const { revision, changed, removed } = (await visitor.send(netted)).body
    const now = (await page()).flowers.find(f => f.flower.id === id)!.flower
    expect(changed).toEqual([{ type: 'flower', state: now }])
    expect(removed).toEqual([])
    const undone = await visitor.send(...[netted, ...[...steps].reverse()].map(({ id: of }) => undoing(of)))
    expect(undone.body).toMatchObject({
      revision: revision + 1,
      changed: [],
      removed: [{ type: 'flower', id }],
    })
  })

  it('refuses an id that stands for something else', async () => {
    const first = entry('lensChecked', planted.ids.flower, { found: 'clean' }, 180)
    await visitor.send(first)
    const { status, body } = await visitor.send({
      ...first,
      payload: { found: 'anthersLeft' },
    } as typeof first)
    expect([status, body.data.code]).toEqual([422, 'id-used'])
    expect((await flower())!.lens).toBe('clean')
  })

  it('writes all or nothing', async () => {
    const good = entry('isolated', planted.ids.flower, { way: 'bag' }, 180)
    const bad = entry('takeNoted', planted.ids.flower, { take: 'taken', reason: null }, 179)
    expect((await visitor.send(good, bad)).body.data.code).toBe('not-pollinated')
    expect((await flower())!.isolation).toBeNull()
  })

  it('refuses what lies in the future, with the day it is in the garden', async () => {
    const { status, body } = await visitor.send(entry('isolated', planted.ids.flower, { way: 'bag' }, -3))
    expect([status, body.data.code, body.data.field]).toEqual([422, 'in-future', 'happenedAt'])
    expect(body.data.sentence).toMatch(/has not come yet/)
  })

  it('takes a step back, and takes it back once', async () => {
    const { id, steps } = await takenFlower()
    expect((await visitor.send(undoing(steps[2]!.id))).status).toBe(200)
    expect((await flower(id))!.status).toBe('pollinated')
    expect((await visitor.send(undoing(steps[2]!.id))).body.data.code).toBe('undone-already')
    const line = (await page()).log.find(l => l.id === steps[2]!.id)!
    expect(line.isTakenBack).toBe(true)
  })

  it('takes nothing back that later steps stand on', async () => {
    const { id, steps } = await takenFlower()
    const { body } = await visitor.send(undoing(steps[1]!.id))
    expect(body.data).toMatchObject({
      code: 'stands-on-it',
      sentence: expect.stringMatching(/Later steps stand on this one/),
    })
    expect((await visitor.send(undoing(planted.entries.cross.id))).body.data.code).toBe('stands-on-it')
    expect((await visitor.send(undoing(planted.entries.seedParent.id))).body.data.code).toBe('stands-on-it')
    // Together with all that stands on it, it can go.
    expect((await visitor.send(...steps.map(s => undoing(s.id)))).status).toBe(200)
    expect(await flower(id)).toBeUndefined()
  })

  it('gives a tag code once', async () => {
    const other = entry(
      'flowerChosen',
      v7(),
      {
        code: planted.codes.flower,
        crossId: planted.ids.cross,
        seedParentId: planted.ids.seedParent,
        pollenParentId: null,
        blooms: 1,
      },
      100,
    )
    expect((await visitor.send(other)).body.data.code).toBe('code-used')
    const codes = await visitor.codes(500)
    expect(new Set(codes).size).toBe(500)
    expect(new Set([...codes, ...(await visitor.codes(500))]).size).toBe(1000)
  })

  it('carries seed from the fruit to plants that are scored, and back', async () => {
    const { id } = await takenFlower()
    const [lotCode, trayCode, ...plantCodes] = (await visitor.codes(5)) as [string, string, ...string[]]
    const [lotId, sowingId] = [v7(), v7()]
    const { cross, seedParent, pollenParent } = planted.ids
    const harvested = (seeds: number) =>
      entry(
        'harvested',
        lotId,
        { code: lotCode, crossId: cross, flowers: [{ flowerId: id, fruits: 1 }], seeds, sound: 18, empty: 2 },
        100,
      )
    expect((await visitor.send(harvested(19))).body.data).toMatchObject({
      code: 'more-than-counted',
      field: 'seeds',
    })
    expect((await visitor.send(harvested(21))).status).toBe(200)

    const sown = (seeds: number) =>
      entry(
        'sown',
        sowingId,
        { code: trayCode, lotId, crossId: cross, seeds, container: 'tray', placeId: null },
        90,
      )
    expect((await visitor.send(sown(20))).body.data.sentence).toContain(
      'holds 19 seeds, so 20 cannot be sown',
    )
    const sowing = sown(12)
    expect((await visitor.send(sowing)).status).toBe(200)
    expect((await visitor.get<LotStory>(`/api/seed/lots/${lotId}`)).lot.left).toBe(7)

    await visitor.send(
      entry('seedlingsUp', sowingId, { count: 5 }, 80),
      entry('seedlingsUp', sowingId, { count: 3 }, 78),
      entry('seedlingsLost', sowingId, { count: 1, reason: 'damped off' }, 77),
    )
    const plantIds = plantCodes.map(() => v7())
    const raised = entry(
      'seedlingsRaised',
      sowingId,
      {
        plants: plantCodes.map((code, i) => ({ id: plantIds[i]!, code })),
        crop: 'chilli',
        crossId: cross,
        seedParentId: seedParent,
        pollenParentId: pollenParent,
        placeId: null,
      },
      60,
    )
    expect((await visitor.send(raised)).status).toBe(200)
    expect((await visitor.get<SowingStory>(`/api/seed/sowings/${sowingId}`)).sowing).toMatchObject({
      up: 8,
      lost: 1,
      raised: 3,
      standing: 4,
    })

    const score = entry('scored', plantIds[0]!, { trait: 'leaf-colour', value: 2 }, 10)
    expect(
      (await visitor.send(score, entry('judged', plantIds[0]!, { verdict: 'keep', reason: 'compact' }, 10)))
        .status,
    ).toBe(200)
    expect(
      (await visitor.send(entry('scored', plantIds[0]!, { trait: 'leaf-colour', value: 9 }))).body.data
        .sentence,
    ).toContain('leaf colour is one of')
    const family = await visitor.get<PlantPage>('/api/plants?kind=seedling&verdict=keep')
    expect(family.plants.map(p => p.id)).toEqual([plantIds[0]])
    const { stem } = await page()
    expect(Object.fromEntries(stem.stages.map(s => [s.stage, s.count]))).toMatchObject({
      seeds: 19,
      sown: 12,
      up: 8,
      judged: 1,
      kept: 1,
    })

    expect((await visitor.send(undoing(raised.id))).body.data.code).toBe('stands-on-it')
    expect((await visitor.send(undoing(sowing.id))).body.data.code).toBe('stands-on-it')
  })

  it('never gives one code to two hands that ask at once', async () => {
    const answers = await Promise.all(Array.from({ length: 12 }, () => visitor.codes(40)))
    expect(new Set(answers.flat()).size).toBe(12 * 40)
  })

  it('lets the doubts of a flower be seen at its packet', async () => {
    const { id } = await takenFlower()
    const lotId = v7()
    const [code] = await visitor.codes()
    await visitor.send(
      entry(
        'harvested',
        lotId,
        {
          code: code!,
          crossId: planted.ids.cross,
          flowers: [{ flowerId: id, fruits: 1 }],
          seeds: 10,
          sound: 10,
          empty: 0,
        },
        50,
      ),
    )
    expect((await visitor.get<LotStory>(`/api/seed/lots/${lotId}`)).doubts).toEqual([
      { words: 'was not emasculated: this form selfs by itself', flowers: 1 },
      { words: 'was not isolated: little is carried over in still air', flowers: 1 },
    ])
  })

  it('lets only one of two hands sow the last seeds', async () => {
    const { id } = await takenFlower()
    const codes = (await visitor.codes(9)) as string[]
    const lotId = v7()
    await visitor.send(
      entry(
        'harvested',
        lotId,
        {
          code: codes[8]!,
          crossId: planted.ids.cross,
          flowers: [{ flowerId: id, fruits: 1 }],
          seeds: 10,
          sound: 10,
          empty: 0,
        },
        50,
      ),
    )
    const answers = await Promise.all(
      codes
        .slice(0, 8)
        .map(code =>
          visitor.send(
            entry(
              'sown',
              v7(),
              { code, lotId, crossId: planted.ids.cross, seeds: 4, container: 'tray', placeId: null },
              40,
            ),
          ),
        ),
    )
    expect(answers.filter(a => a.status === 200)).toHaveLength(2)
    expect((await visitor.get<LotStory>(`/api/seed/lots/${lotId}`)).lot.left).toBe(2)
  })

  it('asks whether a self is meant', async () => {
    const [code] = await visitor.codes()
    const self = (selfMeant: boolean) =>
      entry('crossPlanned', v7(), {
        code: code!,
        crop: 'chilli',
        seedParentId: planted.ids.seedParent,
        pollenParentId: planted.ids.seedParent,
        selfMeant,
        aim: 'self',
        flowersPlanned: 1,
        keepersWanted: 1,
      })
    expect((await visitor.send(self(false))).body.data).toMatchObject({
      code: 'self-meant',
      field: 'pollenParentId',
    })
    expect((await visitor.send(self(true))).status).toBe(200)
  })
})

describe('the read models', () => {
  it('equal what a rebuild computes from the log, in every garden, a visitor’s copy too', async () => {
    const { db, close } = open(lane.databaseUrl)
    const copied = await (await new Visitor().openDemo()).get<OpenGarden>('/api/garden')
    const gardens = [...(await lastingGardens(db)), (await gardenById(db, copied.id))!]
    expect(gardens.map(garden => garden.name)).toContain('Log beds')
    for (const garden of gardens) {
      const { subjects, differed } = await rebuild(db, garden)
      expect(differed).toEqual([])
      // Others may have left demo gardens of their own here, of any size.
      if (garden.id === copied.id) expect(subjects).toBeGreaterThan(2000)
      if (garden.name === 'Log beds') expect(subjects).toBeGreaterThan(10)
    }
    await close()
  })

  it('are mended by a rebuild when they went astray', async () => {
    const { db, close } = open(lane.databaseUrl)
    const garden = (await lastingGardens(db)).find(g => g.name === 'Log beds')!
    await db.execute(
      `update flowers set state = jsonb_set(state, '{status}', '"lost"'), status = 'lost' where garden_id = '${garden.id}' and id = '${planted.ids.flower}'`,
    )
    await db.execute(
      `insert into plants select garden_id, gen_random_uuid(), '26-9999', state, 'Ghost', crop, plant_kind, place_id, cross_id, verdict, since from plants where garden_id = '${garden.id}' limit 1`,
    )
    const { differed } = await rebuild(db, garden)
    expect(differed).toHaveLength(2)
    expect((await flower())!.status).not.toBe('lost')
    expect((await rebuild(db, garden)).differed).toEqual([])
    await close()
  })

  it('are written by a rebuild only where they differ, also in a column that is searched', async () => {
    const { db, close } = open(lane.databaseUrl)
    const garden = (await lastingGardens(db)).find(g => g.name === 'Log beds')!
    const kept = async () =>
      rowsOf<{ id: string; name: string }>(
        db,
        sql`select id, name, revision from plants where garden_id = ${garden.id} order by id`,
      )
    const before = await kept()
    await db.execute(sql`update plants set name = 'Astray' where id = ${planted.ids.seedParent}`)
    expect((await rebuild(db, garden)).differed).toEqual([])
    const after = await kept()
    const written = after.filter((row, i) => !isDeepStrictEqual(row, before[i]))
    expect(written.map(row => row.id)).toEqual([planted.ids.seedParent])
    expect(written[0]).toMatchObject({ name: before.find(row => row.id === written[0]!.id)!.name })
    await close()
  })
})
