/** A garden into one file and back, by the command line, on the real database. */
import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Refusal } from '@virgulta/core/log/refusal'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SNAPSHOT, backup, restore } from '../../server/db/backup'
import { open, rowsOf } from '../../server/db/connection'
import { Visitor, plantedCross } from './visitor'
import { lane } from './lane'

const folder = mkdtempSync(join(tmpdir(), 'virgulta-backup-'))
const file = join(folder, 'demo.json')
const source = lane.databaseUrl
const target = Object.assign(new URL(source), { pathname: '/restored' }).href
const owner = open(source)
let restored: ReturnType<typeof open>

function virgulta(url: string, ...words: string[]) {
  try {
    return {
      status: 0,
      out: execFileSync('node_modules/.bin/tsx', ['cli/virgulta.ts', ...words], {
        encoding: 'utf8',
        stdio: 'pipe',
        env: { ...process.env, DATABASE_URL: url },
      }),
    }
  } catch (error) {
    const { status, stdout, stderr } = error as { status: number; stdout: string; stderr: string }
    return { status, out: stdout + stderr }
  }
}
/** All rows of a garden's table, without the number of the log at which they were worked out. */
const rowsIn = async ({ db }: typeof owner, table: string, id: string, order: string) =>
  (
    await rowsOf(
      db,
      sql`select * from ${sql.identifier(table)} where garden_id = ${id} order by ${sql.raw(order)}`,
    )
  ).map(({ revision: _, ...row }) => row)
let gardenId = ''

/** A text as a file is read: in pieces of a few hundred bytes, which cut letters and words anywhere. */
async function* pieces(text: string) {
  const bytes = Buffer.from(text)
  for (let at = 0; at < bytes.length; at += 301) yield bytes.subarray(at, at + 301)
}

beforeAll(async () => {
  // Quite empty: the tables come with the restoring.
  await owner.db.execute(sql`create database restored`)
  restored = open(target)
  const demos = sql`select id from gardens where is_template and name = 'Quillmere Glasshouses'`
  gardenId = (await rowsOf<{ id: string }>(owner.db, demos))[0]!.id
})
afterAll(async () => {
  await owner.close()
  await restored.close()
  rmSync(folder, { recursive: true, force: true })
})

describe('a backup', () => {
  it('asks which garden is meant when there are several', async () => {
    await new Visitor().startGarden('Second beds')
    const { status, out } = virgulta(source, 'backup', file)
    expect(status).toBe(2)
    expect(out).toContain('Say which garden with --garden.')
    expect(out).toContain(gardenId)
  })

  it('brings the same garden back, entry by entry, with the same read models', async () => {
    const made = virgulta(source, 'backup', file, '--garden', gardenId)
    expect(made.status, made.out).toBe(0)
    const { entries } = JSON.parse(made.out)
    expect(entries).toBeGreaterThan(9000)
    const back = virgulta(target, 'restore', file)
    expect(back.status, back.out).toBe(0)
    expect(JSON.parse(back.out)).toEqual({ id: gardenId, name: 'Quillmere Glasshouses', entries })
    for (const [table, order] of [
      ['entries', 'id'],
      ['tags', 'code'],
      ['touches', 'subject_id, is_need, entry_id'],
      ['plants', 'id'],
      ['crosses', 'id'],
      ['flowers', 'id'],
      ['seed_lots', 'id'],
      ['sowings', 'id'],
      ['places', 'id'],
      ['tag_serials', 'year'],
      ['members', 'person_id'],
    ] as const) {
      expect(await rowsIn(restored, table, gardenId, order), table).toEqual(
        await rowsIn(owner, table, gardenId, order),
      )
    }
  })

  it('is not restored over a garden that is there', () => {
    const { status, out } = virgulta(target, 'restore', file)
    expect([status, out.trim()]).toEqual([
      1,
      'The garden Quillmere Glasshouses is in this database already; restore it into another one. Nothing was changed.',
    ])
  })

  it('is the same file from the garden’s own page', async () => {
    const visitor = await new Visitor().startGarden('Page beds')
    const { ids } = await plantedCross(visitor)
    const { status, body } = await visitor.ask<{
      format: string
      garden: { id: string }
      count: number
      entries: { subjectId: string }[]
    }>('GET', '/api/garden/backup')
    expect(status).toBe(200)
    expect(body).toMatchObject({ format: 'virgulta-garden', count: 4 })
    expect(body.entries.map(e => e.subjectId)).toContain(ids.flower)
    let written = ''
    await owner.db.transaction(tx => backup(tx, body.garden.id, piece => void (written += piece)), SNAPSHOT)
    expect({ ...JSON.parse(written), madeAt: '', sum: '' }).toEqual({ ...body, madeAt: '', sum: '' })
  })
})

