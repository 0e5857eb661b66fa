import { execFileSync } from 'node:child_process'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { CropPage } from '../../shared/crops'
import type { CrossPage, CrossRow, PlanAnswer } from '../../shared/crosses'
import type { LogLine } from '../../shared/entries'
import type { Found } from '../../shared/find'
import type { OpenGarden, Place } from '../../shared/garden'
import type { FamilyRow } from '../../shared/offspring'
import type { PlantPage } from '../../shared/plants'
import type { Round, Season } from '../../shared/round'
import type { SeedShelf } from '../../shared/seed'
import { Visitor, entry, plantedCross, undoing } from './visitor'
import { lane } from './lane'

interface LogPage {
  lines: LogLine[]
  total: number
}

let demo: Visitor
beforeAll(async () => {
  demo = await new Visitor().openDemo()
})

describe('another garden', () => {
  it('sees nothing of this one and changes nothing in it', async () => {
    const mine = await new Visitor().startGarden('Mine')
    const { ids } = await plantedCross(mine)
    const other = await new Visitor().startGarden('Other')
    for (const path of [
      `/api/plants/${ids.seedParent}`,
      `/api/crosses/${ids.cross}`,
      `/api/crosses/${ids.cross}/tags.pdf`,
      `/api/offspring/${ids.cross}`,
      `/api/offspring/${ids.cross}/selfs`,
      '/api/lineage?crop=chilli',
      '/api/lineage/related?crop=chilli',
      '/api/lineage/merit?crop=chilli',
      `/api/plants/${ids.seedParent}/descent?with=${ids.pollenParent}`,
      `/api/offspring/${ids.cross}/sheet.pdf`,
      `/api/offspring/${ids.cross}/beside?trait=height`,
    ]) {
      expect((await other.ask('GET', path)).status).toBe(404)
    }
    expect((await other.send(entry('emasculated', ids.flower, {}))).body.data.code).toBe('unknown-flower')
    const [code] = await other.codes()
    const reaching = entry('flowerChosen', v7(), {
      code: code!,
      crossId: ids.cross,
      seedParentId: ids.seedParent,
      pollenParentId: null,
      blooms: 1,
    })
    expect((await other.send(reaching)).body.data.code).toBe('unknown-subject')
    expect(await other.get('/api/find?q=Test%20Ember')).toEqual([])
    expect((await other.get<PlantPage>('/api/plants')).total).toBe(0)
  })

  it('may hold an entry of the same id', async () => {
    const [one, two] = [await new Visitor().startGarden('One'), await new Visitor().startGarden('Two')]
    const id = v7()
    for (const visitor of [one, two]) {
      const [code] = await visitor.codes()
      const added = entry(
        'plantAdded',
        v7(),
        {
          name: 'Twin',
          code: code!,
          crop: 'squash',
          plantKind: 'line',
          placeId: null,
          note: null,
          seedParentId: null,
          pollenParentId: null,
        },
        0,
        id,
      )
      expect((await visitor.send(added)).body).toMatchObject({ recorded: 1, known: 0 })
    }
  })
})

