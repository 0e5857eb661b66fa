/** What can break under a garden: servers killed, databases stopped, disks full, migrations and clocks gone wrong. */
import { execFileSync } from 'node:child_process'
import {
  appendFileSync,
  cpSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { sql } from 'drizzle-orm'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startPostgres } from '../../scripts/lib/postgres.mjs'
import { open, rowsOf } from '../../server/db/connection'
import { migrate } from '../../server/db/migrate'
import { prepareDatabase } from '../../server/db/prepare'
import { gardenById } from '../../server/db/rows/garden'
import { rebuild } from '../../server/db/rows/log'
import type { OpenGarden } from '../../shared/garden'
import type { PlantPage } from '../../shared/plants'
import { serve } from './serving'
import { temporaryFolder } from './setup'
import { Visitor, entry, plantedCross, undoing } from './visitor'

const folder = temporaryFolder()
let postgres: Awaited<ReturnType<typeof startPostgres>>
beforeAll(async () => {
  postgres = await startPostgres(folder)
  await prepareDatabase(postgres.url)
})
afterAll(async () => {
  await postgres.stop()
  rmSync(folder, { recursive: true, force: true })
})

const plantNamed = (name: string, code: string) =>
  entry('plantAdded', v7(), {
    name,
    code,
    crop: 'chilli',
    plantKind: 'line',
    placeId: null,
    note: null,
    seedParentId: null,
    pollenParentId: null,
  })

/** The entries that are in a garden's log, and how many subjects differ from what their log says. */
async function stateOf(url: string, gardenId: string) {
  const { db, close } = open(url)
  const ids = (
    await rowsOf<{ id: string }>(db, sql`select id from entries where garden_id = ${gardenId}`)
  ).map(row => row.id)
  const { differed } = await rebuild(db, (await gardenById(db, gardenId))!)
  await close()
  return { ids, differed }
}

describe('a server killed while it writes', () => {
  const KILLS = 100
  /** Two servers at a time share the database, each with people noting as fast as they can. */
  const SERVERS = 2
  const WRITERS = 3

  it(
    `${KILLS} times loses nothing it said was noted, notes nothing twice, and leaves what is shown as the log says`,
    { timeout: 480_000 },
    async () => {
      const first = await serve(postgres.url)
      const keeper = await new Visitor(first.address).startGarden('Shaken beds')
      const { id: gardenId } = await keeper.get<OpenGarden>('/api/garden')
      const codes = await keeper.codes(2000)
      await first.kill()
      const acknowledged = new Set<string>()
      const begun = new Set<string>()

      /** Notes plants until the server is gone; what was not acknowledged is sent again to the next one. */
      async function write(
        address: string,
        pending: { entry?: ReturnType<typeof plantNamed> },
        onAcknowledged: () => void,
      ) {
        const writer = new Visitor(address)
        writer.cookie = keeper.cookie
        for (let code = codes.pop(); ; code = codes.pop()) {
          pending.entry ??= plantNamed(`Shaken ${code}`, code!)
          begun.add(pending.entry.id)
          const answer = await writer.send(pending.entry).catch(() => null)
          if (!answer) return
          expect(answer.status, JSON.stringify(answer.body)).toBe(200)
          acknowledged.add(pending.entry.id)
          onAcknowledged()
          pending.entry = undefined
        }
      }
      let kills = 0
      await Promise.all(
        Array.from({ length: SERVERS }, async () => {
          const pending = Array.from({ length: WRITERS }, () => ({}))
          while (kills < KILLS) {
            kills++
            const server = await serve(postgres.url)
            let writing: Promise<void>[] = []
            // A server that has just begun is slow at its first request; from then on it is killed at any moment.
            await new Promise<void>(
              resolve => (writing = pending.map(p => write(server.address, p, resolve))),
            )
            await wait(Math.random() * 60)
            await server.kill()
            await Promise.all(writing)
          }
        }),
      )
      const { ids, differed } = await stateOf(postgres.url, gardenId)
      expect(kills).toBeGreaterThanOrEqual(KILLS)
      expect(acknowledged.size).toBeGreaterThan(KILLS)
      expect([...acknowledged].filter(id => !ids.includes(id))).toEqual([])
      expect(ids.filter(id => !begun.has(id))).toEqual([])
      expect(new Set(ids).size).toBe(ids.length)
      expect(differed).toEqual([])
    },
  )
})

