import { expect, test } from '@playwright/test'
import { expectAccessible, openDemo } from './garden'

test.beforeEach(({ page }) => openDemo(page))

test('a morning on Today: a flower is looked at, pollinated, and the step undone', async ({ page }) => {
  await expect(page.getByText(/stops at \d+ places/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Take along' })).toBeVisible()
  const stop = page.getByRole('listitem').filter({ hasText: 'Is the stigma ready?' }).first()
  const code = (await stop.getByRole('link').first().innerText()).trim()
  await stop.getByRole('button', { name: 'Note', exact: true }).click()
  await stop.getByRole('button', { name: 'Ready' }).click()
  const ready = page.getByRole('listitem').filter({ hasText: code }).filter({ hasText: 'Pollinate' }).first()
  await expect(ready).toBeVisible()
  await expect(page.getByText('Noted: stigma ready')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('listitem').filter({ hasText: code }).filter({ hasText: 'Is the stigma ready?' }).first()).toBeVisible()
})

test('the walk leads from stop to stop with one thumb', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/walk')
  await expect(page.getByRole('heading', { name: 'Is the stigma ready?' })).toBeVisible()
  const left = async () => Number((await page.getByText(/stops left/).innerText()).match(/\d+/)![0])
  const before = await left()
  for (const key of await page.getByRole('button').filter({ hasText: /^(Ready|Not yet|Too late|Lost|Skip)$/ }).all()) {
    expect((await key.boundingBox())!.height).toBeGreaterThanOrEqual(56)
  }
  await page.getByRole('button', { name: 'Ready' }).click()
  await expect(page.getByRole('heading', { name: /Pollinate/ })).toBeVisible()
  await page.getByRole('button', { name: 'Pollinated' }).click()
  await expect.poll(left).toBe(before - 1)
  await page.getByRole('button', { name: 'Skip' }).click()
  await expect.poll(left).toBe(before - 2)
  await expectAccessible(page)
})

test('the demo clock moves by hour and day, and the round with it', async ({ page }) => {
  const heading = await page.getByRole('heading', { level: 1 }).innerText()
  await page.getByRole('button', { name: 'Next day' }).click()
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(heading)
  await expect(page.getByText(/06:00/)).toBeVisible()
  await page.getByRole('button', { name: 'Next hour' }).click()
  await expect(page.getByText(/07:00/)).toBeVisible()
})

test('the find box opens by key and leads to a scanned tag', async ({ page }) => {
  const code = (await page.getByRole('listitem').filter({ hasText: 'Is the stigma ready?' }).first().getByRole('link').first().innerText()).trim()
  await page.keyboard.press('/')
  await expect(page.getByRole('dialog', { name: 'Find' })).toBeVisible()
  await page.keyboard.type(code)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/crosses\/.*flower=/)
  await expect(page.getByRole('navigation', { name: 'Flower' }).getByText(code).first()).toBeVisible()
})

test('the tag sheet of a cross is a PDF', async ({ page }) => {
  await page.goto('/crosses?q=F4')
  await page.getByRole('link', { name: /^\d\d-/ }).first().click()
  const href = await page.getByRole('link', { name: 'Print tags' }).getAttribute('href')
  const answer = await page.request.get(href!)
  expect(answer.headers()['content-type']).toBe('application/pdf')
})

test('a list keeps its filter and order in the address, and exports what it shows', async ({ page }) => {
  await page.goto('/crosses')
  await page.getByRole('textbox', { name: 'Filter' }).fill('slate')
  await expect(page).toHaveURL(/q=slate/)
  await page.getByRole('columnheader', { name: 'Taken' }).click()
  await expect(page).toHaveURL(/sort=taken/)
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Filter' })).toHaveValue('slate')
  const shown = Number((await page.getByText(/\d+ of 40 crosses/).innerText()).match(/\d+/)![0])
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'CSV' }).click()])
  expect(download.suggestedFilename()).toBe('crosses.csv')
  const text = await (await download.createReadStream()).toArray()
  expect(Buffer.concat(text).toString().trim().split('\n')).toHaveLength(shown + 1)
})

for (const look of ['paper', 'dark', 'sun']) {
  test(`every screen passes the accessibility check in the ${look} look`, async ({ page }) => {
    test.setTimeout(180_000)
    await page.evaluate(name => localStorage.setItem('virgulta-look', name), look)
    const first = async (list: string) => (await page.request.get(list)).json()
    const [cross] = (await first('/api/crosses')).filter((r: { counts: { kept: number } }) => r.counts.kept)
    const { lots, sowings } = await first('/api/seed')
    const { plants } = await first('/api/plants')
    const screens: [string, string | RegExp][] = [
      ['/today', /June/], ['/crosses', 'Crosses'], ['/crosses/new', 'Plan a cross'], [`/crosses/${cross.cross.id}`, cross.cross.aim],
      ['/seed', 'Seed'], [`/seed/packets/${lots[0].lot.id}`, /in the packet/], [`/seed/trays/${sowings[0].sowing.id}`, /up/],
      ['/offspring', 'Offspring'], [`/offspring/${cross.cross.id}`, cross.cross.aim], ['/plants', 'Plants'], [`/plants/${plants[0].id}`, plants[0].name], ['/garden', 'Quillmere Glasshouses'],
    ]
    for (const [path, heading] of screens) {
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible()
      await page.waitForLoadState('networkidle')
      await test.step(path, () => expectAccessible(page))
    }
  })
}

test('an address without a garden leads to the first page and back', async ({ page }) => {
  await page.request.delete('/api/session')
  await page.goto('/seed?show=trays')
  await expect(page.getByRole('heading', { name: /seedlings worth keeping/ })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Open the demo garden' }).click()
  await expect(page).toHaveURL(/\/seed\?show=trays/)
})

test('an address that leads nowhere says so', async ({ page }) => {
  await page.goto('/plants/00000000-0000-7000-8000-000000000000')
  await expect(page.getByText('This is not in the garden')).toBeVisible()
  await page.goto('/nowhere')
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible()
})
