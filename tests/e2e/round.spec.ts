/** The round: a whole day on the walk by touch, one on the desk by keyboard; scanning, marks, guides, calendar, notes that do not go together. */
import { expect } from '@playwright/test'
import type { Page } from '@playwright/test'
import { demoTest as test, expectAccessible, expectNarrow, pick } from './garden'

const stopOf = (page: Page) => page.getByRole('region', { name: /^Stop/ })
/** What stands on the walk: the tag, and what is asked at it; read at one moment, since the next stop may come at any. */
const standing = (page: Page) =>
  page.evaluate(() => {
    const stop = document.querySelector('section[aria-label^="Stop"]')
    return stop ? `${stop.getAttribute('aria-label')} ${stop.querySelector('h2')?.textContent}` : ''
  })

test.describe('on a telephone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

  test('a whole day is walked by touch, to its last stop', async ({ page }) => {
    test.setTimeout(900_000)
    await page.goto('/walk')
    await expect(stopOf(page)).toBeVisible()
    let stops = 0
    for (let before = await standing(page); stops < 250; before = await standing(page), stops++) {
      if (!before) {
        // What waits for its hour is gone to all the same, once the rest is done.
        const early = page.getByRole('button', { name: 'Go there now' })
        if (!(await early.isVisible())) break
        await early.tap()
        await expect(stopOf(page)).toBeVisible()
        continue
      }
      const main = page.locator('footer').getByRole('button').first()
      const isWork =
        /stigma ready|Pollinate|taken\?|cover off|Net the|Take the anthers|anther left|Cover the/i.test(
          before,
        )
      const key = isWork ? main : page.getByRole('button', { name: /later/i })
      // The second of two presses within half a second is the first one’s: a thumb that reads comes later.
      await page.waitForTimeout(550)
      await expect(async () => {
        if ((await standing(page)) === before) await key.tap()
        await expect
          .poll(() => standing(page), { message: `after ${before}`, timeout: 3000 })
          .not.toBe(before)
      }).toPass()
    }
    expect(stops).toBeGreaterThan(60)
    await expect(page.getByRole('heading', { name: 'The round is done' })).toBeVisible()
    await page.getByRole('button', { name: 'Back to what was put off' }).tap()
    await expect(stopOf(page)).toBeVisible()
  })

  test('a drawing fills the screen, grains are told, and large text in the sun look stays whole', async ({
    page,
  }) => {
    await page.goto('/walk')
    await page.getByRole('button', { name: 'Ready', exact: true }).tap()
    await expect(page.getByRole('heading', { name: /^Pollinate/ })).toBeVisible()
    await page.getByRole('button', { name: /^Show large/ }).tap()
    const large = page.getByRole('dialog', { name: 'Pollinate' })
    await expect(large.getByText(/^\s*Then:/)).toBeVisible()
    await large.getByRole('button', { name: 'Close' }).tap()
    await expect(large).toBeHidden()
    // The second of two presses within half a second is the first one’s.
    const many = page.getByRole('button', { name: 'many', exact: true })
    await expect(async () => {
      if ((await many.getAttribute('aria-pressed')) !== 'true') await many.tap()
      await expect(many).toHaveAttribute('aria-pressed', 'true', { timeout: 1000 })
    }).toPass()
    await page.waitForTimeout(550)
    await page.getByRole('button', { name: 'Pollinated, shut again' }).tap()
    await expect(page.getByText(/many grains seen/)).toBeVisible()
    await page.evaluate(() => localStorage.setItem('virgulta-look', 'sun'))
    // Text of twice the size leaves half the room.
    await page.setViewportSize({ width: 195, height: 422 })
    await page.reload()
    await expect(stopOf(page)).toBeVisible()
    await expect
      .poll(() => page.evaluate(() => document.documentElement.scrollWidth))
      .toBeLessThanOrEqual(195)
    await page.locator('footer').getByRole('button').first().scrollIntoViewIfNeeded()
    await expect(page.locator('footer').getByRole('button').first()).toBeInViewport()
    await page.setViewportSize({ width: 390, height: 844 })
    await expectAccessible(page)
  })

  test('a scanned tag leads to its stop, typed by a scanner or read by the simulated one', async ({
    page,
  }) => {
    await page.goto('/walk')
    await expect(stopOf(page)).toBeVisible()
    const { stops } = (await (await page.request.get('/api/round')).json()) as {
      stops: { code: string; step: string }[]
    }
    const wanted = stops.filter(s => s.step === 'takeLook').at(-1)!
    await page.keyboard.type(wanted.code)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('region', { name: `Stop ${wanted.code}` })).toBeVisible()
    await page.getByRole('button', { name: 'Scan a tag' }).tap()
    const sheet = page.getByRole('dialog', { name: 'Scan a tag' })
    await sheet.getByLabel('Code, typed or scanned').fill('26-2222')
    await sheet.getByRole('button', { name: 'Go' }).tap()
    await expect(sheet.getByRole('alert')).toContainText('check character does not fit')
    const other = sheet.getByRole('button', { name: /^\d\d-/ }).first()
    const code = await other.innerText()
    await other.tap()
    await expect(page.getByRole('region', { name: `Stop ${code}` })).toBeVisible()
  })
})

