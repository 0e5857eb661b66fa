/** The flower's whole log over the wire: notes that do not go together, late and misdated ones, guides and ways of the garden's own, what comes out of it. */
import { builtInGuide } from '@virgulta/core/crops/guides/all'
import type { Entry } from '@virgulta/core/log/entry'
import { dayOf } from '@virgulta/core/time/days'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { CrossPage } from '../../shared/crosses'
import type { CropPage, OwnGuides } from '../../shared/crops'
import type { OpenGarden } from '../../shared/garden'
import type { AccessToken } from '../../shared/people'
import type { PlantStory } from '../../shared/plants'
import type { LastPassAnswer, Round } from '../../shared/round'
import type { DevicesPage } from '../../shared/tags'
import { Visitor, entry, plantedCross, undoing } from './visitor'

let keeper: Visitor
let planted: Awaited<ReturnType<typeof plantedCross>>
beforeAll(async () => {
  keeper = await new Visitor().startGarden('Round beds')
  planted = await plantedCross(keeper)
})

const chooseFlower = async (blooms = 1) => {
  const [code] = await keeper.codes(1)
  const id = v7()
  const { cross, seedParent, pollenParent } = planted.ids
  const chosen = entry(
    'flowerChosen',
    id,
    { code: code!, crossId: cross, seedParentId: seedParent, pollenParentId: pollenParent, blooms },
    20,
  )
  return { id, code: code!, chosen }
}
const flowerOf = async (id: string) =>
  (await keeper.get<CrossPage>(`/api/crosses/${planted.ids.cross}`)).flowers.find(f => f.flower.id === id)
    ?.flower
const sendAnyway = (entries: Entry[], more = {}) =>
  keeper.ask<{ recorded: number; data: { code: string } }>('POST', '/api/entries', {
    entries,
    anyway: true,
    ...more,
  })
const pollinated = (id: string, daysAgo: number) =>
  entry(
    'pollinated',
    id,
    { pollenParentId: planted.ids.pollenParent, selfMeant: false, tool: 'brush', grains: 'many' },
    daysAgo,
  )

describe('notes that do not go together', () => {
  it('are refused while somebody is there to be told, taken from a late telephone, shown, and settled', async () => {
    const { id, code, chosen } = await chooseFlower()
    expect((await keeper.send(chosen, entry('flowerLost', id, { reason: 'eaten' }, 10))).status).toBe(200)
    const late = pollinated(id, 8)
    const { status, body } = await keeper.send(late)
    expect([status, body.data.code]).toEqual([422, 'flower-lost'])
    expect((await sendAnyway([late])).body.recorded).toBe(1)
    expect(await flowerOf(id)).toMatchObject({
      status: 'lost',
      conflicts: [{ entryId: late.id, code: 'flower-lost' }],
    })
    expect((await keeper.get<Round>('/api/round')).torn.map(t => t.flower.code)).toEqual([code])
    // What stood so before does not stand in the way of what follows.
    expect((await keeper.send(entry('conflictSettled', id, { entryId: late.id }))).status).toBe(200)
    expect((await keeper.get<Round>('/api/round')).torn).toEqual([])
  })

  it('count once the earlier one is taken back', async () => {
    const { id, chosen } = await chooseFlower()
    const lost = entry('flowerLost', id, { reason: 'eaten' }, 10)
    await keeper.send(chosen, lost)
    await sendAnyway([pollinated(id, 8)])
    expect((await keeper.send(undoing(lost.id))).status).toBe(200)
    expect(await flowerOf(id)).toMatchObject({ status: 'pollinated', conflicts: [] })
  })

  it('come to one state in whatever order they arrive, the tag last of all', async () => {
    const states = []
    for (const order of [
      [0, 1, 2, 3],
      [3, 2, 1, 0],
      [1, 3, 0, 2],
    ]) {
      const { id, chosen } = await chooseFlower()
      const steps = [
        chosen,
        entry('emasculated', id, { school: 'pluck', count: 6 }, 19),
        entry('isolated', id, { way: 'mesh' }, 19),
        pollinated(id, 18),
      ]
      for (const i of order) expect((await sendAnyway([steps[i]!])).status).toBe(200)
      const { id: _, code: __, chosenAt: ___, ...state } = (await flowerOf(id))!
      states.push({ ...state, pollinations: state.pollinations.map(p => ({ ...p, at: '' })) })
    }
    expect(states[1]).toEqual(states[0])
    expect(states[2]).toEqual(states[0])
    expect(states[0]).toMatchObject({
      status: 'pollinated',
      conflicts: [],
      emasculation: { school: 'pluck', count: 6 },
    })
  })

  it('that come before their tag are refused without being told to wait', async () => {
    const { id } = await chooseFlower()
    expect((await keeper.send(pollinated(id, 1))).body.data.code).toBe('unknown-flower')
  })
})

