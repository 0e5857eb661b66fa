import { expect, test } from '@playwright/test'
import { addPlant, daysAgo, expectAccessible, expectClosed, pick, startGarden } from './garden'

test('a father’s flower is covered, gives fresh pollen to a flower, and a tool of which nothing is said leaves a doubt', async ({
  page,
}) => {
  test.setTimeout(240_000)
  await startGarden(page, 'Corn plot')
  for (const name of ['Row One', 'Row Two', 'Row Three']) await addPlant(page, name, 'Sweetcorn')

  // Covered yesterday, under a tag of its own.
  await page.goto('/pollen')
  await page.getByRole('button', { name: 'Cover a flower that will give' }).click()
  const dialog = page.getByRole('dialog', { name: 'Cover what will give pollen' })
  await dialog.getByRole('combobox', { name: 'The father' }).fill('Row Two')
  await page.getByRole('option', { name: 'Row Two' }).first().click()
  await expect(dialog.getByText(/slip a large bag over the tassel/)).toBeVisible()
  await dialog.getByLabel('Covered on').fill(daysAgo(1))
  await dialog.getByRole('button', { name: 'It is covered' }).click()
  await expect(dialog.getByRole('heading', { name: 'It waits' })).toBeVisible()
  await dialog.getByRole('button', { name: 'Done' }).click()
  await expectClosed(page)
  await expect(page.getByText('on the plant, covered').first()).toBeVisible()

  // Today it is looked at: it sheds, and stays under its bag.
  await page.goto('/today')
  await expect(page.getByText('Does it shed?').first()).toBeVisible()
  await page.goto('/pollen')
  await page
    .getByRole('row', { name: /Row Two/ })
    .getByRole('link')
    .first()
    .click()
  await expect(page.getByText(/to give pollen/).first()).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'It sheds: used, and covered again' }).click()
  await expect(page.getByText('12 of 12')).toBeVisible()

  const flowerOf = async (father: string) => {
    await page.goto('/crosses/new')
    await pick(page, /Seed parent/, 'Row One')
    await pick(page, /Pollen parent/, father)
    await page.getByLabel('The aim in a sentence').fill(`Row One by ${father}`)
    await page.getByRole('button', { name: 'Plan this cross' }).click()
    await expect(page.getByRole('heading', { name: `Row One by ${father}`, level: 1 })).toBeVisible()
    await page.getByRole('button', { name: 'Choose a flower' }).first().click()
    const panel = page.getByRole('navigation', { name: 'Flower' })
    await panel.getByText('Another step, or an earlier day').click()
    await panel.getByRole('button', { name: 'pollinate', exact: true }).click()
    return panel
  }

  // The fresh flower stands among what the pollen can come from.
  const first = await flowerOf('Row Two')
  await first.getByRole('button', { name: /^fresh flower/ }).click()
  await expect(first.getByText('about 12 doses left.')).toBeVisible()
  await first.getByRole('button', { name: 'Pollinated, covered again' }).click()
  await expect(first.getByText(/Pollen out of tube/)).toBeVisible()

  // Another father than at the last pass: it is asked whether the tool was cleaned, and silence is no yes.
  const second = await flowerOf('Row Three')
  await expect(second.getByText(/Were tool and hands cleaned\?/)).toBeVisible()
  await second.getByRole('button', { name: 'cleaned', exact: true }).click()
  await second.getByRole('button', { name: 'Pollinated, covered again' }).click()
  await expect(second.getByText(/Doubt: .*tool was cleaned/)).toHaveCount(0)
})

test('a plant of which no seed is wanted loses its stalk, and is asked for no more flowers', async ({
  page,
}) => {
  await startGarden(page, 'Sill', 'Hobart')
  for (const name of ['Pale Spray', 'Dark Spray']) await addPlant(page, name, 'Tomato')
  await page.goto('/crosses/new')
  await pick(page, /Seed parent/, 'Pale Spray')
  await pick(page, /Pollen parent/, 'Dark Spray')
  await page.getByLabel('The aim in a sentence').fill('Small and early')
  await page.getByRole('button', { name: 'Plan this cross' }).click()
  await page.getByRole('button', { name: 'Choose a flower' }).first().click()
  await expect(page.getByRole('navigation', { name: 'Flower' })).toBeVisible()
  await page.goto('/plants')
  await page.getByText('Pale Spray').first().click()
  await page.getByRole('button', { name: 'Cut its stalk' }).click()
  const dialog = page.getByRole('dialog', { name: 'Cut the flower stalk' })
  await expect(dialog.getByText(/With the stalk go its flowers 26-/)).toBeVisible()
  await dialog.getByRole('button', { name: 'The stalk is off' }).click()
  await expect(page.getByText(/Its flower stalk was cut on/)).toBeVisible()
  await page.goto('/today')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(page.getByText('Choose a flower')).toHaveCount(0)
})
