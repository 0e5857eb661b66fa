/** What becomes of offspring: judged together, read, set apart, named, multiplied, photographed, tried in rows. */
import type { Page } from '@playwright/test'
import { expect, test } from '@playwright/test'
import { addPlant, expectAccessible, expectClosed, expectNarrow, openDemo, startGarden } from './garden'

const FAMILY = 'Purple leaf on a plant half the height, with'
async function openFamily(page: Page, query: string): Promise<void> {
  await openDemo(page)
  const families = (await (await page.request.get('/api/offspring')).json()) as {
    cross: { id: string; aim: string }
  }[]
  await page.goto(`/offspring/${families.find(f => f.cross.aim.startsWith(FAMILY))!.cross.id}?${query}`)
}
const foot = (page: Page) => page.getByRole('region', { name: 'What was noted' })
const undo = (page: Page) => page.getByRole('button', { name: 'Undo', exact: true })
/** Two presses within half a second count as one. */
const settle = (page: Page) => page.waitForTimeout(600)
/** A picture of one grey dot, as a telephone would choose it. */
const DOT = {
  name: 'ripe.png',
  mimeType: 'image/png',
  buffer: Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M/wHwAEBgIApD5fRAAAAABJRU5ErkJggg==',
    'base64',
  ),
}

test('a ratio is taken for true, and both parents’ genotypes are taken back as one', async ({ page }) => {
  await openFamily(page, 'part=says&trait=leaf-colour')
  await page.getByRole('button', { name: 'Take 1:2:1 for true' }).click()
  await expect(page.getByText(/1:2:1 is noted: .+ P p, .+ P p\./)).toBeVisible()
  await expect(foot(page)).toContainText('genotype at purple leaf P p (2 times)')
  await undo(page).click()
  await expect(page.getByText(/1:2:1 is noted/)).toHaveCount(0)
})

test('marked plants are struck off, moved and lost together, each taken back as one', async ({ page }) => {
  await openFamily(page, 'trait=leaf-colour')
  await page.getByRole('grid').waitFor()
  const counted = page.getByText(/\d+ plants; \d+ scored for leaf colour/)
  const before = await counted.innerText()
  await page.keyboard.press('x')
  await page.keyboard.press('Shift+ArrowDown')
  const bar = page.getByRole('region', { name: 'Marked plants' })
  await bar.getByRole('button', { name: 'Strike off' }).click()
  await bar.getByRole('button', { name: 'sickly' }).click()
  await expect(foot(page)).toContainText('struck off: sickly (2 times)')
  await bar.getByRole('button', { name: 'Move', exact: true }).click()
  await bar.getByRole('combobox', { name: 'Place' }).press('ArrowDown')
  await page.getByRole('option').first().click()
  await bar.getByRole('button', { name: 'Move them' }).click()
  await expect(foot(page)).toContainText('described as')
  await bar.getByRole('button', { name: 'Lost' }).click()
  await bar.getByRole('button', { name: 'knocked off' }).click()
  await expect(foot(page)).toContainText('lost: knocked off (2 times)')
  await expect(counted).not.toHaveText(before)
  await page.keyboard.press('u')
  await expect(counted).toHaveText(before)
})

test('on a day that was emptied nothing is noted, and the field says what is missing', async ({ page }) => {
  await openFamily(page, 'trait=leaf-colour')
  await page.getByText(/Looked on this day by/).click()
  await page.getByLabel('Day of the look').fill('')
  await page.getByRole('heading', { level: 1 }).click()
  const counted = page.getByText(/\d+ plants; \d+ scored for leaf colour/)
  const before = await counted.innerText()
  await page.keyboard.press('1')
  await expect(page.getByText(/Give the day, such as/)).toBeVisible()
  await expect(counted).toHaveText(before)
})

test('plants of a doubtful flower are set apart, and come back; the flower is settled', async ({ page }) => {
  await openFamily(page, 'part=says&trait=leaf-colour')
  const doubtful = page.getByRole('region', { name: 'Doubtful flowers, and what is set apart' })
  await expect(doubtful.getByText(/may be of it/)).toBeVisible()
  const total = page.getByRole('region', { name: 'What the family says' }).getByText(/92 plants/)
  await doubtful.getByRole('button', { name: 'Set its plants apart' }).click()
  await expect(doubtful.getByText(/set apart: counted neither/)).toBeVisible()
  await expect(total).toHaveCount(0)
  await settle(page)
  await doubtful.getByRole('button', { name: 'Back into the family' }).click()
  await expect(doubtful.getByText(/set apart: counted neither/)).toHaveCount(0)
  await settle(page)
  await doubtful.getByRole('button', { name: 'It is settled' }).click()
  await expect(page.getByText(/behind it: anthers were left/)).toHaveCount(0)
  await expect(foot(page)).toContainText('its seed is no longer doubtful')
})

