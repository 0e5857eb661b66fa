/** The desk's manners on an own little garden: lists, dialogs, looks, keys. */
import { expect, test } from '@playwright/test'
import { addPlant, expectClosed, pick, startGarden } from './garden'

test.beforeEach(({ page }) => startGarden(page, 'Desk beds'))

test('a plan is changed, several flowers are tagged at once, and a cluster gives as many fruits as it gave', async ({
  page,
}) => {
  await addPlant(page, 'Desk Ember')
  await addPlant(page, 'Desk Lantern')
  await page.goto('/crosses/new')
  await pick(page, /Seed parent/, 'Desk Ember')
  await pick(page, /Pollen parent/, 'Desk Lantern')
  await page.getByLabel('The aim in a sentence').fill('Low')
  await page.getByRole('button', { name: 'Plan this cross' }).click()
  await page.getByRole('button', { name: 'Change the plan' }).click()
  const plan = page.getByRole('dialog', { name: 'Change the plan' })
  await plan.getByLabel('The aim in a sentence').fill('Low and purple')
  await plan.getByRole('textbox', { name: 'Flowers to pollinate' }).fill('30')
  await plan.getByRole('button', { name: 'Change it' }).click()
  await expect(page.getByRole('heading', { name: 'Low and purple', level: 1 })).toBeVisible()
  await expect(page.getByText('30 flowers for 2 worth keeping')).toBeVisible()

  await page.getByRole('button', { name: 'Several, or an earlier day' }).click()
  const choose = page.getByRole('dialog', { name: 'Choose flowers' })
  await choose.getByRole('textbox', { name: 'Tags to tie' }).fill('3')
  await choose.getByRole('textbox', { name: 'Flowers under each tag' }).fill('6')
  await choose.getByRole('button', { name: 'Give them codes' }).click()
  await expect(choose.getByText(/^\s*\d\d-[2-9A-Y]{4,5}\s*$/)).toHaveCount(3)
  await choose.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByText('3 flowers', { exact: true })).toBeVisible()

  await page
    .getByRole('button', { name: /^Open flower/ })
    .first()
    .click()
  const panel = page.getByRole('navigation', { name: 'Flower' })
  await panel.getByText('Another step, or an earlier day').click()
  await panel.getByRole('button', { name: 'pollinate', exact: true }).click()
  await panel.getByRole('button', { name: 'Pollinated, left open', exact: true }).click()
  await expect(panel.getByText('Doubt: was not isolated')).toBeVisible()
  await panel.getByRole('button', { name: 'Taken', exact: true }).click()
  await panel
    .getByRole('group', { name: 'How many of the 6 took?' })
    .getByRole('button', { name: '5', exact: true })
    .click()
  await panel.getByRole('button', { name: 'Harvest', exact: true }).click()
  const harvest = page.getByRole('dialog', { name: 'Harvest' })
  await harvest.getByRole('textbox', { name: /^Fruits of/ }).fill('4')
  await harvest.getByRole('textbox', { name: 'Seeds counted' }).fill('40')
  await harvest.getByRole('button', { name: 'Fill a packet' }).click()
  await harvest.getByRole('button', { name: 'Done' }).click()
  await expectClosed(page)
  await page.goto('/seed')
  await page.getByRole('link', { name: /^\d\d-/ }).click()
  await expect(
    page.getByText('1 of 1 flower: was not isolated: little is carried over in still air.'),
  ).toBeVisible()
  await expect(page.getByRole('definition').filter({ hasText: /^\s*4\s*$/ })).toBeVisible()
})

test('the list of plants keeps filter, order and page in the address, and exports them all', async ({
  page,
}) => {
  for (const name of ['Bench Adder', 'Bench Bell', 'Frame Cinder']) await addPlant(page, name)
  await page.goto('/plants')
  await page.getByRole('textbox', { name: 'Filter by name or tag' }).fill('bench')
  await expect(page).toHaveURL(/q=bench/)
  await expect(page.getByText('2 plants', { exact: true })).toBeVisible()
  await page.getByRole('columnheader', { name: 'Name' }).click()
  await expect(page).toHaveURL(/order=desc/)
  await page.reload()
  await expect(page.getByRole('row').nth(1)).toContainText('Bench Bell')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV' }).click(),
  ])
  const text = Buffer.concat(await (await download.createReadStream()).toArray()).toString()
  expect(
    text
      .trim()
      .split('\n')
      .map(line => line.split(',')[0]),
  ).toEqual(['name', 'Bench Bell', 'Bench Adder'])
  // An order that there is not is the usual one.
  await page.goto('/plants?q=bench&sort=nothing')
  await expect(page.getByRole('row').nth(1)).toContainText('Bench Adder')
})

