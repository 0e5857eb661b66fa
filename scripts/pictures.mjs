/** `npm run pictures`: takes the pictures in docs/screenshots anew, from a fresh demo garden on its first morning. */
import { spawn } from 'node:child_process'
import { mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { chromium as executablePath } from './lib/install.mjs'
import { root } from './lib/paths.mjs'
import { exitCode } from './lib/run.mjs'

const baseURL = 'http://127.0.0.1:4641'
const data = join(root, '.cache/pictures-data')
const folder = join(root, 'docs/screenshots')
const desk = { width: 1280, height: 800 }
const telephone = { width: 390, height: 844 }

rmSync(data, { recursive: true, force: true })
mkdirSync(folder, { recursive: true })
const app = spawn(process.execPath, ['scripts/start.mjs'], { cwd: root, env: { ...process.env, PORT: '4641', VIRGULTA_DATA: data }, stdio: ['ignore', 'pipe', 'inherit'] })
const ended = new Promise(resolve => app.once('exit', resolve))
await new Promise((resolve, reject) => {
  app.stdout.on('data', text => String(text).includes('is ready') && resolve())
  ended.then(() => reject(new Error('Virgulta did not start.')))
})

const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] })
const context = await browser.newContext({ baseURL, viewport: desk, locale: 'en-GB', timezoneId: 'Europe/Dublin', reducedMotion: 'reduce' })
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

try {
  await take('first', '/')
  await page.request.post('/api/session/demo')
  const crosses = await ask('/api/crosses')
  const told = crosses.find(r => r.cross.aim.startsWith('Purple leaf on a plant half the height, with')).cross.id
  const busy = crosses.find(r => r.cross.aim.startsWith('Low purple × early dark, the next')).cross.id
  const { flowers } = await ask(`/api/crosses/${busy}`)
  const waiting = flowers.find(f => f.flower.status === 'waiting').flower.id
  const { sowings } = await ask('/api/seed')
  const tray = sowings.find(s => s.sowing.standing && s.sowing.losses.length).sowing.id

  await take('today', '/today')
  await take('walk', '/walk', { size: telephone })
  await take('walk-sun', '/walk', { size: telephone, look: 'sun', before: () => page.getByRole('button', { name: 'Ready', exact: true }).click().then(() => page.getByRole('heading', { name: /Pollinate/ }).waitFor()) })
  await take('cross', `/crosses/${told}`)
  await take('cross-dark', `/crosses/${told}`, { look: 'dark' })
  await take('flower', `/crosses/${busy}?flower=${waiting}`)
  await take('crosses', '/crosses')
  await take('packets', '/seed')
  await take('tray', `/seed/trays/${tray}`)
  await take('family', `/offspring/${told}?trait=fruit-stance`)
  await take('plants', '/plants')
  await take('learnt', '/crops/chilli?of=toReceptive')
  await take('garden', '/garden')
  await take('data', '/garden/data')

  const sheet = join(data, 'tags.pdf')
  writeFileSync(sheet, await (await page.request.get(`/api/crosses/${busy}/tags.pdf`)).body())
  const code = await exitCode('pdftoppm', ['-png', '-r', '80', '-singlefile', sheet, join(folder, 'tag-sheet')]).catch(() => 1)
  console.log(code === 0 ? 'tag-sheet.png' : 'tag-sheet.png was left as it is: pdftoppm (Debian\'s poppler-utils) is not installed.')

  const keeper = { name: 'Una Sedge', email: 'una@garden.example', password: 'four words for the picture' }
  await page.request.post('/api/account', { data: keeper })
  await page.request.post('/api/gardens', { data: { name: 'Lower beds', zone: 'Europe/Dublin' } })
  await page.request.post('/api/invitations', { data: { role: 'hand', email: 'fern@garden.example' } })
  await take('people', '/garden/people')
}
finally {
  await browser.close()
  app.kill('SIGTERM')
  await ended
}
