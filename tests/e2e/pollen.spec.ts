/** Pollen: collected, dried and filled, tested by taps on a telephone, taken to a flower, moved and thrown away; the season's plan and the stores. */
import { expect } from '@playwright/test'
import type { Page } from '@playwright/test'
import { demoTest as test, expectAccessible, expectReadableInEveryLook, lookTest, pick } from './garden'

interface Row {
  tube: { id: string; code: string; tubed: object | null }
  donors: { name: string }[]
  isDead: boolean
}
const rowsOf = async (page: Page): Promise<Row[]> =>
  (await (await page.request.get('/api/pollen')).json()).rows
const tubeOf = async (page: Page, donor: string) =>
  (await rowsOf(page)).find(r => r.donors[0]!.name === donor && r.donors.length === 1)!.tube

test('pollen is collected from a plant, dries, and goes into its tube in the refrigerator', async ({
  page,
}) => {
  await page.goto('/pollen')
  await page.getByRole('button', { name: 'Collect pollen' }).click()
  const dialog = page.getByRole('dialog', { name: 'Collect pollen' })
  await pick(page, /From which plant/, 'Copper Wren')
  await dialog.getByRole('button', { name: 'One more: Flowers, tassels or catkins' }).click()
  await dialog.getByRole('button', { name: 'It dries now' }).click()
  await expect(dialog.getByRole('heading', { name: 'It dries' })).toBeVisible()
  await dialog.getByRole('link', { name: 'It is dry: into its tube' }).click()
  const filling = page.getByRole('dialog', { name: 'Into its tube' })
  await expect(filling.getByText(/dyed with cobalt/)).toBeVisible()
  await filling.getByRole('textbox', { name: 'Flowers it will serve, by eye' }).fill('7')
  await filling.getByRole('button', { name: 'It is in its tube' }).click()
  await expect(page.getByText('7 of 7')).toBeVisible()
  await expect(page.getByText(/Workroom refrigerator/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('button', { name: 'It is dry: into its tube' })).toBeVisible()
})

test('a bulk is mixed on purpose, and says what is lost by it', async ({ page }) => {
  await page.goto('/pollen?collect=new')
  const dialog = page.getByRole('dialog', { name: 'Collect pollen' })
  await pick(page, /From which plant/, 'Copper Wren')
  await pick(page, /And from/, 'Vesper Peg')
  await expect(dialog.getByText(/A bulk of 2 plants, mixed on purpose/)).toBeVisible()
  await dialog.getByRole('button', { name: 'It dries now' }).click()
  await expect(dialog.getByRole('heading', { name: 'It dries' })).toBeVisible()
})

test.describe('on a telephone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

  test('a test is counted by taps over several fields, and corrects what is said of the tube', async ({
    page,
  }) => {
    const { id, code } = await tubeOf(page, 'Winter Post')
    await page.goto(`/pollen/${id}/count`)
    await expect(page.getByText(code)).toBeVisible()
    await page.getByRole('button', { name: 'after freezing' }).tap()
    for (let i = 0; i < 6; i++) await page.getByRole('button', { name: /^Grew/ }).tap()
    await page.getByRole('button', { name: /^Did not/ }).tap()
    await page.getByRole('button', { name: 'Take the last tap back' }).tap()
    await page.getByRole('button', { name: 'Next field' }).tap()
    for (let i = 0; i < 4; i++) await page.getByRole('button', { name: /^Did not/ }).tap()
    await expect(page.getByText('6 of 10')).toBeVisible()
    await expect(page.getByText(/Alive enough for a flower/)).toBeVisible()
    // What was counted outlives a reload; a field on paper comes with its check.
    await page.reload()
    await expect(page.getByText('6 of 10')).toBeVisible()
    await page.getByText('A field counted on paper').tap()
    await page.getByRole('textbox', { name: 'Alive' }).fill('9')
    await page.getByRole('textbox', { name: 'Alive' }).blur()
    await expect(page.getByText(/More are alive than were seen/)).toBeVisible()
    await page.getByRole('textbox', { name: 'Seen' }).fill('20')
    await page.getByRole('textbox', { name: 'Seen' }).blur()
    await page.getByRole('button', { name: 'Add the field' }).tap()
    await expect(page.getByText('15 of 30')).toBeVisible()
    await expectAccessible(page)
    await page.getByRole('button', { name: 'Note the test' }).tap()
    await expect(page.getByText('15 of 30')).toBeVisible()
    await expect(page.getByText(/germinated on a medium, after freezing/).first()).toBeVisible()
    await expect(page.getByRole('button', { name: /1 of yours: where grains that are alive/ })).toBeVisible()
  })

  test('a flower gets its pollen out of a tube on the walk, and the tube knows', async ({ page }) => {
    const { stops } = await (await page.request.get('/api/round?most=500')).json()
    const stop = stops.find((s: { step: string; tubes: object[] }) => s.step === 'look' && s.tubes.length)
    await page.goto('/walk')
    await expect(page.getByRole('region', { name: /^Stop/ })).toBeVisible()
    await page.keyboard.type(stop.code)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('region', { name: `Stop ${stop.code}` })).toBeVisible()
    await page.getByRole('button', { name: 'Ready', exact: true }).tap()
    await expect(page.getByRole('heading', { name: /^Pollinate/ })).toBeVisible()
    const [weakest] = stop.tubes
    await page.getByRole('button', { name: new RegExp(weakest.code) }).tap()
    await expect(page.getByText(/Weak pollen: a touch takes about/)).toBeVisible()
    await page
      .getByRole('button', { name: /^Pollinated/ })
      .first()
      .tap()
    await expect(page.getByText(/pollinated from a tube/)).toBeVisible()
    await page.goto(`/pollen/${weakest.id}`)
    await expect(page.getByText(stop.code).first()).toBeVisible()
  })
})

