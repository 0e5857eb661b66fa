/** Moments that break clocks: whatever the log takes can be brought back, and what it cannot take is refused in words. */
import * as fc from 'fast-check'
import { builtInGuide } from '@virgulta/core/crops/guides/all'
import { sql } from 'drizzle-orm'
import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { SNAPSHOT, backup, restore } from '../../../server/db/backup'
import { open, rowsOf } from '../../../server/db/connection'
import type { OpenGarden } from '../../../shared/garden'
import { Visitor, entry } from '../visitor'
import { lane } from '../lane'

const owner = open(lane.databaseUrl)
afterAll(() => owner.close())
let keeper: Visitor
let gardenId = ''
beforeAll(async () => {
  keeper = await new Visitor().startGarden('Timed beds')
  gardenId = (await keeper.get<OpenGarden>('/api/garden')).id
})

/** A plant with a fresh tag. */
async function coded() {
  const [code] = await keeper.codes()
  return entry('plantAdded', v7(), {
    name: `Timed ${code}`,
    code: code!,
    crop: 'chilli',
    plantKind: 'line',
    placeId: null,
    note: null,
    seedParentId: null,
    pollenParentId: null,
  })
}
const send = (deed: object, sentAt?: string) =>
  keeper.ask('POST', '/api/entries', { entries: [deed], ...(sentAt ? { sentAt } : {}) })

/** The garden's backup, brought back as another garden of its keeper. @returns when its entries happened, by id */
async function carried(): Promise<Map<string, string>> {
  let text = ''
  await owner.db.transaction(tx => backup(tx, gardenId, piece => void (text += piece)), SNAPSHOT)
  const [{ id: personId } = { id: '' }] = await rowsOf<{ id: string }>(
    owner.db,
    sql`select person_id as id from members where garden_id = ${gardenId} limit 1`,
  )
  const { id } = await restore(
    owner.db,
    (async function* () {
      yield Buffer.from(text)
    })(),
    personId,
  )
  const rows = await rowsOf<{ id: string; at: string }>(
    owner.db,
    sql`select id, happened_at as at from entries where garden_id = ${id}`,
  )
  await owner.db.execute(sql`delete from gardens where id = ${id}`)
  return new Map(rows.map(row => [row.id, new Date(row.at).toISOString()]))
}

it('whatever moment is taken is brought back as it was, and what is not taken is refused in words', async () => {
  const two = (n: number) => String(n).padStart(2, '0')
  const written = fc
    .record({
      year: fc.oneof(
        { weight: 1, arbitrary: fc.integer({ min: 1895, max: 1905 }) },
        { weight: 4, arbitrary: fc.integer({ min: 2000, max: 2030 }) },
        { weight: 1, arbitrary: fc.constantFrom(0, 1, 99, 9999) },
      ),
      month: fc.integer({ min: 1, max: 12 }),
      day: fc.integer({ min: 1, max: 31 }),
      hour: fc.integer({ min: 0, max: 23 }),
      fraction: fc.constantFrom('', '.5', '.123456', '.999999999', '.000001'),
      offset: fc.constantFrom('Z', '+05', '+14:00', '-12:00', '+0530', '-09:30'),
    })
    .map(
      m =>
        `${String(m.year).padStart(4, '0')}-${two(m.month)}-${two(m.day)}T${two(m.hour)}:59:59${m.fraction}${m.offset}`,
    )
  const sentAt = fc.option(
    fc.constantFrom(
      '1900-01-01T00:00:00Z',
      '1970-01-01T00:00:00Z',
      '2199-06-01T00:00:00Z',
      '2027-02-31T00:00:00Z',
      '9999-01-01T00:00:00Z',
    ),
    { nil: undefined },
  )
  const statuses = new Map<number, number>()
  await fc.assert(
    fc.asyncProperty(written, sentAt, async (happenedAt, sent) => {
      const { status, body } = await send({ ...(await coded()), happenedAt }, sent)
      statuses.set(status, (statuses.get(status) ?? 0) + 1)
      if (status !== 200) {
        expect([400, 422]).toContain(status)
        expect(body.data.sentence).toMatch(/moment|has not come yet|clock and date right/)
      }
    }),
    { numRuns: 120 },
  )
  // Both happened, or nothing was tried.
  expect([...statuses.keys()].some(status => status >= 400) && statuses.has(200)).toBe(true)

  const kept = new Map(
    (
      await rowsOf<{ id: string; at: string }>(
        owner.db,
        sql`select id, happened_at as at from entries where garden_id = ${gardenId}`,
      )
    ).map(row => [row.id, new Date(row.at).toISOString()]),
  )
  expect(await carried()).toEqual(kept)
  expect((await keeper.ask('GET', '/api/plants?who=all')).status).toBe(200)
})

