import { expect } from '@playwright/test'
import { demoTest as test, expectAccessible, expectNarrow, pick } from './garden'

test('a fruit on its plant is likely ripe or not, and a look that finds it unripe counts', async ({
  page,
}) => {
  await page.goto('/seed?show=fruits')
  const ripe = page.getByRole('row').filter({ hasText: 'Likely ripe: cut it' })
  const code = (await ripe.first().getByRole('link').first().innerText()).trim()
  const fruit = page.getByRole('row').filter({ has: page.getByRole('link', { name: code }) })
  await expect(fruit).toContainText(/of \d+ sound seeds [\d.]+ would not be fit if it is cut today/)
  await expectAccessible(page)
  await expectNarrow(page)
  await fruit.getByRole('button', { name: `Not ripe yet: ${code}` }).click()
  await expect(fruit).toContainText('0 %,')
  await expect(fruit).toContainText('Let it hang')
  await expect(page.getByText('not ripe yet, left on the plant, though cutting was advised')).toBeVisible()

  // Cut all the same, it is said to be early.
  await fruit.getByRole('link', { name: code }).click()
  await page
    .getByRole('navigation', { name: 'Flower' })
    .getByRole('button', { name: 'Harvest', exact: true })
    .click()
  const dialog = page.getByRole('dialog', { name: 'Harvest' })
  await expect(dialog.getByText(/^Let it hang/)).toBeVisible()
  await expect(dialog.getByRole('checkbox', { name: 'Cut before it was ripe' })).toBeChecked()
  await expect(dialog.getByText('Let it ripen on in the dry')).toBeVisible()
  await dialog.getByLabel('Seeds counted', { exact: true }).fill('12')
  await dialog.getByRole('button', { name: 'Fill a packet' }).click()
  await expect(dialog.getByText('Write this code on the packet')).toBeVisible()
})

test('fruits that visitors made are harvested without a tag, their seed counted by weight', async ({
  page,
}) => {
  await page.goto('/crosses/new')
  await pick(page, /Seed parent/, 'Ember Row')
  await page.getByLabel('The aim in a sentence').fill('seed of the row as the bees made it')
  await page.getByRole('button', { name: 'Plan this cross' }).click()
  await page.getByRole('button', { name: 'Harvest', exact: true }).click()
  const dialog = page.getByRole('dialog', { name: 'Harvest' })
  await dialog.getByLabel('Fruits without a tag', { exact: true }).fill('3')
  await dialog.getByRole('button', { name: 'by weight' }).click()
  await dialog.getByLabel('Weight of each sample, g').fill('0.42 some')
  await dialog.getByLabel('All of the seed, g').fill('2.1')
  await expect(dialog.getByText('Weights are numbers of grams')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Fill a packet' })).toBeDisabled()
  await dialog.getByLabel('Weight of each sample, g').fill('0.12 0.13 0.12')
  await expect(dialog.getByText(/^About 3\d\d seeds, four times in five/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Fill a packet' }).click()
  await dialog.getByRole('link', { name: /^26-/ }).click()
  await expect(page.getByText(/by weight: \d+–\d+, four times in five/)).toBeVisible()
})

test('seed from elsewhere gets a packet and its parents, and asks for no flowers', async ({ page }) => {
  await page.goto('/seed')
  await page.getByRole('button', { name: 'Seed from elsewhere' }).click()
  const dialog = page.getByRole('dialog', { name: 'Seed from elsewhere' })
  await dialog.getByRole('button', { name: 'Fill a packet' }).click()
  await expect(dialog.getByText('Say from whom it comes.')).toBeVisible()
  await dialog.getByLabel(/^What it is/).fill('Far Lantern')
  await dialog.getByLabel('Pollen parent, if it is known').fill('ember row')
  await dialog.getByLabel('From whom').fill('a neighbour')
  await dialog.getByLabel('Seeds', { exact: true }).fill('35')
  await dialog.getByLabel('About so many').click()
  await dialog.getByRole('button', { name: 'Fill a packet' }).click()
  await dialog.getByRole('link', { name: /^26-/ }).click()
  await expect(page.getByRole('heading', { name: '35 seeds in the packet' })).toBeVisible()
  await expect(page.getByText('Far Lantern').first()).toBeVisible()
  await expect(page.getByText('Ember Row').first()).toBeVisible()
  await expect(page.getByText('a neighbour', { exact: true })).toBeVisible()
  await expectAccessible(page)
  // It can be sown like any other; nobody asks for its flowers.
  await expect(page.getByRole('button', { name: 'Sow from it' })).toBeVisible()
  const { stops } = (await (await page.request.get('/api/round')).json()) as { stops: object[] }
  expect(stops.length).toBeGreaterThan(10)
  expect(JSON.stringify(stops)).not.toContain('Far Lantern')
})

test('a tray shows its curve, what is still to come, and by when', async ({ page }) => {
  await page.goto('/seed?show=trays')
  const { sowings } = (await (await page.request.get('/api/seed')).json()) as {
    sowings: { sowing: { code: string; up: number; ended: object | null; raised: number } }[]
  }
  const { code } = sowings.find(({ sowing }) => sowing.up && !sowing.ended && !sowing.raised)!.sowing
  await page.getByRole('textbox', { name: 'Filter' }).fill(code)
  await page.getByRole('link', { name: code }).click()
  await expect(page.getByText(/^About \d+ more seedlings by .*; four times in five/)).toBeVisible()
  await expect(page.getByText('Come up in the end')).toBeVisible()
  await page.getByRole('button', { name: 'None new' }).click()
  await expect(page.getByText('looked, no more up').first()).toBeVisible()
  await expectAccessible(page)
})
