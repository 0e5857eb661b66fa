/** `npm run pictures`: takes the pictures in docs/screenshots anew, from a fresh demo garden on its first morning. */
import { spawn } from 'node:child_process'
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { installBrowser, launchOptions } from './lib/browser.mjs'
import { root } from './lib/paths.mjs'

const baseURL = 'http://127.0.0.1:4641'
const data = join(root, '.cache/pictures-data')
const folder = join(root, 'docs/screenshots')
const desk = { width: 1280, height: 800 }
const telephone = { width: 390, height: 844 }

rmSync(data, { recursive: true, force: true })
mkdirSync(folder, { recursive: true })
const app = spawn(process.execPath, ['scripts/start.mjs'], {
  cwd: root,
  env: { ...process.env, PORT: '4641', VIRGULTA_DATA: data },
  stdio: ['ignore', 'pipe', 'inherit'],
})
const ended = new Promise(resolve => app.once('exit', resolve))
await new Promise((resolve, reject) => {
  app.stdout.on('data', text => String(text).includes('is ready') && resolve())
  ended.then(() => reject(new Error('Virgulta did not start.')))
})

await installBrowser()
const browser = await chromium.launch(launchOptions())
const context = await browser.newContext({
  baseURL,
  viewport: desk,
  locale: 'en-GB',
  timezoneId: 'Europe/Dublin',
  reducedMotion: 'reduce',
})
const page = await context.newPage()
const ask = async path => (await page.request.get(path)).json()

async function take(name, path, { size = desk, look = 'paper', before = async () => {} } = {}) {
  await page.setViewportSize(size)
  await page.goto(path)
  await page.evaluate(wanted => localStorage.setItem('virgulta-look', wanted), look)
  await page.reload()
  await page.getByRole('heading', { level: 1, includeHidden: true }).waitFor()
  await page.waitForLoadState('networkidle')
  await before()
  await page.screenshot({ path: join(folder, `${name}.png`) })
  console.log(`${name}.png`)
}

/** A trial of the best of a family, as somebody lays it out; where its rows are drawn. */
async function laidOut(family) {
  await page.goto(`/offspring/${family}?part=choose`)
  await page.getByRole('button', { name: /Mark the best/ }).click()
  await page.getByRole('button', { name: 'Lay out a trial' }).click()
  const dialog = page.getByRole('dialog')
  for (const name of ['Place', 'Check between them, if any']) {
    await dialog.getByRole('combobox', { name }).press('ArrowDown')
    await page.getByRole('option').first().click()
  }
  await dialog.getByRole('button', { name: /Give \d+ plots/ }).click()
  await page.waitForURL(/places/)
  return page.url()
}

try {
  await take('first', '/')
  await page.request.post('/api/session/demo', { data: {} })
  const crosses = await ask('/api/crosses')
  const told = crosses.find(r => r.cross.aim.startsWith('Purple leaf on a plant half the height, with')).cross
    .id
  const { sowings } = await ask('/api/seed')
  const tray = sowings.find(s => s.sowing.standing && !s.sowing.raised).sowing.id

  const [{ aim }] = (await ask('/api/aims')).filter(a => a.aim.words.startsWith('Purple leaf and upright'))
  const { plants: candidates } = await ask(`/api/aims/${aim.id}`)
  const named = name => candidates.find(p => p.name === name).id
  const settled = words => () => page.getByText(words).first().waitFor()
  await take('bench', `/aims/${aim.id}?q=line`, {
    before: () =>
      page
        .getByLabel('Take Ember Row for a pair')
        .check()
        .then(() => page.getByLabel('Take Small Lantern for a pair').check()),
  })
  await take('pairs', `/aims/${aim.id}?part=pairs`, { before: settled(/the best of/) })
  await take('odds', `/odds?aim=${aim.id}&seed=${named('Small Lantern')}&pollen=${named('Ember Row')}`, {
    before: async () => {
      await settled(/flowers for/)()
      // Every path is worked out.
      await page.waitForFunction(() => !document.body.innerText.includes('Working out the odds'))
      await page
        .getByRole('heading', { name: 'The odds' })
        .evaluate(e => window.scrollTo(0, e.getBoundingClientRect().top + scrollY - 92))
    },
  })
  const { rows: bloomers } = await ask('/api/bloom?from=2026-06-01&to=2027-05-31&who=all')
  const bloomer = name => bloomers.find(r => r.plant.name === name).plant.id
  await take('bloom', '/bloom', { before: settled('stigmas ready') })
  await take('meet', `/bloom?crop=hellebore&seed=${bloomer('Slate Hour')}&pollen=${bloomer('Second Bell')}`, {
    before: settled(/Hold Slate Hour back/),
  })
  await take('hours', '/bloom/hours', { before: settled(/stigmas are ready/i) })
  await take('today', '/today')
  await take('walk', '/walk', { size: telephone })
  await take('cross', `/crosses/${told}`)
  await take('pollen', '/pollen', { before: settled(/Worth a flower until/) })
  await take('tray', `/seed/trays/${tray}`)
  await take('family', `/offspring/${told}?trait=fruit-stance`)
  await take('plan', await laidOut(told), { before: settled(/repeat 1/i) })
  await take('tree', `/lineage?crop=chilli&plant=${named('Half Ember')}`, {
    before: settled(/plants drawn of/),
  })
  await take('next', `/lineage/next?aim=${aim.id}`, { before: settled(/pairs weighed/) })
  await take('plants', '/plants')
  await take('garden', '/garden')
  await take('guide', '/guides/hellebore')
} finally {
  await browser.close()
  app.kill('SIGTERM')
  await ended
}
