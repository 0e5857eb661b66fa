/** Aims, the garden's own traits, loci and rules, and what is worked out from them. */
import { randomUUID } from 'node:crypto'
import { Readable } from 'node:stream'
import { pairsOf } from '@virgulta/core/aims/pairs'
import type { Relation } from '@virgulta/core/lineage/genets'
import type { Deed } from '@virgulta/core/log/entry'
import { genomeOf } from '@virgulta/core/odds/genome'
import { oddsOf, shareOf } from '@virgulta/core/odds/odds'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SNAPSHOT, backup, restore } from '../../server/db/backup'
import { carryOut, open, rowsOf } from '../../server/db/connection'
import { renewModels } from '../../server/db/modelsVersion'
import { prepareDatabase } from '../../server/db/prepare'
import { createGarden, gardenById } from '../../server/db/rows/garden'
import { entryWrites, rebuild } from '../../server/db/rows/log'
import type { AimPage, AimRow, OddsPage } from '../../shared/aims'
import type { OpenGarden } from '../../shared/garden'
import type { PlantGenes } from '../../shared/plants'
import { Visitor, entry, undoing } from './visitor'
import { lane } from './lane'

let keeper: Visitor
const ids = {
  purple: randomUUID(),
  green: randomUUID(),
  f1: randomUUID(),
  aim: randomUUID(),
  trait: randomUUID(),
  locus: randomUUID(),
  rule: randomUUID(),
}

/** Notes deeds, which must be accepted. */
async function note(...deeds: Deed[]): Promise<void> {
  const { status, body } = await keeper.send(...deeds)
  if (status !== 200) throw new Error(JSON.stringify(body))
}

beforeAll(async () => {
  keeper = await new Visitor().startGarden('Aimed beds')
  const [a, b, c] = await keeper.codes(3)
  const plant = (
    id: string,
    name: string,
    code: string,
    plantKind: Relation['plantKind'],
    parents: (string | null)[] = [null, null],
  ) =>
    entry('plantAdded', id, {
      name,
      code,
      crop: 'chilli',
      plantKind,
      placeId: null,
      note: null,
      seedParentId: parents[0]!,
      pollenParentId: parents[1]!,
    })
  await note(
    plant(ids.purple, 'Dark Row', a!, 'line'),
    plant(ids.green, 'Low Pane', b!, 'line'),
    plant(ids.f1, 'Half Row', c!, 'seedling', [ids.purple, ids.green]),
  )
  const scored = (subjectId: string, trait: string, value: number) =>
    entry('scored', subjectId, { trait, value })
  await note(
    scored(ids.purple, 'leaf-colour', 2),
    scored(ids.purple, 'height', 80),
    scored(ids.green, 'leaf-colour', 0),
    scored(ids.green, 'height', 35),
    scored(ids.f1, 'leaf-colour', 1),
  )
})