describe('the demo garden', () => {
  it('is as large as it should be, and filled from its log', async () => {
    const garden = await demo.get<OpenGarden>('/api/garden')
    expect(garden).toMatchObject({ name: 'Quillmere Glasshouses', today: '2026-06-12', isDemo: true })
    const rows = await demo.get<CrossRow[]>('/api/crosses')
    const shelf = await demo.get<SeedShelf>('/api/seed')
    const families = await demo.get<FamilyRow[]>('/api/offspring')
    expect(rows).toHaveLength(44)
    expect(new Set(rows.map(r => r.cross.plannedOn.slice(0, 4))).size).toBe(4)
    expect(shelf.packets).toBeGreaterThan(30)
    expect(families.reduce((sum, f) => sum + f.plants, 0)).toBeGreaterThan(1400)
  })

  it('has work in all three crops today', async () => {
    const round = await demo.get<Round>('/api/round')
    expect(new Set(round.stops.map(s => s.crop))).toEqual(new Set(['chilli', 'hellebore', 'squash']))
    expect(new Set(round.stops.map(s => s.step)).size).toBeGreaterThan(3)
    expect(round.carry.length).toBeGreaterThan(2)
    expect(round.ahead).toHaveLength(7)
  })

  it('shows its season with work done and due and the blooms', async () => {
    const season = await demo.get<Season>('/api/season')
    expect(season.weeks).toHaveLength(53)
    expect(season.weeks.reduce((sum, w) => sum + w.done, 0)).toBeGreaterThan(500)
    expect(season.weeks.some(w => w.due > 0)).toBe(true)
    // Of the plants in play: the hellebores' of this winter, and the next that begins before New Year.
    expect(season.blooms.map(b => b.crop).sort()).toEqual(['chilli', 'hellebore', 'hellebore', 'squash'])
    expect(season.blooms.find(b => b.crop === 'hellebore')).toMatchObject({
      from: expect.stringMatching(/^2026-0[1-3]/),
      to: expect.stringMatching(/^2026-0[3-5]/),
    })
    expect((await demo.get<Season>('/api/season?year=2024')).weeks[0]!.from).toBe('2024-01-01')
  })

  it('moves its clock by the hour and by the day; a real garden does not', async () => {
    const before = (await demo.get<OpenGarden>('/api/garden')).now
    const { body } = await demo.ask<{ now: string }>('POST', '/api/garden/clock', { by: 'hour' })
    expect(Date.parse(body.now) - Date.parse(before)).toBe(3_600_000)
    await demo.ask('POST', '/api/garden/clock', { by: 'day' })
    expect((await demo.get<OpenGarden>('/api/garden')).today).toBe('2026-06-13')
    const real = await new Visitor().startGarden()
    expect((await real.ask('POST', '/api/garden/clock', { by: 'day' })).body.data.code).toBe('real-clock')
  })

  it('plans with the pair’s own records', async () => {
    const [row] = await demo.get<CrossRow[]>('/api/crosses')
    const { crop, seedParentId, pollenParentId } = row!.cross
    const { body } = await demo.ask<PlanAnswer>('POST', '/api/crosses/plan', {
      crop,
      seedParentId,
      pollenParentId,
      flowers: 20,
    })
    expect(body.course.pollinated.median).toBe(20)
    expect(body.course.taken.low).toBeLessThan(body.course.taken.high)
    expect(body.takeRecords).toBeGreaterThan(20)
  })

  it('finds plants by name, crosses by aim and anything by its code, however it is typed', async () => {
    expect((await demo.get<Found[]>('/api/find?q=ember%20row'))[0]).toMatchObject({
      what: 'plant',
      name: 'Ember Row',
    })
    expect((await demo.get<Found[]>('/api/find?q=slate%20on%20a'))[0]).toMatchObject({ what: 'cross' })
    const rows = await demo.get<CrossRow[]>('/api/crosses')
    const page = await demo.get<CrossPage>(`/api/crosses/${rows.find(r => r.counts.seeds)!.cross.id}`)
    const flowerCode = page.flowers[0]!.flower.code
    for (const typed of [flowerCode, flowerCode.toLowerCase().replace('-', ''), ` ${flowerCode} `]) {
      expect((await demo.get<Found[]>(`/api/find?q=${encodeURIComponent(typed)}`))[0]).toMatchObject({
        what: 'flower',
        code: flowerCode,
      })
    }
    expect((await demo.get<Found[]>(`/api/find?q=${page.lots[0]!.code}`))[0]).toMatchObject({
      what: 'packet',
    })
    expect(await demo.get('/api/find?q=%25')).toEqual([])
  })

  it('prints tags that carry code, parents, date and the code in words', async () => {
    const rows = await demo.get<CrossRow[]>('/api/crosses')
    const row = rows.find(r => r.cross.aim.startsWith('Repeat the first cross'))!
    const page = await demo.get<CrossPage>(`/api/crosses/${row.cross.id}`)
    const { status, body } = await demo.ask<Buffer>('GET', `/api/crosses/${row.cross.id}/tags.pdf`)
    expect(status).toBe(200)
    expect(body.subarray(0, 5).toString()).toBe('%PDF-')
    const hanging = page.flowers.filter(f => f.due !== null)
    expect(hanging.length).toBeGreaterThan(8)
    expect(body.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(Math.ceil(hanging.length / 16))
  })
})

describe('what is learnt', () => {
  it('stands beside the records it comes from, of the crop or of one cross', async () => {
    const rows = await demo.get<CrossRow[]>('/api/crosses')
    const { cross, counts } = rows.find(r => r.cross.crop === 'chilli' && r.counts.kept)!
    const all = await demo.get<CropPage>('/api/crops/chilli?of=take')
    const own = await demo.get<CropPage>(`/api/crops/chilli?of=take&cross=${cross.id}`)
    expect(all.records).toHaveLength(all.knowledge.shares.take.records)
    expect(own.records.every(r => r.crossId === cross.id)).toBe(true)
    expect(own.records.filter(r => 'tries' in r && r.successes)).toHaveLength(counts.taken)
    expect((await demo.ask('GET', '/api/crops/moss')).status).toBe(404)
    expect((await demo.ask('GET', '/api/crops/chilli?of=luck')).body.data.sentence).toBe(
      'There are no records of this.',
    )
  })

  it('changes with the next entry, not later', async () => {
    const visitor = await new Visitor().startGarden('Learning beds')
    const { ids } = await plantedCross(visitor)
    const records = async () => (await visitor.get<CropPage>('/api/crops/chilli?of=take')).records.length
    expect(await records()).toBe(0)
    await visitor.send(
      entry('pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false }, 170),
    )
    const taken = entry('takeNoted', ids.flower, { take: 'taken', reason: null }, 160)
    await visitor.send(taken)
    expect(await records()).toBe(1)
    await visitor.send(undoing(taken.id))
    expect(await records()).toBe(0)
  })
})

describe('the log to read', () => {
  it('is paged from the latest on, and found by the tag', async () => {
    const one = await demo.get<LogPage>('/api/entries?page=1&size=20')
    const two = await demo.get<LogPage>('/api/entries?page=2&size=20')
    expect(one.total).toBeGreaterThan(9000)
    const moments = [...one.lines, ...two.lines].map(l => l.happenedAt)
    expect(moments).toEqual([...moments].sort().reverse())
    expect(new Set([...one.lines, ...two.lines].map(l => l.id)).size).toBe(40)
    const { code } = one.lines.find(l => l.code)!
    const found = await demo.get<LogPage>(`/api/entries?code=${code!.toLowerCase()}`)
    expect(found.lines.map(l => l.code)).toEqual(Array<string>(found.total).fill(code!))
    expect(found.lines.map(l => l.id)).toContain(one.lines.find(l => l.code)!.id)
    expect((await demo.get<LogPage>('/api/entries?code=%25')).total).toBe(0)
  })
})

describe('places', () => {
  it('are added at the end of the walk, and only there can things stand', async () => {
    const visitor = await new Visitor().startGarden('Placed beds')
    const { body: place } = await visitor.ask<Place>('POST', '/api/garden/places', { name: '  Lower frame ' })
    expect(place).toMatchObject({ name: 'Lower frame', position: 1 })
    expect((await visitor.get<OpenGarden>('/api/garden')).places.map(p => p.name)).toEqual([
      'First bench',
      'Lower frame',
    ])
    const [code] = await visitor.codes()
    const added = (placeId: string) =>
      entry('plantAdded', v7(), {
        name: 'Placed',
        code: code!,
        crop: 'chilli',
        plantKind: 'line',
        placeId,
        note: null,
        seedParentId: null,
        pollenParentId: null,
      })
    expect((await visitor.send(added(v7()))).body.data).toMatchObject({
      code: 'unknown-place',
      field: 'placeId',
    })
    expect((await visitor.send(added(place.id))).status).toBe(200)
  })
})

describe('plants', () => {
  it('are paged, sorted and filtered', async () => {
    const [first, second] = [
      await demo.get<PlantPage>('/api/plants?page=1&size=10'),
      await demo.get<PlantPage>('/api/plants?page=2&size=10'),
    ]
    expect(new Set([...first.plants, ...second.plants].map(p => p.id)).size).toBe(20)
    expect(first.plants[0]!.name).not.toBe(first.plants[0]!.code)
    const clones = await demo.get<PlantPage>('/api/plants?kind=clone&sort=since&order=desc&size=100')
    expect(clones.total).toBe(16)
    expect(clones.plants.map(p => p.since)).toEqual([...clones.plants.map(p => p.since)].sort().reverse())
    expect(
      (await demo.get<PlantPage>('/api/plants?q=lantern')).plants.every(p => /lantern/i.test(p.name)),
    ).toBe(true)
  })
})

describe('bad input', () => {
  it('names a time zone that is unknown', async () => {
    const { status, body } = await (
      await new Visitor().signUp()
    ).ask('POST', '/api/gardens', { name: 'A', zone: 'Mars/Olympus' })
    expect([status, body.data.field, body.data.sentence]).toEqual([
      400,
      'zone',
      'This time zone is not known; choose one from the list.',
    ])
  })

  it.each<[string, string, unknown, number]>([
    ['POST', '/api/entries', {}, 400],
    ['POST', '/api/entries', { entries: [] }, 400],
    ['POST', '/api/entries', { entries: [{ kind: 'sang' }] }, 400],
    ['POST', '/api/entries', '{"entries": [', 400],
    [
      'POST',
      '/api/entries',
      { entries: [{ id: v7(), kind: 'voided', voids: v7(), happenedAt: '2026-06-12T04:00:00Z' }] },
      422,
    ],
    ['POST', '/api/tags/fresh', { count: 0 }, 400],
    ['POST', '/api/tags/fresh', { count: 1e9 }, 400],
    ['POST', '/api/garden/clock', { by: 'year' }, 400],
    ['POST', '/api/garden/places', { name: ' ' }, 400],
    ['POST', '/api/garden/places', { name: 'x'.repeat(61) }, 400],
    ['GET', '/api/round?on=12.6.2026', undefined, 400],
    ['GET', '/api/round?on=2026-02-31', undefined, 400],
    ['GET', '/api/round?on=9999-12-31', undefined, 400],
    ['GET', '/api/season?year=abc', undefined, 400],
    ['GET', '/api/plants?page=0', undefined, 400],
    ['GET', '/api/plants?sort=owner', undefined, 400],
    ['GET', '/api/plants/not-an-id', undefined, 404],
    ['GET', `/api/crosses/${v7()}`, undefined, 404],
    ['GET', '/api/find?q=%00', undefined, 400],
  ])('%s %s is answered in words', async (method, path, body, wanted) => {
    const answer = await demo.ask(method, path, body)
    expect(answer.status).toBe(wanted)
    expect(answer.body.data.sentence).toMatch(/^[A-ZÀ-Ý“].*\.$|^Invalid/)
  })
})

describe('the command line', () => {
  const virgulta = (...words: string[]) => {
    try {
      return {
        status: 0,
        out: execFileSync('node_modules/.bin/tsx', ['cli/virgulta.ts', ...words], {
          encoding: 'utf8',
          stdio: 'pipe',
          env: { ...process.env, DATABASE_URL: lane.databaseUrl },
        }),
      }
    } catch (error) {
      const { status, stdout, stderr } = error as { status: number; stdout: string; stderr: string }
      return { status, out: stdout + stderr }
    }
  }

  it('makes and checks tag codes', () => {
    const { out } = virgulta('tag', 'new', '--year', '2026', '--count', '3')
    const codes = out.trim().split('\n')
    expect(codes).toHaveLength(3)
    expect(JSON.parse(virgulta('tag', 'check', codes[0]!.toLowerCase()).out)).toMatchObject({
      ok: true,
      code: codes[0],
      year: 2026,
    })
    const wrong = virgulta('tag', 'check', '26-2222')
    expect(wrong.status).toBe(1)
    expect(JSON.parse(wrong.out)).toMatchObject({ ok: false })
  })

  it('rebuilds the read models and says whether any differed', () => {
    const lines = virgulta('rebuild')
      .out.trim()
      .split('\n')
      .map(line => JSON.parse(line))
    expect(lines.length).toBeGreaterThan(1)
    for (const line of lines) expect(line.differed).toEqual([])
  })

  it('explains itself, and says what it does not know', () => {
    expect(virgulta('help').out).toContain('tag new')
    expect(virgulta('sing')).toMatchObject({
      status: 2,
      out: expect.stringContaining('There is no command "sing"'),
    })
    expect(virgulta('tag', 'new', '--count', 'many').status).toBe(2)
  })
})