test('what is typed survives a reload, and a name is asked for', async ({ page }) => {
  await page.goto('/plants?add=1')
  const dialog = page.getByRole('dialog', { name: 'Add a plant' })
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(dialog.getByText('Give the plant a name.')).toBeVisible()
  await dialog.getByLabel('Note').fill('from the swap table')
  await page.reload()
  await expect(dialog.getByLabel('Note')).toHaveValue('from the swap table')
})

test('a plant is described anew and lost, and the log can take it back', async ({ page }) => {
  await addPlant(page, 'Desk Ember')
  await page.getByRole('button', { name: 'Describe' }).click()
  const dialog = page.getByRole('dialog', { name: 'Describe the plant' })
  await dialog.getByLabel('Name', { exact: true }).fill('Desk Ember II')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Desk Ember II' })).toBeVisible()
  await page.getByRole('button', { name: 'Lost' }).click()
  await page.getByLabel('Another reason').fill('fell in the lake')
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  await expect(page.getByText(/^\s*Lost on .*: fell in the lake\.\s*$/)).toBeVisible()
  await page
    .getByRole('region', { name: 'Noted' })
    .getByRole('button', { name: /Undo .*fell in the lake/ })
    .click()
  await expect(page.getByText(/^\s*Lost on/)).toHaveCount(0)
  await expect(page.getByText('taken back', { exact: true })).toBeVisible()
})

test('the season band is read and followed with the keyboard', async ({ page }) => {
  const band = page.getByRole('slider', { name: 'Week of the season' })
  await band.focus()
  const before = await band.getAttribute('aria-valuetext')
  await page.keyboard.press('Home')
  await expect(band).toHaveAttribute('aria-valuetext', /^1 January – 7 January: 0 noted/)
  expect(await band.getAttribute('aria-valuetext')).not.toBe(before)
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/on=\d{4}-01-08/)
})

test('looks are kept on the device, keys are listed, and the find box acts', async ({ page }) => {
  await page.goto('/garden')
  await page.getByRole('button', { name: 'Sun' }).click()
  await page.reload()
  await expect(page.locator('body')).toHaveAttribute('data-look', 'sun')
  await page.goto('/today')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toContainText('walk the round')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('dialog', { name: 'Find' })).toBeVisible()
  await page.keyboard.type('add a plant')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Add a plant' })).toBeVisible()

  // Enter in the empty box does what is marked, and waits for nothing.
  await page.goto('/today')
  await page.getByRole('button', { name: 'Find' }).click()
  await expect(page.getByRole('option', { name: 'Set an aim' })).toHaveAttribute('aria-selected', 'true')
  await page.getByRole('combobox', { name: /^Find a plant/ }).press('Enter')
  await expect(page).toHaveURL(/aims\/new/)
})

test('when the server is away, the screen says so and nothing that was typed is gone', async ({ page }) => {
  await page.goto('/plants?add=1')
  const dialog = page.getByRole('dialog', { name: 'Add a plant' })
  await dialog.getByLabel('Name', { exact: true }).fill('Offline Try')
  await dialog.getByRole('combobox', { name: 'Crop' }).fill('Chilli')
  await page.getByRole('option', { name: 'Chilli', exact: true }).click()
  await page.route('**/api/**', route => route.abort())
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(dialog.getByText('server does not answer')).toBeVisible()
  await expect(dialog.getByLabel('Name', { exact: true })).toHaveValue('Offline Try')
  await page.unroute('**/api/**')
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('heading', { name: 'Offline Try', level: 1 })).toBeVisible()
  // A screen that is opened meanwhile says so, and leads on once there is an answer.
  await page.route('**/api/**', route => route.abort())
  await page.reload()
  await expect(page.getByRole('heading', { name: 'The garden’s server does not answer' })).toBeVisible()
  await page.unroute('**/api/**')
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('heading', { name: 'Offline Try', level: 1 })).toBeVisible()
  // A screen that was never fetched is not gone to, and one stays where one is.
  const guides = page.getByRole('navigation', { name: 'Areas' }).getByRole('link', { name: 'Guides' })
  await page.route('**/*', route => route.abort())
  await guides.click()
  await expect(page.getByText('server does not answer')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Offline Try', level: 1 })).toBeVisible()
  await page.unroute('**/*')
  await guides.click()
  await expect(page.getByRole('heading', { name: 'Guides', level: 1 })).toBeVisible()
})
