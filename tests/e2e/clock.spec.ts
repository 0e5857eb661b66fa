/** Seed on its clock, in gardens made anew with a crop that the demo does not have. */
import type { Page } from '@playwright/test'
import { expect, test } from '@playwright/test'
import { addPlant, daysAgo, expectAccessible, expectNarrow, follow, pick, startGarden } from './garden'

/** A packet of seed from elsewhere; its page is open. */
async function packet(page: Page, crop: string, seeds: string, mother = 'Copper Gate', on?: string) {
  await follow(page, '/seed')
  await page.getByRole('button', { name: 'Seed from elsewhere' }).click()
  const dialog = page.getByRole('dialog', { name: 'Seed from elsewhere' })
  await dialog.getByLabel(/^What it is/).fill(mother)
  await dialog.getByRole('combobox', { name: 'Crop' }).fill(crop)
  await page.getByRole('option', { name: crop, exact: true }).click()
  await dialog.getByLabel('From whom').fill('a friend')
  await dialog.getByLabel('Seeds', { exact: true }).fill(seeds)
  if (on) await dialog.getByLabel('Received on').fill(on)
  await dialog.getByRole('button', { name: 'Fill a packet' }).click()
  await dialog.getByRole('link', { name: /^\d\d-/ }).click()
  await expect(page.getByRole('heading', { name: `${seeds} seeds in the packet` })).toBeVisible()
}

test('seed is chilled in its bag, looked into, moved into a tray and counted there', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await startGarden(page, 'Seed beds', 'Hobart')
  await packet(page, 'Rose', '40')
  await page.getByRole('button', { name: 'Sow from it' }).click()
  const sow = page.getByRole('dialog', { name: 'Sow' })
  await expect(sow.getByLabel('Weeks', { exact: true })).toHaveValue('15')
  await sow.getByLabel('Seeds', { exact: true }).fill('20')
  await sow.getByText('How it is sown').click()
  await sow.getByRole('button', { name: 'soaked over night' }).click()
  await sow.getByLabel('Medium').fill('moist sand')
  await sow.getByRole('button', { name: 'Sow', exact: true }).click()

  const bag = page.getByRole('region', { name: 'Note in this bag' })
  await expect(bag.getByText('Look into the bag')).toBeVisible()
  await expect(page.getByText('in a bag, cold, 15 weeks, First bench')).toBeVisible()
  await expect(page.getByText('Sown: soaked over night, moist sand.')).toBeVisible()
  await expectAccessible(page)
  await expectNarrow(page)
  await bag.getByRole('button', { name: 'One more: Sprouted since the last look' }).click()
  await bag.getByRole('button', { name: 'One more: Sprouted since the last look' }).click()
  await bag.getByRole('button', { name: '2 sprouted, sown' }).click()
  await expect(page.getByRole('heading', { name: /^2 of 20 sprouted/ })).toBeVisible()

  await page.getByRole('button', { name: 'Move it' }).click()
  const moving = page.getByRole('dialog', { name: 'Move it' })
  await moving.getByRole('button', { name: 'Move it' }).click()
  await expect(page.getByRole('heading', { name: /^2 of 20 up/ })).toBeVisible()
  await expect(page.getByText('in a tray, warm, First bench')).toBeVisible()
  await page.getByRole('button', { name: 'Surface left to dry' }).click()
  await expect(page.getByText('the surface is left to dry').first()).toBeVisible()
  // Seedlings go into no bag any more: it says so, and stays open.
  await page.getByRole('button', { name: 'Move it' }).click()
  await moving.getByRole('combobox', { name: 'In', exact: true }).press('ArrowDown')
  await page.getByRole('option', { name: 'bag' }).click()
  await moving.getByRole('button', { name: 'Move it' }).click()
  await expect(moving.getByText(/2 seedlings stand in .*; only seed goes into a bag/).first()).toBeVisible()
})

test('a bag whose weeks are over is moved on from the walk with one press', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await startGarden(page, 'Seed beds', 'Galway')
  await packet(page, 'Daylily', '12', 'Copper Gate', daysAgo(20))
  await page.getByRole('button', { name: 'Sow from it' }).click()
  const sow = page.getByRole('dialog', { name: 'Sow' })
  await sow.getByLabel('Weeks', { exact: true }).fill('1')
  await sow.getByLabel('Weeks', { exact: true }).press('Tab')
  await sow.getByLabel('On', { exact: true }).fill(daysAgo(9))
  await sow.getByRole('button', { name: 'Sow', exact: true }).click()
  await expect(page.getByText(/lies in a bag, cold, 1 week, since/)).toBeVisible()

  await page.goto('/walk')
  await expect(page.getByRole('heading', { name: 'Its weeks are over' })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Now in a tray, warm' }).click()
  await expect(page.getByRole('heading', { name: 'The round is done' })).toBeVisible()
})