describe('what a garden adds to a crop', () => {
  it('is scored, inherits, and can be taken back', async () => {
    await note(
      entry('traitAdded', ids.trait, {
        crop: 'chilli',
        trait: { name: 'stripe', hint: 'ripe fruit', scale: 'yesNo' },
      }),
      entry('locusAdded', ids.locus, {
        crop: 'chilli',
        name: 'striped',
        alleles: ['T', 't'],
        dominance: 'complete',
        group: '10',
        cM: 52,
        note: null,
      }),
      entry('ruleAdded', ids.rule, {
        crop: 'chilli',
        name: 'stripe',
        trait: ids.trait,
        cases: [{ when: { [ids.locus]: 'T' }, is: 'yes' }],
        otherwise: 'no',
      }),
      entry('scored', ids.f1, { trait: ids.trait, value: 1 }),
      entry('genotypeNoted', ids.green, { locus: ids.locus, alleles: ['t', 't'] }),
    )
    const { definition } = (await keeper.get<OpenGarden>('/api/garden')).crops.find(
      c => c.guide.id === 'chilli',
    )!
    expect(definition.traits.at(-1)).toMatchObject({ id: ids.trait, name: 'stripe', isOwn: true })
    expect(definition.loci.find(l => l.id === 'purple')).toMatchObject({ isOwn: false })
    const { genes, summaries } = await keeper.get<PlantGenes>(`/api/plants/${ids.f1}/genes`)
    // Striped, with a seed that got t from Low Pane.
    const mixed = genes
      .find(g => g.loci.includes(ids.locus))!
      .possible.filter(({ genotype }) => new Set(genotype[ids.locus]).size === 2)
    expect(mixed.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 1)
    expect(summaries[ids.trait]).toMatchObject({ n: 1, mean: 1 })
  })

  it.each([
    [
      'a score off its scale',
      () => entry('scored', ids.f1, { trait: ids.trait, value: 2 }),
      'off-scale',
      /stripe is one of: no, yes/,
    ],
    [
      'a genotype with a strange allele',
      () => entry('genotypeNoted', ids.f1, { locus: ids.locus, alleles: ['T', 'x'] }),
      'does-not-fit',
      /has "x" at the locus "striped", which has the alleles T, t/,
    ],
    [
      'the end of a locus that a rule asks for',
      () => entry('locusDropped', ids.locus, {}),
      'in-use',
      /The rule stripe asks for a locus/,
    ],
    [
      'the end of a trait that a rule makes',
      () => entry('traitDropped', ids.trait, {}),
      'in-use',
      /The rule stripe makes a trait/,
    ],
    [
      'a rule that asks for itself',
      () =>
        entry('ruleChanged', ids.rule, {
          name: 'stripe',
          trait: null,
          cases: [{ when: { [ids.rule]: 'yes' }, is: 'yes' }],
          otherwise: 'no',
        }),
      'does-not-fit',
      /in a circle/,
    ],
    [
      'a position without its group’s order kept',
      () =>
        entry('locusChanged', ids.locus, {
          name: 'striped',
          alleles: ['T', 't'],
          dominance: 'complete',
          group: '10',
          cM: null,
          note: null,
        }),
      'does-not-fit',
      /position/,
    ],
    [
      'a wish for a trait that nobody scores',
      () =>
        entry('aimSet', randomUUID(), {
          crop: 'chilli',
          words: 'x',
          wishes: [{ trait: 'taste', way: 'bring', target: { classes: [0] }, weight: 1, must: false }],
        }),
      'unknown-trait',
      /not scored on this crop/,
    ],
    [
      'a trait without steps',
      () =>
        entry('traitAdded', randomUUID(), {
          crop: 'chilli',
          trait: { name: 'x', hint: 'x', scale: 'steps', steps: [] },
        }),
      'invalid',
      /two steps/,
    ],
  ])('refuses %s in a sentence, and keeps nothing of it', async (_, deed, code, sentence) => {
    const before = (await keeper.get<OpenGarden>('/api/garden')).crops
    const { status, body } = await keeper.send(deed() as Deed)
    expect({ status, code: body.data.code }).toEqual({ status: code === 'invalid' ? 400 : 422, code })
    expect(body.data.sentence).toMatch(sentence)
    expect((await keeper.get<OpenGarden>('/api/garden')).crops).toEqual(before)
  })

  it('stays while scores need it', async () => {
    const lines = await keeper.get<{ lines: { id: string; words: string }[] }>('/api/entries')
    const added = lines.lines.find(l => l.words === 'added the trait stripe')!
    const { body } = await keeper.send(undoing(added.id))
    expect(body.data.code).toBe('stands-on-it')
  })
})