describe('a telephone whose clock is wrong', () => {
  it('is put right by the clock it sends with, and may send the same again', async () => {
    const { id, chosen } = await chooseFlower()
    await keeper.send(chosen)
    const ahead = {
      ...entry('emasculated', id, {}),
      happenedAt: new Date(Date.now() + 3 * 3_600_000).toISOString(),
    }
    expect((await keeper.send(ahead)).body.data.code).toBe('in-future')
    const clock = () => new Date(Date.now() + 3 * 3_600_000 + 60_000).toISOString()
    const sentFrom = Date.now()
    const send = () =>
      keeper.ask<{ recorded: number; known: number }>('POST', '/api/entries', {
        entries: [ahead],
        sentAt: clock(),
      })
    expect((await send()).body).toMatchObject({ recorded: 1, known: 0 })
    expect((await send()).body).toMatchObject({ recorded: 0, known: 1 })
    // Right is a minute before it was sent, which around midnight is the day before.
    const { zone } = await keeper.get<OpenGarden>('/api/garden')
    const [earliest, latest] = [sentFrom, Date.now()].map(ms =>
      dayOf(new Date(ms - 60_000).toISOString(), zone),
    )
    expect([earliest, latest]).toContain((await flowerOf(id))!.emasculatedOn)
  })
})

describe('guides of the garden’s own', () => {
  const ownId = v7()
  const chilli = builtInGuide('chilli')!
  it('take the place of the built-in one, for the forecast too, and are dropped again', async () => {
    const slow = { ...chilli, take: { ...chilli.take, daysAfterPollination: { low: 20, high: 30 } } }
    expect((await keeper.send(entry('guideSet', ownId, { guide: slow }))).status).toBe(200)
    const known = await keeper.get<CropPage>('/api/crops/chilli')
    expect(known.guide.take.daysAfterPollination).toEqual({ low: 20, high: 30 })
    expect(known.knowledge.days.toTake.low).toBeCloseTo(20, 0)
    expect((await keeper.get<OwnGuides>('/api/guides')).own).toHaveLength(1)
    await keeper.send(entry('guideDropped', ownId, {}))
    expect((await keeper.get<CropPage>('/api/crops/chilli')).guide.take.daysAfterPollination).toEqual(
      chilli.take.daysAfterPollination,
    )
  })

  it('may add a crop, of which plants can then be had', async () => {
    await keeper.send(
      entry('guideSet', v7(), { guide: { ...chilli, id: 'lake-pepper', name: 'Lake pepper' } }),
    )
    const [code] = await keeper.codes(1)
    const plant = entry('plantAdded', v7(), {
      code: code!,
      name: 'Reed',
      crop: 'lake-pepper',
      plantKind: 'line',
      placeId: null,
      note: null,
      seedParentId: null,
      pollenParentId: null,
    })
    expect((await keeper.send(plant)).status).toBe(200)
    const { crops, guides } = await keeper.get<OpenGarden>('/api/garden')
    expect(crops.map(c => c.guide.id).sort()).toEqual(['chilli', 'lake-pepper'])
    expect(guides.length).toBeGreaterThan(30)
  })

  it('with a range upside down are refused with a sentence', async () => {
    const bad = { ...chilli, take: { ...chilli.take, daysAfterPollination: { low: 9, high: 4 } } }
    const { status, body } = await keeper.send(entry('guideSet', v7(), { guide: bad }))
    expect([status, body.data.sentence]).toEqual([400, 'Both days lie above 0, the smaller first.'])
  })

  it('and customs: a school kept to, a caution hidden', async () => {
    await keeper.send(
      entry('customSet', v7(), { custom: { about: 'school', step: 'cover', school: 'paper' } }),
      entry('customSet', v7(), { custom: { about: 'caution', caution: 'spirit', isHidden: true } }),
    )
    const { crops, hiddenCautions } = await keeper.get<OpenGarden>('/api/garden')
    expect(crops.find(c => c.guide.id === 'chilli')!.guide.schools.cover!.usual).toBe('paper')
    expect(hiddenCautions).toEqual(['spirit'])
  })
})

