/** What a family says: its classes and the ratios that go with them, and which of its plants are selfs. */
import { expect } from '@playwright/test'
import { expectAccessible, expectNarrow, lookTest as test } from './garden'

test('a family says in which ratio its classes stand, and who is a self', async ({ page }) => {
  const families = (await (await page.request.get('/api/offspring')).json()) as {
    cross: { id: string; aim: string }
  }[]
  const told = families.find(f => f.cross.aim.startsWith('Purple leaf on a plant half the height, with'))!
  await page.goto(`/offspring/${told.cross.id}?trait=leaf-colour`)
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
  await expect(says.getByText(/is measured\. Choose a trait with steps or colours/)).toBeVisible()
  // As it opens: scrolled, what lies under the lines at the head and the foot counts as squeezed.
  await page.evaluate(() => scrollTo(0, 0))
  await expectAccessible(page)
  await expectNarrow(page)
})
