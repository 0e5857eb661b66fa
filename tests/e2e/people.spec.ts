/** Several people in one garden: accounts, invitations, roles, passwords; and the garden's data out and in. */
import type { Browser, Page } from '@playwright/test'
import { expect, test } from '@playwright/test'
import { addPlant, expectAccessible, expectNarrow, openDemo, signUp, startGarden } from './garden'

/** Another person's browser, with an account made on the way. */
async function somebody(browser: Browser): Promise<Page> {
  return (await browser.newContext()).newPage()
}

async function invite(page: Page, role: string): Promise<string> {
  await page.goto('/garden/people')
  await page.getByRole('combobox', { name: 'As' }).press('ArrowDown')
  await page.getByRole('option', { name: new RegExp(`^${role}`) }).click()
  await page.getByRole('button', { name: 'Make the invitation' }).click()
  return (await page.getByText(/\/invited#/).textContent())!
}

test('a hand comes by invitation, notes work and takes back their own; a guest reads', async ({
  page,
  browser,
}) => {
  await startGarden(page, 'Shared beds')
  await addPlant(page, 'Shared Ember')

  const hand = await somebody(browser)
  await hand.goto(await invite(page, 'hand'))
  await expect(hand.getByRole('heading', { name: 'Into the garden Shared beds' })).toBeVisible()
  await hand.getByRole('link', { name: 'Make an account' }).click()
  await expect(hand).toHaveURL(/account\/new/)
  await signUp(hand, 'Rowan Marsh', hand.url())
  await hand.getByRole('button', { name: 'Join as Rowan Marsh' }).click()
  await expect(hand.getByRole('heading', { name: 'Nothing is due today' })).toBeVisible()
  await addPlant(hand, 'Hand Lantern')
  await hand.goto('/garden')
  // Their own entry can be taken back; the keeper's cannot.
  await expect(hand.getByRole('button', { name: /^Undo .*Hand Lantern/ })).toBeVisible()
  await expect(hand.getByRole('button', { name: /^Undo .*Shared Ember/ })).toHaveCount(0)
  await expect(hand.getByRole('listitem').filter({ hasText: 'Shared Ember' })).toContainText('Una Sedge')
  await hand.goto('/garden/people')
  await expect(hand.getByRole('button', { name: 'Make the invitation' })).toHaveCount(0)

  await page.goto('/garden')
  await expect(page.getByRole('button', { name: /^Undo .*Hand Lantern/ })).toBeVisible()
  const guest = await somebody(browser)
  const link = await invite(page, 'guest')
  await signUp(guest, 'Fern Vale')
  await guest.goto(link)
  await guest.getByRole('button', { name: 'Join as Fern Vale' }).click()
  await expect(guest.getByRole('heading', { name: 'Nothing is due today' })).toBeVisible()
  await guest.goto('/plants')
  await expect(guest.getByText('Shared Ember')).toBeVisible()
  await expect(guest.getByRole('button', { name: 'Add a plant' })).toHaveCount(0)
  await guest.goto('/crosses/new')
  await expect(guest.getByRole('heading', { name: 'Nothing is due today' })).toBeVisible()
  await guest.goto(link)
  await expect(
    guest.getByText('This invitation is used, withdrawn or older than two weeks; ask for a new one.'),
  ).toBeVisible()

  await page.goto('/garden/people')
  await expectAccessible(page)
  await expectNarrow(page)
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Fern Vale' })
    .getByRole('button', { name: 'Remove' })
    .click()
  await expect(page.getByText('Fern Vale')).toHaveCount(0)
  await page.getByRole('listitem').filter({ hasText: '(you)' }).getByRole('button', { name: 'Leave' }).click()
  await expect(
    page.getByText('A garden needs a keeper. Make somebody else keeper first, or delete the garden.'),
  ).toBeVisible()
  await guest.goto('/plants')
  await expect(guest.getByRole('heading', { name: /Welcome, Fern Vale/ })).toBeVisible()
})

test('a forgotten password is set anew by the letter in the mail tray', async ({ page }) => {
  const email = await signUp(page, 'Ada Fell')
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.getByLabel('E-mail').fill(email)
  await page.getByLabel('Password').fill('not the words')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByText('This e-mail address and password do not belong together.')).toBeVisible()
  await page.getByRole('link', { name: 'Password forgotten' }).click()
  await expect(page.getByRole('heading', { name: 'Password forgotten' })).toBeVisible()
  await page.getByLabel('E-mail').fill(email)
  await page.getByRole('button', { name: 'Send it' }).click()
  await page.getByRole('link', { name: 'the mail tray' }).click()
  await expectAccessible(page)
  const link = await page
    .getByRole('region', { name: 'A new password for Virgulta' })
    .filter({ hasText: email })
    .getByRole('link')
    .getAttribute('href')
  await page.goto(link!)
  await page.getByLabel('New password').fill('words that are new')
  await page.getByRole('button', { name: 'Set the password' }).click()
  await page.getByRole('link', { name: 'Sign in' }).click()
  await page.getByLabel('E-mail').fill(email)
  await page.getByLabel('Password').fill('words that are new')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Welcome, Ada Fell. Start a garden' })).toBeVisible()
  await page.getByRole('link', { name: 'Your account' }).click()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Sign out everywhere' }).click()
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
})

test('a garden is backed up, deleted by its name, and brought back from its file', async ({ page }) => {
  await startGarden(page, 'Kept beds')
  await addPlant(page, 'Kept Ember')
  await page.goto('/garden/data')
  await expectAccessible(page)
  await expectNarrow(page)
  await page.getByRole('button', { name: 'Compare', exact: true }).click()
  await expect(page.getByText('as the log says: 1 compared, none differs.')).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Back up this garden' }).click(),
  ])
  const file = await download.path()
  const button = page.getByRole('button', { name: 'Delete it for ever' })
  await expect(button).toBeDisabled()
  await page.getByLabel('Type its name: Kept beds').fill('Kept beds')
  await button.click()
  await expect(page.getByRole('heading', { name: /Start a garden/ })).toBeVisible()
  await page.locator('input[type=file]').setInputFiles({
    name: 'garden.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"recipe"}'),
  })
  await page.getByRole('button', { name: 'Restore it' }).click()
  await expect(page.getByText(/This file cannot be restored: .* Nothing was changed\./)).toBeVisible()
  await page.locator('input[type=file]').setInputFiles(file)
  await page.getByRole('button', { name: 'Restore it' }).click()
  await expect(page.getByText(/^\s*Kept beds \(restored .*\) is back, with 1 entry\.\s*$/)).toBeVisible()
  await page.getByRole('button', { name: 'Open it' }).click()
  await expect(page.getByRole('heading', { name: 'Nothing is due today' })).toBeVisible()
  await page.goto('/plants')
  await expect(page.getByText('Kept Ember')).toBeVisible()
})

test('a token is shown once, and revoked; the visit of a demo garden ends by leaving', async ({ page }) => {
  await openDemo(page)
  await page.goto('/garden/data')
  await page.getByLabel('What it is for').fill('the scales in the shed')
  await page.getByRole('button', { name: 'Make a token' }).click()
  const token = (await page.getByText(/^\s*[\w-]{43}\s*$/).innerText()).trim()
  const answer = await page.request.get('/api/plants', {
    headers: { authorization: `Bearer ${token}`, cookie: '' },
  })
  expect(answer.status()).toBe(200)
  await page.getByRole('button', { name: 'Revoke' }).click()
  await expect(page.getByRole('button', { name: 'Revoke' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Leave the demo garden' }).click()
  await expect(page.getByRole('button', { name: 'Open the demo garden' })).toBeVisible()
})
