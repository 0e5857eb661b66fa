/** Every crop that has a guide goes the whole way of the work in a garden made anew, and every page of it is read. */
import { builtInGuides } from '@virgulta/core/crops/guides/all'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { usualSchool } from '@virgulta/core/crops/guide'
import { stepsOf } from '@virgulta/core/flowers/method'
import type { FlowerStep } from '@virgulta/core/flowers/steps'
import type { Deed } from '@virgulta/core/log/entry'
import { classNames } from '@virgulta/core/offspring/trait'
import { usualKind } from '@virgulta/core/plants/kinds'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import type { AimPage, OddsPage } from '../../shared/aims'
import type { Round } from '../../shared/round'
import { Visitor, entry } from './visitor'

/** What is noted at each step of a flower; steps that the fold works out by themselves, or that have an entry of their own below, note nothing here. */
const deedsAt: Partial<
  Record<FlowerStep, (flower: string, guide: CropGuide, pollenParentId: string, daysAgo: number) => Deed[]>
> = {
  thin: (id, _, __, ago) => [entry('flowerThinned', id, { kept: 2 }, ago)],
  petalsOff: (id, _, __, ago) => [entry('petalsOff', id, {}, ago)],
  emasculate: (id, guide, __, ago) => [
    entry('emasculated', id, { school: usualSchool(guide, 'emasculation') ?? 'pluck' }, ago),
  ],
  wash: (id, guide, __, ago) =>
    guide.emasculation.needed
      ? Array.from({ length: guide.emasculation.washes }, (_x, i) => entry('washed', id, {}, ago - i * 0.03))
      : [],
  lensCheck: (id, guide, __, ago) =>
    usualSchool(guide, 'emasculation') === 'none' ? [] : [entry('lensChecked', id, { found: 'clean' }, ago)],
  isolate: (id, guide, __, ago) => [entry('isolated', id, { way: usualSchool(guide, 'cover')! }, ago)],
  cutSilks: (id, _, __, ago) => [entry('silksCut', id, {}, ago)],
  look: (id, _, __, ago) => [entry('looked', id, { look: 'ready' }, ago)],
  pollinate: (id, _, father, ago) => [
    entry('pollinated', id, { pollenParentId: father, selfMeant: false }, ago),
  ],
  takeLook: (id, _, __, ago) => [entry('takeNoted', id, { take: 'taken', reason: null, fruits: 2 }, ago)],
  uncover: (id, _, __, ago) => [entry('uncovered', id, {}, ago)],
  net: (id, _, __, ago) => [entry('fruitNetted', id, {}, ago)],
}

/** No number that is none, wherever in an answer. */
const holdsNoNumber = (body: unknown) => /\bNaN\b|Infinity|"undefined"/.test(JSON.stringify(body))

