/** How the database finds what lists and entries need: by indexes, as the server's role, under row-level security. */
import { sum } from 'd3-array'
import { eq, sql } from 'drizzle-orm'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import type { Transaction } from '../../server/db/connection'
import { inGarden, open, rowsOf } from '../../server/db/connection'
import { crossPage } from '../../server/db/pages/crosses'
import { find } from '../../server/db/pages/find'
import type { Garden } from '../../server/db/garden'
import { gardenById } from '../../server/db/rows/garden'
import { lastPassOf } from '../../server/db/held/lastPass'
import { linesBetween, linesOn, logPage } from '../../server/db/held/lines'
import { record } from '../../server/db/rows/log'
import { families } from '../../server/db/pages/offspring'
import { plantList } from '../../server/db/rows/plants'
import { plantPage } from '../../server/db/pages/plants'
import { plants } from '../../server/db/schema'
import { roundOn } from '../../server/db/pages/round'
import { seedShelf } from '../../server/db/pages/seed'
import type { OpenGarden } from '../../shared/garden'
import type { PlantPage } from '../../shared/plants'
import { Visitor, entry } from './visitor'
import { lane } from './lane'

const server = open(serverRoleOf(lane.databaseUrl).url)
/** A garden the database has counted, and one that has just come. */
let known: Garden
let fresh: Garden
let entries = 0
/** who opened which garden */
const keepers = new Map<string, string>()
let plantIds: string[] = []
let crossId = ''
beforeAll(async () => {
  const garden = async (visitor: Visitor) => {
    const opened = await visitor.get<OpenGarden>('/api/garden')
    keepers.set(opened.id, opened.personId)
    return (await inGarden(server.db, opened.id, tx => gardenById(tx, opened.id)))!
  }
  known = await garden(await new Visitor().openDemo())
  const owner = open(lane.databaseUrl)
  await owner.db.execute(sql`analyze`)
  await owner.close()
  const visitor = await new Visitor().openDemo()
  fresh = await garden(visitor)
  entries = (await visitor.get<{ total: number }>('/api/entries?size=1')).total
  plantIds = (await visitor.get<PlantPage>('/api/plants?crop=chilli&size=200')).plants.map(p => p.id)
  crossId = (await visitor.get<{ cross: { id: string } }[]>('/api/crosses'))[0]!.cross.id
})
afterAll(() => server.close())

interface Plan {
  'Node Type': string
  'Relation Name'?: string
  'Actual Loops'?: number
  'Actual Rows'?: number
  'Rows Removed by Filter'?: number
  'Rows Removed by Join Filter'?: number
  'Plans'?: Plan[]
}
const nodes = (plan: Plan): Plan[] => [plan, ...(plan.Plans ?? []).flatMap(nodes)]

type Work = (tx: Transaction, garden: Garden) => Promise<unknown>

/**
 * The statements that some work sends, each with the plan the database makes for it.
 *
 * @param how it is explained; with `analyze` the plan says what was really read
 */
async function plansOf(
  garden: Garden,
  work: Work,
  how = 'format json',
): Promise<{ statement: string; plan: Plan }[]> {
  const found: { statement: string; plan: Plan }[] = []
  await inGarden(server.db, garden.id, async tx => {
    // Small tables are read through whatever there is; here every table is taken for large.
    await tx.execute(sql`set local enable_seqscan = off`)
    const { session } = tx as unknown as {
      session: {
        client: { query: (...words: unknown[]) => Promise<{ rows: { 'QUERY PLAN': [{ Plan: Plan }] }[] }> }
      }
    }
    const { client } = session
    const query = client.query.bind(client)
    client.query = async (...words: unknown[]) => {
      const [asked, values] = words as [{ text: string } | string, unknown[] | undefined]
      const statement = typeof asked === 'string' ? asked : asked.text
      if (/^(select|update|delete)/i.test(statement) && !/set_config/.test(statement)) {
        const { rows } = await query(`explain (${how}) ${statement}`, values)
        found.push({ statement, plan: rows[0]!['QUERY PLAN'][0].Plan })
      }
      return query(...words) as never
    }
    try {
      await work(tx, garden)
    } finally {
      client.query = query
    }
  })
  return found
}

