/** Every screen of the demo garden, area by area: accessible, readable in every look, whole on a telephone. */
import type { Page } from '@playwright/test'
import { expect } from '@playwright/test'
import { expectAccessible, expectNarrow, expectReadableInEveryLook, follow, lookTest as test } from './garden'

/** A screen, its heading, and whether it is one of those that between them hold every kind of text and field. */
type Screen = [path: string, heading: string | RegExp, isManyKinds?: boolean]

const answer = async (page: Page, path: string) => (await page.request.get(path)).json()

/** An aim with two plants that may be its parents. */
async function aimOf(page: Page) {
  const [{ aim }] = await answer(page, '/api/aims')
  const {
    plants: [seed, pollen],
  } = await answer(page, `/api/aims/${aim.id}`)
  return { aim, seed: seed.id as string, pollen: pollen.id as string }
}
/** A cross that has been judged, and one that is being worked. */
async function crossesOf(page: Page) {
  const rows: {
    cross: { id: string; aim: string }
    counts: { kept: number }
    progress: { buds: number }
  }[] = await answer(page, '/api/crosses')
  return { told: rows.find(r => r.counts.kept)!.cross, open: rows.find(r => r.progress.buds)!.cross }
}

const AREAS: Record<string, (page: Page) => Promise<Screen[]>> = {
  async 'aims'(page) {
    const { aim, seed, pollen } = await aimOf(page)
    return [
      ['/aims', 'Aims'],
      ['/aims/new', 'Set an aim'],
      [`/aims/${aim.id}`, aim.words, true],
      [`/aims/${aim.id}?part=pairs`, aim.words],
      [`/odds?aim=${aim.id}&seed=${seed}&pollen=${pollen}`, /×/, true],
    ]
  },
  async 'bloom'(page) {
    const { aim, seed, pollen } = await aimOf(page)
    return [
      ['/bloom', 'Bloom'],
      [`/bloom?seed=${seed}&pollen=${pollen}`, 'Bloom', true],
      [`/bloom?aim=${aim.id}`, 'Bloom'],
      ['/bloom/hours', 'Bloom', true],
      ['/bloom/weather', 'Bloom'],
    ]
  },
  async 'pollen'(page) {
    const [{ tube }] = (await answer(page, '/api/pollen')).rows
    return [
      ['/pollen', 'Pollen'],
      ['/pollen/season', 'Pollen'],
      ['/pollen/stores', 'Pollen'],
      [`/pollen/${tube.id}`, 'Pollen'],
      [`/pollen/${tube.id}/count`, 'Test pollen'],
    ]
  },
  'what is known of crops': async () => [
    ['/crops/hellebore/traits', 'What is known of hellebore'],
    ['/crops/chilli/genes', 'What is known of chilli'],
    ['/crops/chilli/lines?trait=height', 'What is known of chilli'],
    ['/crops/chilli?of=take', 'What is known of chilli'],
    ['/guides', 'Guides'],
    ['/guides/hellebore', 'Guides'],
    ['/guides/hellebore?change=1', 'Guides'],
    ['/guides/forms', 'Guides'],
    ['/guides/schools', 'Guides'],
    ['/guides/cautions', 'Guides'],
  ],
  async 'crosses'(page) {
    const { told, open } = await crossesOf(page)
    const { flowers } = await answer(page, `/api/crosses/${open.id}`)
    const { flower } = flowers.find((f: { due: object | null }) => f.due)
    return [
      ['/today', /June/],
      ['/walk', /./],
      ['/crosses', 'Crosses'],
      ['/crosses/new', 'Plan a cross', true],
      [`/crosses/${told.id}`, told.aim],
      [`/crosses/${open.id}?flower=${flower.id}`, open.aim, true],
    ]
  },
  async 'seed and offspring'(page) {
    const { told } = await crossesOf(page)
    const { sowings } = await answer(page, '/api/seed')
    const { packets } = await answer(page, '/api/seed/lots?holds=seed')
    return [
      ['/seed', 'Seed'],
      ['/seed?show=trays', 'Seed'],
      ['/seed?as=drawing', 'Seed'],
      ['/seed?show=growing', 'Seed'],
      [`/seed/packets/${packets[0].lot.id}`, /in the packet/],
      [`/seed/trays/${sowings[0].sowing.id}`, /up/],
      ['/offspring', 'Offspring'],
      [`/offspring/${told.id}`, told.aim, true],
    ]
  },
  async 'lineage'(page) {
    const { tree } = await answer(page, '/api/lineage?crop=chilli')
    const { id } = tree.nodes.find((node: { kind: string; name?: string }) => node.name === 'Half Ember')
    const related: { plants: { id: string }[] } = await answer(page, '/api/lineage/related?crop=chilli')
    // A dozen has the darkest shade of the table, and few of its cells: the checker looks at each of them in each look.
    const dozen = related.plants.slice(0, 12).map(plant => plant.id)
    return [
      ['/lineage', 'Lineage', true],
      [`/lineage?of=${id}&plant=${id}`, 'Lineage', true],
      ['/lineage/related', 'Lineage'],
      [`/lineage/related?of=${dozen.join()}`, 'Lineage', true],
    ]
  },
  'merit and what comes next': async () => [
    ['/lineage/merit?trait=height', 'Lineage', true],
    ['/lineage/next', 'Lineage', true],
    ['/lineage/ahead', 'Lineage', true],
  ],
  async 'garden'(page) {
    const { plants } = await answer(page, '/api/plants')
    const [place] = (await answer(page, '/api/garden')).places
    return [
      [`/places/${place.id}`, place.name],
      [`/places/${place.id}?part=score`, place.name],
      ['/plants', 'Plants', true],
      [`/plants/${plants[0].id}`, plants[0].name],
      ['/garden', 'Quillmere Glasshouses'],
      ['/garden/people', /./],
      ['/garden/devices', /./],
      ['/garden/data', /./],
    ]
  },
}

for (const [area, screensOf] of Object.entries(AREAS)) {
  test(`every screen of ${area} passes the accessibility check, is readable in every look, and fits a telephone`, async ({
    page,
  }) => {
    await page.goto('/offspring')
    await expect(page.getByRole('heading', { level: 1, name: 'Offspring' })).toBeVisible()
    for (const [path, heading, isManyKinds] of await screensOf(page)) {
      await follow(page, path)
      await expect(page.getByRole('heading', { level: 1, name: heading, includeHidden: true })).toBeVisible()
      await expect(page).toHaveTitle(/. · Virgulta$/)
      await test.step(path, () => expectAccessible(page))
      await expectNarrow(page)
      if (isManyKinds) await test.step(`${path}, every look`, () => expectReadableInEveryLook(page))
    }
  })
}
