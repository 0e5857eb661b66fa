/** Finds the forms of a screen by itself, whatever they are called, and tries on each what people do by mistake. */
import type { Locator, Page } from '@playwright/test'
import { expect } from '@playwright/test'
import { follow } from './garden'
import { settled } from './settled'

/** Buttons that change something at once, or lead away: no forms. */
const NO_FORM =
  /undo|close|cancel|csv|again|later|next|before|after|season|compare|find|areas|let |open it|^earlier|print|label printer|turn round|potted|held back|brought back|none open|first open|full bloom|last flower|reserve|sign out|switch|try the/i

/** Buttons that end a thing. */
const ENDS = /used up|lost|give up/i

/** What the log holds now. */
export async function logOf(page: Page): Promise<{ id: string; kind: string }[]> {
  return (
    (await (await page.request.get('/api/entries?size=500', { maxRetries: 2 })).json()) as {
      lines: { id: string; kind: string }[]
    }
  ).lines
}

/** A dialog that holds a form. */
const formIn = (page: Page) =>
  page
    .getByRole('dialog')
    .filter({ has: page.locator('form button[type=submit]') })
    .last()

/** Names of the buttons of a screen that may open a form. */
async function openersOf(page: Page): Promise<string[]> {
  await settled(page)
  const names = await page
    .locator('main')
    .getByRole('button')
    .evaluateAll(buttons =>
      buttons
        .filter(b => !(b as HTMLButtonElement).disabled && b.checkVisibility())
        .map(b => b.getAttribute('aria-label') ?? b.textContent?.trim() ?? ''),
    )
  // What ends a thing comes last, since nothing else can be done with it then.
  return [...new Set(names.filter(name => name && !NO_FORM.test(name)))].sort(
    (a, b) => Number(ENDS.test(a)) - Number(ENDS.test(b)),
  )
}

/** Fills what is empty and must be said: words, and the first of what is offered. */
async function fill(form: Locator, words: string) {
  let filled = 0
  for (const field of await form
    .locator('input[type=text]:not([role=combobox]), input:not([type]):not([role=combobox]), textarea')
    .all()) {
    if ((await field.isVisible()) && (await field.isEditable()) && !(await field.inputValue()))
      await field.fill((await field.getAttribute('inputmode')) === 'decimal' ? '3' : `${words} ${++filled}`)
  }
  for (const group of await form.getByRole('group').all()) {
    const [first] = await group.getByRole('button').all()
    if (first && (await first.getAttribute('aria-pressed')) === 'false') await first.click()
  }
}

/** What no screen may ever say of its own mistakes. */
export async function expectNoFault(page: Page, where: string) {
  const oneOfMany =
    /(?<![\d.,–-])1 (crosses|entries|families|flowers|packets|plants|seeds|stops|trays|tubes)\b/
  for (const words of ['does not answer', 'broke', 'NaN', 'undefined', 'Expected', 'Invalid', oneOfMany]) {
    await expect(page.locator('body'), `${where} says “${words}”`).not.toContainText(words)
  }
}

/**
 * Opens the screen, as a link does where the application is loaded, and presses one of its buttons.
 *
 * @returns the button where that opened a form
 */
async function opened(page: Page, address: string, name: string): Promise<Locator | null> {
  if (page.url() === 'about:blank') await page.goto(address)
  else {
    // From elsewhere: a form that is left closes.
    await follow(page, '/guides')
    await follow(page, address)
  }
  await settled(page)
  const opener = page.locator('main').getByRole('button', { name, exact: true }).first()
  if (!(await opener.isVisible())) return null
  await opener.click()
  await settled(page)
  return (await formIn(page).count()) ? opener : null
}

/**
 * Tries every form of a screen: an emptied day, Back with something typed, a double press, the same form sent from a second window.
 * @returns the names of those that were tried, and whether they noted anything
 */
export async function tryForms(page: Page, address: string): Promise<{ name: string; noted: boolean }[]> {
  const there = await page.context().newPage()
  await page.goto(address)
  const tried = []
  for (const name of await openersOf(page)) {
    const opener = await opened(page, address, name)
    if (opener) tried.push({ name, noted: await tryForm(page, there, opener, address, name) })
  }
  await there.close()
  return tried
}

async function tryForm(
  page: Page,
  there: Page,
  opener: Locator,
  address: string,
  name: string,
): Promise<boolean> {
  const form = formIn(page)
  const where = `${address} › ${name}`
  await expect
    .poll(() => page.evaluate(() => Boolean(document.activeElement?.closest('[role=dialog]'))), {
      message: `${where}: the focus goes along`,
    })
    .toBe(true)
  // Back closes it, keeps what was typed, and hands the focus back.
  const typed = form.locator('input[type=text]:not([role=combobox]):not([readonly]), textarea').first()
  const isTypable = (await typed.count()) > 0 && (await typed.isVisible()) && (await typed.isEditable())
  if (isTypable) await typed.fill('7')
  const path = new URL(page.url()).pathname
  await page.goBack()
  await expect(form, `${where}: Back closes it`).toHaveCount(0)
  expect(new URL(page.url()).pathname, where).toBe(path)
  await expect
    .poll(() => page.evaluate(() => document.activeElement?.tagName), {
      message: `${where}: the focus is somewhere`,
    })
    .not.toBe('BODY')
  await opener.click()
  if (isTypable) await expect(typed, `${where}: what was typed is kept`).toHaveValue(/7/)
  // An emptied day says so at its field, and nothing is noted.
  const day = form.locator('input[type=date]').first()
  const submit = form.locator('button[type=submit]').last()
  if ((await day.count()) && (await day.isVisible())) {
    const before = (await logOf(page)).length
    const was = await day.inputValue()
    await fill(form, 'Some words')
    await day.fill('')
    if (await submit.isEnabled()) {
      await submit.click()
      await expect(form.getByText(/^\s*Give the day/), `${where}: an emptied day`).toBeVisible()
      expect((await logOf(page)).length, `${where}: nothing is noted`).toBe(before)
      await expectNoFault(page, where)
    }
    await day.fill(was)
  }
  // A second window has the same form open, and knows nothing of what is noted in the first.
  const isThere = (await opened(there, address, name)) !== null
  const twin = formIn(there)
  if (isThere) await fill(twin, 'Other words')
  // A double press is one press.
  const known = new Set((await logOf(page)).map(line => line.id))
  await page.bringToFront()
  await fill(form, 'Some words')
  if (await submit.isEnabled()) await submit.dblclick()
  await settled(page)
  const kinds = (await logOf(page)).filter(line => !known.has(line.id)).map(line => line.kind)
  expect(kinds.length, `${where}: ${kinds.join(', ')}`).toBe(new Set(kinds).size)
  await expectNoFault(page, where)
  const late = twin.locator('button[type=submit]').last()
  if (isThere && (await late.count()) && (await late.isEnabled())) await late.click()
  await settled(there)
  await expectNoFault(there, `${where}, from a second window`)
  return kinds.length > 0
}
