/** Gardens that are not the demo: made anew, with crops that it does not have, by people in haste, on a network that is slow or broken. */
import type { Page } from '@playwright/test'
import { expect, test } from '@playwright/test'
import { builtInGuide } from '@virgulta/core/crops/guides/all'
import { firstStay } from '@virgulta/core/seed/course'
import { v7 } from 'uuid'
import { expectNoFault, logOf, tryForms } from './everyForm'
import {
  addPlant,
  expectClosed,
  expectNarrow,
  follow,
  openDemo,
  startGarden,
  startGardenByHand,
} from './garden'

/** One crop of each flower form; none of them grows in the demo. */
const CROPS = {
  openBowl: 'rose',
  keeled: 'pea',
  headDusted: 'zinnia',
  headWashed: 'lettuce',
  grassEar: 'wheat',
  earShoot: 'sweetcorn',
  separateTied: 'melon',
  trumpet: 'lily',
  column: 'moth-orchid',
  buzz: 'potato',
  smallOpen: 'tomato',
  laterStigma: 'bellflower',
  perching: 'bird-of-paradise',
  catkin: 'hazel',
}

async function note(
  page: Page,
  ...deeds: { kind: string; subjectId: string; payload: object; daysAgo?: number }[]
) {
  const entries = deeds.map(({ daysAgo = 0, ...deed }) => ({
    ...deed,
    id: v7(),
    happenedAt: new Date(Date.now() - daysAgo * 86_400_000 - 1000).toISOString(),
  }))
  const answer = await page.request.post('/api/entries', { data: { entries } })
  expect(answer.ok(), await answer.text()).toBe(true)
}
const codes = async (page: Page, count: number) =>
  ((await (await page.request.post('/api/tags/fresh', { data: { count } })).json()) as { codes: string[] })
    .codes

/** Two plants of a crop and a cross between them. */
async function planted(page: Page, crop: string) {
  const [a, b, c] = await codes(page, 3)
  const [mother, father, cross] = [v7(), v7(), v7()]
  const plant = (subjectId: string, code: string, name: string) => ({
    kind: 'plantAdded',
    subjectId,
    daysAgo: 30,
    payload: {
      name,
      code,
      crop,
      plantKind: 'clone',
      placeId: null,
      note: null,
      seedParentId: null,
      pollenParentId: null,
    },
  })
  await note(page, plant(mother, a!, `Mother ${crop}`), plant(father, b!, `Father ${crop}`))
  await note(page, {
    kind: 'crossPlanned',
    subjectId: cross,
    daysAgo: 20,
    payload: {
      code: c,
      crop,
      seedParentId: mother,
      pollenParentId: father,
      selfMeant: false,
      aim: `Better ${crop}`,
      flowersPlanned: 3,
      keepersWanted: 1,
    },
  })
  return { mother, father, cross }
}

/** Gives the main answer at the flower until it asks for the fruit. */
async function workFlower(page: Page) {
  const panel = page.getByRole('navigation', { name: 'Flower' })
  await expect(panel.getByText(/^\s*\d\d-[2-9A-Y]{4}\s*$/)).toBeVisible()
  for (let i = 0; i < 30; i++) {
    if (await panel.getByRole('button', { name: 'Harvest', exact: true }).isVisible()) return
    const before = await panel.innerText()
    const meant = page.getByRole('button', { name: 'It was so, note it' })
    if (await meant.isVisible()) await meant.click()
    else await panel.locator('.keys button, .asking button').first().click()
    await expect
      .poll(async () => (await panel.innerText()) !== before || (await meant.isVisible()))
      .toBe(true)
  }
  throw new Error('The flower never came to its harvest.')
}

test('every screen of a garden with a crop of each flower form', async ({ page }) => {
  await startGarden(page, 'Beds of everything')
  const crops = []
  for (const crop of Object.values(CROPS)) crops.push({ crop, ...(await planted(page, crop)) })
  for (const address of [
    '/today',
    '/aims',
    '/bloom',
    '/bloom/hours',
    '/bloom/weather',
    '/pollen',
    '/pollen/season',
    '/seed',
    '/offspring',
    '/plants',
    '/lineage',
    ...crops.flatMap(({ crop, mother }) => [
      `/plants/${mother}`,
      `/crops/${crop}`,
      `/crops/${crop}/genes`,
      `/crops/${crop}/lines`,
      `/guides/${crop}`,
      `/lineage?crop=${crop}`,
      `/lineage/related?crop=${crop}`,
      `/lineage/merit?crop=${crop}`,
    ]),
  ]) {
    await follow(page, address)
    await expect(page.getByRole('heading', { level: 1, includeHidden: true }).first()).toBeAttached()
    await expectNoFault(page, address)
  }
})