test('the best is named, multiplied and photographed, and its sheet is there to print', async ({ page }) => {
  await openFamily(page, 'part=choose')
  const keep = page.getByRole('region', { name: 'Which to keep' })
  await keep.getByRole('checkbox').first().check()
  await keep.getByRole('button', { name: 'Name it' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Name it' }).click()
  await expect(dialog.getByText('Give the plant a name.')).toBeVisible()
  await dialog.getByLabel('Name', { exact: true }).fill('Half Ember')
  await expect(dialog.getByText(/A plant called Half Ember is here already/)).toBeVisible()
  await dialog.getByLabel('Name', { exact: true }).fill('Dusk Lantern')
  await expect(dialog.getByText(/is here already/)).toHaveCount(0)
  await dialog.getByRole('button', { name: 'Name it' }).click()
  await expect(foot(page)).toContainText('selected and named Dusk Lantern')
  await expectClosed(page)
  await keep.getByRole('row').nth(1).getByRole('link').click()
  await expect(page.getByRole('heading', { level: 1, name: 'Dusk Lantern' })).toBeVisible()

  await page.getByRole('button', { name: 'Multiply' }).click()
  await dialog.getByRole('textbox', { name: 'How many' }).fill('3')
  await dialog.getByRole('textbox', { name: 'How many' }).press('Tab')
  await dialog.getByRole('button', { name: 'Give 3 tags' }).click()
  const genotype = page.getByRole('region', { name: 'The same genotype' })
  await expect(genotype.getByRole('listitem')).toHaveCount(3)
  await expectClosed(page)

  const photos = page.getByRole('region', { name: 'Photographs' })
  await photos.getByRole('button', { name: 'Add one' }).click()
  await dialog.getByRole('button', { name: 'Keep it' }).click()
  await expect(dialog.getByText('Choose a picture, or take one.')).toBeVisible()
  await page.locator('input[type=file]').setInputFiles({ ...DOT, buffer: Buffer.from('no picture') })
  await settle(page)
  await dialog.getByRole('button', { name: 'Keep it' }).click()
  await expect(dialog.getByText(/ripe.png is no picture that can be read/)).toBeVisible()
  await page.locator('input[type=file]').setInputFiles(DOT)
  await dialog.getByLabel('What it shows, if it matters').fill('ripe fruit')
  await settle(page)
  await dialog.getByRole('button', { name: 'Keep it' }).click()
  const shown = photos.getByRole('button', { name: /ripe fruit/ })
  await expect(shown).toBeVisible()
  await expectClosed(page)
  await shown.click()
  await page.getByRole('button', { name: 'Take it away' }).click()
  await expect(shown).toHaveCount(0)
  await undo(page).click()
  await expect(shown).toBeVisible()
  const sheet = await page.request.get(
    (await page.getByRole('link', { name: 'Its sheet' }).getAttribute('href'))!,
  )
  expect((await sheet.body()).subarray(0, 5).toString()).toBe('%PDF-')
  await page.evaluate(() => scrollTo(0, 0))
  await expectAccessible(page)
})

test('a trial in another garden: laid out, two plots changed over, scored along its rows, told by line', async ({
  page,
}) => {
  await startGarden(page, 'Pea rows')
  for (const name of ['Grey Tendril', 'Low Haulm']) await addPlant(page, name, 'Pea')
  await page.goto('/crops/pea/lines')
  await page.getByRole('button', { name: 'Lay out a trial' }).click()
  const dialog = page.getByRole('dialog')
  for (const name of ['Grey Tendril', 'Low Haulm']) {
    await dialog.getByRole('combobox', { name: 'Lines' }).fill(name)
    await page.getByRole('option', { name }).click()
  }
  await page.keyboard.press('Escape')
  await dialog.getByRole('button', { name: /Give 6 plots their tags/ }).click()
  await expect(dialog.getByText('Choose the place.')).toBeVisible()
  await dialog.getByRole('combobox', { name: 'Place' }).press('ArrowDown')
  await page.getByRole('option').first().click()
  await settle(page)
  await dialog.getByRole('button', { name: /Give 6 plots their tags/ }).click()
  await expect(page).toHaveURL(/\/places\//)
  const plan = page.getByRole('region', { name: 'Plan of the rows' })
  const plots = plan.getByRole('button')
  await expect(plots).toHaveCount(6)
  await expect(plan.getByText('repeat 3')).toBeVisible()
  await expectAccessible(page)
  await expectNarrow(page)
  const [first, third] = [await plots.nth(0).innerText(), await plots.nth(2).innerText()]
  await plots.nth(0).click()
  await expect(page.getByText('Press the one it changes places with.')).toBeVisible()
  await settle(page)
  await plots.nth(2).click()
  await expect(plots.nth(0)).toHaveText(third.replace('\n', ' '), { useInnerText: true })
  await expect(plots.nth(2)).toHaveText(first.replace('\n', ' '), { useInnerText: true })

  await page
    .getByRole('navigation', { name: 'Parts of the place' })
    .getByRole('link', { name: 'Score' })
    .click()
  const rows = page.getByRole('row').filter({ has: page.getByRole('checkbox') })
  await expect(rows.first()).toContainText('1.1')
  await page.getByRole('combobox', { name: 'Trait' }).press('ArrowDown')
  await page.getByRole('option', { name: 'height' }).click()
  await page.getByRole('heading', { level: 1 }).click()
  for (const height of ['60', '40', '62', '41', '59', '44']) {
    await page.keyboard.type(height)
    await page.keyboard.press('Enter')
  }
  await expect(rows.nth(5)).toContainText('44')
  await page.goto('/crops/pea/lines?trait=height')
  await expect(page.getByText(/6 records of 2 lines on 1 occasion/)).toBeVisible()
})
