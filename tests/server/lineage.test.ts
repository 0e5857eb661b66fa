/** Lineage and merit over the wire: trees, descent, relatedness, what plants are worth as parents. */
import type { Deed } from '@virgulta/core/log/entry'
import { range } from 'd3-array'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { DescentPage, MeritPage, RelatedPage, TreePage, WaysPage } from '../../shared/lineage'
import type { Round, Season } from '../../shared/round'
import { Visitor, entry } from './visitor'

let keeper: Visitor
const [post, bell, child, cutting, grandchild] = range(5).map(() => v7()) as [
  string,
  string,
  string,
  string,
  string,
]
const sibs = range(8).map(() => v7())
const note = async (...deeds: Deed[]) => {
  const { status, body } = await keeper.send(...deeds)
  if (status !== 200) throw new Error(JSON.stringify(body))
}
const refusedWith = async (...deeds: Deed[]) => (await keeper.send(...deeds)).body.data.sentence
let codes: string[] = []
const added = (id: string, name: string, more: object = {}, daysAgo = 200) =>
  entry(
    'plantAdded',
    id,
    {
      name,
      code: codes.pop()!,
      crop: 'rose',
      plantKind: 'clone',
      placeId: null,
      note: null,
      seedParentId: null,
      pollenParentId: null,
      ...more,
    },
    daysAgo,
  )
const described = (id: string, name: string, seedParentId: string | null) =>
  entry(
    'plantDescribed',
    id,
    { name, plantKind: 'clone', placeId: null, note: null, seedParentId, pollenParentId: null },
    1,
  )

beforeAll(async () => {
  keeper = await new Visitor().startGarden('Rose lineage')
  codes = await keeper.codes(20)
  await note(added(post, 'White Post'), added(bell, 'Red Bell'))
  await note(added(child, 'Pink Post', { seedParentId: post, pollenParentId: bell }))
  await note(
    added(cutting, 'Pink Post again', {
      seedParentId: post,
      pollenParentId: bell,
      clonedFrom: { plantId: child, by: 'cutting' },
    }),
    added(grandchild, 'Pale Post', { seedParentId: child, pollenParentId: post, plantKind: 'seedling' }),
    ...sibs.map((id, i) =>
      added(id, `Sib ${i}`, { seedParentId: post, pollenParentId: bell, plantKind: 'seedling' }),
    ),
  )
})

describe('the tree', () => {
  it('of a crop has its plants, a clone once, and who comes of whom', async () => {
    const { tree, plants } = await keeper.get<TreePage>('/api/lineage?crop=rose')
    expect(plants).toBe(13)
    expect(tree.nodes.filter(n => n.kind === 'genet')).toHaveLength(12)
    expect(tree.links.filter(l => l.from === post).map(l => l.as)).toEqual(['seed parent', 'pollen parent'])
  })
  it('of one plant goes as far as it is asked to', async () => {
    const { tree } = await keeper.get<TreePage>(`/api/lineage?of=${grandchild}&back=1&forth=0`)
    expect(tree.nodes.flatMap(n => (n.kind === 'genet' ? [n.name] : [])).sort()).toEqual([
      'Pale Post',
      'Pink Post',
      'White Post',
    ])
  })
  it('is not there for a crop that nobody grows; no number of generations is refused in words', async () => {
    expect((await keeper.ask('GET', '/api/lineage?crop=quince')).status).toBe(404)
    const refused = await keeper.ask('GET', '/api/lineage?crop=rose&back=-1')
    expect(refused).toMatchObject({
      status: 400,
      body: { data: { sentence: 'A number of generations is 0 or more.' } },
    })
  })
})