test.describe('the whole work of a crop of each flower form', () => {
  for (const [form, crop] of Object.entries(CROPS)) {
    test(`${form}: ${crop}`, async ({ page }) => {
      await startGarden(page, `Beds of ${crop}`)
      const { cross } = await planted(page, crop)
      await follow(page, `/crosses/${cross}`)
      await page.getByRole('button', { name: 'Choose a flower' }).first().click()
      await workFlower(page)
      await page
        .getByRole('navigation', { name: 'Flower' })
        .getByRole('button', { name: 'Harvest', exact: true })
        .click()
      const harvest = page.getByRole('dialog', { name: 'Harvest' })
      // Dust is about so many as a rule.
      await harvest.getByRole('button', { name: 'one by one' }).click()
      for (const [label, seeds] of [
        ['Seeds counted', '6'],
        ['Sound', '6'],
      ] as const)
        await harvest.getByLabel(label, { exact: true }).fill(seeds)
      await harvest.getByRole('button', { name: 'Fill a packet' }).click()
      await harvest.getByRole('button', { name: 'Done' }).click()
      await expectClosed(page)
      await follow(page, '/seed')
      await page
        .getByRole('link', { name: /^\d\d-/ })
        .first()
        .click()
      await page.getByRole('button', { name: 'Sow from it' }).click()
      await page.getByRole('dialog', { name: 'Sow' }).getByRole('button', { name: 'Sow' }).click()
      // Dust seed lies in its flask first, and seed that is chilled in a bag.
      const { container } = firstStay(builtInGuide(crop)!)
      const [bag, tray] = ['bag', 'tray'].map(of => page.getByRole('region', { name: `Note in this ${of}` }))
      if (container === 'flask') {
        await page.getByRole('button', { name: 'The first are green' }).click()
        await page.getByRole('button', { name: 'Move it' }).click()
        const moving = page.getByRole('dialog', { name: 'Move it' })
        await moving.getByRole('button', { name: 'Move it' }).click()
        await expectClosed(page)
      }
      if (container === 'bag') {
        await bag!.getByLabel('Sprouted since the last look', { exact: true }).fill('3')
        await bag!.getByLabel('Sprouted since the last look', { exact: true }).press('Tab')
        await bag!.getByRole('button', { name: '3 sprouted, sown' }).click()
      } else {
        await tray!.getByRole('textbox', { name: 'New seedlings up' }).fill('3')
        await tray!.getByRole('button', { name: 'Note', exact: true }).click()
      }
      await page.getByRole('button', { name: 'Give them codes' }).click()
      await page.getByRole('link', { name: 'Score the family' }).click()
      await expect(page.getByText(/^\s*3 plants; 0 scored/)).toBeVisible()
      await expectNoFault(page, crop)
      await page.keyboard.press('k')
      await page.keyboard.press('1')
      await expect(page.getByRole('gridcell', { name: 'keep', exact: true })).toHaveCount(1)
    })
  }
})

