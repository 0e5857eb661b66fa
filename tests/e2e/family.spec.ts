/** A family: scored by keys alone, asked what it says, chosen from. */
import type { Page } from '@playwright/test'
import { expect, test } from '@playwright/test'
import type { FamilyPage } from '../../shared/offspring'
import { expectAccessible, expectNarrow, lookTest, openDemo } from './garden'

/** A family of the demo garden, by what was wanted of it. */
async function familyOf(page: Page, aim: string): Promise<string> {
  const families = (await (await page.request.get('/api/offspring')).json()) as {
    cross: { id: string; aim: string }
  }[]
  return `/offspring/${families.find(f => f.cross.aim.startsWith(aim))!.cross.id}`
}
const FAMILY = 'Purple leaf on a plant half the height, with'
/** The plants of the grid; the parents above them have nothing to mark. */
const plantsOf = (page: Page) => page.getByRole('row').filter({ has: page.getByRole('checkbox') })
const part = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Parts of the family' }).getByRole('link', { name })

lookTest('a family says in which ratio its classes stand, and who is a self', async ({ page }) => {
  await page.goto(`${await familyOf(page, FAMILY)}?part=says&trait=leaf-colour`)
  const says = page.getByRole('region', { name: 'What the family says' })
  await expect(says.getByText(/fits best/)).toBeVisible()
  const other = says.getByRole('radio').nth(1)
  await other.check()
  const label = await says.locator('label').nth(2).innerText()
  await expect(says.getByText(`the line is where ${label.split(',')[0]} would be`)).toBeVisible()
  const selfs = page.getByRole('region', { name: 'Selfs and strangers' })
  await expect(selfs.getByText(/likely selfs of/)).toBeVisible()
  await selfs.getByRole('textbox', { name: 'Hybrids wanted' }).fill('40')
  await selfs.getByRole('textbox', { name: 'Hybrids wanted' }).press('Tab')
  await expect(selfs.getByText(/^4\d plants/)).toBeVisible()
  await page.getByRole('combobox', { name: 'Trait' }).press('ArrowDown')
  await page.getByRole('option', { name: 'height' }).click()
  await expect(says.getByText(/plants with a mean of/)).toBeVisible()
  await expect(says.getByText(/measure more than both parents/)).toBeVisible()
  // As it opens: scrolled, what lies under the lines at the head and the foot counts as squeezed.
  await page.evaluate(() => scrollTo(0, 0))
  await expectAccessible(page)
  await expectNarrow(page)
})

lookTest(
  'two traits are told together, and families of the same cross beside each other',
  async ({ page }) => {
    await page.goto(`${await familyOf(page, FAMILY)}?part=says&trait=leaf-colour`)
    const together = page.getByRole('region', { name: 'Together with another trait' })
    await expect(together.getByText(/Taken as one gene each in a hybrid that was selfed/)).toBeVisible()
    const says = page.getByRole('region', { name: 'What the family says' })
    await says.getByText(/^\s*Beside the \d+ other families/).click()
    await says.getByRole('list', { name: 'Families to pool' }).getByRole('checkbox').nth(1).check()
    await expect(says.getByText(/Together \d+ plants of 2 families|The 2 families differ/)).toBeVisible()
    await expect(page).toHaveURL(/pool=/)
  },
)

test('a family is scored by keys alone, and what was keyed is taken back step by step', async ({ page }) => {
  await openDemo(page)
  await page.goto(await familyOf(page, 'Slate double with vigour'))
  const plants = plantsOf(page)
  const cell = (plant: number, trait = 0) =>
    plants
      .nth(plant)
      .getByRole('gridcell')
      .nth(1 + trait)
  await expect(plants.first()).toBeVisible()
  // Of a family that is on the screen only what changed comes anew.
  const changes = page.waitForResponse(/\/api\/offspring\/[^?]+\?.*since=/)
  for (const key of ['1', '2', 'r', '-']) await page.keyboard.press(key)
  const answer = (await (await changes).json()) as FamilyPage
  expect(answer.isChanges).toBe(true)
  expect(answer.plants.length).toBeLessThanOrEqual(4)
  for (const [plant, seen] of ['white', 'pink', 'pink', '–'].entries())
    await expect(cell(plant)).toHaveText(seen)

  // The cursor goes back up, to the next trait, and fills down what is there.
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('f')
  await expect(cell(9)).toHaveText('pink')
  await expect(cell(3)).toHaveText('pink')
  await page.keyboard.press('u')
  await expect(cell(9)).toHaveText('·')
  await expect(page.getByText(/Taken back: scored [a-z ]+: pink \(\d+ times\)/)).toBeVisible()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('1')
  await expect(cell(2, 1)).not.toHaveText('·')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('n')
  await page.keyboard.type('one stem broke')
  await page.keyboard.press('Enter')
  await expect(page.getByText('“one stem broke”')).toBeVisible()

  // Three are marked and kept with one reason; one step back lets all three go.
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByRole('region', { name: 'Marked plants' }).getByText('3 plants marked')).toBeVisible()
  await page.keyboard.press('k')
  await page.keyboard.press('1')
  await expect(page.getByRole('gridcell', { name: 'keep', exact: true })).toHaveCount(3)
  await page.keyboard.press('u')
  await expect(page.getByRole('gridcell', { name: 'keep', exact: true })).toHaveCount(0)
  await page.keyboard.press('u')
  await expect(page.getByText('“one stem broke”')).toHaveCount(0)
})

