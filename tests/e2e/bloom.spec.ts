/** Blooms: two plants that should meet, work that follows from it, the hours, the weather, and noting what is seen. */
import type { Page } from '@playwright/test'
import { expect } from '@playwright/test'
import { demoTest as test, lookTest } from './garden'

/** Chooses a pair on the bloom screen by cup and grains. */
async function choosePair(page: Page, crop: string, seed: string, pollen: string) {
  await page.goto(`/bloom?crop=${crop}&who=all`)
  await page.getByRole('button', { name: `${seed} as seed parent` }).click()
  await page.getByRole('button', { name: `${pollen} as pollen parent` }).click()
  await expect(page.getByText(/^\s*meets with/)).toBeVisible()
}

async function openPlant(page: Page, name: string) {
  const { plants } = (await (
    await page.request.get(`/api/plants?${new URLSearchParams({ q: name })}`)
  ).json()) as { plants: { id: string }[] }
  await page.goto(`/plants/${plants[0]!.id}`)
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible()
}

const chance = async (page: Page) =>
  Number((await page.getByText(/^\s*meets with/).innerText()).match(/([\d.]+) %/)![1])

test('a pair is chosen, a batch is thought of and moved by keys and by dragging, and its sowing stands in the round', async ({
  page,
}) => {
  await choosePair(page, 'squash', 'Barn Shelf', 'Winter Loaf')
  await expect(page.getByText(/‘Winter Loaf’ has begun \d+–\d+ days later/)).toBeVisible()
  await expect(page.getByRole('row', { name: /Leave it as it is/ })).toBeVisible()
  await expect(page.getByRole('row', { name: /Sow one batch more of Winter Loaf/ })).toBeVisible()
  await page.getByRole('button', { name: 'Add a batch' }).click()
  const handle = page.getByRole('slider', { name: 'Sowing date of batch 1' })
  const day = () => handle.getAttribute('aria-valuetext')
  await expect(handle).toHaveAttribute('aria-valuetext', /June 2026/)
  const before = await day()
  await handle.press('ArrowRight')
  await expect.poll(day).not.toBe(before)
  await expect(page).toHaveURL(/sow=2026-06-/)
  const moved = await day()
  const box = (await handle.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 70, box.y + box.height / 2, { steps: 5 })
  await page.mouse.up()
  await expect.poll(day).not.toBe(moved)
  await page.reload()
  await page.getByLabel('Batch 1, sown on').fill('2026-06-12')
  await expect(handle).toHaveAttribute('aria-valuetext', '12 June 2026')
  await page.getByRole('button', { name: 'Plan this batch' }).click()
  await expect(page.getByText('Noted: batch planned')).toBeVisible()
  await page.goto('/today')
  const stop = page.getByRole('listitem').filter({ hasText: 'Sow the batch' })
  await expect(stop).toContainText('To meet Barn Shelf in bloom.')
  await stop.getByRole('button', { name: /^Sown/ }).click()
  await expect(stop).toHaveCount(0)
})