test('an aim is opened, its pairs go by scores alone, and where no gene is known the screen leads to describing one', async ({
  page,
}) => {
  await startGarden(page, 'Zinnia yard')
  const { mother, father } = await planted(page, 'zinnia')
  const aim = v7()
  await note(page, {
    kind: 'aimSet',
    subjectId: aim,
    payload: {
      crop: 'zinnia',
      words: 'Tall and well',
      wishes: [{ trait: 'height', way: 'bring', weight: 3, must: true, target: { from: 90, to: null } }],
    },
  })
  for (const [id, height] of [
    [mother, 70],
    [father, 110],
  ] as const)
    await note(page, { kind: 'scored', subjectId: id, payload: { trait: 'height', value: height } })
  await page.goto(`/aims/${aim}?part=pairs`)
  await expect(page.getByText('Of its inheritance nothing is described')).toBeVisible()
  await page
    .getByRole('link', { name: /Mother zinnia/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: 'No locus is known of this crop yet' })).toBeVisible()
  await expect(page.getByText(/^\s*By the scores of both parents/)).toBeVisible()
  await page.getByRole('link', { name: 'Describe a locus' }).click()
  await expect(page).toHaveURL(/crops\/zinnia\/genes/)
  await page.goto(`/aims/${aim}`)
  await page.getByRole('button', { name: 'Change the aim' }).click()
  await page.getByLabel('The aim in a sentence').fill('Taller still')
  await page.getByRole('button', { name: 'Save the aim' }).click()
  await expect(page.getByRole('heading', { name: 'Taller still' })).toBeVisible()
})

test.describe('keys faster than answers', () => {
  async function family(page: Page) {
    await openDemo(page)
    await page.goto('/offspring?sort=scored')
    await page.getByRole('row').nth(1).click()
    await expect(page.getByRole('grid')).toBeVisible()
  }
  const scored = (page: Page) => page.getByText(/\d+ scored for/).innerText()

  test('each counts at once, in order, for the plant it was pressed at, with answers that take 900 ms', async ({
    page,
  }) => {
    await family(page)
    const posts: number[] = []
    await page.route('**/api/entries', async route => {
      posts.push((route.request().postDataJSON() as { entries: unknown[] }).entries.length)
      await new Promise(resolve => setTimeout(resolve, 900))
      await route.continue()
    })
    // Its parents stand above the plants, and have nothing to mark.
    const rows = page.getByRole('row').filter({ has: page.getByRole('checkbox') })
    const first = await rows.first().getByRole('gridcell').first().innerText()
    for (const key of '1212121212') await page.keyboard.press(key)
    const seen = () =>
      rows.evaluateAll(all => all.slice(0, 10).map(row => row.querySelectorAll('td')[1]!.textContent))
    const expected = await seen()
    expect(new Set(expected).size).toBe(2)
    expect(expected.every((value, i) => value === expected[i % 2])).toBe(true)
    await page.keyboard.press('w')
    await expect(page.getByText(/^\s*Why watch/)).toBeVisible()
    await page.keyboard.press('1')
    await expect(rows.nth(9)).toContainText('watch')
    await expect.poll(() => page.evaluate(() => sessionStorage.getItem('virgulta-waiting'))).toBe('[]')
    expect(posts.reduce((sum, n) => sum + n, 0)).toBe(11)
    expect(posts.length).toBeLessThan(6)
    await page.reload()
    await expect(rows.nth(9)).toContainText('watch')
    expect(await seen()).toEqual(expected)
    expect(await rows.first().getByRole('gridcell').first().innerText()).toBe(first)
  })

  test('a press that is taken back before it was answered counts no more, sent or not', async ({ page }) => {
    await family(page)
    const before = (await logOf(page)).length
    await page.route('**/api/entries', async route => {
      await new Promise(resolve => setTimeout(resolve, 900))
      await route.continue()
    })
    // The first is on its way when the second is pressed and taken back; then the first goes, too.
    await page.keyboard.press('1')
    await page.keyboard.press('2')
    await expect.poll(() => scored(page)).toMatch(/ 2 scored/)
    await page.keyboard.press('u')
    await expect.poll(() => scored(page)).toMatch(/ 1 scored/)
    expect((await logOf(page)).length).toBe(Math.min(500, before + 1))
    await page.keyboard.press('1')
    await page.keyboard.press('u')
    await expect.poll(() => scored(page)).toMatch(/ 1 scored/)
    await expect(page.getByRole('alert')).toHaveCount(0)
  })

  test('nothing is lost, and nothing counts twice, when an answer never comes or the server is gone for a while', async ({
    page,
  }) => {
    await family(page)
    const before = (await logOf(page)).length
    let requests = 0
    await page.route('**/api/entries', async route => {
      requests++
      // Taken by the server, but its answer is lost; then not reached at all; then all is well.
      if (requests === 1) await route.fetch().then(() => route.abort('connectionreset'))
      else if (requests < 5) await route.abort('connectionrefused')
      else await route.continue()
    })
    for (const key of '111') await page.keyboard.press(key)
    await expect.poll(() => scored(page)).toMatch(/ 3 scored/)
    await expect(page.getByText(/wait to be sent/)).toBeVisible()
    await expect
      .poll(() => page.evaluate(() => sessionStorage.getItem('virgulta-waiting')), { timeout: 30_000 })
      .toBe('[]')
    await page.reload()
    await expect.poll(() => scored(page)).toMatch(/ 3 scored/)
    expect((await logOf(page)).length).toBe(Math.min(500, before + 3))
  })

  test('a press whose answer is lost makes one plant, pressed again or not', async ({ page }) => {
    await startGarden(page, 'Broken beds')
    let requests = 0
    await page.route('**/api/entries', async route => {
      if (++requests <= 3) await route.fetch().then(() => route.abort('connectionreset'))
      else await route.continue()
    })
    await page.goto('/plants?add=1')
    const dialog = page.getByRole('dialog', { name: 'Add a plant' })
    await dialog.getByLabel('Name', { exact: true }).fill('Only One')
    await dialog.getByRole('combobox', { name: 'Crop' }).fill('Pea')
    await page.getByRole('option', { name: 'Pea', exact: true }).click()
    await dialog.getByRole('button', { name: 'Add it' }).click()
    await expect(dialog.getByText('does not answer')).toBeVisible()
    await dialog.getByRole('button', { name: 'Add it' }).click()
    await expect(page.getByRole('heading', { name: 'Only One', level: 1 })).toBeVisible()
    expect((await logOf(page)).filter(line => line.kind === 'plantAdded')).toHaveLength(1)
  })
})