test('a number is typed into its cell; what cannot be is said and stays', async ({ page }) => {
  await openDemo(page)
  await page.goto(`${await familyOf(page, 'F3 of early dark')}?trait=height&show=unscored`)
  const plants = plantsOf(page)
  const first = await plants.first().getByRole('checkbox').getAttribute('aria-label')
  for (const key of ['4', '2', '5', 'Backspace', '.', '5']) await page.keyboard.press(key)
  await expect(plants.first()).toContainText('42.5▏')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Noted: scored height: 42.5 cm')).toBeVisible()
  await expect(page.getByRole('checkbox', { name: first! })).toHaveCount(0)
  for (const key of '999') await page.keyboard.press(key)
  await page.keyboard.press('ArrowDown')
  await expect(page.getByText('height is at most 300 cm.')).toBeVisible()
  await expect(plants.first()).toContainText('999▏')
  await page.keyboard.press('Escape')
  await expect(plants.first()).not.toContainText('999')
})

test('some are looked at again with the first look out of sight, and how far the two agree is told', async ({
  page,
}) => {
  await openDemo(page)
  await page.goto(await familyOf(page, 'Slate double with vigour'))
  await expect(plantsOf(page).first()).toBeVisible()
  for (const key of '111222111') await page.keyboard.press(key)
  await page.getByRole('button', { name: 'Look again at 5' }).click()
  await expect(plantsOf(page)).toHaveCount(5)
  await expect(plantsOf(page).getByRole('gridcell', { name: '?', exact: true })).toHaveCount(5)
  for (const key of '11111') await page.keyboard.press(key)
  await expect(page.getByText('Every one of them was looked at again.')).toBeVisible()
  await expect(page.getByText(/^\s*5 second looks: \d+ % the same/)).toBeVisible()
  await page.getByRole('button', { name: 'Back to all' }).click()
  await expect(plantsOf(page).nth(4).getByRole('gridcell').nth(1)).toHaveText('pink')
})

test('the best are marked by their chances, the others discarded at once, and two are crossed', async ({
  page,
}) => {
  await openDemo(page)
  await page.goto(await familyOf(page, FAMILY))
  await part(page, 'Choose').click()
  const keep = page.getByRole('region', { name: 'Which to keep' })
  await expect(keep.getByRole('row').nth(1)).toContainText('%')
  await expectAccessible(page)
  await expectNarrow(page)
  await keep.getByRole('textbox', { name: 'How many to keep' }).fill('2')
  await keep.getByRole('textbox', { name: 'How many to keep' }).press('Tab')
  await expect(keep.getByRole('columnheader', { name: 'Among the best 2' })).toBeVisible()
  await keep.getByRole('button', { name: 'Mark all others' }).click()
  await expect(keep.getByText(/they hold \d+\.\d of the best 2/)).toBeVisible()
  await keep.getByRole('button', { name: 'discard', exact: true }).click()
  await keep.getByRole('button', { name: 'leggy' }).click()
  await expect(keep.getByText(/With the 147 plants that are discarded go/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(keep.getByText(/With the 147 plants/)).toHaveCount(0)

  await keep.getByRole('button', { name: 'Mark the best 2' }).click()
  await keep.getByRole('button', { name: 'Compare' }).click()
  const side = keep.getByRole('region', { name: 'Side by side' })
  await expect(side.getByRole('columnheader')).toHaveCount(5)
  await keep.getByRole('link', { name: 'Cross the two' }).click()
  await expect(page.getByRole('heading', { name: 'Plan a cross' })).toBeVisible()
  await expect(page.getByLabel('The aim in a sentence')).toHaveValue(/^Purple leaf and upright/)
  await expect(page.getByRole('combobox', { name: /^Pollen parent/ })).toHaveValue(/^2\d-/)
})

lookTest(
  'named lines are compared free of seasons and places, and a check is not ranked',
  async ({ page }) => {
    await page.goto('/crops/chilli/lines?trait=height')
    await expect(page.getByText(/records of \d+ lines on \d+ occasions/)).toBeVisible()
    const table = page.getByRole('table')
    await expect(table.getByRole('row').nth(1)).toContainText('%')
    const first = (await table.getByRole('row').nth(1).getByRole('cell').first().innerText()).trim()
    await page.getByRole('combobox', { name: 'Check lines' }).press('ArrowDown')
    await page.getByRole('option', { name: first, exact: true }).click()
    await page.keyboard.press('Escape')
    await expect(page).toHaveURL(/checks=/)
    // Behind all that are ranked, on the last page: looked for by its name.
    await page.goto(`${page.url()}&q=${encodeURIComponent(first)}`)
    await expect(table.getByRole('row').filter({ hasText: `${first} check` })).toContainText('·')
  },
)