describe('descent', () => {
  it('is told in words and shares, and ties two plants', async () => {
    const { told, ties } = await keeper.get<DescentPage>(`/api/plants/${grandchild}/descent?with=${bell}`)
    // Roses have four sets: as diploids it were inbred by a quarter.
    expect(told).toMatchObject({
      generation: 'BC1F1',
      words: 'Pink Post/White Post',
      inbreeding: expect.closeTo(1 / 12, 12),
    })
    expect(told.founders.map(f => [f.founder?.name, f.share])).toEqual([
      ['White Post', 0.75],
      ['Red Bell', 0.25],
    ])
    expect(ties).toMatchObject({ kinship: 0.0625, shared: [{ name: 'Red Bell' }] })
  })
  it('never leads back to itself: who comes of a plant cannot be its parent', async () => {
    expect(await refusedWith(described(post, 'White Post', grandchild))).toMatch(/its own forebear/)
  })
  it('has no parent that was sown later', async () => {
    const [cross, lot, tray, seedling] = [v7(), v7(), v7(), v7()]
    const [crossCode, lotCode, trayCode, code] = await keeper.codes(4)
    const parents = { seedParentId: post, pollenParentId: bell }
    await note(
      entry(
        'crossPlanned',
        cross,
        {
          ...{ code: crossCode!, crop: 'rose', ...parents, selfMeant: false, aim: 'scent' },
          ...{ flowersPlanned: 0, keepersWanted: 1 },
        },
        60,
      ),
      entry('seedReceived', lot, { code: lotCode!, crossId: cross, seeds: 9, from: 'a friend' }, 59),
      entry(
        'sown',
        tray,
        { code: trayCode!, lotId: lot, crossId: cross, seeds: 9, container: 'tray', placeId: null },
        58,
      ),
      entry('seedlingsUp', tray, { count: 3 }, 30),
      entry(
        'seedlingsRaised',
        tray,
        { plants: [{ id: seedling, code: code! }], crop: 'rose', crossId: cross, ...parents, placeId: null },
        20,
      ),
    )
    expect(await refusedWith(described(sibs[0]!, 'Sib 0', seedling))).toMatch(
      /a parent is older than its child/,
    )
  })
})

it('relatedness compares a clone once, and tells what offspring of crosses would be inbred by', async () => {
  const [code] = await keeper.codes(1)
  await note(
    entry(
      'crossPlanned',
      v7(),
      {
        code: code!,
        crop: 'rose',
        seedParentId: child,
        pollenParentId: bell,
        selfMeant: false,
        aim: 'paler',
        flowersPlanned: 3,
        keepersWanted: 1,
      },
      5,
    ),
  )
  const page = await keeper.get<RelatedPage>(`/api/lineage/related?crop=rose&of=${child},${cutting},${bell}`)
  expect(page.plants.map(p => p.name)).toEqual(['Pink Post', 'Red Bell'])
  expect(page.kinship).toEqual([0.25, 0.125, 0.125, 0.25])
  expect(page.crosses[0]).toMatchObject({ aim: 'paler', inbreeding: expect.closeTo(1 / 12, 12) })
})