describe('the work ahead in a calendar', () => {
  it('is a file, and a secret address that is revoked', async () => {
    const file = await keeper.ask<Buffer>('GET', '/api/calendar')
    expect(file.status).toBe(200)
    expect(String(file.body)).toMatch(/^BEGIN:VCALENDAR[\s\S]*BEGIN:VEVENT[\s\S]*Test Ember × Test Lantern/)
    const {
      body: { token },
    } = await keeper.ask<{ token: string }>('POST', '/api/tokens', {
      name: 'my telephone',
      opens: 'calendar',
    })
    const stranger = new Visitor()
    const read = await stranger.ask<Buffer>('GET', `/api/calendar/${token}.ics`)
    expect([read.status, String(read.body).startsWith('BEGIN:VCALENDAR')]).toEqual([200, true])
    // The address opens the calendar and nothing else.
    stranger.headers.authorization = `Bearer ${token}`
    expect((await stranger.ask('GET', '/api/garden')).status).toBe(401)
    const [made] = await keeper.get<AccessToken[]>('/api/tokens')
    expect(made).toMatchObject({ opens: 'calendar', name: 'my telephone' })
    await keeper.ask('DELETE', `/api/tokens/${made!.id}`)
    expect((await new Visitor().ask('GET', `/api/calendar/${token}.ics`)).status).toBe(404)
    expect((await new Visitor().ask('GET', '/api/calendar/anything')).status).toBe(404)
  })
})

describe('tags and marks', () => {
  const pdf = (query: string) =>
    keeper.ask<Buffer>('GET', `/api/crosses/${planted.ids.cross}/tags.pdf?${query}`)
  const pages = (body: Buffer) => (String(body).match(/\/Type \/Page\b/g) ?? []).length
  it.each([
    ['', 1],
    ['sheet=label40', 1],
    ['sheet=letter30&start=30', 2],
    ['sheet=loop8', 1],
    ['sheet=cut16&width=60&height=20&columns=3&rows=12', 1],
  ])('print on the sheet that is asked for: %s', async (query, most) => {
    const { status, body } = await pdf(query)
    expect(status).toBe(200)
    expect(String(body).slice(0, 5)).toBe('%PDF-')
    expect(pages(body)).toBe(most)
  })

  it('are refused on a sheet they do not fit, with a sentence', async () => {
    const { status, body } = await keeper.ask(
      'GET',
      `/api/crosses/${planted.ids.cross}/tags.pdf?width=200&columns=2`,
    )
    expect([status, body.data.sentence]).toEqual([
      400,
      'The tags are wider than the page; take fewer columns, narrower tags or a smaller margin.',
    ])
  })

  it('go to the label printer one by one, and lie in its tray', async () => {
    const codes = [planted.codes.flower]
    expect(
      (
        await keeper.ask<{ printed: number }>('POST', '/api/tags/print', {
          crossId: planted.ids.cross,
          codes,
        })
      ).body,
    ).toEqual({ printed: 1 })
    const { printouts, printer } = await keeper.get<DevicesPage>('/api/devices')
    expect(printer.isSimulated).toBe(true)
    expect(printouts.map(p => p.tag)).toEqual([
      expect.objectContaining({ code: planted.codes.flower, names: ['Test Ember', 'Test Lantern'] }),
    ])
    expect(
      (await keeper.ask('POST', '/api/tags/print', { crossId: planted.ids.cross, codes: ['26-2222'] })).body
        .data.code,
    ).toBe('no-tags')
  })

  it('marks stand for pollen parents, each for one, and come with the round', async () => {
    const { seedParent, pollenParent } = planted.ids
    const set = (marks: { mark: string; pollenParentId: string }[]) =>
      keeper.send(entry('marksSet', seedParent, { of: 'beads', marks }))
    expect(
      (
        await set([
          { mark: '2', pollenParentId: pollenParent },
          { mark: '2', pollenParentId: seedParent },
        ])
      ).body.data.sentence,
    ).toBe('Two pollen parents have the same mark.')
    expect((await set([{ mark: '1-1', pollenParentId: pollenParent }])).status).toBe(200)
    const stop = (await keeper.get<Round>('/api/round')).stops.find(s => s.marks)
    expect(stop!.marks).toEqual({
      of: 'beads',
      marks: [{ mark: '1-1', pollenParentId: pollenParent, name: 'Test Lantern' }],
    })
    expect(
      String((await keeper.ask<Buffer>('GET', `/api/plants/${seedParent}/marks.pdf`)).body).slice(0, 5),
    ).toBe('%PDF-')
    expect((await keeper.ask('GET', `/api/plants/${pollenParent}/marks.pdf`)).status).toBe(404)
  })
})