it.each([
  ['1900-01-01T00:00:00+14:00', undefined, 'Give a moment between the years 1900 and 2200.'],
  ['2026-02-31T05:40:00Z', undefined, 'Give the moment as 2027-06-14T05:40:00Z.'],
  [
    '1900-01-01T00:00:00Z',
    '2199-01-01T00:00:00Z',
    /^By the clock of the device that sent it this lies before 1900/,
  ],
])('%s, sent at %s, is refused: %s', async (happenedAt, sentAt, sentence) => {
  const { status, body } = await send({ ...(await coded()), happenedAt }, sentAt)
  expect([400, 422]).toContain(status)
  expect(body.data.sentence).toMatch(sentence)
})

it('a moment sent again with other digits behind the millisecond is the same entry', async () => {
  const deed = await coded()
  expect((await send({ ...deed, happenedAt: '2024-05-01T05:40:00.123456Z' })).status).toBe(200)
  expect((await send({ ...deed, happenedAt: '2024-05-01T07:40:00.123+02' })).body).toMatchObject({
    recorded: 0,
    known: 1,
  })
})

it('a garden that holds what earlier versions took is brought back: moments before 1900, hours no calendar has, guides out of all bounds', async () => {
  const old = [v7(), v7(), v7()] as const
  const [{ by } = { by: '' }] = await rowsOf<{ by: string }>(
    owner.db,
    sql`select person_id as by from members where garden_id = ${gardenId} limit 1`,
  )
  const wild = { guide: structuredClone(builtInGuide('rose')!) }
  wild.guide.bloom.hours.opens.minutes = { low: 30, high: 1e12 }
  const put = (id: string, kind: string, payload: object, at: string) =>
    owner.db.execute(sql`
    with subject as (select gen_random_uuid() as id), written as (
      insert into entries (garden_id, id, kind, subject_id, payload, happened_at, recorded_at, recorded_by) select ${gardenId}, ${id}, ${kind}, subject.id, ${JSON.stringify(payload)}::jsonb, ${at}::timestamptz, now(), ${by} from subject returning subject_id)
    insert into touches (garden_id, subject_id, entry_id, is_need) select ${gardenId}, subject_id, ${id}, false from written`)
  await put(
    old[0],
    'weatherRead',
    {
      unit: 'hour',
      source: 'old.csv',
      rows: [
        ['2024-02-31T05:00:00Z', 4, null, null, null, null],
        ['2024-03-01T05:00:00Z', 5, null, null, null, null],
      ],
    },
    '2024-03-02',
  )
  await put(old[1], 'guideSet', wild, '2024-03-03')
  await put(
    old[2],
    'plantAdded',
    {
      name: 'Very old',
      code: '99-2A4E',
      crop: 'rose',
      plantKind: 'clone',
      placeId: null,
      note: null,
      seedParentId: null,
      pollenParentId: null,
    },
    '1727-03-01',
  )
  const back = await carried()
  for (const id of old) expect(back.has(id)).toBe(true)
  expect(back.get(old[2])).toBe('1900-01-01T00:00:00.000Z')
})