test('a tube is moved, split and thrown away; what does not fit is said in words', async ({ page }) => {
  const { id } = await tubeOf(page, 'Quick Tallow')
  await page.goto(`/pollen/${id}`)
  await page.getByRole('button', { name: 'Take out' }).click()
  await expect(page.getByText(/taken out/).first()).toBeVisible()
  await expect(page.getByText('Doubt: thawed 2 times.')).toBeVisible()
  await page.getByRole('button', { name: 'More' }).click()
  await page.getByText('Split off', { exact: true }).click()
  const dialog = page.getByRole('dialog', { name: 'Split off' })
  await dialog.getByRole('textbox', { name: 'Doses in each' }).fill('90')
  await dialog.getByRole('button', { name: 'Give them codes' }).click()
  await expect(dialog.getByText(/holds pollen for about 22 flowers, so 90 cannot be split off/)).toBeVisible()
  await dialog.getByRole('textbox', { name: 'Doses in each' }).fill('9')
  await dialog.getByRole('button', { name: 'Give them codes' }).click()
  await expect(dialog.getByRole('heading', { name: 'The new tube' })).toBeVisible()
  await dialog.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByText('13 of 13')).toBeVisible()
  await page.getByRole('button', { name: 'More' }).click()
  await page.getByText('Throw it away', { exact: true }).click()
  const ending = page.getByRole('dialog', { name: 'Throw it away' })
  await ending.getByRole('combobox', { name: 'Why' }).fill('clumped')
  await ending.getByRole('button', { name: 'Thrown away' }).click()
  await expect(page.getByText(/Thrown away on 12 June 2026: clumped/)).toBeVisible()
})

test('the season says what is missing and shares out what is not enough; a file of a logger counts', async ({
  page,
}) => {
  await page.goto('/pollen/season')
  await page.getByRole('button', { name: /^to collect [1-9]/ }).click()
  await expect(page).toHaveURL(/from=collect/)
  await expect(page.getByText(/^\s*Collect from/).first()).toBeVisible()
  await expect(page.getByText(/of the same pollen: share it out/)).toBeVisible()
  await expectAccessible(page)
  await page.goto('/pollen/stores')
  const box = page.getByRole('region', { name: 'Blue cool box' })
  await box.getByText('Read a logger’s file').click()
  const rows = Array.from(
    { length: 24 },
    (_, hour) => `2026-06-11 ${String(hour).padStart(2, '0')}:00,${hour === 9 ? 60 : 9}`,
  )
  await box.locator('input[type=file]').setInputFiles({
    name: 'box.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`time,temperature\n${rows.join('\n')}`),
  })
  await expect(box.getByText(/60 °C at .* stands alone/)).toBeVisible()
  await box.getByRole('button', { name: 'Take these readings' }).click()
  await expect(box.getByText(/box.csv: 23 readings/)).toBeVisible()
  await expectAccessible(page)
})

lookTest(
  'the shelf filters by cross, keeps its state in the address, and is readable in every look',
  async ({ page }) => {
    await page.goto('/pollen')
    await page.getByRole('combobox', { name: 'For the cross' }).press('ArrowDown')
    await page.getByRole('option').first().click()
    await expect(page).toHaveURL(/cross=/)
    await page.goto('/pollen')
    await expect(page.getByText(/it cost \d+ tubes/).first()).toBeVisible()
    await expectAccessible(page)
    await expectReadableInEveryLook(page)
    const { id } = await tubeOf(page, 'Slate Hour')
    await page.goto(`/pollen/${id}`)
    await expect(page.getByRole('heading', { name: 'Alive over time' })).toBeVisible()
    await expectAccessible(page)
    await expectReadableInEveryLook(page)
  },
)