/** A rose garden in which something lies in each stage. @returns where each has its page */
async function roseGarden(page: Page) {
  await startGarden(page, 'Rose yard', 'Hobart')
  const { mother, father, cross } = await planted(page, 'rose')
  const [f, l, t, tube] = await codes(page, 4)
  const [flower, lot, tray, pollen] = [v7(), v7(), v7(), v7()]
  await note(
    page,
    {
      kind: 'flowerChosen',
      subjectId: flower,
      daysAgo: 19,
      payload: { code: f, crossId: cross, seedParentId: mother, pollenParentId: father, blooms: 1 },
    },
    {
      kind: 'pollinated',
      subjectId: flower,
      daysAgo: 18,
      payload: { pollenParentId: father, selfMeant: false },
    },
    {
      kind: 'harvested',
      subjectId: lot,
      daysAgo: 3,
      payload: {
        code: l,
        crossId: cross,
        flowers: [{ flowerId: flower, fruits: 1 }],
        seeds: 20,
        sound: 20,
        empty: 0,
      },
    },
    {
      kind: 'sown',
      subjectId: tray,
      daysAgo: 2,
      payload: { code: t, lotId: lot, crossId: cross, seeds: 5, container: 'tray', placeId: null },
    },
    {
      kind: 'pollenCollected',
      subjectId: pollen,
      daysAgo: 2,
      payload: { code: tube, crop: 'rose', donors: [father], way: 'buds', stage: 'eve', flowers: 2 },
    },
  )
  return {
    plant: `/plants/${mother}`,
    cross: `/crosses/${cross}`,
    packet: `/seed/packets/${lot}`,
    tube: `/pollen/${pollen}`,
  }
}
type RosePages = Awaited<ReturnType<typeof roseGarden>>

test.describe('every form of a rose garden bears an emptied day, Back, and a double press', () => {
  /** Screens by area; forms that must be found there (were the finder blind, nothing could fail); how many of all note something. */
  const AREAS: Record<string, [screens: (at: RosePages) => string[], known: string[], noted: number]> = {
    plants: [at => [at.plant, '/plants'], ['Describe', 'Score', 'Add a plant'], 2],
    crosses: [at => [at.cross], ['Change the plan', 'Several, or an earlier day'], 1],
    seed: [at => [at.packet], ['Sow from it'], 1],
    pollen: [at => ['/pollen', at.tube, '/pollen/stores'], [], 1],
    genes: [() => ['/crops/rose/genes', '/crops/rose/traits'], ['Add a locus', 'Add a trait'], 1],
  }
  for (const [area, [screens, known, noted]] of Object.entries(AREAS)) {
    test(area, async ({ page }) => {
      test.setTimeout(400_000)
      const at = await roseGarden(page)
      const tried: Awaited<ReturnType<typeof tryForms>> = []
      for (const address of screens(at)) tried.push(...(await tryForms(page, address)))
      const found = tried.map(one => one.name)
      expect(
        known.filter(name => !found.includes(name)),
        found.join(', '),
      ).toEqual([])
      expect(tried.filter(one => one.noted).length, JSON.stringify(tried)).toBeGreaterThanOrEqual(noted)
    })
  }
})

