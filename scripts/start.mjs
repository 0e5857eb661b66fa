/** `npm start`: from a fresh clone to the running application. Node's own modules only. */
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, openSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { buildIfNeeded, serverFile } from './lib/build.mjs'
import { installPackages, installPostgres } from './lib/install.mjs'
import { dataDir, program, root } from './lib/paths.mjs'
import { findPrograms, secretsIn, startPostgres } from './lib/postgres.mjs'
import { Failure, run } from './lib/run.mjs'
import { serverRoleOf } from './lib/serverRole.mjs'

const began = Date.now()
const port = process.env.PORT ?? '4600'
/** Where the server listens: the loopback address, unless it is told to let others in. */
const host = process.env.HOST ?? '127.0.0.1'
const address = `http://127.0.0.1:${port}`
const isDev = process.argv.includes('--dev')
const startMark = join(dataDir, 'start.pid')
const urlFile = join(dataDir, 'database-url')

/** Two starts on one data folder would take each other's database away. */
function checkAlone() {
  mkdirSync(dataDir, { recursive: true, mode: 0o755 })
  const other = existsSync(startMark) ? Number(readFileSync(startMark, 'utf8')) : 0
  const commandLine = `/proc/${other}/cmdline`
  if (other && other !== process.pid && existsSync(commandLine) && readFileSync(commandLine, 'utf8').includes('start.mjs')) {
    throw new Failure(`Virgulta runs already on this data (process ${other}). Stop it first, or set PORT and VIRGULTA_DATA for a second one.`)
  }
  writeFileSync(startMark, String(process.pid))
}

/** Says at once what would otherwise only show when all is built and the server cannot listen. */
async function checkPort() {
  if (!/^\d+$/.test(port) || Number(port) < 1 || Number(port) > 65535) throw new Failure(`PORT is "${port}"; it must be a number from 1 to 65535.`)
  await new Promise((resolve, reject) => {
    const probe = createServer().once('error', ({ code }) => reject(new Failure(code === 'EACCES'
      ? `This user may not listen on port ${port}; set PORT to a number above 1023.`
      : `Port ${port} is taken by another program; set PORT for another.`)))
    probe.listen(Number(port), '127.0.0.1', () => probe.close(resolve))
  })
}

/** The server's log of this start; the one of the start before is kept beside it. */
function openLog() {
  const file = join(dataDir, 'server.log')
  if (existsSync(file)) renameSync(file, `${file}.1`)
  return openSync(file, 'a')
}

function startServer(databaseUrl) {
  const env = {
    ...process.env, DATABASE_URL: databaseUrl, PORT: port, HOST: host,
    NUXT_SESSION_PASSWORD: process.env.NUXT_SESSION_PASSWORD ?? secretsIn(dataDir).session,
  }
  const [command, args] = isDev
    ? [program('nuxt'), ['dev', '--port', port, '--host', '127.0.0.1']]
    : [process.execPath, ['--import', join(root, 'scripts/lib/endWithParent.mjs'), serverFile]]
  return spawn(command, args, { cwd: root, env, stdio: ['pipe', isDev ? 'inherit' : openLog(), 'inherit'] })
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
  process.exit(code)
}

process.on('SIGINT', () => stop(0))
process.on('SIGTERM', () => stop(0))
process.on('SIGHUP', () => stop(0))

try {
  checkAlone()
  await checkPort()
  await installPackages()
  if (!process.env.DATABASE_URL) await installPostgres(() => findPrograms() !== null)
  if (!isDev) await buildIfNeeded()
  if (!process.env.DATABASE_URL) postgres = await startPostgres(dataDir)
  const databaseUrl = postgres?.url ?? process.env.DATABASE_URL
  // For the command line, which works on the database of the running application.
  writeFileSync(urlFile, databaseUrl, { mode: 0o600 })
  await run(program('tsx'), ['scripts/prepare.ts', ...process.argv.includes('--empty') ? ['--empty'] : []], { env: { ...process.env, DATABASE_URL: databaseUrl } })
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
  console.log(`Virgulta is ready at ${address} (after ${((Date.now() - began) / 1000).toFixed(1)} s; Ctrl-C stops it)`)
}
catch (error) {
  if (!isStopping) {
    console.error(error instanceof Failure ? error.message : error)
    if (existsSync(startMark) && readFileSync(startMark, 'utf8') !== String(process.pid)) process.exit(1)
    await stop(1)
  }
}