describe('an aim', () => {
  beforeAll(() =>
    note(
      entry('aimSet', ids.aim, {
        crop: 'chilli',
        words: 'Purple on a low plant',
        wishes: [
          { trait: 'leaf-colour', way: 'bring', target: { classes: [2, 3] }, weight: 5, must: true },
          { trait: 'height', way: 'bring', target: { from: null, to: 45 }, weight: 3, must: false },
        ],
      }),
    ),
  )

  it('brings its candidates, from whom pairs can be ranked', async () => {
    const page = await keeper.get<AimPage>(`/api/aims/${ids.aim}`)
    expect(page.plants.map(p => p.name).sort()).toEqual(['Dark Row', 'Half Row', 'Low Pane'])
    const { pairs } = pairsOf(page.table).ranked()
    const best = pairs.find(
      p =>
        [p.seedParentId, p.pollenParentId].includes(ids.purple) &&
        [p.seedParentId, p.pollenParentId].includes(ids.green),
    )!
    // Mostly 1/4 PP in the F2; the lines are hardly in doubt.
    expect(best.wishes[0]).toMatchObject({ from: 'genes', chance: expect.closeTo(0.25, 1) })
    expect(await keeper.get<AimRow[]>('/api/aims')).toMatchObject([
      { aim: { words: 'Purple on a low plant' }, candidates: 3, crosses: 0 },
    ])
  })

  it('leaves out of its pairs who was struck off, until they are reinstated', async () => {
    await note(entry('struckOff', ids.green, { reason: 'virus' }))
    const page = await keeper.get<AimPage>(`/api/aims/${ids.aim}`)
    expect(page.plants.find(p => p.id === ids.green)).toMatchObject({ struckOff: { reason: 'virus' } })
    expect(pairsOf(page.table).ranked()).toMatchObject({ considered: 1, barred: 2 })
    await note(entry('reinstated', ids.green, { reason: 'it was sunburn' }))
    expect((await keeper.send(entry('reinstated', ids.green, { reason: 'again' }))).body.data.code).toBe(
      'not-struck-off',
    )
  })

  it('gives odds of any pair, with the phases that the parents tell', async () => {
    const page = await keeper.get<OddsPage>(`/api/odds?seed=${ids.f1}&pollen=${ids.green}`)
    const { generations, exact } = oddsOf(
      genomeOf(page.genetics),
      page.parents.seedParent,
      page.parents.pollenParent,
      ['cross'],
      { shown: ['leaf-colour-rule'] },
    )
    expect(exact).toBe(true)
    const flushed = shareOf(generations[0]!, { 'leaf-colour-rule': ['flushed'] }).reduce(
      (sum, s) => sum + s.weight * s.share,
      0,
    )
    expect(flushed).toBeCloseTo(0.5, 1)
    expect(page).toMatchObject({
      crop: 'chilli',
      isSelf: false,
      seasons: 1,
      seedParent: { name: 'Half Row' },
    })
  })

  it('takes the sets, and the mating, that the garden found its crop to have', async () => {
    const [code] = await keeper.codes(1)
    await note(
      entry('plantAdded', randomUUID(), {
        code: code!,
        name: 'Lake Gourd',
        crop: 'squash',
        plantKind: 'population',
        placeId: null,
        note: null,
        seedParentId: null,
        pollenParentId: null,
      }),
    )
    const id = randomUUID()
    const set = entry('inheritanceSet', id, {
      crop: 'squash',
      mating: 'selfIncompatible',
      ploidy: 4,
      map: 'kosambi',
      doubleReduction: 0.1,
    })
    await note(set)
    const squash = async () =>
      (await keeper.get<OpenGarden>('/api/garden')).crops.find(c => c.guide.id === 'squash')!.definition
        .inheritance
    expect(await squash()).toEqual({
      id,
      mating: 'selfIncompatible',
      ploidy: 4,
      map: 'kosambi',
      doubleReduction: 0.1,
    })
    expect((await keeper.send(undoing(set.id))).status).toBe(200)
    expect(await squash()).toMatchObject({ id: null, ploidy: 2 })
  })

  it('carries its odds into the cross that is planned for it', async () => {
    const [code] = await keeper.codes(1)
    const crossId = randomUUID()
    await note(
      entry('crossPlanned', crossId, {
        code: code!,
        crop: 'chilli',
        seedParentId: ids.green,
        pollenParentId: ids.purple,
        selfMeant: false,
        aim: 'Purple on a low plant',
        flowersPlanned: 9,
        keepersWanted: 2,
        wantedShare: 1 / 16,
        confidence: 0.9,
        aimId: ids.aim,
      }),
    )
    const { stem, cross } = await keeper.get<{
      stem: { stages: { stage: string; rate: { value: object } }[] }
      cross: object
    }>(`/api/crosses/${crossId}`)
    expect(cross).toMatchObject({ wantedShare: 1 / 16, aimId: ids.aim, confidence: 0.9 })
    expect(stem.stages.find(s => s.stage === 'kept')!.rate.value).toMatchObject({
      median: 1 / 16,
      low: 1 / 16,
      origin: 'odds',
    })
    expect((await keeper.get<AimPage>(`/api/aims/${ids.aim}`)).crosses).toMatchObject([
      { id: crossId, code, seedParent: { name: 'Low Pane' } },
    ])
  })

  it('belongs to its garden', async () => {
    const other = await new Visitor().startGarden('Beds without aims')
    for (const path of [
      `/api/aims/${ids.aim}`,
      `/api/odds?seed=${ids.f1}&pollen=${ids.green}`,
      `/api/plants/${ids.f1}/genes`,
    ])
      expect((await other.ask('GET', path)).status).toBe(404)
    expect(await other.get('/api/aims')).toEqual([])
  })
})