describe('what a plant carries, and what follows the seed', () => {
  it('is counted over all its crosses', async () => {
    const { id, chosen } = await chooseFlower(3)
    await keeper.send(
      chosen,
      pollinated(id, 18),
      entry('takeNoted', id, { take: 'taken', reason: null, fruits: 2 }, 10),
    )
    const { load } = await keeper.get<PlantStory>(`/api/plants/${planted.ids.seedParent}`)
    expect(load).toMatchObject({ carries: 2, mayCarry: { low: 12, high: 40 }, tooMany: 0 })
    const { progress } = await keeper.get<CrossPage>(`/api/crosses/${planted.ids.cross}`)
    expect(progress.target).toBe(4)
    expect(progress.taken).toBe(2)
  })

  it('the doubt of a step left out goes with it to the packet, the family and every plant that comes of it', async () => {
    const { id, chosen } = await chooseFlower()
    const [code] = await keeper.codes(1)
    const lot = v7()
    await keeper.send(
      chosen,
      pollinated(id, 18),
      entry('takeNoted', id, { take: 'taken', reason: null }, 10),
      entry(
        'harvested',
        lot,
        {
          code: code!,
          crossId: planted.ids.cross,
          flowers: [{ flowerId: id, fruits: 1 }],
          seeds: 9,
          sound: 9,
          empty: 0,
          cue: 'colour',
        },
        8,
      ),
    )
    const { doubts } = await keeper.get<{ doubts: { words: string; flowers: number }[] }>(
      `/api/seed/lots/${lot}`,
    )
    const doubt = { words: 'was not emasculated: this form selfs by itself', flowers: 1 }
    expect(doubts).toContainEqual(doubt)
    const [tray, seedling, child] = [v7(), v7(), v7()]
    const [trayCode, seedlingCode, childCode] = await keeper.codes(3)
    const { cross, seedParent, pollenParent } = planted.ids
    await keeper.send(
      entry(
        'sown',
        tray,
        { code: trayCode!, lotId: lot, crossId: cross, seeds: 5, container: 'tray', placeId: null },
        6,
      ),
      entry('seedlingsUp', tray, { count: 2 }, 4),
      entry(
        'seedlingsRaised',
        tray,
        {
          plants: [{ id: seedling, code: seedlingCode! }],
          crop: 'chilli',
          crossId: cross,
          seedParentId: seedParent,
          pollenParentId: pollenParent,
          placeId: null,
        },
        3,
      ),
      entry(
        'plantAdded',
        child,
        {
          name: 'Test Child',
          code: childCode!,
          crop: 'chilli',
          plantKind: 'line',
          placeId: null,
          note: null,
          seedParentId: seedling,
          pollenParentId: null,
        },
        1,
      ),
    )
    expect((await keeper.get<{ doubts: object[] }>(`/api/offspring/${cross}`)).doubts).toContainEqual(doubt)
    expect((await keeper.get<PlantStory>(`/api/plants/${seedling}`)).doubts).toEqual([
      { plant: { id: seedling, name: seedlingCode }, doubts: expect.arrayContaining([doubt]), flowers: 1 },
    ])
    expect((await keeper.get<PlantStory>(`/api/plants/${child}`)).doubts).toEqual([
      expect.objectContaining({ plant: { id: seedling, name: seedlingCode } }),
    ])
  })
})

describe('the last pass of pollen', () => {
  const last = async (visitor: Visitor) => (await visitor.get<LastPassAnswer>('/api/round/last-pass')).last

  it('is that of the person, on whichever device it was noted, until it is taken back', async () => {
    const owner = await new Visitor().startGarden('Passing beds')
    const { ids } = await plantedCross(owner)
    const hand = await owner.withMember('hand')
    expect(await last(owner)).toBeNull()
    const pass = entry(
      'pollinated',
      ids.flower,
      { pollenParentId: ids.pollenParent, selfMeant: false, tool: 'brush', grains: 'many' },
      1,
    )
    expect((await owner.send(pass)).status).toBe(200)
    const elsewhere = { seedParentId: ids.seedParent, pollenParentId: ids.pollenParent, at: pass.happenedAt }
    expect(await last(await owner.onAnotherDevice())).toEqual(elsewhere)
    expect(await last(hand)).toBeNull()
    await owner.send(undoing(pass.id))
    expect(await last(owner)).toBeNull()
  })
})
