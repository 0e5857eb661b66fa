/** Every route, with whatever can be sent: an answer in words, never a fault of the server, never half a write. */
import * as fc from 'fast-check'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { open } from '../../server/db/connection'
import { lastingGardens } from '../../server/db/rows/garden'
import { rebuild } from '../../server/db/rows/log'
import { routes } from './routes'
import { Visitor, entry, plantedCross } from './visitor'
import { lane } from './lane'

let visitor: Visitor
let planted: Awaited<ReturnType<typeof plantedCross>>
beforeAll(async () => {
  visitor = await new Visitor().startGarden('Fuzzed beds')
  planted = await plantedCross(visitor)
})

const RUNS = 30
/** What closes the visitor's garden would end the test; these are tried by strangers. Trying is limited, so each comes from an address of their own. */
const endsVisit = (name: string) =>
  name.includes('/api/session') ||
  name.includes('/api/account') ||
  name === 'POST /api/gardens' ||
  name.includes('/api/invitations/')
const byWhom = (name: string) => (endsVisit(name) ? new Visitor() : visitor)

/** Strings that have broken programs: zero bytes, halves of letters, quotes, other scripts, very long ones. */
const strange = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 60 }),
  fc.constantFrom(
    '\0',
    'a\0b',
    '\uD800',
    '\u202E',
    '🌼'.repeat(200),
    "'; drop table entries; --",
    '%',
    '\\',
    '__proto__',
    '../../etc',
    'ﷺ',
    'x'.repeat(20_000),
    '0000-00-00',
    '0000-01-01',
    '10000-01-01',
    '9999-12-31',
    '-1',
    '1e309',
    'NaN',
    'null',
    '',
  ),
)
const value = fc.oneof(
  strange,
  fc.constantFrom(null, true, -1, 0, 1.5, 1e308, 2 ** 53),
  fc.jsonValue({ maxDepth: 4 }),
  fc.constant(JSON.parse('['.repeat(2000) + ']'.repeat(2000)) as unknown),
)

async function answered(method: string, path: string, body?: unknown, by = visitor) {
  const { status, body: said } = await by.ask<{ data?: { sentence?: string } }>(method, path, body)
  expect(status, `${method} ${path.slice(0, 200)}`).toBeLessThan(500)
  if (status >= 400 && status !== 413)
    expect(said.data?.sentence, `${method} ${path.slice(0, 200)} → ${status}`).toBeTruthy()
}

// Opening the demo garden takes nothing that could be wrong, and makes a garden each time.
describe.each(routes.filter(r => r.name !== 'POST /api/session/demo'))('$name', ({ method, path, name }) => {
  it('answers any query in words', async () => {
    const names = fc.constantFrom(
      'q',
      'on',
      'year',
      'page',
      'size',
      'sort',
      'order',
      'crop',
      'kind',
      'verdict',
      'code',
      'of',
      'cross',
      'what',
      'from',
      'to',
      'who',
      'also',
      'seed',
      'pollen',
      'season',
    )
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(names, strange), { maxLength: 4 }), async pairs => {
        await answered(
          method,
          `${path}?${pairs.map(([name, text]) => `${name}=${encodeURIComponent(text.slice(0, 4000).toWellFormed())}`).join('&')}`,
          method === 'GET' ? undefined : {},
          byWhom(name),
        )
      }),
      { numRuns: RUNS },
    )
  })

  it.runIf(path.includes('00000000'))('answers any id in words', async () => {
    await fc.assert(
      fc.asyncProperty(strange, async text => {
        await answered(
          method,
          path.replace(
            '00000000-0000-7000-8000-000000000001',
            encodeURIComponent(text.slice(0, 2000).toWellFormed()) || 'x',
          ),
          method === 'GET' ? undefined : {},
        )
      }),
      { numRuns: RUNS },
    )
  })

  it.runIf(method !== 'GET')('answers any body in words', async () => {
    await fc.assert(
      fc.asyncProperty(value, async body =>
        answered(method, path, JSON.stringify(body) ?? 'null', byWhom(name)),
      ),
      { numRuns: RUNS },
    )
    for (const broken of ['', '{', '[1,', 'nil', '{"a":1}}', '\0'])
      await answered(method, path, broken, byWhom(name))
  })
})

