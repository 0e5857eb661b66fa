/** How many statements an entry takes, and which of them the database has prepared. */
import type { Entry } from '@virgulta/core/log/entry'
import { sql } from 'drizzle-orm'
import { bigint, boolean, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core'
import { Client } from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, expect, it, vi } from 'vitest'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import { carryOut, inserting, open, rowsOf } from '../../server/db/connection'
import { enterGarden } from '../../server/db/rows/garden'
import { record } from '../../server/db/rows/log'
import type { CrossLine } from '@virgulta/core/garden/crosses'
import type { OpenGarden } from '../../shared/garden'
import type { PlantPage } from '../../shared/plants'
import { lane } from './lane'
import { Visitor, entry } from './visitor'

const server = open(serverRoleOf(lane.databaseUrl).url)
const alone = open(lane.databaseUrl, { connections: 1 })
const keeper = new Visitor()
let opened: OpenGarden
beforeAll(async () => {
  await keeper.openDemo()
  opened = await keeper.get<OpenGarden>('/api/garden')
})
afterAll(() => Promise.all([server.close(), alone.close()]))

/** The statements that noting something takes, from the first to the last of its transaction. */
async function statementsOf(sent: Entry): Promise<string[]> {
  const asked = vi.spyOn(Client.prototype, 'query')
  const { id, personId } = opened
  await server.db.transaction(async tx => {
    const { garden } = (await enterGarden(tx, id, personId, null))!
    await record(tx, garden, { personId, role: 'keeper' }, [{ ...sent, happenedAt: garden.now }])
  })
  const statements = asked.mock.calls.map(
    ([config]) => (config as unknown as { text?: string }).text ?? String(config),
  )
  asked.mockRestore()
  return statements
}

it('takes seven statements for a score, and for a flower with its tag', async () => {
  const { plants } = await keeper.get<PlantPage>('/api/plants?crop=chilli&size=1&kind=seedling')
  const scored = entry('scored', plants[0]!.id, { trait: 'height', value: 41 })
  expect(await statementsOf(scored as Entry)).toHaveLength(7)

  const crosses = await keeper.get<CrossLine[]>('/api/crosses')
  const { id: crossId, seedParentId, pollenParentId } = crosses.find(c => c.cross.pollenParentId)!.cross
  const [code] = await keeper.codes(1)
  const chosen = entry('flowerChosen', v7(), {
    code: code!,
    crossId,
    seedParentId,
    pollenParentId,
    blooms: 1,
  })
  const statements = await statementsOf(chosen as Entry)
  expect(statements).toHaveLength(7)
  expect([statements.at(0), statements.at(-1)]).toEqual(['begin', 'commit'])
})

const prepared = () =>
  rowsOf<{ statement: string }>(alone.db, sql`select statement from pg_prepared_statements`)

it('prepares what is asked again and again, and gives up no connection to what is not', async () => {
  const answers = []
  for (const n of [1, 2, 3, 4, 5])
    answers.push(...(await rowsOf(alone.db, sql`select ${n}::int * 2 as twice`)))
  expect(answers).toEqual([2, 4, 6, 8, 10].map(twice => ({ twice })))
  await rowsOf(alone.db, sql`select 1 as once`)
  const statements = (await prepared()).map(({ statement }) => statement)
  expect(statements).toContain('select $1::int * 2 as twice')
  expect(statements).not.toContain('select 1 as once')
})

it('prepares a bounded number of statements', async () => {
  for (let other = 0; other < 130; other++) {
    for (let time = 0; time < 5; time++) {
      const rows = await rowsOf(alone.db, sql`select ${time}::int as ${sql.raw(`other${other}`)}`)
      expect(rows).toEqual([{ [`other${other}`]: time }])
    }
  }
  expect((await prepared()).length).toBeLessThanOrEqual(100)
})

/** A table of these tests alone. */
beforeEach(async () => {
  await alone.db.execute(sql`drop table if exists tried`)
  await alone.db.execute(
    sql`create temp table tried (id uuid primary key, our_words text,
      "is" boolean not null default true, what jsonb, at timestamptz(3), size bigint)`,
  )
})

it('inserts rows as one parameter, whatever is in them', async () => {
  const tried = pgTable('tried', {
    id: uuid().primaryKey(),
    ourWords: text('our_words'),
    is: boolean().notNull().default(true),
    what: jsonb(),
    at: timestamp({ withTimezone: true, mode: 'string', precision: 3 }),
    size: bigint({ mode: 'number' }),
  })
  const [a, b] = [v7(), v7()]
  const words = 'O’Hare\'s "rose" \\ \n $1 ’); drop table tried; --'
  const what = { list: [1, 2.5, null], words, empty: {} }
  await carryOut(alone.db, [
    {
      rows: 2,
      query: inserting(tried, [
        { id: a, ourWords: words, what, at: '2027-06-14T05:40:00.123Z', size: 2 ** 40 },
        { id: b, what: 'only words' },
      ]),
    },
  ])
  const rows = await alone.db.select().from(tried)
  expect(rows.map(({ at, ...row }) => ({ ...row, at: at && new Date(at).toISOString() }))).toEqual([
    { id: a, ourWords: words, is: true, what, at: '2027-06-14T05:40:00.123Z', size: 2 ** 40 },
    { id: b, ourWords: null, is: true, what: 'only words', at: null, size: null },
  ])
})

it('carries out few writes in one statement, many one by one, and tells each what it returned', async () => {
  const told: Record<string, unknown>[][] = []
  const write = (rows: number) => ({
    rows,
    query: sql`insert into tried (id) values (${v7()}) returning size`,
    check: (written: Record<string, unknown>[]) => void told.push(written),
  })
  await carryOut(alone.db, [write(1), write(1)])
  await carryOut(alone.db, [write(900), write(900)])
  await carryOut(alone.db, [])
  expect(told).toEqual(Array.from({ length: 4 }, () => [{ size: null }]))
  expect(await rowsOf(alone.db, sql`select count(*)::int as count from tried`)).toEqual([{ count: 4 }])
})