test('a garden whose place is told later says that it guesses, and no simulated weather is passed off as its own', async ({
  page,
}) => {
  await startGardenByHand(page, 'Somewhere', null)
  await planted(page, 'rose')
  await page.goto('/today')
  await expect(page.getByText('Where the garden lies is not said yet')).toBeVisible()
  await page.getByRole('link', { name: 'Say where it lies' }).click()
  await expect(page.getByRole('heading', { name: 'No weather station' })).toBeVisible()
  await page.getByRole('combobox', { name: 'Nearest town' }).fill('Hobart')
  await page.getByRole('option', { name: 'Hobart' }).first().click()
  await page.getByRole('button', { name: 'Set it' }).click()
  await expect(page.getByText('42.9° S, 147.3° E')).toBeVisible()
  await page.goto('/today')
  await expect(page.getByText('No weather is known today')).toBeVisible()
  await page.goto('/bloom/weather')
  await page.getByRole('button', { name: 'Try the simulated station' }).click()
  await expect(page.getByText('Made up by latitude and season')).toBeVisible()
  await page.goto('/today')
  await expect(page.getByText('The simulated weather station is on, to try')).toBeVisible()
})

test('a table of plants is pasted, shown line by line and added in one go; the crop and kind are remembered', async ({
  page,
}) => {
  await startGarden(page, 'Pasted beds')
  await page.goto('/plants')
  await page.getByRole('button', { name: 'Or read a table of them' }).click()
  const dialog = page.getByRole('dialog', { name: 'Read a table of plants' })
  await dialog
    .getByLabel('Pasted table')
    .fill(
      'Variety\tMother\tSpecies\tBench\nChild Try\tOld Try\trose\tSouth wall\nOld Try\t\trose\tSouth wall\nMoss Try\t\tmoss\t',
    )
  await expect(dialog.getByText('2 plants can be added')).toBeVisible()
  await expect(dialog.getByText('No guide knows the crop “moss”')).toBeVisible()
  await dialog.getByRole('button', { name: 'Add 2 plants' }).click()
  await expect(page.getByText('2 plants', { exact: true })).toBeVisible()
  await page.getByRole('row').filter({ hasText: 'Child Try' }).click()
  await expect(page.getByText('From', { exact: false }).filter({ hasText: 'Old Try' }).first()).toBeVisible()
  await addPlant(page, 'Third Try', 'Rose')
  await page.goto('/plants?add=1')
  await expect(page.getByRole('dialog').getByRole('combobox', { name: 'Crop' })).toHaveValue('Rose')
  // A crop that no guide knows is begun from where it was searched for; a name that is there is remarked on.
  await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Third Try')
  await expect(page.getByText('A plant called Third Try is here already')).toBeVisible()
  await page.getByRole('dialog').getByRole('combobox', { name: 'Crop' }).fill('Sea kale')
  await page.getByText('Begin a guide for “Sea kale”').click()
  const crop = page.getByRole('dialog', { name: 'Begin a crop of your own' })
  await crop.getByRole('combobox', { name: 'Its flower is built like that of' }).fill('Carrot')
  await page.getByRole('option', { name: /^Carrot/ }).click()
  await crop.getByRole('button', { name: 'Begin it' }).click()
  await expect(
    page.getByRole('dialog', { name: 'Add a plant' }).getByRole('combobox', { name: 'Crop' }),
  ).toHaveValue('Sea kale')
})

