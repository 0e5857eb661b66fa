/** Lineage: the tree read by pointer and keys and saved, plants compared, what they are worth as parents. */
import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { expect, test } from '@playwright/test'
import { addPlant, demoTest, expectAccessible, expectNarrow, lookTest, pick, startGarden } from './garden'

const tree = (page: Page) => page.getByRole('group', { name: 'Family tree' })
async function openTree(page: Page, query = ''): Promise<void> {
  await page.goto(`/lineage${query}`)
  await expect(tree(page)).toBeVisible({ timeout: 15_000 })
}
/** What a choice under "Save as" hands to the browser. */
async function saved(page: Page, as: string): Promise<{ name: string; text: string }> {
  await page.getByRole('button', { name: 'Save as' }).click()
  const coming = page.waitForEvent('download')
  await page.getByText(as, { exact: true }).click()
  const file = await coming
  return { name: file.suggestedFilename(), text: await readFile(await file.path(), 'latin1') }
}

lookTest('a plant of the tree opens its card, its own tree, and the way to another', async ({ page }) => {
  await openTree(page)
  await tree(page)
    .getByRole('button', { name: /^Low Ember Ninth/ })
    .click()
  const card = page.getByRole('region', { name: 'Low Ember Ninth' })
  await expect(card.getByLabel('Its descent in words')).toHaveText('Ember Row/Small Lantern')
  await expect(card).toContainText('F3')
  await card.getByRole('button', { name: 'Its tree' }).click()
  await expect(page.getByText('The tree of Low Ember Ninth.')).toBeVisible()
  const other = card.getByRole('combobox', { name: 'The way to another plant' })
  await other.fill('Ember Row')
  await page.getByRole('option', { name: /Ember Row/ }).click()
  await expect(card).toContainText(/Kinship 49 %/)
  await expect(card.getByRole('listitem').filter({ hasText: 'its seed parent' }).first()).toBeVisible()
  await page.getByRole('button', { name: 'All of the crop' }).click()
  await expect(page.getByText(/plants drawn of/)).toBeVisible()
})

lookTest(
  'the tree is walked by the arrow keys, and a family is opened plant by plant and folded again',
  async ({ page }) => {
    await openTree(page)
    const one = tree(page).getByRole('button', { name: /^Half Ember/ })
    await one.focus()
    await page.keyboard.press('ArrowLeft')
    await expect(tree(page).getByRole('button', { name: /^Ember Row/ })).toBeFocused()
    await page.keyboard.press('ArrowRight')
    await expect(tree(page).locator(':focus')).toHaveAttribute('aria-label', /seed parent Ember Row|F1/)
    const folded = await tree(page).getByRole('button').count()
    const family = tree(page)
      .getByRole('button', { name: /12 plants more of this family/ })
      .first()
    await family.focus()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: 'Fold all families' })).toBeVisible()
    await expect.poll(() => tree(page).getByRole('button').count()).toBeGreaterThan(folded)
    await page.getByRole('button', { name: 'Fold all families' }).click()
    await expect.poll(() => tree(page).getByRole('button').count()).toBe(folded)
  },
)

lookTest('the tree is saved as a drawing, a picture, a graph and a table', async ({ page }) => {
  await openTree(page)
  const svg = await saved(page, 'SVG')
  expect(svg.name).toBe('tree-Chilli.svg')
  expect(svg.text).toContain('<svg')
  expect(svg.text).not.toContain('var(--')
  expect((await saved(page, 'PNG')).text.slice(1, 4)).toBe('PNG')
  expect((await saved(page, 'GraphML')).text).toContain('<data key="name">Half Ember</data>')
  expect((await saved(page, 'CSV')).text).toContain('Half Ember')
})

lookTest('plants are compared each with each, one is left out, and a bulk is reckoned', async ({ page }) => {
  await page.goto('/lineage/related?crop=chilli')
  const matrix = page.getByRole('region', { name: 'Kinship of each with each' })
  await expect(matrix.getByRole('row')).toHaveCount(41)
  await matrix.getByRole('button', { name: 'Leave Bantam Ribbon out' }).click()
  await expect(matrix.getByRole('row')).toHaveCount(40)
  await page.getByRole('textbox', { name: 'Mothers' }).fill('1')
  await page.getByRole('textbox', { name: 'Fathers' }).fill('99')
  await page.getByRole('textbox', { name: 'Fathers' }).press('Tab')
  await expect(page.getByText(/that leave alike count as 4\.0 plants/)).toBeVisible()
})