describe('read models of an older version', () => {
  const source = open(lane.databaseUrl)
  const url = Object.assign(new URL(lane.databaseUrl), { pathname: '/renewed' }).href
  const renewed = open(url)
  afterAll(async () => {
    await source.close()
    await renewed.close()
  })

  it('are folded anew at the start', async () => {
    await source.db.execute(sql`create database renewed`)
    await prepareDatabase(url)
    const { id } = await keeper.get<OpenGarden>('/api/garden')
    const pieces: Buffer[] = []
    await source.db.transaction(tx => backup(tx, id, piece => void pieces.push(Buffer.from(piece))), SNAPSHOT)
    await restore(renewed.db, Readable.from(pieces), null)

    await renewed.db.execute(sql`update plants set state = state - 'genotype'`)
    await renewed.db.execute(sql`update models_version set version = 0`)
    const told: string[] = []
    await renewModels(url, name => told.push(name))
    expect(told).toEqual(['Aimed beds'])
    const garden = (await gardenById(renewed.db, id))!
    expect((await rebuild(renewed.db, garden)).differed).toEqual([])
    await renewModels(url, name => told.push(name))
    expect(told).toHaveLength(1)
  })

  it('of a garden whose log does not fit together stay as they are, and the others do not wait for it', async () => {
    const { id } = await keeper.get<OpenGarden>('/api/garden')
    const [{ personId } = { personId: '' }] = await rowsOf<{ personId: string }>(
      renewed.db,
      sql`select person_id as "personId" from members where garden_id = ${id}`,
    )
    const broken = await createGarden(renewed.db, personId, { name: 'A torn log', zone: 'Europe/Dublin' })
    // Told twice of one plant that it came: no fold can make a plant of that.
    const twice = {
      name: 'Twice',
      code: '26-2A4E',
      crop: 'chilli',
      plantKind: 'line',
      placeId: null,
      note: null,
      seedParentId: null,
      pollenParentId: null,
    }
    const subject = randomUUID()
    const rows = [randomUUID(), randomUUID()].map(entryId => ({
      gardenId: broken,
      id: entryId,
      kind: 'plantAdded' as const,
      subjectId: subject,
      payload: twice,
      happenedAt: '2024-05-01T12:00:00Z',
      recordedBy: personId,
    }))
    await carryOut(renewed.db, entryWrites(rows))
    await renewed.db.execute(sql`update models_version set version = 0`)
    const told = new Map<string, string | null>()
    await renewModels(url, (name, fault) => told.set(name, fault))
    expect(told.get('Aimed beds')).toBeNull()
    expect(told.get('A torn log')).toBeTruthy()
    expect((await gardenById(renewed.db, broken))!.fault).toBe(told.get('A torn log'))
    told.clear()
    await renewModels(url, (name, fault) => told.set(name, fault))
    expect([...told.keys()]).toEqual(['A torn log'])
  })
})