test('numbers that cannot be and names that are too long are refused in words, and a long word widens no page', async ({
  page,
}) => {
  await startGarden(page, 'Wordy beds')
  await page.goto('/crosses/new')
  const flowers = page.getByRole('textbox', { name: 'Flowers to pollinate' })
  for (const [typed, sentence] of [
    ['-5', 'Give 1 or more.'],
    ['1.5', 'Give a whole number.'],
    ['0', 'Give 1 or more.'],
    ['many', 'Give a number.'],
  ] as const) {
    await flowers.fill(typed)
    await flowers.press('Tab')
    await expect(page.getByText(sentence)).toBeVisible()
    await expect(flowers).toHaveValue(typed)
  }
  await page.goto('/plants?add=1')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('x'.repeat(90))
  await expect(dialog.getByText('Use at most 80 characters; these are 90.')).toBeVisible()
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(dialog).toBeVisible()
  await addPlant(page, 'y'.repeat(80), 'Rose')
  await expectNarrow(page)
  await page.goto('/plants')
  await expectNarrow(page)
})

test('areas open by two keys, pages are called as their heading, u takes back, and after the end of a session one signs in from the sentence', async ({
  page,
}) => {
  await startGarden(page, 'Key beds')
  await addPlant(page, 'Key Try', 'Rose')
  await expect(page).toHaveTitle('Key Try · Virgulta')
  await page.keyboard.press('u')
  await expect(page.getByText('This is not in the garden')).toBeVisible()
  for (const [key, path, heading] of [
    ['l', 'plants', 'Plants'],
    ['c', 'crosses', 'Crosses'],
    ['t', 'today', /November|December|January|\d/],
  ] as const) {
    await page.keyboard.press('g')
    await page.keyboard.press(key)
    await expect(page).toHaveURL(new RegExp(`/${path}$`))
    await expect(page).toHaveTitle(typeof heading === 'string' ? `${heading} · Virgulta` : heading)
  }
  await page.goto('/plants?add=1')
  const dialog = page.getByRole('dialog', { name: 'Add a plant' })
  const name = dialog.getByLabel('Name', { exact: true })
  await name.fill('Late Try')
  await page.context().clearCookies()
  // The form asks for plants called alike as one types: it tells the end of the session, and nothing typed is gone.
  await name.pressSequentially(' again')
  await expect(dialog.getByRole('link', { name: 'Sign in' })).toBeVisible()
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(dialog.getByRole('link', { name: 'Sign in' })).toBeVisible()
  await expect(name).toHaveValue('Late Try again')
})

test('places are renamed, made part of another, and taken apart again', async ({ page }) => {
  await startGarden(page, 'Moved beds')
  await page.goto('/garden')
  const sheet = page.getByRole('region', { name: 'Places' })
  for (const name of ['South wall', 'Arch']) {
    await sheet.getByLabel('A new place').fill(name)
    await sheet.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(sheet.getByText(name, { exact: true })).toBeVisible()
  }
  // Two names in one breath, before the first was answered: both are kept.
  for (const name of ['Wall', 'Pond']) {
    await sheet.getByLabel('A new place').fill(name)
    await sheet.getByLabel('A new place').press('Enter')
  }
  await expect(sheet.getByText('Wall', { exact: true })).toBeVisible()
  await expect(sheet.getByText('Pond', { exact: true })).toBeVisible()
  await sheet.getByRole('button', { name: 'Change Arch' }).click()
  await sheet.getByLabel('Name of the place').fill('Rose arch')
  await sheet.getByRole('button', { name: 'Rename' }).click()
  await expect(sheet.getByText('Rose arch', { exact: true })).toBeVisible()
  await sheet.getByRole('button', { name: 'Change Rose arch' }).click()
  await sheet.getByRole('combobox', { name: 'Make it part of' }).press('ArrowDown')
  await page.getByRole('option', { name: 'South wall' }).click()
  await sheet.getByRole('button', { name: 'Merge' }).click()
  await expect(sheet.getByText('Rose arch', { exact: true })).toHaveCount(0)
  await sheet.getByRole('button', { name: 'Change South wall' }).click()
  await sheet.getByRole('button', { name: 'Take Rose arch apart again' }).click()
  await expect(sheet.getByText('Rose arch', { exact: true })).toBeVisible()
})

