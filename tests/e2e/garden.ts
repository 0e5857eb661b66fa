/** Ways through the application that several errands share, in the words on the screen. */
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { test as base, expect } from '@playwright/test'
import type { Town } from '../../shared/towns'
import { settled } from './settled'

export async function openDemo(page: Page) {
  await page.goto('/')
  await page.getByRole('button', { name: 'Open the demo garden' }).click()
  await expect(page.getByRole('heading', { name: /June/ })).toBeVisible()
}

type Visit = Awaited<ReturnType<ReturnType<Page['context']>['storageState']>>

/** For tests that work in the demo garden: each has one of its own. The limit of demos an hour is that of people at home. */
export const demoTest = base.extend({
  page: async ({ page }, use) => {
    await openDemo(page)
    await use(page)
  },
})

/** For tests that only look at the demo garden: those of one process share one visit. */
export const lookTest = base.extend<object, { visit: Visit }>({
  visit: [
    async ({ browser }, use, { project }) => {
      const page = await browser.newPage({ baseURL: project.use.baseURL })
      await openDemo(page)
      await use(await page.context().storageState())
      await page.close()
    },
    { scope: 'worker' },
  ],
  storageState: ({ visit }, use) => use(visit),
})

let people = 0
const newEmail = () => `person-${process.pid}-${++people}@garden.example`
const PASSWORD = 'four words for the test'

/** Makes an account. @returns its e-mail address */
export async function signUp(page: Page, name: string, from = '/account/new') {
  const email = newEmail()
  await page.goto(from)
  await page.getByLabel('Your name').fill(name)
  await page.getByLabel('E-mail').fill(email)
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Make the account' }).click()
  await expect(
    page.getByText(`Signed in as ${email}`).or(page.getByRole('button', { name: `Join as ${name}` })),
  ).toBeVisible()
  return email
}

/** Makes an account and a garden anew on the screens, near a town of the shipped list, or with its place left for later. */
export async function startGardenByHand(page: Page, name: string, town: string | null = 'Galway') {
  await signUp(page, 'Una Sedge')
  await page.getByLabel('Name of the garden').fill(name)
  if (town) {
    await page.getByRole('combobox', { name: 'Nearest town' }).fill(town)
    await page.getByRole('option', { name: town }).first().click()
  } else await page.getByRole('button', { name: 'Later' }).click()
  await page.getByRole('button', { name: 'Start an empty garden' }).click()
  await expect(page.getByRole('heading', { name: 'Nothing is due today' })).toBeVisible()
}

/** The same garden without its screens, for tests that are of something else; then Today is open. */
export async function startGarden(page: Page, name: string, town = 'Galway') {
  const ask = async <T>(method: 'GET' | 'POST', address: string, data?: object): Promise<T> => {
    const answer = await page.request.fetch(address, { method, data })
    expect(answer.ok(), await answer.text()).toBe(true)
    return answer.json()
  }
  await ask('POST', '/api/account', { name: 'Una Sedge', email: newEmail(), password: PASSWORD })
  const [{ zone, latitude, longitude }] = await ask<[Town]>('GET', `/api/towns?q=${town}`)
  await ask('POST', '/api/gardens', { name, zone, site: { latitude, longitude } })
  await page.goto('/today')
  await expect(page.getByRole('heading', { name: 'Nothing is due today' })).toBeVisible()
}

export async function addPlant(page: Page, name: string, crop = 'Chilli') {
  await page.goto('/plants?add=1')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill(name)
  const picker = dialog.getByRole('combobox', { name: 'Crop' })
  // The crop of the last plant stands there already.
  if ((await picker.inputValue()) !== crop) {
    await picker.fill(crop)
    await page.getByRole('option', { name: crop, exact: true }).click()
  }
  await dialog.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible()
}

/** Chooses a plant in a picker by typing its name. */
export async function pick(page: Page, label: RegExp, name: string) {
  await page.getByRole('combobox', { name: label }).fill(name)
  await page.getByRole('option', { name }).first().click()
}

/** The dialog is gone from the address, too: closing takes a step back, and would take another address with it. */
export const expectClosed = (page: Page) => expect(page).not.toHaveURL(/open=/)

/** The day so many days before today, as a date field takes it. */
export function daysAgo(days: number): string {
  const day = new Date()
  day.setDate(day.getDate() - days)
  return `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, '0')}-${String(day.getDate()).padStart(2, '0')}`
}

/** Goes to an address as a link does, without loading the application anew, and waits for its first answers. */
export async function follow(page: Page, address: string) {
  await page.evaluate(
    to =>
      (globalThis as unknown as { useNuxtApp: () => { $router: { push: (to: string) => Promise<unknown> } } })
        .useNuxtApp()
        .$router.push(to),
    address,
  )
  await expect(page).toHaveURL(address)
  await expect(page.locator('[aria-label="On its way"]')).toHaveCount(0)
}

/** Changes the look of the screen that is shown, as another window of the same browser would. */
async function changeLook(page: Page, look: string) {
  await page.evaluate(newValue => {
    localStorage.setItem('virgulta-look', newValue)
    dispatchEvent(new StorageEvent('storage', { key: 'virgulta-look', newValue, storageArea: localStorage }))
  }, look)
  await expect(page.locator('body')).toHaveAttribute('data-look', look)
}

/** No fault that the accessibility checker knows of, once the screen is there. */
export async function expectAccessible(page: Page) {
  await expect(page.getByRole('heading', { level: 1, includeHidden: true })).not.toHaveCount(0)
  await settled(page)
  await expectNoFault(page, axe =>
    axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']),
  )
}

/** Nothing but tables and drawings, which scroll by themselves, is wider than a telephone. */
export async function expectNarrow(page: Page) {
  await page.setViewportSize({ width: 390, height: 844 })
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  await page.setViewportSize({ width: 1280, height: 800 })
}

/** Readable in the dark and the sun look as well. */
export async function expectReadableInEveryLook(page: Page) {
  for (const look of ['dark', 'sun', 'paper']) {
    await changeLook(page, look)
    await expectNoFault(page, axe => axe.withRules(['color-contrast']))
  }
}

async function expectNoFault(page: Page, choose: (axe: AxeBuilder) => AxeBuilder) {
  // In one page and for faults only: the checker is by far the slowest part of these tests.
  const { violations } = await choose(
    new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] }),
  ).analyze()
  expect
    .soft(
      violations.map(
        v =>
          `${v.id}: ${v.nodes
            .map(n => `${n.target.join(' ')} (${n.failureSummary?.split('\n').at(-1)?.trim()})`)
            .slice(0, 4)
            .join(' | ')}`,
      ),
    )
    .toEqual([])
}
