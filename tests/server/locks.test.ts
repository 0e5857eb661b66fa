/** The second lock: what the server's role can reach, whatever a query forgets. */
import { randomUUID } from 'node:crypto'
import { builtInGuide } from '@virgulta/core/crops/guides/all'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import { inGarden, open, rowsOf } from '../../server/db/connection'
import { grantToServer } from '../../server/db/grants'
import { keepings } from '../../server/db/schema'
import { Visitor, entry, plantedCross, undoing } from './visitor'
import { lane } from './lane'
import type { OpenGarden } from '../../shared/garden'

const owner = open(lane.databaseUrl)
const { role, url } = serverRoleOf(lane.databaseUrl)
const server = open(url)
let [mine, theirs] = ['', '']
let tables: string[] = []

/** One of everything that a garden describes its crops by, or plans and reads for them. */
async function describedCrop(visitor: Visitor, plantId: string): Promise<void> {
  const [trait, locus] = [randomUUID(), randomUUID()]
  const [code, tubeCode] = await visitor.codes(2)
  const store = randomUUID()
  const [place] = (await visitor.get<OpenGarden>('/api/garden')).places
  const { status } = await visitor.send(
    entry('placeSet', place!.id, {
      shelter: 'net',
      visitors: false,
      shade: 'half',
      warmth: { by: 'weather' },
    }),
    entry('traitAdded', trait, {
      crop: 'chilli',
      trait: { name: 'stripe', hint: 'ripe fruit', scale: 'yesNo' },
    }),
    entry('locusAdded', locus, {
      crop: 'chilli',
      name: 'striped',
      alleles: ['T', 't'],
      dominance: 'complete',
      group: null,
      cM: null,
      note: null,
    }),
    entry('ruleAdded', randomUUID(), {
      crop: 'chilli',
      name: 'stripe',
      trait,
      cases: [{ when: { [locus]: 'T' }, is: 'yes' }],
      otherwise: 'no',
    }),
    entry('inheritanceSet', randomUUID(), {
      crop: 'squash',
      mating: 'outcrossing',
      ploidy: 2,
      map: 'kosambi',
      doubleReduction: 0,
    }),
    entry('batchPlanned', randomUUID(), {
      code: code!,
      crop: 'chilli',
      plantId,
      on: '2027-02-20',
      why: 'stock',
    }),
    entry('taskPlanned', randomUUID(), {
      does: 'holdBack',
      crop: 'chilli',
      plantId,
      forId: null,
      from: '2027-05-01',
      until: '2027-05-04',
      why: 'to meet',
    }),
    entry('storeSet', store, { name: 'Freezer', keeps: 'freezer', celsius: -18, isLogged: false }),
    entry('storeRead', randomUUID(), {
      storeId: store,
      source: 'a file',
      rows: [['2025-03-01T00:00:00Z', -18]],
    }),
    entry('pollenCollected', randomUUID(), {
      code: tubeCode!,
      crop: 'chilli',
      donors: [plantId],
      way: 'wand',
      stage: 'shedding',
    }),
    entry('guideSet', randomUUID(), { guide: { ...builtInGuide('chilli')!, seasons: 2 } }),
    entry('customSet', randomUUID(), { custom: { about: 'caution', caution: 'spirit', isHidden: true } }),
    entry('weatherRead', randomUUID(), { unit: 'day', source: 'a file', rows: [['2025-03-01', 2, 9, null]] }),
    entry('aimSet', randomUUID(), {
      crop: 'chilli',
      words: 'striped',
      wishes: [{ trait, way: 'bring', target: { classes: [1] }, weight: 3, must: true }],
    }),
  )
  expect(status).toBe(200)
}