describe('a database that is stopped under the running server', () => {
  it('makes requests fail in words, and they work again when it is back', async () => {
    const server = await serve(postgres.url)
    const keeper = await new Visitor(server.address).startGarden('Dark beds')
    const { port } = postgres
    await postgres.stop()
    const answers = await Promise.all(
      ['/api/garden', '/api/round', '/api/session', '/api/health'].map(path => keeper.ask('GET', path)),
    )
    for (const { status, body } of answers) {
      expect(status).toBe(503)
      expect(body.data).toEqual({
        code: 'database-away',
        sentence:
          'The garden’s database does not answer. What you typed is still here; try again in a moment.',
      })
    }
    expect((await keeper.send(plantNamed('In the dark', '26-2222'))).status).toBe(503)
    postgres = await startPostgres(folder, { port })
    await expect
      .poll(async () => (await keeper.ask('GET', '/api/health')).status, { timeout: 20_000 })
      .toBe(200)
    await plantedCross(keeper)
    expect((await keeper.get<PlantPage>('/api/plants')).total).toBe(2)
    // The queue takes up its work again too.
    const {
      body: { id },
    } = await keeper.ask<{ id: string }>('POST', '/api/garden/compare')
    await expect
      .poll(
        async () =>
          (await keeper.get<{ id: string; state: string }[]>('/api/jobs')).find(j => j.id === id)?.state,
        { timeout: 30_000 },
      )
      .toBe('done')
    await server.kill()
  })
})

describe('a full disk', () => {
  const disk = mkdtempSync(join(tmpdir(), 'virgulta-disk-'))
  let isMounted = false
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=150m,mode=755', 'tmpfs', disk], { stdio: 'ignore' })
    isMounted = true
  } catch {
    /* Only root may mount a small disk; elsewhere the test is skipped. */
  }
  let small: Awaited<ReturnType<typeof startPostgres>> | undefined
  afterAll(async () => {
    await small?.stop()
    if (isMounted) execFileSync('umount', [disk])
    rmSync(disk, { recursive: true, force: true })
  })

  it.runIf(isMounted)(
    'refuses to note, in words, and loses nothing; with room again it goes on',
    async () => {
      small = await startPostgres(disk)
      await prepareDatabase(small.url)
      const server = await serve(small.url)
      const keeper = await new Visitor(server.address).startGarden('Crammed beds')
      await plantedCross(keeper)
      const filler = join(disk, 'filler')
      const { bavail, bsize } = statfsSync(disk)
      const left = 256 * 1024
      for (let room = bavail * bsize - left; room > 0; room -= 4 * 1024 * 1024)
        appendFileSync(filler, Buffer.alloc(Math.min(room, 4 * 1024 * 1024)))
      const codes = await keeper.codes(200).catch(() => [])
      const long = 'x'.repeat(1900)
      let refused
      const noted = []
      for (const code of codes) {
        const plant = { ...plantNamed(`Crammed ${code}`, code) }
        Object.assign(plant.payload, { note: long })
        const answer = await keeper.send(plant)
        if (answer.status !== 200) {
          refused = answer
          break
        }
        noted.push(plant.id)
      }
      // A disk without room for the write-ahead log stops PostgreSQL itself; without room for a table it says so.
      expect([503, 507]).toContain(refused?.status)
      expect(refused?.body.data.code).toMatch(/^(disk-full|database-away)$/)
      rmSync(filler)
      const { port } = small
      await small.stop()
      small = await startPostgres(disk, { port })
      await expect
        .poll(async () => (await keeper.ask('GET', '/api/health')).status, { timeout: 20_000 })
        .toBe(200)
      const { id } = await keeper.get<OpenGarden>('/api/garden')
      const { ids, differed } = await stateOf(small.url, id)
      expect([noted.filter(n => !ids.includes(n)), differed, ids.length]).toEqual([[], [], 4 + noted.length])
      expect((await keeper.send(plantNamed('With room', (await keeper.codes())[0]!))).status).toBe(200)
      await server.kill()
    },
  )
})

describe('a migration that fails half-way', () => {
  it('leaves the old state, on which the server still works', async () => {
    const owner = open(postgres.url)
    const migrations = join(folder, 'migrations')
    cpSync('server/db/migrations', migrations, { recursive: true })
    const journal = join(migrations, 'meta', '_journal.json')
    const { entries: done, ...rest } = JSON.parse(readFileSync(journal, 'utf8'))
    const add = (name: string, text: string) => {
      mkdirSync(migrations, { recursive: true })
      writeFileSync(join(migrations, `${name}.sql`), text)
      writeFileSync(
        journal,
        JSON.stringify({
          ...rest,
          entries: [
            ...done,
            { idx: done.length, version: '7', when: Date.now(), tag: name, breakpoints: true },
          ],
        }),
      )
    }
    add(
      '9999_half',
      'CREATE TABLE half_made (id int);--> statement-breakpoint\nALTER TABLE plants DROP COLUMN name;--> statement-breakpoint\nALTER TABLE there_is_none ADD COLUMN x int;',
    )
    await expect(migrate(postgres.url, migrations)).rejects.toThrow()
    expect(
      await rowsOf(owner.db, sql`select 1 from information_schema.tables where table_name = 'half_made'`),
    ).toEqual([])
    const server = await serve(postgres.url)
    await plantedCross(await new Visitor(server.address).startGarden('Unmoved beds'))
    await server.kill()
    add('9999_half', 'CREATE TABLE whole_made (id int);')
    await migrate(postgres.url, migrations)
    expect(
      await rowsOf(owner.db, sql`select 1 from information_schema.tables where table_name = 'whole_made'`),
    ).toHaveLength(1)
    await owner.db.execute(sql`drop table whole_made`)
    await owner.db.execute(
      sql`delete from drizzle.__drizzle_migrations where id = (select max(id) from drizzle.__drizzle_migrations)`,
    )
    await owner.close()
  })
})