describe('a way over generations', () => {
  const [cross, way] = [v7(), v7()]
  const ways = async () => (await keeper.get<WaysPage>('/api/lineage/ways?crop=rose')).ways
  const seasonOf = (year: number) => keeper.get<Season>(`/api/season?year=${year}`)
  it('begins with a cross, has its steps on the bands of coming years, and is left', async () => {
    const [code] = await keeper.codes(1)
    await note(
      entry('crossPlanned', cross, {
        ...{ code: code!, crop: 'rose', seedParentId: child, pollenParentId: post, selfMeant: false },
        ...{ aim: 'a pale climber', flowersPlanned: 0, keepersWanted: 1 },
      }),
    )
    const { beginnings } = await keeper.get<WaysPage>('/api/lineage/ways?crop=rose')
    const begin = beginnings.find(one => one.id === cross)!
    expect(begin).toMatchObject({
      seedParent: 'Pink Post',
      pollenParent: 'White Post',
      aim: 'a pale climber',
    })
    const last = Number(begin.from.slice(0, 4)) + 4
    const before = await seasonOf(last)
    const plan = { kind: 'recurrent', plants: 40, kept: 5, cycles: 2 } as const
    await note(entry('wayChosen', way, { crop: 'rose', plan, crossId: cross, from: begin.from }))
    const [told] = await ways()
    expect(told!.steps.map(step => step.name)).toEqual(['cycle 0', 'cycle 1', 'cycle 2'])
    // Pale Post is a child of the two, and stands in the garden.
    expect(told).toMatchObject({ code: code!, late: 0, steps: [{ raised: 1 }, { raised: 0 }, { raised: 0 }] })
    expect((await keeper.get<WaysPage>(`/api/lineage/ways?way=${way}`)).ways).toHaveLength(1)
    const due = (season: Season) => season.weeks.reduce((sum, week) => sum + week.due, 0)
    const years = told!.steps.map(step => Number(step.planned.from.slice(0, 4)))
    expect(due(await seasonOf(years[2]!))).toBeGreaterThan(years[2] === last ? due(before) : 0)
    const { stops } = await keeper.get<Round>(`/api/round?on=${told!.steps[1]!.foreseen!.from}`)
    expect(stops.find(stop => stop.step === 'goOn')).toMatchObject({ subject: { id: way }, code: code! })
    await note(entry('wayEnded', way, { reason: 'no room' }))
    expect((await ways())[0]!.ended!.reason).toBe('no room')
    expect(due(await seasonOf(years[2]!))).toBe(years[2] === last ? due(before) : 0)
  })
  it('refuses more kept than raised, in words', async () => {
    const plan = { kind: 'clone', plants: 5, kept: 9, looks: 1 } as const
    const sentence = await refusedWith(
      entry('wayChosen', v7(), { crop: 'rose', plan, crossId: cross, from: '2027-06-01' }),
    )
    expect(sentence).toMatch(/Of 5 plants no 9 can be kept/)
  })
})

describe('merit', () => {
  const trait = v7()
  const merit = (query = '') => keeper.get<MeritPage>(`/api/lineage/merit?crop=rose&trait=${trait}${query}`)
  it('says what is missing while too little was scored', async () => {
    await note(
      entry(
        'traitAdded',
        trait,
        {
          crop: 'rose',
          trait: { name: 'petals counted', hint: 'first full bloom', scale: 'count', most: 200 },
        },
        150,
      ),
    )
    const page = await merit()
    expect(page.merit).toBeNull()
    expect(page.why).toMatch(/it takes 4/)
  })
  it('follows from scores of a plant, of its clone and of its relatives', async () => {
    await note(
      ...sibs.map((id, i) => entry('scored', id, { trait, value: 20 + 3 * i }, 30)),
      entry('scored', child, { trait, value: 40 }, 30),
      entry('scored', cutting, { trait, value: 42 }, 29),
    )
    const { merit: told, plants, why } = await merit('&h2=0.5')
    expect(why).toBeNull()
    expect(told).toMatchObject({ scores: 10, heritability: { estimate: 0.5, isGiven: true } })
    const of = (name: string) => plants.find(p => p.name === name)!
    expect(of('Pink Post')).toMatchObject({ scores: 2, seen: 41 })
    expect(of('Pink Post').expected.mean).toBeGreaterThan(of('Sib 0').expected.mean)
    expect(of('Pale Post').reliability).toBeGreaterThan(0)
    expect(of('Sib 7').reliability).toBeGreaterThan(of('Pale Post').reliability)
    expect((await merit()).merit!.heritability.isGiven).toBe(false)
  })
  it('refuses a heritability that is none, in words', async () => {
    const refused = await keeper.ask('GET', `/api/lineage/merit?crop=rose&trait=${trait}&h2=1.4`)
    expect(refused).toMatchObject({
      status: 400,
      body: { data: { sentence: 'A heritability lies between 0 and 1, as 0.4.' } },
    })
  })
  it('of a trait that is none says so', async () => {
    const page = await keeper.get<MeritPage>('/api/lineage/merit?crop=rose&trait=nothing')
    expect(page.why).toMatch(/no such trait/)
  })
})