test('packets are tested, split and sown in rows, each row with a code and a label, and compared', async ({
  page,
}) => {
  await startGarden(page, 'Row beds', 'Hobart')
  await packet(page, 'Zinnia', '60', 'Early Red')
  const drawer = page.getByRole('region', { name: 'In the drawer' })
  await drawer.getByRole('button', { name: 'Test a sample' }).click()
  const test = page.getByRole('dialog', { name: 'A sample was tested' })
  await test.getByLabel('Of them came up', { exact: true }).fill('4')
  await test.getByRole('button', { name: 'Note the test' }).click()
  await expect(drawer.getByText('4 of 10, 40 % on')).toBeVisible()
  await drawer.getByRole('button', { name: 'Split it' }).click()
  const split = page.getByRole('dialog', { name: 'Split the packet' })
  await split.getByLabel('Seeds of new packet 1', { exact: true }).fill('20')
  await split.getByLabel('Seeds of new packet 1', { exact: true }).press('Tab')
  await split.getByRole('button', { name: 'Split it' }).click()
  await expect(page.getByRole('heading', { name: '30 seeds in the packet' })).toBeVisible()
  await expectAccessible(page)

  await follow(page, '/seed')
  await page.getByRole('button', { name: 'Sow a tray in rows' }).click()
  const rows = page.getByRole('dialog', { name: 'Sow a tray in rows' })
  await rows.getByRole('button', { name: 'Sow 0 rows' }).click()
  await expect(rows.getByText('Choose the packet of the first row.')).toBeVisible()
  await rows.getByLabel('Name of the tray').fill('North tray')
  for (const n of [1, 2]) {
    await rows.getByRole('combobox', { name: `Packet of row ${n}` }).click()
    await page
      .getByRole('option')
      .nth(n - 1)
      .click()
    await expect(rows.getByLabel(`Seeds in row ${n}`, { exact: true })).toBeVisible()
  }
  await rows.getByRole('button', { name: 'Sow 2 rows' }).click()
  await expect(rows.getByText('North tray is sown: 2 rows.')).toBeVisible()
  const codes = (await rows.getByRole('listitem').allInnerTexts()).map(text => text.trim().slice(0, 7))
  const sheet = await page.request.get(`/api/tags/labels.pdf?codes=${codes.join(',')}`)
  expect(sheet.headers()['content-type']).toBe('application/pdf')
  await rows.getByRole('button', { name: 'Print 2 labels' }).click()
  await expect(page.getByRole('dialog', { name: 'Print tags' })).toBeVisible()

  await page.goto('/seed?show=trays')
  await page.getByRole('link', { name: 'North tray, row 2' }).click()
  await expect(page.getByRole('heading', { name: 'North tray' })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('textbox', { name: 'New in row 1' }).fill('9')
  await page.getByRole('textbox', { name: 'New in row 1' }).press('Tab')
  await page.getByRole('button', { name: 'Note 9 new in 2 rows' }).click()
  await expect(page.getByRole('img', { name: /^9 stand, 9 of/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'None new in 2 rows' })).toBeVisible()
  await page.getByRole('link', { name: codes[0]! }).click()
  await expect(page.getByRole('heading', { name: /^9 of \d+ up/ })).toBeVisible()
  await page.goto('/seed?show=compare')
  await expect(page.getByText('There is only one group: nothing to compare it with yet.')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('combobox', { name: 'Compare by' }).press('ArrowDown')
  await page.getByRole('option', { name: 'the medium' }).click()
  await expect(page).toHaveURL(/by=medium/)
  await expect(page.getByText('Of no tray is this told yet')).toBeVisible()
})

test('seedlings grow on: pricked out or not yet from the walk, thinned, given tags, and their family is followed to its flowers', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await startGarden(page, 'Seedling beds', 'Hobart')
  await packet(page, 'Zinnia', '12', 'Early Red', daysAgo(50))
  await page.getByRole('button', { name: 'Sow from it' }).click()
  const sow = page.getByRole('dialog', { name: 'Sow' })
  await sow.getByLabel('On', { exact: true }).fill(daysAgo(40))
  await sow.getByText('How it is sown').click()
  await sow.getByLabel('Depth, mm').fill('400')
  await expect(sow.getByText('Give 0 to 300 millimetres.')).toBeVisible()
  await sow.getByLabel('Depth, mm').fill('5')
  await sow.getByRole('button', { name: 'Sow', exact: true }).click()
  await expect(page.getByText('Sown: 5 mm deep.')).toBeVisible()
  const tray = page.getByRole('region', { name: 'Note in this tray' })
  await tray.getByLabel('Seen on').fill(daysAgo(30))
  await tray.getByRole('textbox', { name: 'New seedlings up' }).fill('12')
  await tray.getByRole('button', { name: 'Note', exact: true }).click()
  await expect(page.getByRole('heading', { name: /^12 of 12 up/ })).toBeVisible()

  await page.goto('/walk')
  await expect(page.getByRole('heading', { name: 'Big enough to prick out?' })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Not yet' }).click()
  await page.getByRole('button', { name: 'first true leaf' }).click()
  await expect(page.getByRole('heading', { name: 'The round is done' })).toBeVisible()

  await page.goto('/seed?show=trays')
  await page.getByRole('link', { name: /^\d\d-/ }).click()
  await expect(tray.getByText('Seen last at: first true leaf')).toBeVisible()
  await tray.getByRole('textbox', { name: 'Thinned out' }).fill('2')
  await tray.getByRole('button', { name: 'Note them thinned' }).click()
  await expect(tray.getByText('10 stand in the tray.')).toBeVisible()
  await tray.getByRole('button', { name: 'Note how they grow' }).click()
  await page.getByText('potted on', { exact: true }).click()
  await expect(tray.getByText('potted on')).toBeVisible()
  await expectNarrow(page)

  await page.goto('/seed?show=growing')
  await expect(page.getByText('first true leaf')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('link', { name: /^\d\d-/ }).click()
  await expect(page.getByText('None of its seedlings has a tag yet.')).toBeVisible()
  const growing = page.getByRole('region', { name: 'Growing on' })
  await expect(growing.getByText(/First flower expected between/)).toBeVisible()
  await growing.getByRole('button', { name: 'Note how they grow' }).click()
  await page.getByText('the first flower is open', { exact: true }).click()
  await expect(growing.getByText(/First flower seen on/)).toBeVisible()
  await expectNarrow(page)
  await expectAccessible(page)
})

test('seed of several plants is saved together, and the drawer is filtered, drawn and exported', async ({
  page,
}) => {
  await startGarden(page, 'Bulk beds', 'Hobart')
  for (const name of ['Early Red', 'Late Red']) await addPlant(page, name, 'Zinnia')
  await follow(page, '/seed')
  await page.getByRole('button', { name: 'Seed from elsewhere' }).click()
  const dialog = page.getByRole('dialog', { name: 'Seed from elsewhere' })
  await dialog.getByRole('checkbox', { name: /Saved of several of my plants/ }).check()
  for (const [i, name] of ['Early Red', 'Late Red'].entries()) {
    await pick(page, /A plant that seed is of/, name)
    await expect(dialog.getByRole('button', { name: `Leave ${name} out` })).toBeVisible()
    if (i) break
    await dialog.getByRole('button', { name: 'Fill a packet' }).click()
    await expect(dialog.getByText(/Choose two plants at least/)).toBeVisible()
  }
  await dialog.getByRole('button', { name: 'Fill a packet' }).click()
  await dialog.getByRole('link', { name: /^\d\d-/ }).click()
  await expect(page.getByText('Bulk of Early Red, Late Red').first()).toBeVisible()

  await follow(page, '/seed')
  await expect(page.getByText('Seed saved of a bulk')).toBeVisible()
  await page.getByLabel('Filter by code, parent, place or aim').fill('nothing like it')
  await expect(page.getByText('No packet fits this filter.')).toBeVisible()
  await page.getByLabel('Filter by code, parent, place or aim').fill('late red')
  await page.getByRole('button', { name: 'As a drawing' }).click()
  await expect(
    page.getByRole('link', { name: /Bulk of Early Red, Late Red × open, 20 seeds, \d+ % come up/ }),
  ).toBeVisible()
  await expect(page).toHaveURL(/as=drawing/)
  await expectAccessible(page)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV' }).click(),
  ])
  expect(file.suggestedFilename()).toMatch(/^packets/)
})

test('a plant is reminded of what its crop wants in the year, half a year away in the south, and of one’s own', async ({
  page,
}) => {
  await startGarden(page, 'Kept beds', 'Hobart')
  await addPlant(page, 'Sill Cup', 'Tulip')
  await page.getByText('Sill Cup').first().click()
  const year = page.getByRole('region', { name: 'Its year' })
  await expect(year.getByRole('button', { name: /^Plant or repot, from 15 March/ })).toBeVisible()
  await year.getByRole('button', { name: /^Plant or repot/ }).click()
  await expect(year.getByText(/^from 15 March 20\d\d, every year/)).toBeVisible()
  await year.getByRole('button', { name: 'A reminder of your own' }).click()
  const dialog = page.getByRole('dialog', { name: 'A reminder' })
  await dialog.getByRole('button', { name: 'Remind me' }).click()
  await expect(dialog.getByText('Say what is to be done.')).toBeVisible()
  await dialog.getByLabel('What is to be done').fill('Look for slugs')
  await dialog.getByRole('button', { name: 'every so many days' }).click()
  await dialog.getByLabel('Days', { exact: true }).fill('10')
  await dialog.getByRole('button', { name: 'Remind me' }).click()
  await expect(year.getByText('Look for slugs')).toBeVisible()
  await expectAccessible(page)

  // It stands on Today, is done there, and comes again.
  await page.goto('/today')
  const stop = page.getByRole('listitem').filter({ hasText: 'You wanted to be reminded' })
  await expect(stop).toContainText('Look for slugs')
  await page.getByRole('button', { name: /^Done: / }).click()
  await expect(page.getByText('You wanted to be reminded')).toHaveCount(0)
})