async function walk(guide: CropGuide) {
  const keeper = await new Visitor().startGarden(`Beds of ${guide.name}`)
  const read = async <T>(path: string): Promise<T> => {
    const { status, body } = await keeper.ask<T>('GET', path)
    expect(`${status} ${path}`).toBe(`200 ${path}`)
    expect(holdsNoNumber(body), `${path} holds a number that is none`).toBe(false)
    return body
  }
  const note = async (...deeds: Deed[]) => {
    const { status, body } = await keeper.send(...deeds)
    expect({ status, sentence: status === 200 ? '' : body.data?.sentence }).toEqual({
      status: 200,
      sentence: '',
    })
  }
  const [a, b, c, d, e, f, g, h, i] = (await keeper.codes(9)) as [string, ...string[]]
  const [mother, father, cross, aim, flower, later, lot, tray, tube] = Array.from({ length: 9 }, () =>
    v7(),
  ) as [string, ...string[]]
  const plant = (id: string, name: string, code: string) =>
    entry(
      'plantAdded',
      id,
      {
        name,
        code,
        crop: guide.id,
        plantKind: usualKind(guide),
        placeId: null,
        note: null,
        seedParentId: null,
        pollenParentId: null,
      },
      400,
    )
  await note(plant(mother!, 'First of two', a), plant(father!, 'Second of two', b!))

  // An aim, with a wish of each kind of trait that the crop is scored on; it can be opened, changed and ended.
  const { traits } = guide.judging
  const wishes = traits.map(trait => ({
    trait: trait.id,
    way: 'bring' as const,
    weight: 3,
    must: trait === traits[0],
    target: classNames(trait) ? { classes: [0] } : { from: 1, to: 'most' in trait ? trait.most / 2 : null },
  }))
  await note(entry('aimSet', aim!, { crop: guide.id, words: 'Everything at once', wishes }, 399))
  for (const [plantId, share] of [
    [mother!, 0.25],
    [father!, 0.6],
  ] as const) {
    await note(
      ...traits.map(trait =>
        entry(
          'scored',
          plantId,
          {
            trait: trait.id,
            value: classNames(trait) ? 0 : 'most' in trait ? Math.floor(trait.most * share) : 1,
          },
          390,
        ),
      ),
    )
  }
  const opened = await read<AimPage>(`/api/aims/${aim}`)
  expect(opened.plants).toHaveLength(2)
  await note(entry('aimChanged', aim!, { words: 'Something less', wishes: wishes.slice(0, 1) }, 380))
  const odds = await read<OddsPage>(`/api/odds?seed=${mother}&pollen=${father}`)
  expect(odds.genetics.loci).toHaveLength(guide.loci.length)
  for (const id of [mother, father]) {
    await read(`/api/plants/${id}`)
    await read(`/api/plants/${id}/genes`)
  }

  // The cross, its pollen, and a flower through all steps of its form.
  await note(
    entry(
      'crossPlanned',
      cross!,
      {
        code: c!,
        crop: guide.id,
        seedParentId: mother!,
        pollenParentId: father!,
        selfMeant: false,
        aim: 'Everything at once',
        flowersPlanned: 3,
        keepersWanted: 1,
        aimId: aim,
      },
      300,
    ),
  )
  await keeper.ask('POST', '/api/crosses/plan', {
    crop: guide.id,
    seedParentId: mother,
    pollenParentId: father,
    flowers: 3,
    wantedShare: null,
  })
  await note(
    entry(
      'pollenCollected',
      tube!,
      { code: h!, crop: guide.id, donors: [father!], way: 'buds', stage: 'eve', flowers: 2 },
      299,
    ),
    entry('pollenTubed', tube!, { drying: 'shade', doses: 5, hasDesiccant: true, storeId: null }, 298),
  )
  await note(
    entry(
      'flowerChosen',
      flower!,
      {
        code: d!,
        crossId: cross!,
        seedParentId: mother!,
        pollenParentId: father!,
        blooms: 4,
        stage: 'right',
      },
      297,
    ),
  )
  const steps = stepsOf(guide)
  const agoAt = (at: number) => 296 - at * 2
  for (const [at, step] of steps.entries()) {
    const deeds = deedsAt[step]?.(flower!, guide, father!, agoAt(at)) ?? []
    if (deeds.length) await note(...deeds)
    await read<Round>('/api/round')
    await read(`/api/crosses/${cross}`)
  }
  await note(
    entry(
      'flowerChosen',
      later!,
      { code: i!, crossId: cross!, seedParentId: mother!, pollenParentId: father!, blooms: 1 },
      1,
    ),
  )

  // Harvest, packet, tray, seedlings, scores and a verdict for its own reason.
  const {
    ripening: { seedsPerFruit, daysAfterPollination },
  } = guide
  // As long after the pollen as is usual, where that is before the seed is sown.
  const harvestedAgo = Math.max(200, agoAt(steps.indexOf('pollinate')) - daysAfterPollination.high)
  const seeds = Math.max(8, Math.round(seedsPerFruit.low))
  await note(
    entry(
      'harvested',
      lot!,
      {
        code: e!,
        crossId: cross!,
        flowers: [{ flowerId: flower!, fruits: 2 }],
        seeds,
        sound: seeds - 1,
        empty: 1,
        cue: usualSchool(guide, 'harvest') ?? 'colour',
      },
      harvestedAgo,
    ),
  )
  await note(
    entry(
      'sown',
      tray!,
      { code: f!, lotId: lot!, crossId: cross!, seeds: 6, container: 'tray', placeId: null },
      190,
    ),
  )
  await note(
    entry('seedlingsUp', tray!, { count: 5 }, 180),
    entry('seedlingsLost', tray!, { count: 1, reason: guide.sowing.lossReasons[0]! }, 179),
  )
  const seedlings = [v7(), v7()]
  const codes = await keeper.codes(2)
  await note(
    entry(
      'seedlingsRaised',
      tray!,
      {
        plants: seedlings.map((id, n) => ({ id, code: codes[n]! })),
        crop: guide.id,
        crossId: cross!,
        seedParentId: mother!,
        pollenParentId: father!,
        placeId: null,
      },
      170,
    ),
  )
  await note(
    ...traits.map(trait => entry('scored', seedlings[0]!, { trait: trait.id, value: 0 }, 20)),
    entry('judged', seedlings[0]!, { verdict: 'keep', reason: guide.judging.reasons.keep[0]! }, 20),
    entry('judged', seedlings[1]!, { verdict: 'discard', reason: guide.judging.reasons.discard[0]! }, 20),
  )
  await note(entry('seedsGone', lot!, { how: 'givenAway', seeds: 1, note: null }, 10))

  const day = new Date().toISOString().slice(0, 10)
  const pages = [
    '/api/garden',
    '/api/round',
    `/api/round?on=${day}`,
    '/api/season',
    '/api/aims',
    `/api/aims/${aim}`,
    '/api/crosses',
    `/api/crosses/${cross}`,
    `/api/odds?seed=${mother}&pollen=${father}`,
    `/api/odds?seed=${seedlings[0]}&pollen=${seedlings[0]}`,
    `/api/bloom?from=${day.slice(0, 4)}-01-01&to=${day.slice(0, 4)}-12-31`,
    `/api/bloom/meet?seed=${mother}&pollen=${father}`,
    '/api/bloom/hours',
    `/api/bloom/coming?plant=${mother}`,
    '/api/weather',
    '/api/pollen',
    `/api/pollen/${tube}`,
    '/api/pollen/season',
    '/api/pollen/stores',
    '/api/seed',
    '/api/seed/lots',
    '/api/seed/growing',
    `/api/seed/lots/${lot}`,
    `/api/seed/sowings/${tray}`,
    '/api/offspring',
    `/api/offspring/${cross}`,
    `/api/offspring/${cross}/selfs`,
    ...traits.map(trait => `/api/offspring/${cross}/beside?trait=${trait.id}`),
    `/api/lineage?crop=${guide.id}`,
    `/api/lineage/related?crop=${guide.id}`,
    `/api/lineage/ways?crop=${guide.id}`,
    ...traits.map(trait => `/api/lineage/merit?crop=${guide.id}&trait=${trait.id}`),
    '/api/plants',
    ...[mother, father, ...seedlings].flatMap(id => [
      `/api/plants/${id}`,
      `/api/plants/${id}/genes`,
      `/api/plants/${id}/descent`,
    ]),
    `/api/crops/${guide.id}`,
    `/api/crops/${guide.id}?of=toRipe`,
    '/api/guides',
    '/api/entries',
    '/api/devices',
    `/api/find?q=${a}`,
  ]
  await Promise.all(pages.map(path => read(path)))
  for (const path of [`/api/crosses/${cross}/tags.pdf`, '/api/calendar'])
    expect((await keeper.ask('GET', path)).status).toBe(200)
  await note(entry('aimEnded', aim!, { reason: 'reached' }))
  expect(g).toBeTruthy()
}

describe('the whole work of every crop', () => {
  it.each(builtInGuides)('$name', guide => walk(guide))
})