lookTest(
  'what two plants are worth as parents is told with what is expected of their cross',
  async ({ page }) => {
    await page.goto('/lineage/merit?crop=chilli&trait=height')
    await page.getByRole('checkbox', { name: 'Take Pale Rocket for a pair' }).check({ timeout: 30_000 })
    await page.getByRole('checkbox', { name: 'Take Ember Row for a pair' }).check()
    const cross = page.getByRole('region', { name: 'A cross of two' })
    await expect(cross).toContainText('Pale Rocket × Ember Row')
    await cross.getByRole('textbox', { name: /goes beyond/ }).fill('90')
    await expect(cross.getByRole('status')).toContainText(/% of its plants go beyond it/)
    await page.getByRole('textbox', { name: 'Heritability, if it is known' }).fill('2')
    await expect(page.getByText('A heritability lies between 0 and 1, as 0.4.')).toBeVisible()
    await page.getByRole('textbox', { name: 'Heritability, if it is known' }).fill('0.5')
    await expect(page.getByRole('row').filter({ hasText: 'as you give it' })).toContainText('50 %')
    await expect(cross).toContainText('Pale Rocket × Ember Row')
  },
)

demoTest(
  'the next crosses of an aim are chosen along the curve, one is left out, the rest planned and taken back as one',
  async ({ page }) => {
    const aims = (await (await page.request.get('/api/aims')).json()) as {
      aim: { id: string; crop: string }
    }[]
    await page.goto(`/lineage/next?aim=${aims.find(({ aim }) => aim.crop === 'chilli')!.aim.id}&n=5`)
    const proposed = page.getByRole('region', { name: 'Proposed' })
    await expect(proposed.getByRole('checkbox')).toHaveCount(5, { timeout: 30_000 })
    const gain = page.getByRole('region', { name: 'Gain against kin' })
    const before = await gain.getByRole('definition').allInnerTexts()
    const slider = gain.getByRole('slider')
    await slider.focus()
    for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight')
    await expect(gain.getByRole('definition')).not.toHaveText(before)
    const after = await gain.getByRole('definition').allInnerTexts()
    expect(parseFloat(after[1]!)).toBeLessThan(parseFloat(before[1]!))
    await proposed.getByRole('checkbox').first().uncheck()
    await page.getByRole('button', { name: 'Plan 4 crosses' }).click()
    const foot = page.getByRole('region', { name: 'What was noted' })
    await expect(foot).toContainText('planned 6 flowers')
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(foot).toContainText('Taken back: planned 6 flowers')
  },
)

lookTest(
  'ways over the coming generations are run beside each other, and what cannot be is said',
  async ({ page }) => {
    await page.goto('/lineage/ahead?crop=chilli')
    const single = page.getByRole('region', { name: 'To a line by single seed' })
    await expect(single.getByRole('status', { name: /^What comes of it/ })).toContainText('Gain', {
      timeout: 30_000,
    })
    await page.getByRole('button', { name: 'Compare another way' }).click()
    await page.getByText('One cross, the best seedling multiplied').click()
    const clone = page.getByRole('region', { name: 'One cross, the best seedling multiplied' })
    await expect(clone.getByRole('status', { name: /^What comes of it/ })).toContainText('Plants raised', {
      timeout: 30_000,
    })
    await clone.getByRole('textbox', { name: 'Seedlings' }).fill('5')
    await clone.getByRole('textbox', { name: 'Seedlings' }).press('Tab')
    await expect(clone.getByRole('alert')).toContainText('Of 5 plants no 10 can be kept')
    await clone.getByRole('button', { name: 'Leave out' }).click()
    await expect(clone).toHaveCount(0)
    await page.reload()
    await expect(page.getByRole('region', { name: /^To a line/ })).toHaveCount(2)
  },
)

/** Takes the way of a card, beginning with the first cross that is called so. */
async function goWay(page: Page, name: string, cross: string): Promise<void> {
  await page.getByRole('region', { name }).getByRole('button', { name: 'Go this way' }).click()
  const dialog = page.getByRole('dialog', { name })
  await dialog.getByRole('button', { name: 'Go this way' }).click()
  await expect(dialog.getByText('Choose the cross that it begins with.')).toBeVisible()
  await dialog.getByRole('combobox', { name: 'The cross that it begins with' }).fill(cross)
  await page.getByRole('option', { name: cross }).first().click()
  await dialog.getByRole('button', { name: 'Go this way' }).click()
  await expect(dialog).toHaveCount(0)
}

