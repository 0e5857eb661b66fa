/** From a wish to a planned cross: the aim, the bench, a pair, its odds, the flowers it takes. */
import { expect } from '@playwright/test'
import { expectClosed, lookTest, demoTest as test } from './garden'

/** Chooses in a select of the component library by keyboard. */
async function choose(scope: import('@playwright/test').Locator, label: string | RegExp, option: string) {
  await scope.getByRole('combobox', { name: label }).press('ArrowDown')
  await scope.page().getByRole('option', { name: option, exact: true }).click()
}

test('from an aim over the bench and the odds to a planned cross, whose stem shows the plan', async ({
  page,
}) => {
  await page.goto('/aims')
  await expect(page.getByRole('heading', { name: 'Aims' })).toBeVisible()
  await page.keyboard.press('n')
  await expect(page.getByRole('heading', { name: 'Set an aim' })).toBeVisible()
  await page.getByLabel('The aim in a sentence').fill('A purple bush that stays upright')
  await page.getByRole('button', { name: 'Add a wish' }).click()
  await page.getByRole('button', { name: 'Set this aim' }).click()
  await expect(page.getByText('Every wish names a trait')).toBeVisible()
  const wish = page.getByRole('group', { name: /^Wish/ })
  await choose(wish, 'Trait', 'leaf colour')
  await wish.getByRole('button', { name: 'purple' }).click()
  await wish.getByLabel('must').check()
  await page.getByRole('button', { name: 'Add a wish' }).click()
  const second = page.getByRole('group', { name: /^Wish/ }).nth(1)
  await choose(second, 'Trait', 'fruit stance')
  await page.reload()
  await expect(page.getByLabel('The aim in a sentence')).toHaveValue('A purple bush that stays upright')
  await page.getByRole('button', { name: 'Set this aim' }).click()

  await expect(page.getByRole('heading', { name: 'A purple bush that stays upright' })).toBeVisible()
  await page.getByRole('textbox', { name: 'Filter' }).fill('line')
  await page.getByRole('button', { name: /^leaf colour/ }).click()
  await expect(page).toHaveURL(/sort=wleaf-colour/)
  await page.getByLabel('Take Small Lantern for a pair').check()
  await page.getByLabel('Take Ember Row for a pair').check()
  await page.getByRole('button', { name: 'Compare' }).click()
  await expect(page.getByRole('dialog').getByRole('columnheader', { name: 'Ember Row' })).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('link', { name: 'This pair’s odds' }).click()

  // Purple is PP and upright uu, each one in four of the F2.
  const path = page.getByRole('region', { name: 'Path 1' })
  await expect(path.getByText('1 in 16', { exact: true }).first()).toBeVisible()
  await expect(path.getByText('It first shows after step 2')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Path 2' }).getByText(/about \d+ go on/)).toBeVisible()
  await expect(page.getByText('The wished plants cannot show in this cross')).toBeVisible()
  await page.getByRole('button', { name: /^Plan this cross with \d+ flowers/ }).click()

  await expect(page.getByRole('heading', { name: 'Plan a cross' })).toBeVisible()
  await expect(page.getByLabel('The aim in a sentence')).toHaveValue('A purple bush that stays upright')
  await expect(page.getByText('Every plant of this cross will do to go on with')).toBeVisible()
  const flowers = await page.getByRole('textbox', { name: 'Flowers to pollinate', exact: true }).inputValue()
  await page.getByRole('button', { name: 'Plan this cross' }).click()
  await expect(
    page.getByRole('group', { name: 'The stem of this cross' }).getByText(`plan ${flowers}`, { exact: true }),
  ).toBeVisible()
  await expect(page.getByRole('button', { name: /^odds: where/ }).first()).toBeVisible()
})

lookTest('all pairs are ranked while the screen stays usable, and the best one opens', async ({ page }) => {
  const [{ aim }] = (await (await page.request.get('/api/aims')).json()) as [
    { aim: { id: string; words: string } },
  ]
  await page.goto(`/aims/${aim.id}?part=pairs`)
  await expect(page.getByText(/the best of [\d,]+/)).toBeVisible()
  await page.getByRole('row').nth(1).getByRole('link').click()
  await expect(page.getByRole('heading', { name: 'What each wish gets' })).toBeVisible()
  const heading = page.getByRole('heading', { level: 1 })
  const names = await heading.innerText()
  await page.getByRole('button', { name: 'Turn round' }).click()
  await expect(heading).not.toHaveText(names)
})

test('a candidate is struck off with its reason, and comes back', async ({ page }) => {
  const aims = (await (await page.request.get('/api/aims')).json()) as {
    aim: { id: string; words: string }
  }[]
  await page.goto(`/aims/${aims.find(a => a.aim.words.startsWith('Purple'))!.aim.id}?q=Ember%20Row`)
  await page.getByRole('button', { name: 'More for Ember Row' }).click()
  await page.getByText('Strike off …').click()
  await page.getByRole('dialog').getByRole('button', { name: 'sickly' }).click()
  await expect(page.getByText('No candidate fits this filter.')).toBeVisible()
  await choose(page.locator('main'), 'Show', 'struck off')
  await expect(page.getByRole('row', { name: /Ember Row/ }).getByText('struck off: sickly')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('No candidate fits this filter.')).toBeVisible()
})

test('a trait, a locus and a rule of one’s own are added, scored, and tell of the genes', async ({
  page,
}) => {
  await page.goto('/crops/chilli/traits')
  await page.getByRole('button', { name: 'Add a trait' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox', { name: 'Name' }).fill('striped fruit')
  await dialog.getByRole('textbox', { name: 'Where and when to look' }).fill('Half ripe fruit')
  await choose(dialog, 'Scale', 'yes or no')
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('cell', { name: 'striped fruit', exact: true })).toBeVisible()
  await expectClosed(page)

  await page.getByRole('link', { name: 'Loci and rules' }).click()
  await page.getByRole('button', { name: 'Add a locus' }).click()
  await dialog.getByRole('textbox', { name: 'Name' }).fill('stripe')
  await dialog.getByRole('textbox', { name: 'Alleles, with a space between' }).fill('T')
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(dialog.getByText('Give at least two alleles, with a space between.')).toBeVisible()
  await dialog.getByRole('textbox', { name: 'Alleles, with a space between' }).fill('T t')
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('cell', { name: 'T hides t' })).toBeVisible()
  await expectClosed(page)

  await page.getByRole('button', { name: 'Add a rule' }).click()
  await choose(dialog, 'Trait it makes', 'striped fruit')
  await choose(dialog, 'Locus or rule', 'stripe')
  await choose(dialog, 'looks', 'T')
  await choose(dialog.getByRole('group', { name: 'Case 1' }), 'it is', 'yes')
  await dialog.getByRole('combobox', { name: 'it is' }).last().press('ArrowDown')
  await page.getByRole('option', { name: 'no', exact: true }).last().click()
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByText('stripe T: yes')).toBeVisible()
  await expectClosed(page)

  const { plants } = (await (await page.request.get('/api/plants?q=Small%20Lantern')).json()) as {
    plants: { id: string }[]
  }
  await page.goto(`/plants/${plants[0]!.id}`)
  await page.getByRole('button', { name: 'Score', exact: true }).click()
  await choose(dialog, 'Trait', 'striped fruit')
  await dialog.getByRole('button', { name: 'yes', exact: true }).click()
  await dialog.getByRole('button', { name: 'Note the score' }).click()
  // A striped line: almost surely TT.
  await expect(page.getByRole('row', { name: /^stripe/ }).getByText('T T', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Note the genotype at purple leaf' }).click()
  await page.getByRole('button', { name: 'Note it' }).click()
  await expect(
    page.getByRole('row', { name: /^purple leaf/ }).getByText('noted p p', { exact: true }),
  ).toBeVisible()
})
