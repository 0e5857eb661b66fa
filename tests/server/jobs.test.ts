/** Long works: a garden brought back in the browser, a comparison, progress, stopping, and trying again. */
import { sql } from 'drizzle-orm'
import { v7 } from 'uuid'
import { afterAll, describe, expect, it } from 'vitest'
import { open, rowsOf } from '../../server/db/connection'
import { work } from '../../server/jobs/queue'
import type { CrossPage } from '../../shared/crosses'
import type { OpenGarden } from '../../shared/garden'
import type { Compared, Restored } from '../../shared/jobs'
import { PIECE_BYTES } from '../../shared/jobs'
import type { Member } from '../../shared/people'
import { backupOf, ended, restoreJob, restored, upload } from './restoring'
import { Visitor, entry, plantedCross, undoing } from './visitor'
import { lane } from './lane'

const owner = open(lane.databaseUrl)
afterAll(() => owner.close())

describe('a backup brought back in the browser', () => {
  it('becomes a garden of the person’s own, with every entry, its undoings and its people’s names', async () => {
    const keeper = await new Visitor().startGarden('Carried beds')
    const { ids } = await plantedCross(keeper)
    const hand = await keeper.withMember('hand', 'Rowan Marsh')
    const noted = entry('emasculated', ids.flower, {}, 100)
    await hand.send(noted)
    await keeper.send(undoing(noted.id))
    const file = await backupOf(keeper)

    const other = await new Visitor().signUp('Fern Vale')
    const job = await restored(other, file)
    const { id, name, entries } = job.result as Restored
    // Two gardens of one name could not be told apart.
    expect([job.state, name.replace(/\d+ \w+ \d{4}/, 'today'), entries]).toEqual([
      'done',
      'Carried beds (restored today)',
      6,
    ])
    await other.ask('PUT', '/api/session/garden', { gardenId: id })
    expect((await other.get<CrossPage>(`/api/crosses/${ids.cross}`)).flowers).toHaveLength(1)
    const { lines } = await other.get<{ lines: { id: string; by: string; isTakenBack: boolean }[] }>(
      '/api/entries',
    )
    expect(lines.find(l => l.id === noted.id)).toMatchObject({ by: 'Rowan Marsh', isTakenBack: true })
    expect((await other.get<Member[]>('/api/members')).map(m => [m.name, m.role])).toEqual([
      ['Fern Vale', 'keeper'],
    ])
    // The first garden is as it was, and its people are in no other one.
    expect((await keeper.get<OpenGarden>('/api/garden')).id).not.toBe(id)
    expect((await hand.ask('PUT', '/api/session/garden', { gardenId: id })).status).toBe(404)
    expect([...(await rowsOf(owner.db, sql`select 1 from uploads`))]).toEqual([])
  })

  it('is refused whole with the reason when it is altered', async () => {
    const keeper = await new Visitor().startGarden('Altered beds')
    await plantedCross(keeper)
    const file = Buffer.from((await backupOf(keeper)).toString().replace('low and purple', 'low and orange'))
    const job = await restored(keeper, file)
    expect([job.state, job.problem]).toEqual([
      'failed',
      'This file cannot be restored: it was altered after it was made: its checksum does not fit. Nothing was changed.',
    ])
  })

  it('is asked for its missing pieces', async () => {
    const visitor = await new Visitor().signUp()
    const { uploadId } = await upload(visitor, Buffer.from('{}'))
    const { status, body } = await visitor.ask('POST', '/api/gardens/restore', { uploadId, pieces: 3 })
    expect([status, body.data.sentence]).toEqual([422, 'Of the file’s 3 pieces 1 are here; send the others.'])
    expect(
      (await visitor.askBytes('PUT', `/api/uploads/${v7()}?piece=0`, Buffer.alloc(PIECE_BYTES + 1))).status,
    ).toBe(400)
  })

  it('shows how far it is, stops when it is told to, leaves nothing, and can be begun again', async () => {
    const demo = await new Visitor().openDemo()
    const file = await backupOf(demo)
    const visitor = await new Visitor().signUp()
    const gardens = async () => (await rowsOf(owner.db, sql`select 1 from gardens`)).length
    const before = await gardens()
    const {
      body: { id },
    } = await visitor.ask<{ id: string }>('POST', '/api/gardens/restore', await upload(visitor, file))
    await expect
      .poll(async () => (await restoreJob(visitor, id)).done, { timeout: 20_000, interval: 50 })
      .toBeGreaterThan(0)
    expect((await visitor.ask('DELETE', `/api/jobs/${id}`)).status).toBe(200)
    expect((await restoreJob(visitor, id)).state).toBe('cancelled')
    expect((await visitor.ask('DELETE', `/api/jobs/${id}`)).status).toBe(404)
    // It is let go of within a second or so; what was written is gone with its transaction.
    await expect
      .poll(
        async () =>
          (
            await rowsOf(
              owner.db,
              sql`select 1 from pg_stat_activity where pid <> pg_backend_pid() and datname = current_database() and usename like 'virgulta_server%' and xact_start < now() - interval '300 milliseconds'`,
            )
          ).length,
        { timeout: 20_000 },
      )
      .toBe(0)
    expect(await gardens()).toBe(before)
    expect((await visitor.ask('POST', `/api/jobs/${id}/again`)).status).toBe(200)
    expect(await ended(visitor, id)).toMatchObject({
      state: 'done',
      result: {
        name: expect.stringMatching(/^Quillmere Glasshouses \(restored /),
        entries: expect.any(Number),
      },
    })
    expect((await visitor.ask('POST', `/api/jobs/${id}/again`)).status).toBe(409)
  })
})

describe('a comparison', () => {
  it('finds and mends what is not as the log says', async () => {
    const keeper = await new Visitor().startGarden('Compared beds')
    const { ids } = await plantedCross(keeper)
    const compare = async () =>
      (await ended(keeper, (await keeper.ask<{ id: string }>('POST', '/api/garden/compare')).body.id))
        .result as Compared
    expect(await compare()).toEqual({ subjects: 4, differed: 0 })
    await owner.db.execute(
      sql`update flowers set state = jsonb_set(state, '{code}', '"wrong"') where id = ${ids.flower}`,
    )
    expect(await compare()).toEqual({ subjects: 4, differed: 1 })
    expect(await compare()).toEqual({ subjects: 4, differed: 0 })
  })
})

describe('a work that breaks off', () => {
  it('because its server ended is not tried again by itself, but when it is asked for', async () => {
    const visitor = await new Visitor().startGarden('Ended beds')
    const { id: gardenId } = await visitor.get<OpenGarden>('/api/garden')
    const [{ personId } = { personId: '' }] = await rowsOf<{ personId: string }>(
      owner.db,
      sql`select person_id as "personId" from members where garden_id = ${gardenId}`,
    )
    const id = v7()
    await owner.db.execute(
      sql`insert into jobs (id, person_id, kind, wish, state) values (${id}, ${personId}, 'compare', ${JSON.stringify({ gardenId })}::jsonb, 'working')`,
    )
    await work(owner.db, { jobId: id, personId, kind: 'compare', wish: { gardenId } as never }, false)
    expect(await restoreJob(visitor, id)).toMatchObject({
      state: 'failed',
      problem: expect.stringContaining('The server ended while it was at this.'),
    })
    expect((await visitor.ask('POST', `/api/jobs/${id}/again`)).status).toBe(200)
    expect(await ended(visitor, id)).toMatchObject({ state: 'done' })
  })

  it('is tried again by itself', async () => {
    const demo = await new Visitor().openDemo()
    const file = await backupOf(demo)
    const visitor = await new Visitor().signUp()
    const {
      body: { id },
    } = await visitor.ask<{ id: string }>('POST', '/api/gardens/restore', await upload(visitor, file))
    await expect
      .poll(async () => (await restoreJob(visitor, id)).done, { timeout: 20_000, interval: 50 })
      .toBeGreaterThan(0)
    // The database lets go of everything that is in a transaction, as it would when it is stopped.
    await owner.db.execute(
      sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and usename like 'virgulta_server%' and xact_start is not null`,
    )
    expect(await ended(visitor, id)).toMatchObject({ state: 'done', problem: null })
  })
})
