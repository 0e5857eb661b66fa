/** `npm start` as people live with it: started twice, killed, stopped. */
import type { ChildProcess } from 'node:child_process'
import { spawn } from 'node:child_process'
import { readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { afterAll, expect, it } from 'vitest'
import type { PlantPage } from '../../shared/plants'
import { freePort } from './serving'
import { temporaryFolder } from './setup'
import { Visitor, plantedCross } from './visitor'

const data = temporaryFolder()
const port = await freePort()
const address = `http://127.0.0.1:${port}`
const started: ChildProcess[] = []

/** Starts, and resolves with what was printed once a line says that it is ready, or once it has ended. */
async function start(env: Record<string, string> = {}, ...options: string[]) {
  const child = spawn(process.execPath, ['scripts/start.mjs', '--empty', ...options], { env: { ...process.env, PORT: String(port), VIRGULTA_DATA: data, DATABASE_URL: '', ...env }, stdio: ['ignore', 'pipe', 'pipe'] })
  started.push(child)
  let printed = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text: Buffer) => printed += text)
  const ended = new Promise<number | null>(resolve => child.once('exit', resolve))
  while (child.exitCode === null && !printed.includes('Virgulta is ready')) await wait(50)
  return { child, ended, printed: () => printed }
}

/** Processes whose command line holds the data folder. */
function processesOnData(): number[] {
  return readdirSync('/proc').map(Number).filter((pid) => {
    try {
      return pid && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(data)
    }
    catch {
      return false
    }
  })
}
const answers = () => fetch(`${address}/api/session`).then(() => true, () => false)

afterAll(async () => {
  for (const child of started.filter(c => c.exitCode === null && c.signalCode === null)) {
    const ended = new Promise(resolve => child.once('exit', resolve))
    child.kill('SIGTERM')
    await ended
  }
  rmSync(data, { recursive: true, force: true })
})

it('starts on an empty data folder, refuses a second start, survives a kill without loss, and stops cleanly', async () => {
  const first = await start()
  expect(first.printed()).toContain(`Virgulta is ready at ${address}`)
  const visitor = await new Visitor(address).startGarden('Kept beds')
  await plantedCross(visitor)

  const second = await start()
  expect(await second.ended).toBe(1)
  expect(second.printed()).toContain('Virgulta runs already on this data')
  expect(await answers()).toBe(true)

  const other = await start({ VIRGULTA_DATA: join(data, 'other') })
  expect(await other.ended).toBe(1)
  expect(other.printed()).toContain(`Port ${port} is taken by another program; set PORT for another.`)

  first.child.kill('SIGKILL')
  await first.ended
  await expect.poll(answers, { timeout: 10_000 }).toBe(false)

  const again = await start()
  expect(again.printed()).toContain('Virgulta is ready')
  expect((await visitor.get<PlantPage>('/api/plants')).plants.map(p => p.name).sort()).toEqual(['Test Ember', 'Test Lantern'])
  again.child.kill('SIGTERM')
  expect(await again.ended).toBe(0)
  expect(await answers()).toBe(false)
  expect(processesOnData()).toEqual([])
})

it('says what a port must be', async () => {
  const { ended, printed } = await start({ PORT: 'garden' })
  expect(await ended).toBe(1)
  expect(printed()).toContain('PORT is "garden"; it must be a number from 1 to 65535.')
})
