/** `npm start`: from a fresh clone to the running application. Node's own modules only. */
import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import {
  chmodSync,
  chownSync,
  closeSync,
  existsSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { buildIfNeeded, serverFile } from './lib/build.mjs'
import { leaveData, startMarkOf, takeData } from './lib/dataLock.mjs'
import { installPackages, installPostgres } from './lib/install.mjs'
import { dataDir, program, root } from './lib/paths.mjs'
import { findPrograms, startPostgres } from './lib/postgres.mjs'
import { Failure, isRoot, outputOf, run } from './lib/run.mjs'
import { secretsIn } from './lib/secrets.mjs'
import { serverRoleOf } from './lib/serverRole.mjs'

const began = Date.now()
const port = process.env.PORT ?? '4600'
/** Where the server listens: the loopback address, unless it is told to let others in. */
const host = process.env.HOST ?? '127.0.0.1'
const address = `http://127.0.0.1:${port}`
const isLoopback = name => /^(localhost|127(\.\d+){3}|\[?::1\]?)$/.test(name)
const isDev = process.argv.includes('--dev')
const startMark = startMarkOf(dataDir)
const urlFile = join(dataDir, 'database-url')

/** Says at once what would otherwise only show when all is built and the server cannot listen. */
async function checkPort() {
  if (!/^\d+$/.test(port) || Number(port) < 1 || Number(port) > 65535)
    throw new Failure(`PORT is "${port}"; it must be a number from 1 to 65535.`)
  await new Promise((resolve, reject) => {
    const probe = createServer().once('error', ({ code }) =>
      reject(
        new Failure(
          code === 'EACCES'
            ? `This user may not listen on port ${port}; set PORT to a number above 1023.`
            : `Port ${port} is taken by another program; set PORT for another.`,
        ),
      ),
    )
    probe.listen(Number(port), '127.0.0.1', () => probe.close(resolve))
  })
}

/** The server's log of this start; the one of the start before is kept beside it. */
function openLog() {
  const file = join(dataDir, 'server.log')
  if (existsSync(file)) {
    renameSync(file, `${file}.1`)
    chmodSync(`${file}.1`, 0o600)
  }
  return openSync(file, 'a', 0o600)
}

/** At home, letters lie in a tray that opens by the key of this start. */
const isHome = isLoopback(host) && !process.env.VIRGULTA_ADDRESS && !process.env.VIRGULTA_PROXY
const trayKey = isHome && !process.env.VIRGULTA_MAIL_TRAY ? randomBytes(18).toString('base64url') : ''

/** What is open to whom, in a line each. */
function doorLines() {
  const { VIRGULTA_DEMO: demo, VIRGULTA_MAIL_TRAY: tray } = process.env
  return [
    (demo ? demo === 'open' : isHome)
      ? `The demo garden is open${isHome ? ' on this computer' : ' to everybody who reaches this server'}.`
      : 'The demo garden is closed.',
    trayKey
      ? `Letters lie in the mail tray: ${address}/mail?key=${trayKey}`
      : tray === 'open'
        ? 'The mail tray is open to everybody who reaches this server: letters with links for new passwords, too.'
        : 'The mail tray is closed.',
  ]
}

const parentWatch = join(root, 'scripts/lib/endWithParent.mjs')

/** Started as root, the web server runs as nobody, who has no rights anywhere; where that cannot be, it is said why. */
function serverUser() {
  if (!isRoot || isDev) return {}
  const [uid, gid] = ['-u', '-g'].map(flag => Number(outputOf('id', [flag, 'nobody'])))
  const canRead =
    uid &&
    [serverFile, parentWatch].every(file => outputOf('test', ['-r', file], { uid, gid, cwd: '/' }) !== null)
  if (canRead && Number(port) > 1023) return { uid, gid }
  console.log(
    `The web server runs as root: ${canRead ? `only root may listen on port ${port}` : `the user nobody cannot read ${serverFile}`}.`,
  )
  return {}
}

/** Where the server remembers which gardens it holds; its user may write that one file of the data folder. */
function heldFile({ uid, gid }) {
  const file = join(dataDir, 'held.json')
  closeSync(openSync(file, 'a', 0o600))
  if (uid !== undefined) chownSync(file, uid, gid)
  return file
}

function startServer(databaseUrl) {
  const user = serverUser()
  const env = {
    ...process.env,
    VIRGULTA_TRAY_KEY: trayKey,
    DATABASE_URL: databaseUrl,
    PORT: port,
    HOST: host,
    NUXT_SESSION_PASSWORD: process.env.NUXT_SESSION_PASSWORD ?? secretsIn(dataDir).session,
    VIRGULTA_HELD: heldFile(user),
  }
  const [command, args] = isDev
    ? [program('nuxt'), ['dev', '--port', port, '--host', '127.0.0.1']]
    : [process.execPath, ['--import', parentWatch, serverFile]]
  return spawn(command, args, {
    ...user,
    cwd: root,
    env,
    stdio: ['pipe', isDev ? 'inherit' : openLog(), 'inherit'],
  })
}

async function answers(hasEnded) {
  for (const until = Date.now() + 120_000; Date.now() < until; await wait(100)) {
    if (hasEnded()) throw new Failure('The server did not start; what it wrote above says why.')
    const response = await fetch(`${address}/api/session`).catch(() => null)
    if (response?.ok) return
  }
  throw new Failure('The server did not answer within two minutes.')
}

/** What runs comes to its end: requests, and long works for a while. */
const STOPS_WITHIN_MS = 20_000

async function endOf(child) {
  if (child.exitCode !== null || child.signalCode !== null) return
  const ended = new Promise(resolve => child.once('exit', resolve))
  child.kill('SIGTERM')
  await Promise.race([ended, wait(STOPS_WITHIN_MS).then(() => child.kill('SIGKILL'))])
  await ended
}

let postgres
let server
let isStopping = false

async function stop(code) {
  if (isStopping) return
  isStopping = true
  if (server) await endOf(server)
  if (postgres) await postgres.stop()
  for (const file of [startMark, urlFile]) rmSync(file, { force: true })
  await leaveData()
  process.exit(code)
}

process.on('SIGINT', () => stop(0))
process.on('SIGTERM', () => stop(0))
process.on('SIGHUP', () => stop(0))

try {
  await takeData(dataDir)
  await checkPort()
  await installPackages()
  if (!process.env.DATABASE_URL) await installPostgres(() => findPrograms() !== null)
  if (!isDev) await buildIfNeeded()
  if (!process.env.DATABASE_URL) {
    postgres = await startPostgres(dataDir)
    console.log(
      postgres.movedFrom
        ? `The database was moved from ${postgres.movedFrom}, which systems clean, to ${postgres.dir}.`
        : `The database lies in ${postgres.dir}.`,
    )
    postgres.ended.then(() => {
      if (isStopping) return
      console.error(`The database has ended by itself; ${join(dataDir, 'postgres.log')} says why.`)
      stop(1)
    })
  }
  const databaseUrl = postgres?.url ?? process.env.DATABASE_URL
  // For the command line, which works on the database of the running application.
  writeFileSync(urlFile, databaseUrl, { mode: 0o600 })
  await run(
    program('tsx'),
    ['scripts/prepare.ts', ...(process.argv.includes('--empty') ? ['--empty'] : [])],
    { env: { ...process.env, DATABASE_URL: databaseUrl } },
  )
  server = startServer(serverRoleOf(databaseUrl).url)
  let hasEnded = false
  server.once('exit', () => {
    hasEnded = true
    if (!isStopping) {
      console.error('The server has ended by itself.')
      stop(1)
    }
  })
  await answers(() => hasEnded)
  for (const line of doorLines()) console.log(line)
  console.log(
    `Virgulta is ready at ${address} (after ${((Date.now() - began) / 1000).toFixed(1)} s; Ctrl-C stops it)`,
  )
} catch (error) {
  if (!isStopping) {
    console.error(error instanceof Failure ? error.message : error)
    if (!existsSync(startMark) || readFileSync(startMark, 'utf8') !== String(process.pid)) process.exit(1)
    await stop(1)
  }
}