test('a day is worked on the desk by keyboard', async ({ page }) => {
  await expect(page.getByRole('button', { name: /^Ready/ }).first()).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('button', { name: /^Ready/ }).first()).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/^\s*Noted: stigma ready/)).toBeVisible()
  await expect(page.getByRole('button', { name: /^Pollinated, shut again/ }).first()).toBeVisible()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowDown')
  // Several flowers of one cross are noted with one key.
  for (let i = 0; i < 10; i++) {
    if (
      await page.evaluate(() => /^Taken: all/.test(document.activeElement?.getAttribute('aria-label') ?? ''))
    )
      break
    await page.keyboard.press('ArrowDown')
  }
  await page.keyboard.press('Enter')
  await expect(page.getByText(/entries noted|Noted: taken/)).toBeVisible()
  await expect(page.getByRole('button', { name: /^Cover is off: all/ }).first()).toBeVisible()
  await page.keyboard.press('w')
  await expect(page).toHaveURL(/\/walk$/)
})

test('the work ahead goes into a calendar, by an address that is revoked', async ({ page }) => {
  await page.getByRole('button', { name: 'The round in a calendar' }).click()
  const dialog = page.getByRole('dialog', { name: 'The round in a calendar' })
  await dialog.getByRole('button', { name: 'Make an address to subscribe to' }).click()
  const address = await dialog.getByText(/\/api\/calendar\/[\w-]{43}\.ics\s*$/).innerText()
  const path = new URL(address).pathname
  expect(await (await page.request.get(path)).text()).toContain('BEGIN:VEVENT')
  await expectAccessible(page)
  await dialog.getByRole('button', { name: 'Revoke' }).click()
  await expect(dialog.getByRole('button', { name: 'Revoke' })).toHaveCount(0)
  expect((await page.request.get(path)).status()).toBe(404)
})

test('a guide is copied and changed for the garden, and the built-in stays beside it', async ({ page }) => {
  await page.goto('/guides')
  await page.getByRole('textbox', { name: 'Filter' }).fill('tomato')
  await page.getByRole('link', { name: 'Tomato' }).click()
  await page.getByRole('button', { name: 'Copy and change it for this garden' }).click()
  const until = page.getByLabel('days from pollination until a take shows, to')
  await until.fill('2')
  await until.press('Tab')
  await page.getByRole('button', { name: 'Keep as this garden’s guide' }).click()
  await expect(page.getByRole('alert')).toContainText(
    'days from pollination until a take shows: Both days lie above 0, the smaller first.',
  )
  await until.fill('12')
  await until.press('Tab')
  await page.getByRole('button', { name: 'Keep as this garden’s guide' }).click()
  await expect(page.getByText('This is the garden’s own guide')).toBeVisible()
  await expect(page.getByText('4–12 days')).toBeVisible()
  await expect(page.getByText('built in: 4–9 days')).toBeVisible()
  await page.getByRole('button', { name: 'Back to the built-in' }).click()
  await expect(page.getByText('This is the garden’s own guide')).toBeHidden()
})

test('a way of the garden’s own is offered first, and a caution is hidden', async ({ page }) => {
  await page.goto('/guides/schools')
  await page.getByRole('combobox', { name: 'covering' }).press('ArrowDown')
  await page.getByRole('option', { name: 'paper bag' }).click()
  await expect(page.getByText(/the usual way for \d+ crops/)).toBeVisible()
  await page.getByRole('link', { name: 'Cautions' }).click()
  await page.getByLabel('blades and forceps: shown at the step').click()
  await expect(page.getByText('hidden', { exact: true })).toBeVisible()
  await page.goto('/guides/chilli')
  const cover = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: /Cover the flower/ }) })
  await expect(cover.getByText('paper bag', { exact: true })).toBeVisible()
  await expect(page.getByText('Cut away from your fingers')).toHaveCount(0)
})

