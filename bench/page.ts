import type { Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { quantileSorted } from 'd3-array'
import type { CrossRow } from '../shared/crosses'
import { launchOptions } from '../scripts/lib/browser.mjs'
import { signedIn } from './context'
import { familyRows } from './family'
import type { Row } from './measure'

const VISIT_AIM_MS = 1500
const SCRIPT_AIM_KB = 350
/** How long after Today is usable something may still be fetched that counts as needed for it. */
const SETTLE_MS = 300

const DRAG_AIM_MS = 16

/** How long one step of a sowing date takes on the bloom screen, from the pointer's move to the changed drawing, laid out. */
async function dragRow(page: Page, address: string): Promise<Row> {
  const crosses = (await (await page.request.get(`${address}/api/crosses`)).json()) as CrossRow[]
  const { cross } = crosses.find(
    c =>
      c.cross.crop === 'squash' && c.cross.pollenParentId && c.cross.pollenParentId !== c.cross.seedParentId,
  )!
  await page.goto(`${address}/bloom?crop=squash&seed=${cross.seedParentId}&pollen=${cross.pollenParentId}`)
  await page.getByRole('button', { name: 'Add a batch' }).click()
  await page.getByRole('slider', { name: 'Sowing date of batch 1' }).waitFor()
  const box = (await page.getByRole('slider', { name: 'Sowing date of batch 1' }).boundingBox())!
  const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  const taken = await page.evaluate(async ({ x, y }) => {
    const handle = document.querySelector('[role=slider][aria-label^="Sowing date"]')!
    const times: number[] = []
    for (let i = 0; i < 40; i++) {
      const from = performance.now()
      handle.dispatchEvent(
        new PointerEvent('pointermove', { clientX: x + 8 * (i % 30), clientY: y, bubbles: true }),
      )
      // The drawing is patched in a microtask; reading a size makes the browser lay it out.
      for (let turn = 0; turn < 10; turn++) await Promise.resolve()
      handle.getBoundingClientRect()
      times.push(performance.now() - from)
      await new Promise(resolve => setTimeout(resolve, 60))
    }
    return times.slice(4).sort((a, b) => a - b)
  }, at)
  await page.mouse.up()
  return {
    what: 'bloom in the browser: a sowing date dragged one step',
    p50: quantileSorted(taken, 0.5),
    p95: quantileSorted(taken, 0.95),
    unit: 'ms',
    aim: DRAG_AIM_MS,
  }
}

/** How long it takes on the walk from a press to the next stop, with the log written in between. */
async function walkRow(page: Page, address: string): Promise<Row> {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${address}/walk`)
  const stop = page.getByRole('region', { name: /^Stop/ })
  await stop.waitFor()
  const taken: number[] = []
  for (let i = 0; i < 15; i++) {
    const before = `${await stop.getAttribute('aria-label')} ${await stop.getByRole('heading').innerText()}`
    const key = page.locator('footer .key.main')
    // The second of two presses within half a second is the first one's.
    await page.waitForTimeout(600)
    const began = performance.now()
    await ((await key.count()) ? key : page.getByRole('button', { name: /later/i })).first().click()
    await page.waitForFunction(
      was => {
        const now = document.querySelector('section[aria-label^=Stop]')
        return now && `${now.getAttribute('aria-label')} ${now.querySelector('h2')?.innerText}` !== was
      },
      before,
      { timeout: 20_000, polling: 20 },
    )
    taken.push(performance.now() - began)
  }
  taken.sort((a, b) => a - b)
  return {
    what: 'walk in the browser: from a press to the next stop',
    p50: quantileSorted(taken, 0.5),
    p95: quantileSorted(taken, 0.95),
    unit: 'ms',
  }
}

/** What the first page weighs, and how long it takes until Today can be used, on a first and a second visit. */
export async function pageRows(address: string, cookie: string): Promise<Row[]> {
  const browser = await chromium.launch(launchOptions())
  try {
    const context = await signedIn(browser, address, cookie)
    const rows: Row[] = []
    for (const visit of ['first', 'second']) {
      const page = await context.newPage()
      const wire = await context.newCDPSession(page)
      await wire.send('Network.enable')
      const kinds = new Map<string, string>()
      const bytes = { Script: 0, all: 0 }
      wire.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type))
      wire.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
        bytes.all += encodedDataLength
        if (kinds.get(requestId) === 'Script') bytes.Script += encodedDataLength
      })
      const began = performance.now()
      await page.goto(`${address}/today`)
      await page.getByRole('listitem').getByRole('button').first().waitFor()
      const usable = performance.now() - began
      await page.waitForTimeout(SETTLE_MS)
      rows.push({
        what: `${visit} visit: until Today can be used`,
        value: usable,
        unit: 'ms',
        ...(visit === 'first' ? { aim: VISIT_AIM_MS } : {}),
      })
      rows.push({
        what: `${visit} visit: script over the wire`,
        value: bytes.Script / 1000,
        unit: 'kB',
        ...(visit === 'first' ? { aim: SCRIPT_AIM_KB } : {}),
      })
      rows.push({ what: `${visit} visit: everything over the wire`, value: bytes.all / 1000, unit: 'kB' })
      await page.close()
    }
    rows.push(
      await dragRow(await context.newPage(), address),
      await walkRow(await context.newPage(), address),
      ...(await familyRows(browser, address)),
    )
    return rows
  } finally {
    await browser.close()
  }
}
