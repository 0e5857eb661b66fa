import { expect } from '@playwright/test'
import { demoTest as test, expectAccessible, lookTest, pick } from './garden'

test('a morning on Today: a flower is looked at, pollinated, and the step undone', async ({ page }) => {
  await expect(page.getByText(/stops at \d+ places/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Take along' })).toBeVisible()
  const stop = page.getByRole('listitem').filter({ hasText: 'Is the stigma ready?' }).first()
  const code = (await stop.getByRole('link').first().innerText()).trim()
  await stop.getByRole('button', { name: `Ready: ${code}` }).click()
  const ready = page.getByRole('listitem').filter({ hasText: code }).filter({ hasText: 'Pollinate' }).first()
  await expect(ready).toBeVisible()
  await expect(page.getByText('Noted: stigma ready')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(
    page.getByRole('listitem').filter({ hasText: code }).filter({ hasText: 'Is the stigma ready?' }).first(),
  ).toBeVisible()
})

test('a cross planned here is worked day by day from Today, from its first flower to its take', async ({
  page,
}) => {
  await page.goto('/crosses/new')
  await pick(page, /Seed parent/, 'Ember Row')
  await pick(page, /Pollen parent/, 'Copper Wren')
  await page.getByLabel('The aim in a sentence').fill('Purple leaf, upright fruit')
  await page.getByRole('button', { name: 'Plan this cross' }).click()
  await expect(page.getByRole('heading', { name: 'Purple leaf, upright fruit', level: 1 })).toBeVisible()
  const cross = page.url()
  await page.getByRole('button', { name: 'Choose a flower' }).first().click()
  const panel = page.getByRole('navigation', { name: 'Flower' })
  const code = (await panel.getByText(/^\s*\d\d-[2-9A-Y]{4,5}\s*$/).innerText()).trim()
  for (const answer of ['Petals off, all 6 out', 'Clean', 'Mesh bag on'])
    await panel.getByRole('button', { name: answer, exact: true }).click()
  await expect(panel.getByRole('heading', { name: 'Is the stigma ready?' })).toBeVisible()

  await page.goto('/today')
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Ember Row' }).filter({ hasText: 'Copper Wren' }),
  ).toContainText('1 of 12 planned flowers have a tag')
  const stop = page.getByRole('listitem').filter({ has: page.getByRole('link', { name: code }) })
  const nextDay = async () => {
    const heading = await page.getByRole('heading', { level: 1 }).innerText()
    await page.getByRole('button', { name: 'Next day' }).click()
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(heading)
  }
  await nextDay()
  await stop.getByRole('button', { name: `Ready: ${code}` }).click()
  await stop.getByRole('button', { name: `Pollinated, covered again: ${code}` }).click()
  for (let day = 0; day < 5; day++) await nextDay()
  await expect(stop).toContainText('Has it taken?')
  await stop.getByRole('button', { name: `Other answers: ${code}` }).click()
  await stop.getByRole('button', { name: 'Failed' }).click()
  await stop.getByRole('button', { name: 'heat' }).click()
  await expect(page.getByText('Noted: failed: heat')).toBeVisible()

  await page.goto(cross)
  const taken = page
    .getByRole('group', { name: 'The stem of this cross' })
    .getByRole('listitem')
    .filter({ hasText: 'taken' })
  await expect(taken).toContainText('1 did not take')
  // The mark of a number leads to the records it was counted from.
  await taken.getByRole('button', { name: /1 of yours/ }).click()
  await page.getByRole('link', { name: 'Open the records' }).click()
  await expect(page.getByRole('row').filter({ hasText: code })).toContainText('no')
})

test('the walk leads from stop to stop with one thumb', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/walk')
  await expect(page.getByRole('heading', { name: 'Is the stigma ready?' })).toBeVisible()
  const left = async () => Number((await page.getByText(/stops left/).innerText()).match(/\d+/)![0])
  const before = await left()
  for (const key of await page
    .getByRole('button')
    .filter({ hasText: /^\s*(Ready|Not yet|Too late|Lost|Later today)\s*$/ })
    .all()) {
    expect((await key.boundingBox())!.height).toBeGreaterThanOrEqual(56)
  }
  await page.getByRole('button', { name: 'Ready', exact: true }).click()
  await expect(page.getByRole('heading', { name: /Pollinate/ })).toBeVisible()
  await page.getByRole('button', { name: 'Pollinated, shut again', exact: true }).click()
  await expect.poll(left).toBe(before - 1)
  await page.getByRole('button', { name: 'Later today' }).click()
  await expect.poll(left).toBe(before - 2)
  await expectAccessible(page)
})

test('on the walk a flower is chosen, and its next steps follow at once', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const { stops } = (await (await page.request.get('/api/round')).json()) as {
    stops: { step: string; code: string }[]
  }
  await page.goto('/walk')
  await expect(page.getByRole('region', { name: /^Stop/ })).toBeVisible()
  await page.keyboard.type(stops.find(s => s.step === 'choose')!.code)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Choose a flower' })).toBeVisible()
  await page.getByRole('button', { name: 'Choose one, give me its tag' }).click()
  const next = page.getByRole('heading', { name: /Take the anthers out|Cover the flower/ })
  await expect(next).toBeVisible()
  const code = (await page.getByRole('region', { name: /^Stop/ }).getAttribute('aria-label'))!.replace(
    'Stop ',
    '',
  )
  await page.getByRole('button', { name: /^(Petals off, all 6 out|Tied shut)$/ }).click()
  await expect(next).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('region', { name: `Stop ${code}` })).toBeVisible()
})