describe('making an account and starting a garden', () => {
  it('answers any wish in words', async () => {
    const gardener = await new Visitor().signUp()
    const garden = fc.record(
      { name: value, zone: fc.oneof(value, fc.constant('Europe/Dublin')) },
      { requiredKeys: [] },
    )
    await fc.assert(
      fc.asyncProperty(garden, async body =>
        answered('POST', '/api/gardens', JSON.stringify(body), gardener),
      ),
      { numRuns: 60 },
    )
    const account = fc.record(
      {
        name: value,
        email: fc.oneof(value, fc.emailAddress()),
        password: fc.oneof(value, fc.constant('four words for it')),
      },
      { requiredKeys: [] },
    )
    await fc.assert(
      fc.asyncProperty(account, async body =>
        answered('POST', '/api/account', JSON.stringify(body), new Visitor()),
      ),
      { numRuns: 60 },
    )
  })
})

describe('entries that are nearly right', () => {
  /** One place of a right entry replaced by something strange. */
  const nearly = () => {
    const { ids } = planted
    const rights = [
      entry('plantAdded', v7(), {
        name: 'Near',
        code: '26-2A4E',
        crop: 'chilli',
        plantKind: 'line',
        placeId: null,
        note: null,
        seedParentId: ids.seedParent,
        pollenParentId: null,
      }),
      entry('flowerChosen', v7(), {
        code: '26-2A4E',
        crossId: ids.cross,
        seedParentId: ids.seedParent,
        pollenParentId: ids.pollenParent,
        blooms: 1,
      }),
      entry('emasculated', ids.flower, {}),
      entry('isolated', ids.flower, { way: 'bag' }),
      entry('looked', ids.flower, { look: 'ready' }),
      entry('pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false }),
      entry('flowerLost', ids.flower, { reason: 'eaten' }),
      entry('harvested', v7(), {
        code: '26-2A4E',
        crossId: ids.cross,
        flowers: [{ flowerId: ids.flower, fruits: 1 }],
        seeds: 4,
        sound: 3,
        empty: 1,
      }),
      entry('sown', v7(), {
        code: '26-2A4E',
        lotId: v7(),
        crossId: ids.cross,
        seeds: 4,
        container: 'tray',
        placeId: null,
      }),
      entry('scored', ids.seedParent, { trait: 'height', value: 40 }),
      entry('judged', ids.seedParent, { verdict: 'keep', reason: 'low' }),
    ]
    return fc.tuple(fc.constantFrom(...rights), fc.nat(), value).map(([right, at, wrong]) => {
      const outer = Object.keys(right).map(key => [key])
      const inner = Object.keys(right.payload).map(key => ['payload', key])
      const places = [...outer, ...inner]
      const [first, second] = places[at % places.length] as [string, string?]
      const changed = structuredClone(right) as unknown as Record<string, unknown>
      if (second) (changed[first] as Record<string, unknown>)[second] = wrong
      else changed[first] = wrong
      return { ...changed, ...(first === 'id' ? {} : { id: v7() }) }
    })
  }

  it.each(['\uD800', 'a\uDC00', '\0', 'x'.repeat(100_000), '\u202E', '🌼', 'ﷺ'])(
    'hold the name %j or say why not',
    async name => {
      const [code] = await visitor.codes()
      const { payload, ...rest } = entry('plantAdded', v7(), {
        name: 'x',
        code: code!,
        crop: 'chilli',
        plantKind: 'line',
        placeId: null,
        note: null,
        seedParentId: null,
        pollenParentId: null,
      })
      await answered(
        'POST',
        '/api/entries',
        JSON.stringify({ entries: [{ ...rest, payload: { ...payload, name } }] }),
      )
      await answered(
        'POST',
        '/api/entries',
        JSON.stringify({
          entries: [{ ...rest, id: v7(), subjectId: v7(), payload: { ...payload, note: name } }],
        }),
      )
      await answered('POST', '/api/garden/places', JSON.stringify({ name }))
      const newcomer = new Visitor()
      await answered(
        'POST',
        '/api/account',
        JSON.stringify({ name, email: newcomer.email, password: newcomer.password }),
        newcomer,
      )
      await answered(
        'POST',
        '/api/gardens',
        JSON.stringify({ name, zone: 'Europe/Dublin' }),
        await new Visitor().signUp(),
      )
    },
  )

  it('are answered in words, and leave log and read models whole', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(nearly(), { minLength: 1, maxLength: 3 }), async entries =>
        answered('POST', '/api/entries', JSON.stringify({ entries })),
      ),
      { numRuns: 200 },
    )
    const { db, close } = open(lane.databaseUrl)
    for (const garden of (await lastingGardens(db)).filter(g => g.name === 'Fuzzed beds'))
      expect((await rebuild(db, garden)).differed).toEqual([])
    await close()
  })
})
