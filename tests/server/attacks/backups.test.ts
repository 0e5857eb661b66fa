/** Backups made to break the server that restores them. */
import { createHash } from 'node:crypto'
import { sql } from 'drizzle-orm'
import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Refusal } from '@virgulta/core/log/refusal'
import { SNAPSHOT, backup, restore } from '../../../server/db/backup'
import { open, rowsOf } from '../../../server/db/connection'
import type { BackupHead } from '../../../shared/backup'
import type { OpenGarden } from '../../../shared/garden'
import { Visitor, plantedCross } from '../visitor'
import { lane } from '../lane'

const owner = open(lane.databaseUrl)
afterAll(() => owner.close())
let text = ''
let personId = ''
let keeper: Visitor
beforeAll(async () => {
  keeper = await new Visitor().startGarden('Crafted beds')
  await plantedCross(keeper)
  const { id } = await keeper.get<OpenGarden>('/api/garden')
  await owner.db.transaction(tx => backup(tx, id, piece => void (text += piece)), SNAPSHOT)
  personId = (
    await rowsOf<{ id: string }>(owner.db, sql`select person_id as id from members where garden_id = ${id}`)
  )[0]!.id
})

/** The backup with another head, and a checksum that fits. */
function crafted(change: (head: BackupHead) => void): string {
  const { sum: _, entries, ...head } = JSON.parse(text) as BackupHead & { sum: string; entries: object[] }
  change(head as BackupHead)
  const body = `${JSON.stringify(head).slice(0, -1)},\n"entries":[${entries.map((e, i) => `${i ? ',' : ''}\n${JSON.stringify(e)}`).join('')}`
  return `${body}],\n"sum":"${createHash('sha256').update(body).digest('hex')}"}\n`
}
const restoring = (file: string) =>
  restore(
    owner.db,
    (async function* () {
      yield Buffer.from(file)
    })(),
    personId,
  )

it.each<[string, (head: BackupHead) => void]>([
  ['a clock in the year 9999', head => (head.garden.clockAt = '9999-01-01T00:00:00.000Z')],
  ['a clock in the year 2199', head => (head.garden.clockAt = '2199-01-01T00:00:00.000Z')],
  ['a clock on a day that is none', head => (head.garden.clockAt = '2026-02-31T00:00:00.000Z')],
  ['a time zone of a megabyte', head => (head.garden.zone = 'Europe/'.padEnd(1e6, 'x'))],
  ['a time zone that is none', head => (head.garden.zone = 'Europe/Nowhere')],
  ['a name of a megabyte', head => (head.garden.name = 'x'.repeat(1e6))],
  ['a latitude beyond the poles', head => (head.garden.latitude = 1e9)],
  ['a longitude beyond the date line', head => (head.garden.longitude = -1e9)],
  ['tag codes from below nought', head => (head.tagSerials = [{ year: 2026, next: -50 }])],
  ['tag codes beyond the last', head => (head.tagSerials = [{ year: 2026, next: 2 ** 31 }])],
  ['tag codes of no year', head => (head.tagSerials = [{ year: -2e9, next: 0 }])],
  ['a place at no place', head => (head.places[0]!.position = 1e300)],
  [
    'more places than a walk can hold',
    head =>
      (head.places = Array.from({ length: 20_000 }, (_, i) => ({
        ...head.places[0]!,
        id: v7(),
        position: i,
      }))),
  ],
  [
    'more people than a garden can hold',
    head => (head.people = Array.from({ length: 20_000 }, () => ({ id: v7(), name: 'Nobody' }))),
  ],
  ['fewer than no entries', head => (head.count = -1)],
  ['more entries than there are', head => (head.count = 1e18)],
])('%s is refused in words, and nothing stays', async (_, change) => {
  const gardens = async () =>
    (await rowsOf<{ n: number }>(owner.db, sql`select count(*)::int n from gardens`))[0]!.n
  const before = await gardens()
  const refusal = await restoring(crafted(change)).then(
    () => null,
    (error: Error) => error,
  )
  expect(refusal).toBeInstanceOf(Refusal)
  expect(refusal!.message).toMatch(/^This file cannot be restored: .{10,400} Nothing was changed\.$/)
  expect(await gardens()).toBe(before)
})

it.each<[string, () => string]>([
  ['a text of 20 MB', () => `{"format":"virgulta-garden","garden":{"name":"${'x'.repeat(20e6)}"`],
  [
    'a list of 20 MB that nobody asked for',
    () => `{"format":"virgulta-garden","more":[${'1,'.repeat(10e6)}1]`,
  ],
  ['an entry of 20 MB', () => text.replace(/"entries":\[/, `"entries":[{"id":"${'y'.repeat(20e6)}"},`)],
  ['lists in lists, five million deep', () => `{"format":${'['.repeat(5e6)}`],
])('%s is refused before it is in memory', async (_, make) => {
  await expect(restoring(make())).rejects.toThrow('a single value of it is larger than 4 MB')
})

it('a copy of a copy with the longest name can be restored again', async () => {
  const long = crafted(head => (head.garden.name = 'N'.repeat(80)))
  const { id, name } = await restoring(long)
  expect(name.length).toBe(80)
  let again = ''
  await owner.db.transaction(tx => backup(tx, id, piece => void (again += piece)), SNAPSHOT)
  expect((await restoring(again)).name).toBe(name)
})

it('a demo clock far ahead is still a garden whose screens answer', async () => {
  const { id } = await restoring(
    crafted(head => {
      head.garden.clockAt = '2099-12-30T08:00:00.000Z'
      head.garden.isDemo = true
    }),
  )
  await keeper.ask('PUT', '/api/session/garden', { gardenId: id })
  for (const path of [
    '/api/garden',
    '/api/round',
    '/api/season',
    '/api/plants',
    '/api/bloom?from=2099-01-01&to=2100-12-31&who=all',
    '/api/weather',
  ]) {
    const { status } = await keeper.ask('GET', path)
    expect(status, path).toBeLessThan(500)
  }
})
