import { chromium } from '@playwright/test'
import type { Row } from './measure'

const VISIT_AIM_MS = 1500
const SCRIPT_AIM_KB = 350
/** How long after Today is usable something may still be fetched that counts as needed for it. */
const SETTLE_MS = 300

/** What the first page weighs, and how long it takes until Today can be used, on a first and a second visit. */
export async function pageRows(address: string, cookie: string): Promise<Row[]> {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const [name, value] = cookie.split(/=(.*)/s) as [string, string]
    await context.addCookies([{ name, value, url: address }])
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
      rows.push({ what: `${visit} visit: until Today can be used`, value: usable, unit: 'ms', ...visit === 'first' ? { aim: VISIT_AIM_MS } : {} })
      rows.push({ what: `${visit} visit: script over the wire`, value: bytes.Script / 1000, unit: 'kB', ...visit === 'first' ? { aim: SCRIPT_AIM_KB } : {} })
      rows.push({ what: `${visit} visit: everything over the wire`, value: bytes.all / 1000, unit: 'kB' })
      await page.close()
    }
    return rows
  }
  finally {
    await browser.close()
  }
}