test('a house is described: its flower is not to be covered, it gets its hours, and what it was like before stays', async ({
  page,
}) => {
  await startGarden(page, 'House and bed', 'Hobart')
  const { cross, mother } = await planted(page, 'rose')
  await page.goto('/garden')
  const sheet = page.getByRole('region', { name: 'Places' })
  await expect(sheet.getByText('taken for an open bed')).toBeVisible()
  await sheet.getByRole('button', { name: 'Change First bench' }).click()
  await sheet.getByRole('button', { name: 'Say what it is like there' }).click()
  const dialog = page.getByRole('dialog', { name: 'What it is like: First bench' })
  await dialog.getByRole('combobox', { name: 'Shelter' }).press('ArrowDown')
  await page.getByRole('option', { name: 'under glass or film' }).click()
  await dialog.getByRole('combobox', { name: 'Warmth' }).press('ArrowDown')
  await page.getByRole('option', { name: 'a range of its own' }).click()
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog.getByRole('alert')).toContainText('Give both temperatures')
  await dialog.getByLabel('Coldest, °C').fill('26')
  await dialog.getByLabel('Warmest, °C').fill('12')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog.getByRole('alert')).toContainText('The colder temperature comes first')
  await dialog.getByLabel('Coldest, °C').fill('12')
  await dialog.getByLabel('Warmest, °C').fill('26')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(sheet.getByText('under glass or film, 12–26 °C')).toBeVisible()

  // The mother moves in; her flower goes from the lens to the look, and its seed is in no doubt.
  await follow(page, `/plants/${mother}`)
  await page.getByRole('button', { name: 'Describe' }).click()
  const describing = page.getByRole('dialog', { name: 'Describe the plant' })
  // The focus that the dialog gives to its first field shuts a list that was opened before.
  const bench = page.getByRole('option', { name: 'First bench' })
  await expect(async () => {
    if (!(await bench.isVisible()))
      await describing.getByRole('combobox', { name: 'Place' }).press('ArrowDown')
    await bench.click({ timeout: 2000 })
  }).toPass()
  await describing.getByRole('button', { name: 'Save' }).click()
  await expectClosed(page)
  await follow(page, `/crosses/${cross}`)
  await page.getByRole('button', { name: 'Choose a flower' }).first().click()
  const panel = page.getByRole('navigation', { name: 'Flower' })
  await panel.getByRole('button', { name: 'Petals off, anthers out', exact: true }).click()
  await panel.getByRole('button', { name: 'Clean', exact: true }).click()
  await expect(panel.getByText('Is the stigma ready?')).toBeVisible()
})

test('two windows: the one that gets the focus is brought up to date, and the same deed twice in a row asks', async ({
  page,
  context,
}) => {
  await startGarden(page, 'Two windows')
  const { mother, father, cross } = await planted(page, 'rose')
  const [code] = await codes(page, 1)
  const flower = v7()
  await note(page, {
    kind: 'flowerChosen',
    subjectId: flower,
    payload: { code, crossId: cross, seedParentId: mother, pollenParentId: father, blooms: 1 },
  })
  const other = await context.newPage()
  for (const window of [page, other]) {
    await window.goto(`/crosses/${cross}?flower=${flower}`)
    await expect(window.getByRole('heading', { name: 'Take the anthers out' })).toBeVisible()
  }
  // The other window knows nothing of it until it is looked at; its press asks.
  await page
    .getByRole('navigation', { name: 'Flower' })
    .getByRole('button', { name: 'Petals off, anthers out', exact: true })
    .click()
  await expect(page.getByRole('heading', { name: 'Any anther left?' })).toBeVisible()
  await other
    .getByRole('navigation', { name: 'Flower' })
    .getByRole('button', { name: 'Petals off, anthers out', exact: true })
    .click()
  await expect(
    other
      .getByText(/The same was noted here at .* already/)
      .or(other.getByRole('heading', { name: 'Any anther left?' }))
      .first(),
  ).toBeVisible()
  await other.evaluate(() => dispatchEvent(new Event('focus')))
  await expect(other.getByRole('heading', { name: 'Any anther left?' })).toBeVisible()
  expect((await logOf(page)).filter(line => line.kind === 'emasculated')).toHaveLength(1)
})
