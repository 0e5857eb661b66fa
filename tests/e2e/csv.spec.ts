/** Every list hands out a table that a spreadsheet reads without help. */
import type { Page } from '@playwright/test'
import { expect } from '@playwright/test'
import { readFileSync } from 'node:fs'
import Papa from 'papaparse'
import { lookTest as test } from './garden'

const BOM = '\ufeff'

/** The tables that a screen hands out, by file name. */
async function tablesOf(page: Page): Promise<Map<string, string>> {
  const tables = new Map<string, string>()
  await page.locator('main').getByRole('button', { name: /CSV/ }).first().waitFor()
  for (const button of await page.locator('main').getByRole('button', { name: /CSV/ }).all()) {
    const [download] = await Promise.all([page.waitForEvent('download'), button.click()])
    tables.set(download.suggestedFilename(), readFileSync(await download.path(), 'utf8'))
  }
  return tables
}

/** A range in one cell is a date or a text to a spreadsheet: its ends have columns of their own. A tag's code is no range. */
const isOdd = (cell: string) =>
  !/^\d\d-[2-9A-Y]{4,5}$/.test(cell) &&
  /^\s*-?[\d.,]+\s*[–-]\s*[\d.,]+( ?%| days)?$|^\d+ ?%$|NaN|undefined|\[object/.test(cell)

test('every list of the demo garden: heads in small letters, one thing a cell, parents by name and tag, numbers as numbers', async ({
  page,
}) => {
  const first = async (list: string) => {
    await page.goto(list)
    await page.locator('tbody a, main li a').first().waitFor()
    return (
      await page
        .locator(`main a[href^="${list}/"]`)
        .evaluateAll(links => links.map(a => a.getAttribute('href')!))
    )
      .find(href => /[0-9a-f]{8}-/.test(href))!
      .split('?')[0]!
  }
  const [aim, family] = [await first('/aims'), await first('/offspring')]
  const seen = new Map<string, string[]>()
  for (const address of [
    '/plants',
    '/crosses',
    '/seed',
    '/offspring',
    '/aims',
    '/pollen',
    '/pollen/season',
    '/guides',
    '/lineage/merit?trait=height',
    '/crops/chilli',
    '/crops/chilli/genes',
    '/crops/chilli/lines?trait=height',
    '/crops/chilli/traits',
    '/bloom',
    family,
    family.replace('offspring', 'crosses'),
    aim,
    `${aim}?part=pairs`,
  ]) {
    await page.goto(address)
    for (const [file, text] of await tablesOf(page)) {
      expect(file, address).toMatch(/^[\w-]+\.csv$/)
      expect(text.startsWith(BOM), `${file} says that it is UTF-8`).toBe(true)
      const {
        data: [head, ...rows],
        errors,
      } = Papa.parse<string[]>(text.slice(1).trim())
      expect(errors, file).toEqual([])
      seen.set(file.replace(/\.csv$/, ''), head!)
      expect(
        head!.filter(name => !name || name !== name.toLowerCase()),
        `${file}: ${head}`,
      ).toEqual([])
      expect(new Set(head).size, `${file}: ${head}`).toBe(head!.length)
      // Of thousands of cells those that are wrong are told together.
      expect(
        rows.filter(row => row.length !== head!.length),
        file,
      ).toEqual([])
      expect(rows.flat().filter(isOdd), file).toEqual([])
    }
  }
  expect(seen.size, [...seen.keys()].join(', ')).toBeGreaterThan(9)
  expect([...seen.values()].flat()).toEqual(expect.arrayContaining(['seed parent', 'pollen parent']))
})