describe('a clock that jumps', () => {
  const DAY_MS = 86_400_000
  const shifted = (days: number) =>
    serve(postgres.url, { CLOCK_SHIFT_MS: String(days * DAY_MS) }, ['./tests/server/shiftedClock.mjs'])

  it('back makes nothing unreadable, and refuses in words what it takes for the future', async () => {
    const right = await serve(postgres.url)
    const keeper = await new Visitor(right.address).startGarden('Timeless beds')
    const { ids, entries } = await plantedCross(keeper)
    const today = entry('emasculated', ids.flower, {})
    expect((await keeper.send(today)).status).toBe(200)
    await right.kill()
    const slow = await shifted(-3)
    const late = new Visitor(slow.address)
    late.cookie = keeper.cookie
    for (const path of [
      '/api/garden',
      '/api/round',
      '/api/season',
      '/api/crosses',
      `/api/crosses/${ids.cross}`,
      '/api/entries',
      '/api/plants',
    ])
      expect((await late.ask('GET', path)).status, path).toBe(200)
    const ahead = await late.send(entry('isolated', ids.flower, { way: 'bag' }))
    expect(ahead.status).toBe(422)
    expect(ahead.body.data.sentence).toMatch(
      /has not come yet: in the garden it is .* Note what has happened, today or earlier\.$/,
    )
    expect(
      (await late.send({ ...undoing(today.id), happenedAt: new Date(Date.now() - 3 * DAY_MS).toISOString() }))
        .status,
    ).toBe(200)
    await slow.kill()
    const fast = await shifted(400)
    const early = new Visitor(fast.address)
    early.cookie = keeper.cookie
    // A session of a month is over by then; a new one is made, and the log goes on.
    expect((await early.ask('GET', '/api/garden')).status).toBe(401)
    await early.ask('POST', '/api/session', { email: keeper.email, password: keeper.password })
    for (const path of [
      '/api/garden',
      '/api/round',
      '/api/season',
      '/api/crosses',
      `/api/crosses/${ids.cross}`,
    ])
      expect((await early.ask('GET', path)).status, path).toBe(200)
    expect((await early.send(entry('emasculated', ids.flower, {}))).status).toBe(200)
    const { id } = await early.get<OpenGarden>('/api/garden')
    expect((await stateOf(postgres.url, id)).differed).toEqual([])
    expect(Object.values(entries)).toHaveLength(4)
    await fast.kill()
  })
})

describe('a server that is asked to stop', () => {
  it('finishes the requests under way, then ends, and has logged no word of what people typed', async () => {
    const server = await serve(postgres.url)
    const keeper = await new Visitor(server.address).startGarden('Secret orchard')
    const { ids } = await plantedCross(keeper)
    // Connections that are open: what has only knocked when the server stops listening is not under way.
    const eight = Array.from({ length: 8 })
    await Promise.all(eight.map(() => keeper.get('/api/session')))
    const noting = eight.map(async () =>
      keeper.send(entry('scored', ids.seedParent, { trait: 'height', value: 40 })),
    )
    // Once one is answered the others are under way.
    await Promise.race(noting)
    server.signal('SIGTERM')
    const answers = await Promise.all(
      noting.map(answer =>
        answer.then(
          a => a.status,
          () => 'cut off',
        ),
      ),
    )
    expect(answers).toEqual(answers.map(() => 200))
    expect(await server.ended).toBe(0)
    const lines = server.log()
    expect(lines.find(l => l.route === 'POST /api/entries')).toMatchObject({
      level: 'info',
      status: 200,
      ms: expect.any(Number),
      time: expect.any(String),
    })
    for (const secret of [
      'Secret orchard',
      'Una Sedge',
      keeper.email,
      'Test Ember',
      ids.seedParent,
      '127.0.0.1"',
      keeper.cookie.slice(9, 60),
    ])
      expect(server.text(), secret).not.toContain(secret)
  })
})
