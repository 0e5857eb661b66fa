/** `npm start` as people live with it: started twice, killed, stopped. */
import type { ChildProcess } from 'node:child_process'
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
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
  const child = spawn(process.execPath, ['scripts/start.mjs', '--empty', ...options], {
    env: { ...process.env, PORT: String(port), VIRGULTA_DATA: data, DATABASE_URL: '', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  started.push(child)
  let printed = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text: Buffer) => (printed += text))
  const ended = new Promise<number | null>(resolve => child.once('exit', resolve))
  while (child.exitCode === null && !printed.includes('Virgulta is ready')) await wait(50)
  return { child, ended, printed: () => printed }
}

/** Processes whose command line holds the data folder. */
function processesOnData(): number[] {
  return readdirSync('/proc')
    .map(Number)
    .filter(pid => {
      try {
        return pid && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(data)
      } catch {
        return false
      }
    })
}
const answers = () =>
  fetch(`${address}/api/session`).then(
    () => true,
    () => false,
  )

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
  expect(first.printed()).toContain(`The database lies in ${join(data, 'postgres')}.`)
  const visitor = await new Visitor(address).startGarden('Kept beds')
  await plantedCross(visitor)

  const second = await start()
  expect(await second.ended).toBe(1)
  expect(second.printed()).toContain('Virgulta runs already on this data')
  expect(await answers()).toBe(true)

  const other = await start({ VIRGULTA_DATA: join(data, 'other') })
  expect(await other.ended).toBe(1)
  expect(other.printed()).toContain(`Port ${port} is taken by another program; set PORT for another.`)

  // What a log can hold, and the secrets, are for the owner alone.
  for (const file of ['server.log', 'postgres.log', 'secrets.json', 'database-url'])
    expect(statSync(join(data, file)).mode & 0o777, file).toBe(0o600)

  first.child.kill('SIGKILL')
  await first.ended
  await expect.poll(answers, { timeout: 10_000 }).toBe(false)

  const again = await start()
  expect(again.printed()).toContain('Virgulta is ready')
  expect((await visitor.get<PlantPage>('/api/plants')).plants.map(p => p.name).sort()).toEqual([
    'Test Ember',
    'Test Lantern',
  ])
  again.child.kill('SIGTERM')
  expect(await again.ended).toBe(0)
  expect(await answers()).toBe(false)
  expect(processesOnData()).toEqual([])
})

it('of two starts at one moment one gets the data folder', async () => {
  const both = join(data, 'both')
  const ports = [await freePort(), await freePort()]
  const starts = await Promise.all(ports.map(p => start({ VIRGULTA_DATA: both, PORT: String(p) })))
  const printed = starts.map(s => s.printed())
  expect(printed.filter(text => text.includes('Virgulta is ready'))).toHaveLength(1)
  expect(printed.filter(text => text.includes('Virgulta runs already on this data'))).toHaveLength(1)
})

it('ends with its database, and says so', async () => {
  const own = join(data, 'own')
  const { ended, printed } = await start({ VIRGULTA_DATA: own, PORT: String(await freePort()) })
  expect(printed()).toContain('Virgulta is ready')
  process.kill(parseInt(readFileSync(join(own, 'postgres', 'postmaster.pid'), 'utf8'), 10), 'SIGKILL')
  expect(await ended).toBe(1)
  expect(printed()).toContain('The database has ended by itself')
})

it('does not begin anew where a copied data folder lacks its database', async () => {
  const copied = join(data, 'copied')
  mkdirSync(copied)
  writeFileSync(join(copied, 'postgres.path'), `${join(data, 'gone')}\n`)
  const { ended, printed } = await start({ VIRGULTA_DATA: copied, PORT: String(await freePort()) })
  expect(await ended).toBe(1)
  expect(printed()).toContain(`should lie in ${join(copied, 'postgres')}, and does not`)
  expect(existsSync(join(copied, 'postgres'))).toBe(false)
})

it('says what is missing where the secrets of a database are gone', async () => {
  const bare = join(data, 'bare')
  mkdirSync(join(bare, 'postgres'), { recursive: true })
  writeFileSync(join(bare, 'postgres', 'PG_VERSION'), '15\n')
  const { ended, printed } = await start({ VIRGULTA_DATA: bare, PORT: String(await freePort()) })
  expect(await ended).toBe(1)
  expect(printed()).toContain('no longer holds its secrets')
})

it('takes its database over into a new cluster by one command, keeps the old one, and goes on', async () => {
  const own = join(data, 'upgraded')
  const env = { VIRGULTA_DATA: own, PORT: String(await freePort()) }
  const first = await start(env)
  const keeper = await new Visitor(`http://127.0.0.1:${env.PORT}`).startGarden('Taken over')
  const { ids } = await plantedCross(keeper)
  const upgrade = (...options: string[]) =>
    spawnSync(process.execPath, ['scripts/upgradeDatabase.mjs', ...options], {
      env: { ...process.env, VIRGULTA_DATA: own },
      encoding: 'utf8',
    })
  expect(upgrade().stderr).toContain('Virgulta runs already on this data')
  first.child.kill('SIGTERM')
  await first.ended
  expect(upgrade().stdout).toContain('there is nothing to do')
  const { stdout, status } = upgrade('--anyway')
  expect([status, stdout]).toEqual([
    0,
    expect.stringMatching(
      /^The database was taken over from PostgreSQL \d+ to \d+, 4 entries; it lies in .*\/upgraded\/postgres\. The old one is kept in .*\/upgraded\/postgres-\d+-/,
    ),
  ])
  expect(readdirSync(own).filter(name => name.startsWith('postgres-'))).toHaveLength(1)
  const second = await start(env)
  expect((await keeper.get<PlantPage>('/api/plants')).plants.map(p => p.id)).toEqual(
    expect.arrayContaining([ids.seedParent, ids.pollenParent]),
  )
  // Its threads work as it was started here.
  expect((await keeper.ask('GET', `/api/crosses/${ids.cross}/tags.pdf`)).status).toBe(200)
  second.child.kill('SIGTERM')
  await second.ended
})

it('says what a port must be', async () => {
  const { ended, printed } = await start({ PORT: 'garden' })
  expect(await ended).toBe(1)
  expect(printed()).toContain('PORT is "garden"; it must be a number from 1 to 65535.')
})
