/** How the database finds what lists and entries need: by indexes, as the server's role, under row-level security. */
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import type { Database } from '../../server/db/connection'
import { inGarden, open, rowsOf } from '../../server/db/connection'
import { crossById } from '../../server/db/queries/crosses'
import { find } from '../../server/db/queries/find'
import type { Garden } from '../../server/db/queries/garden'
import { gardenById } from '../../server/db/queries/garden'
import { linesBetween, linesOn, logPage } from '../../server/db/queries/lines'
import { record } from '../../server/db/queries/log'
import { offspringOf, plantPage } from '../../server/db/queries/plants'
import type { OpenGarden } from '../../shared/garden'
import type { PlantPage } from '../../shared/plants'
import { Visitor, entry } from './visitor'

const server = open(serverRoleOf(inject('databaseUrl')).url)
let garden: Garden
let personId = ''
let plantId = ''
let crossId = ''
beforeAll(async () => {
  const demo = await new Visitor().openDemo()
  const opened = await demo.get<OpenGarden>('/api/garden')
  personId = opened.personId
  const owner = open(inject('databaseUrl'))
  await owner.db.execute(sql`analyze`)
  await owner.close()
  garden = (await inGarden(server.db, opened.id, tx => gardenById(tx, opened.id)))!
  plantId = (await demo.get<PlantPage>('/api/plants?crop=chilli')).plants[0]!.id
  crossId = (await demo.get<{ cross: { id: string } }[]>('/api/crosses'))[0]!.cross.id
})
afterAll(() => server.close())

interface Plan { 'Node Type': string, 'Relation Name'?: string, 'Plan Rows': number, 'Plans'?: Plan[] }
const nodes = (plan: Plan): Plan[] => [plan, ...(plan.Plans ?? []).flatMap(nodes)]

/** The statements that some work sends, each with the plan the database makes for it. */
async function plansOf(work: (tx: Database) => Promise<unknown>): Promise<{ statement: string, plan: Plan }[]> {
  const found: { statement: string, plan: Plan }[] = []
  await inGarden(server.db, garden.id, async (tx) => {
    // Small tables are read through whatever there is; here every table is taken for large.
    await tx.execute(sql`set local enable_seqscan = off`)
    await tx.execute(sql`set local auto_explain.log_min_duration = -1`).catch(() => {})
    const { session } = tx as unknown as { session: { client: { query: (...words: unknown[]) => Promise<{ rows: { 'QUERY PLAN': [{ Plan: Plan }] }[] }> } } }
    const { client } = session
    const query = client.query.bind(client)
    client.query = async (...words: unknown[]) => {
      const [asked, values] = words as [{ text: string } | string, unknown[] | undefined]
      const statement = typeof asked === 'string' ? asked : asked.text
      if (/^(select|update|delete)/i.test(statement) && !/set_config/.test(statement)) {
        const { rows } = await query(`explain (format json) ${statement}`, values)
        found.push({ statement, plan: rows[0]!['QUERY PLAN'][0].Plan })
      }
      return query(...words) as never
    }
    try {
      await work(tx)
    }
    finally {
      client.query = query
    }
  })
  return found
}

it.each<[string, (tx: Database) => Promise<unknown>]>([
  ['a page of plants', tx => plantPage(tx, garden, { q: '', page: 3, size: 50, sort: 'name', order: 'asc' } as never)],
  ['a family', tx => offspringOf(tx, garden, crossId)],
  ['a page of the log', tx => logPage(tx, garden, 2, 50)],
  ['the log of a tag', tx => logPage(tx, garden, 1, 50, '26-4')],
  ['the log of a day', tx => linesBetween(tx, garden, '2026-06-11T00:00:00Z', '2026-06-12T00:00:00Z')],
  ['the log of a plant', tx => linesOn(tx, garden, [plantId])],
  ['the find box', tx => find(tx, garden, '26-4')],
  ['a cross', tx => crossById(tx, garden, crossId)],
  ['an entry written', tx => record(tx, garden, { personId, role: 'keeper' }, [{ ...entry('scored', plantId, { trait: 'height', value: 40 }), happenedAt: garden.now }])],
])('%s is found by indexes', async (_, work) => {
  const plans = await plansOf(work)
  expect(plans.length).toBeGreaterThan(0)
  for (const { statement, plan } of plans) {
    const read = nodes(plan).filter(node => node['Node Type'] === 'Seq Scan' && node['Relation Name'] !== 'people').map(node => node['Relation Name'])
    expect(read, statement).toEqual([])
  }
})

it('the search in what an entry is about does not read the log', async () => {
  const [{ plan } = { plan: undefined }] = (await plansOf(tx => linesOn(tx, garden, [plantId]))).filter(p => p.statement.includes('touches'))
  expect(nodes(plan!).filter(n => n['Relation Name'] === 'touches').map(n => n['Node Type'])).toEqual([expect.stringMatching(/^(Index|Bitmap)/)])
  expect(await inGarden(server.db, garden.id, tx => rowsOf(tx, sql`select 1`))).toHaveLength(1)
})