/** A packet of the cross, a tray sown from it, and a note that was taken back. */
async function sownCross(visitor: Visitor, ids: Awaited<ReturnType<typeof plantedCross>>['ids']) {
  const [lotCode, trayCode, storeId] = [...(await visitor.codes(2)), randomUUID()]
  const [lotId, crossId] = [randomUUID(), ids.cross]
  const store = entry('storeSet', storeId!, { name: 'Box', keeps: 'bench', celsius: 20, isLogged: false })
  const { status, body } = await visitor.send(
    entry('pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false }, 170),
    entry('takeNoted', ids.flower, { take: 'taken', reason: null }, 160),
    entry(
      'harvested',
      lotId,
      {
        code: lotCode!,
        crossId,
        flowers: [{ flowerId: ids.flower, fruits: 1 }],
        seeds: 20,
        sound: 20,
        empty: 0,
      },
      100,
    ),
    entry(
      'sown',
      randomUUID(),
      { code: trayCode!, lotId, crossId, seeds: 12, container: 'tray', placeId: null },
      90,
    ),
    entry('wayChosen', randomUUID(), {
      crop: 'chilli',
      plan: { kind: 'bulk', plants: 40, generations: 5, looks: 3 },
      crossId,
      from: '2027-06-01',
    }),
    store,
  )
  expect(status, body.data?.sentence).toBe(200)
  expect((await visitor.send(undoing(store.id))).status).toBe(200)
}

beforeAll(async () => {
  for (const name of ['Locked beds', 'Other locked beds']) {
    const visitor = await new Visitor().startGarden(name)
    const { ids, codes } = await plantedCross(visitor)
    await describedCrop(visitor, ids.seedParent)
    await sownCross(visitor, ids)
    await visitor.ask('POST', '/api/tags/print', { crossId: ids.cross, codes: [codes.flower] })
    await visitor.askBytes('PUT', `/api/photos/${randomUUID()}`, Buffer.from([0xff, 0xd8, 0xff]))
    await visitor.ask('POST', '/api/tokens', { name: 'a program' })
    await visitor.ask('POST', '/api/invitations', { role: 'hand', email: null })
  }
  const gardenId = async (name: string) =>
    (await rowsOf<{ id: string }>(owner.db, sql`select id from gardens where name = ${name}`))[0]!.id
  mine = await gardenId('Locked beds')
  theirs = await gardenId('Other locked beds')
  // A garden so small keeps nothing of its learning by itself.
  for (const id of [mine, theirs])
    await inGarden(server.db, id, tx =>
      tx.insert(keepings).values({
        gardenId: id,
        kind: 'learning',
        name: 'chilli',
        build: 'of another day',
        kept: Buffer.from([1]),
      }),
    )
  tables = (
    await rowsOf<{ name: string }>(
      owner.db,
      sql`
    select c.table_name as name from information_schema.columns c join information_schema.tables t using (table_schema, table_name)
    where c.table_schema = 'public' and c.column_name = 'garden_id' and t.table_type = 'BASE TABLE'`,
    )
  ).map(row => row.name)
})
afterAll(async () => {
  await owner.close()
  await server.close()
})

const gardensIn = async (
  db: typeof server.db | Parameters<Parameters<typeof inGarden>[2]>[0],
  table: string,
) =>
  (await rowsOf<{ id: string }>(db, sql`select distinct garden_id as id from ${sql.identifier(table)}`)).map(
    row => row.id,
  )

describe('the server’s role in the database', () => {
  it('owns nothing, makes nothing and passes no lock', async () => {
    const [found] = await rowsOf(
      owner.db,
      sql`select rolsuper, rolbypassrls, rolcreaterole, rolcreatedb from pg_roles where rolname = ${role}`,
    )
    expect(found).toEqual({ rolsuper: false, rolbypassrls: false, rolcreaterole: false, rolcreatedb: false })
    expect([
      ...(await rowsOf(owner.db, sql`select relname from pg_class where relowner = ${role}::regrole`)),
    ]).toEqual([])
    await expect(server.db.execute(sql`create table stolen (x int)`)).rejects.toThrow()
    await expect(server.db.execute(sql`alter table entries disable row level security`)).rejects.toThrow()
  })

  it('is made by a user that may make roles, and nobody else', async () => {
    await owner.db.execute(sql`create role humble login password 'humble'`)
    const humble = Object.assign(new URL(lane.databaseUrl), {
      username: 'humble',
      password: 'humble',
    }).href
    await expect(grantToServer(humble)).rejects.toThrow(/The database user humble may not make the role/)
  })

  it('sees no garden’s rows outside of a garden, in any table that holds some', async () => {
    expect(tables.length).toBeGreaterThan(10)
    const withoutMine: string[] = []
    for (const table of tables) {
      if (!(await gardensIn(owner.db, table)).includes(mine)) withoutMine.push(table)
      expect(await gardensIn(server.db, table), table).toEqual([])
    }
    // A table that holds nothing of a garden would show nothing.
    expect(withoutMine).toEqual([])
    expect([...(await rowsOf(server.db, sql`select * from people`))]).toEqual([])
  })

  it('sees in a garden the rows of that garden only, though the query forgets to ask', async () => {
    for (const table of tables) {
      const seen = await inGarden(server.db, mine, tx => gardensIn(tx, table))
      expect(
        seen.filter(id => id !== mine),
        table,
      ).toEqual([])
    }
    expect(await inGarden(server.db, mine, tx => gardensIn(tx, 'plants'))).toEqual([mine])
    const people = await inGarden(server.db, mine, async tx => [
      ...(await rowsOf(tx, sql`select * from people`)),
    ])
    expect(people).toHaveLength(1)
  })

  it('forgets the garden with the transaction', async () => {
    await inGarden(server.db, mine, tx => tx.execute(sql`select 1`))
    expect(await gardensIn(server.db, 'plants')).toEqual([])
  })

  it('writes into no other garden', async () => {
    const smuggle = () =>
      inGarden(server.db, mine, tx =>
        tx.execute(
          sql`insert into places (garden_id, id, name, position) values (${theirs}, gen_random_uuid(), 'Smuggled', 9)`,
        ),
      )
    await expect(smuggle()).rejects.toThrow()
    const taken = await inGarden(server.db, mine, tx =>
      rowsOf(tx, sql`update plants set name = 'Taken' where garden_id = ${theirs} returning id`),
    )
    expect(taken).toEqual([])
    const renamed = await inGarden(server.db, mine, tx =>
      rowsOf(tx, sql`update gardens set name = 'Taken' where id = ${theirs} returning id`),
    )
    expect(renamed).toEqual([])
  })

  it('can neither change nor delete what is in the log', async () => {
    await expect(
      inGarden(server.db, mine, tx => tx.execute(sql`update entries set payload = '{}'`)),
    ).rejects.toThrow()
    await expect(inGarden(server.db, mine, tx => tx.execute(sql`delete from entries`))).rejects.toThrow()
    await expect(inGarden(server.db, mine, tx => tx.execute(sql`delete from touches`))).rejects.toThrow()
  })
})