test('tags are printed on a sheet of one’s own, and one of them on the label printer', async ({ page }) => {
  await page.goto('/crosses?q=F4')
  await page
    .getByRole('link', { name: /^\d\d-/ })
    .first()
    .click()
  await page
    .getByRole('button', { name: /^Open flower/ })
    .first()
    .click()
  const panel = page.getByRole('navigation', { name: 'Flower' })
  await panel.getByRole('button', { name: 'Print its tag' }).click()
  const dialog = page.getByRole('dialog', { name: 'Print tags' })
  const code = (await dialog.getByRole('heading').innerText()).match(/\d\d-\w+/)![0]
  await dialog.getByRole('button', { name: 'To the label printer' }).click()
  await expect(dialog.getByRole('status')).toContainText('One label went to the printer')
  await dialog.getByText('Margins and a size of your own, in mm').click()
  await dialog.getByLabel('Width of a tag').fill('60')
  await dialog.getByLabel('Width of a tag').press('Tab')
  await expect(dialog.getByRole('link', { name: 'Open the sheet' })).toHaveAttribute(
    'href',
    /width=60.*codes=/,
  )
  await page.goto('/garden/devices')
  await expect(page.getByRole('listitem').filter({ hasText: code })).toBeVisible()
})

test('marks are given to pollen parents, and the walk says them', async ({ page }) => {
  await page.goto('/plants?q=Ember+Row')
  await page.getByRole('row').filter({ hasText: 'Ember Row' }).getByRole('link').first().click()
  const marks = page.getByRole('region', { name: 'Marks for small flowers' })
  await marks.getByRole('button', { name: /^Give .* a mark$/ }).click()
  await expect(marks.getByText('one bead', { exact: true })).toBeVisible()
  await marks.getByRole('button', { name: 'Ink strokes' }).click()
  await expect(marks.getByText('one stroke', { exact: true })).toBeVisible()
  await expectNarrow(page)
  const { stops } = (await (await page.request.get('/api/round')).json()) as {
    stops: { code: string; marks: object | null }[]
  }
  await page.goto('/walk')
  await expect(stopOf(page)).toBeVisible()
  await page.keyboard.type(stops.find(s => s.marks)!.code)
  await page.keyboard.press('Enter')
  await expect(
    stopOf(page)
      .getByText(/strokes?\s*$/)
      .first(),
  ).toBeVisible()
  await expect(stopOf(page).getByText('What a mark means here')).toBeVisible()
})

test('two notes that do not go together are settled on Today', async ({ page }) => {
  await page.goto('/crosses/new')
  await pick(page, /Seed parent/, 'Ember Row')
  await pick(page, /Pollen parent/, 'Copper Wren')
  await page.getByLabel('The aim in a sentence').fill('Two at once')
  await page.getByRole('button', { name: 'Plan this cross' }).click()
  await expect(page.getByRole('heading', { name: 'Two at once', level: 1 })).toBeVisible()
  await page.getByRole('button', { name: 'Choose a flower' }).first().click()
  const panel = page.getByRole('navigation', { name: 'Flower' })
  const code = (await panel.getByText(/^\s*\d\d-[2-9A-Y]{4,5}\s*$/).innerText()).trim()
  await panel.getByRole('button', { name: 'Lost', exact: true }).click()
  await panel.getByRole('button', { name: 'eaten' }).click()
  await expect(panel.getByText('Nothing more is due at this flower')).toBeVisible()
  // What another telephone brings that had no signal.
  const id = new URL(page.url()).searchParams.get('flower')!
  const entry = {
    id: '01ffffff-ffff-7fff-bfff-ffffffffffff',
    kind: 'emasculated',
    subjectId: id,
    payload: {},
    happenedAt: '2026-06-12T04:45:00.000Z',
  }
  const answer = await page.request.post('/api/entries', { data: { entries: [entry], anyway: true } })
  expect(answer.status()).toBe(200)
  await page.goto('/today')
  const settle = page.getByRole('group', { name: `To settle: ${code}` })
  await expect(settle).toContainText('was lost on 12 June')
  await settle.getByRole('button', { name: 'Leave it so' }).click()
  await expect(settle).toHaveCount(0)
})