demoTest(
  'a way is gone: its generations beside what was noted, in the round while one flowers, done, and left',
  async ({ page }) => {
    await page.goto('/lineage/ahead?crop=chilli')
    await expect(
      page
        .getByRole('region', { name: 'To a line by single seed' })
        .getByRole('status', { name: /^What comes of it/ }),
    ).toContainText('Gain', { timeout: 30_000 })
    await goWay(page, 'To a line by single seed', 'Ember Stoop × Ink Runner')
    const way = page.getByRole('region', { name: 'Ember Stoop × Ink Runner' })
    await expect(way.getByRole('listitem')).toHaveCount(6)
    const first = way.getByRole('listitem').first()
    await expect(first).toHaveAttribute('aria-current', 'step')
    await expect(way).toBeFocused()
    await expect(first).toBeInViewport({ ratio: 1 })
    await expect(first).toContainText(/\d+ raised, 1 planned/)
    await expectAccessible(page)
    await page.goto('/today')
    const stop = page.getByRole('listitem').filter({ hasText: 'Go on with its next generation' })
    await expect(stop).toContainText('F1: It selfs by itself')
    await stop.getByRole('button', { name: /^Done/ }).click()
    await expect(page.getByText('Noted: done on its way: F1')).toBeVisible()
    await expect(stop).toHaveCount(0)
    await page.getByRole('button', { name: 'Season 2027' }).click()
    await page.goto('/today?on=2027-05-20')
    await expect(stop).toContainText('F2: Of all plants harvest each apart')
    await stop.getByRole('link', { name: /^\d\d-/ }).click()
    await expect(first).toContainText('12 June 2026')
    await way.getByRole('button', { name: 'Leave this way' }).click()
    await way.getByRole('button', { name: 'no room' }).click()
    await expect(way).toContainText('Left on 12 June 2026: no room.')
    await expect(way.getByRole('button', { name: /^Done/ })).toHaveCount(0)
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(way.getByRole('button', { name: 'Done: F2' })).toBeVisible()
  },
)

test('far south a telephone goes a way with roses: it is told to plan a cross first, and its seasons run over New Year', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await startGarden(page, 'Far roses', 'Dunedin')
  for (const name of ['White Post', 'Red Bell']) await addPlant(page, name, 'Rose')
  await page.goto('/lineage/ahead')
  const name = 'One cross, the best seedling multiplied'
  await expect(
    page.getByRole('region', { name }).getByRole('status', { name: /^What comes of it/ }),
  ).toContainText('Gain', {
    timeout: 30_000,
  })
  await page.getByRole('region', { name }).getByRole('button', { name: 'Go this way' }).click()
  await page.getByRole('dialog', { name }).getByRole('link', { name: 'Plan a cross' }).click()
  await pick(page, /Seed parent/, 'White Post')
  await pick(page, /Pollen parent/, 'Red Bell')
  await page.getByLabel('The aim in a sentence').fill('Pale and healthy')
  await page.getByRole('button', { name: 'Plan this cross' }).click()
  await expect(page.getByRole('heading', { name: 'Pale and healthy', level: 1 })).toBeVisible()
  await page.goto('/lineage/ahead')
  await expect(
    page.getByRole('region', { name }).getByRole('status', { name: /^What comes of it/ }),
  ).toContainText('Gain', {
    timeout: 30_000,
  })
  await goWay(page, name, 'White Post × Red Bell')
  const way = page.getByRole('region', { name: 'White Post × Red Bell' })
  await expect(way.getByRole('listitem')).toHaveCount(2)
  await expect(way.getByRole('listitem').first()).toContainText('0 raised, 200 planned')
  await expect(way.getByRole('listitem').first()).toContainText(
    /(October|November|December) \d{4} to \w+ \d{4}/,
  )
  await expectNarrow(page)
})

test('a new garden is told the first step, and its first plants stand in the tree of a telephone', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await startGarden(page, 'Young roses')
  await page.goto('/lineage')
  await expect(page.getByRole('heading', { name: 'No plants yet' })).toBeVisible()
  await addPlant(page, 'White Post', 'Rose')
  await page.goto('/lineage')
  await expect(page.getByText(/No plant of this crop has a known parent here/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'White Post' })).toBeVisible()
  await expectNarrow(page)
  await page.goto('/lineage/related')
  await expect(
    page.getByText(/with 4 sets of chromosomes the offspring of two that are not inbred are inbred by less/),
  ).toBeVisible()
  await expect(page.getByText(/each selfing leaves 83 % of what was mixed before/)).toBeVisible()
  await page.goto('/lineage/merit')
  await expect(page.getByRole('heading', { name: 'Nothing can be told yet' })).toBeVisible()
  await expectNarrow(page)
})