const works: [string, Work][] = [
  [
    'a page of plants',
    (tx, garden) => plantPage(tx, garden, { q: '', page: 3, size: 50, sort: 'name', order: 'asc' } as never),
  ],
  [
    'a family, and what changed of it',
    async (tx, garden) => {
      const ofCross = eq(plants.crossId, crossId)
      const { mark } = await plantList(tx, garden, ofCross)
      return plantList(tx, garden, ofCross, mark)
    },
  ],
  ['a page of the log', (tx, garden) => logPage(tx, garden, 2, 50)],
  ['the log of a tag', (tx, garden) => logPage(tx, garden, 1, 50, '26-4')],
  [
    'the log of a day',
    (tx, garden) => linesBetween(tx, garden, '2026-06-11T00:00:00Z', '2026-06-12T00:00:00Z', 60),
  ],
  ['the log of many plants', (tx, garden) => linesOn(tx, garden, plantIds)],
  ['the find box', (tx, garden) => find(tx, garden, '26-4')],
  ['a cross', (tx, garden) => crossPage(tx, garden, crossId)],
  ['all families', families],
  ['the packets and trays', seedShelf],
  ['the last pass of a person', (tx, garden) => lastPassOf(tx, garden, keepers.get(garden.id)!)],
  ['Today', (tx, garden) => roundOn(tx, garden, garden.today, 50)],
  [
    'an entry written',
    (tx, garden) =>
      record(tx, garden, { personId: keepers.get(garden.id)!, role: 'keeper' }, [
        { ...entry('scored', plantIds[0]!, { trait: 'height', value: 40 }), happenedAt: garden.now },
      ]),
  ],
]

it.each(works)('%s is found by indexes', async (_, work) => {
  const plans = await plansOf(known, work)
  expect(plans.length).toBeGreaterThan(0)
  for (const { statement, plan } of plans) {
    const read = nodes(plan)
      .filter(node => node['Node Type'] === 'Seq Scan' && node['Relation Name'] !== 'people')
      .map(node => node['Relation Name'])
    expect(read, statement).toEqual([])
  }
})

// The database guesses that such a garden is empty: a plan that is good for an empty garden may take minutes for a full one.
it.each(works)('%s is found quickly in a garden that has just come', async (_, work) => {
  // Rows taken out of tables, or paired and thrown away; a node that only hands on what it was given reads nothing.
  const read = (node: Plan) =>
    node['Actual Loops']! *
    ((node.Plans ? 0 : node['Actual Rows']! + (node['Rows Removed by Filter'] ?? 0)) +
      (node['Rows Removed by Join Filter'] ?? 0))
  const plans = await plansOf(fresh, work, 'analyze, format json')
  expect(plans.length).toBeGreaterThan(0)
  for (const { statement, plan } of plans) expect(sum(nodes(plan), read), statement).toBeLessThan(5 * entries)
})

it('a statement that takes too long is stopped', async () => {
  const hasty = open(serverRoleOf(lane.databaseUrl).url, { statementMs: 100 })
  await expect(hasty.db.execute(sql`select pg_sleep(20)`)).rejects.toMatchObject({ cause: { code: '57014' } })
  await hasty.close()
})

it('the search in what an entry is about does not read the log', async () => {
  const [{ plan } = { plan: undefined }] = (
    await plansOf(known, (tx, garden) => linesOn(tx, garden, plantIds))
  ).filter(p => p.statement.includes('touches'))
  expect(
    nodes(plan!)
      .filter(n => n['Relation Name'] === 'touches')
      .map(n => n['Node Type']),
  ).toEqual([expect.stringMatching(/^(Index|Bitmap)/)])
  expect(await inGarden(server.db, known.id, tx => rowsOf(tx, sql`select 1`))).toHaveLength(1)
})
