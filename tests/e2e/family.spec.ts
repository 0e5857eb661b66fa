/** What a family says: its classes and the ratios that go with them, and which of its plants are selfs. */
import { expect } from '@playwright/test'
import { expectAccessible, expectNarrow, lookTest as test } from './garden'

test('a family says in which ratio its classes stand, and who is a self', async ({ page }) => {
  const families = (await (await page.request.get('/api/offspring')).json()) as {
    cross: { id: string; crop: string }
    scored: number
  }[]
  const most = families.filter(f => f.cross.crop === 'chilli').sort((a, b) => b.scored - a.scored)[0]!
  await page.goto(`/offspring/${most.cross.id}?trait=fruit-stance`)
  const says = page.getByRole('region', { name: 'What the family says' })
  await expect(says.getByText(/fits best/)).toBeVisible()
  const readings = says.getByRole('radio')
  if ((await readings.count()) > 1) {
    await readings.nth(1).check()
    const label = await says.locator('label').nth(2).innerText()
    await expect(says.getByText(`the line is where ${label.split(',')[0]} would be`)).toBeVisible()
  }
  await page.getByRole('combobox', { name: 'Trait' }).press('ArrowDown')
  await page.getByRole('option', { name: 'height' }).click()
  await expect(says.getByText(/is measured\. Choose a trait with steps or colours/)).toBeVisible()
  // Nothing lies under the line at the foot.
  await page.evaluate(() => scrollTo(0, document.documentElement.scrollHeight))
  await expectAccessible(page)
  await expectNarrow(page)
})