describe('a file that is not as it was made', () => {
  let text = ''
  beforeAll(async () => {
    await restored.db.execute(sql`delete from gardens`)
    const [garden] = await rowsOf<{ id: string }>(
      owner.db,
      sql`select id from gardens where name = 'Page beds'`,
    )
    await owner.db.transaction(tx => backup(tx, garden!.id, piece => void (text += piece)), SNAPSHOT)
  })
  const whole = () => text
  it.each<[string, () => string, RegExp]>([
    ['cut off in the middle', () => whole().slice(0, whole().length / 2), /cut off before its end/],
    ['cut off at its last letters', () => whole().slice(0, -40), /cut off before its end/],
    [
      'altered in one figure',
      () => whole().replace('"low and purple"', '"low and pink"'),
      /altered after it was made/,
    ],
    [
      'robbed of an entry',
      () => whole().replace(/,\n\{"id":[^\n]*\}(?=,\n)/, ''),
      /altered after it was made/,
    ],
    [
      'of a later version',
      () => whole().replace('"version":4', '"version":5'),
      /made by a newer Virgulta \(format 5; this one reads up to 4\)/,
    ],
    ['something else', () => '{"format":"recipe","entries":[]}', /altered after it was made|not a backup/],
    ['no JSON', () => 'Dear garden,', /not whole JSON/],
    ['empty', () => '', /cut off before its end/],
    [
      'written anew by another program',
      () => JSON.stringify(JSON.parse(whole())),
      /altered after it was made/,
    ],
  ])('is refused whole: %s', async (_, make, why) => {
    const broken = make()
    expect(broken).not.toBe(whole())
    const refusal = await restore(restored.db, pieces(broken), null).then(
      () => null,
      (error: Error) => error,
    )
    expect(refusal).toBeInstanceOf(Refusal)
    expect(refusal!.message).toMatch(why)
    expect(refusal!.message).toMatch(/^This file cannot be restored: .* Nothing was changed\.$/)
    expect([
      ...(await rowsOf(restored.db, sql`select 1 from gardens union all select 1 from entries`)),
    ]).toEqual([])
  })
})

describe('a file of the first format', () => {
  it('is brought back all the same; the built-in guides it holds come with Virgulta now', async () => {
    const [garden] = await rowsOf<{ id: string }>(
      owner.db,
      sql`select id from gardens where name = 'Page beds'`,
    )
    let text = ''
    await owner.db.transaction(tx => backup(tx, garden!.id, piece => void (text += piece)), SNAPSHOT)
    const tail = /\],\n"sum":"[0-9a-f]{64}"\}\n$/
    const older = text
      .replace(tail, '')
      .replace('],\n"photos":[', '')
      .replace('"version":4', '"version":1')
      .replace('"tagSerials"', '"crops":[{"id":"chilli"}],"tagSerials"')
    expect(older).toContain('"crops"')
    const sum = createHash('sha256').update(older).digest('hex')
    await restore(restored.db, pieces(`${older}],\n"sum":"${sum}"}\n`), null)
    expect(await rowsIn(restored, 'flowers', garden!.id, 'id')).toEqual(
      await rowsIn(owner, 'flowers', garden!.id, 'id'),
    )
    await restored.db.execute(sql`delete from gardens`)
  })
})