test('the demo clock moves by hour and day, and the round with it', async ({ page }) => {
  const heading = await page.getByRole('heading', { level: 1 }).innerText()
  await page.getByRole('button', { name: 'Next day' }).click()
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(heading)
  await expect(page.getByText(/06:00/)).toBeVisible()
  await page.getByRole('button', { name: 'Next hour' }).click()
  await expect(page.getByText(/07:00/)).toBeVisible()
})

lookTest('the find box opens by key and leads to a scanned tag', async ({ page }) => {
  await page.goto('/today')
  const code = (
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Is the stigma ready?' })
      .first()
      .getByRole('link')
      .first()
      .innerText()
  ).trim()
  // As a scanner does: at once, before the box has come.
  await page.keyboard.press('/')
  await page.keyboard.type(code)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/crosses\/.*flower=/)
  await expect(page.getByRole('navigation', { name: 'Flower' }).getByText(code).first()).toBeVisible()
})

lookTest('the tag sheet of a cross is a PDF', async ({ page }) => {
  await page.goto('/crosses?q=F4')
  await page
    .getByRole('link', { name: /^\d\d-/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Print tags' }).click()
  const href = await page
    .getByRole('dialog', { name: 'Print tags' })
    .getByRole('link', { name: 'Open the sheet' })
    .getAttribute('href')
  const answer = await page.request.get(href!)
  expect(answer.headers()['content-type']).toBe('application/pdf')
})

lookTest('a list keeps its filter and order in the address, and exports what it shows', async ({ page }) => {
  await page.goto('/crosses')
  await page.getByRole('textbox', { name: 'Filter' }).fill('slate')
  await expect(page).toHaveURL(/q=slate/)
  await page.getByRole('columnheader', { name: 'Taken' }).click()
  await expect(page).toHaveURL(/sort=taken/)
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Filter' })).toHaveValue('slate')
  const shown = Number((await page.getByText(/\d+ of \d+ crosses/).innerText()).match(/\d+/)![0])
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('crosses.csv')
  const text = await (await download.createReadStream()).toArray()
  expect(Buffer.concat(text).toString().trim().split('\n')).toHaveLength(shown + 1)
})

test('an address without a garden leads to the first page and back', async ({ page }) => {
  await page.request.delete('/api/session')
  await page.goto('/seed?show=trays')
  await expect(page.getByRole('heading', { name: /seedlings worth keeping/ })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Open the demo garden' }).click()
  await expect(page).toHaveURL(/\/seed\?show=trays/)
})

lookTest('an address that leads nowhere says so', async ({ page }) => {
  await page.goto('/plants/00000000-0000-7000-8000-000000000000')
  await expect(page.getByText('This is not in the garden')).toBeVisible()
  await page.goto('/nowhere')
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible()
})