test('holding back and storing pollen say what they bring, and become work', async ({ page }) => {
  await choosePair(page, 'hellebore', 'Slate Hour', 'Second Bell')
  const plain = await chance(page)
  const hold = page.getByRole('row', { name: /Hold Slate Hour back/ })
  await expect(hold).toContainText('A plant in the ground cannot be moved')
  await page.getByRole('button', { name: /^Show: Hold Slate Hour back/ }).click()
  await expect(page).toHaveURL(/hold=14/)
  await expect.poll(() => chance(page)).toBeGreaterThan(plain + 5)
  await page.getByRole('button', { name: /^Plan it: Hold Slate Hour back/ }).click()
  await expect(page.getByText(/Planned already: hold back from .*, bring back from/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText(/Planned already/)).toHaveCount(0)
  // Turned round, the early one gives the pollen, and keeping it helps.
  await page.getByRole('button', { name: 'Turn the pair round' }).click()
  await expect(page.getByRole('row', { name: /Store pollen of Slate Hour/ })).toContainText('+')
})

lookTest('the pairs of an aim are looked at together', async ({ page }) => {
  const aims = (await (await page.request.get('/api/aims')).json()) as { aim: { id: string; crop: string } }[]
  const { aim } = aims.find(a => a.aim.crop === 'hellebore')!
  await page.goto(`/aims/${aim.id}`)
  await page.getByRole('link', { name: 'Do the pairs meet?' }).click()
  await expect(page.getByRole('heading', { name: /Do the pairs of this aim meet/ })).toBeVisible()
  const first = page.getByRole('row').filter({ hasText: '%' }).first()
  await expect(first).toBeVisible()
  await first.getByRole('button').first().click()
  await expect(page.getByText(/^\s*meets with/)).toBeVisible()
})

lookTest(
  'the hours of the flowers are told for today and the days ahead, with the reason',
  async ({ page }) => {
    await page.goto('/bloom/hours')
    await expect(page.getByText(/sun \d+:\d\d–\d+:\d\d/)).toBeVisible()
    await expect(
      page
        .getByRole('listitem')
        .filter({ hasText: /stigmas are ready about \d+:\d\d/i })
        .first(),
    ).toBeVisible()
    await expect(page.getByText('Not in bloom now')).toBeVisible()
    await page.getByRole('button', { name: /^Sun 14/ }).click()
    await expect(page).toHaveURL(/on=2026-06-14/)
    await expect(page.getByText('14 June', { exact: true })).toBeVisible()
  },
)

test('a weather file is read, what is wrong in it is named, and it counts once it is taken', async ({
  page,
}) => {
  await page.goto('/bloom/weather')
  await expect(page.getByRole('heading', { name: 'Simulated station' })).toBeVisible()
  await page.getByRole('button', { name: 'Weather file', exact: true }).setInputFiles({
    name: 'lake.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'date;low (°F);high (°F)\n2026-05-01;41;59\n2026-05-02;42;60\n2026-05-05;43;cold\n2026-05-06;44;62\n',
    ),
  })
  await expect(page.getByText('3 days can be read; 1 line is left out; 1 gap between them.')).toBeVisible()
  await expect(page.getByText(/say Fahrenheit and were turned into °C/)).toBeVisible()
  await expect(page.getByText('Nothing for 3 May 2026 to 5 May 2026')).toBeVisible()
  await expect(page.getByText(/Line 4: A temperature is no number/)).toBeVisible()
  await page.getByRole('button', { name: 'Take these days' }).click()
  await expect(page.getByRole('row').filter({ hasText: 'lake.csv' })).toContainText('3')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('row').filter({ hasText: 'lake.csv' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Change it' }).click()
  await page.getByRole('button', { name: 'Degrees' }).click()
  await page.getByLabel('Latitude, north is positive').fill('95')
  await page.getByRole('button', { name: 'Set it' }).click()
  await expect(page.getByText('Give a latitude from −90 to 90 degrees; north is positive.')).toBeVisible()
})

test('earlier seasons come from a file, shown before they are noted', async ({ page }) => {
  await page.goto('/bloom')
  await page.getByRole('button', { name: 'Read earlier seasons' }).click()
  const dialog = page.getByRole('dialog', { name: 'Read earlier seasons' })
  await dialog.getByRole('button', { name: 'File', exact: true }).setInputFiles({
    name: 'blooms.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('plant,first,last\nSlate Hour,2021-01-04,2021-02-20\nNobody,2021-01-04,\n'),
  })
  await expect(dialog.getByText('1 season can be noted')).toBeVisible()
  await expect(dialog.getByText(/No plant of the garden is called “Nobody”/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Note 1 season' }).click()
  await expect(dialog).toHaveCount(0)
  await openPlant(page, 'Slate Hour')
  await expect(page.getByRole('row').filter({ hasText: '4 January 2021' })).toContainText('48')
})

test('a bloom is noted with two presses on the walk, and on the plant’s page', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/walk')
  await page.getByText(/^\s*Bloom of /).click()
  await page.getByRole('button', { name: 'Full bloom' }).click()
  await expect(page.getByText('Noted: in full bloom')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Noted: in full bloom')).toHaveCount(0)

  await page.setViewportSize({ width: 1280, height: 800 })
  await openPlant(page, 'Slate Hour')
  const bloom = page.getByRole('region', { name: 'Bloom' })
  await bloom.getByLabel('Seen on').fill('2026-06-10')
  await bloom.getByRole('button', { name: 'First open' }).click()
  await expect(bloom.getByRole('row').filter({ hasText: '10 June 2026' })).toBeVisible()
  await bloom.getByLabel('Seen on').fill('2026-06-01')
  await bloom.getByRole('button', { name: 'Last flower' }).click()
  await expect(bloom.getByRole('alert')).toContainText('lies after it')
})
