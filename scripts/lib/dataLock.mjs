/** Two programs on one data folder would take each other's database away. Node's own modules only. */
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Failure } from './run.mjs'

/** Held while this process lives: however it ends, the kernel lets go of it. */
let lock

/** The file that says which process has the data folder. */
export const startMarkOf = dataDir => join(dataDir, 'start.pid')

const runsAlready = other =>
  new Failure(
    `Virgulta runs already on this data${other ? ` (process ${other})` : ''}. Stop it first, or set PORT and VIRGULTA_DATA for a second one.`,
  )

/** Takes the data folder, made first when it is not there. @throws {Failure} while another program has it */
export async function takeData(dataDir) {
  mkdirSync(dataDir, { recursive: true, mode: 0o755 })
  const startMark = startMarkOf(dataDir)
  const other = existsSync(startMark) ? Number(readFileSync(startMark, 'utf8')) : 0
  const commandLine = `/proc/${other}/cmdline`
  if (
    other &&
    other !== process.pid &&
    existsSync(commandLine) &&
    readFileSync(commandLine, 'utf8').includes('start.mjs')
  ) {
    throw runsAlready(other)
  }
  // The mark says who it is; what counts is the lock, which two starts at one moment cannot both get.
  lock = spawn('flock', ['--wait', '3', join(dataDir, 'lock'), 'sh', '-c', 'echo held; exec cat'], {
    detached: true,
    stdio: ['pipe', 'pipe', 'ignore'],
  })
  const isHeld = await new Promise((resolve, reject) => {
    lock.once('error', () =>
      reject(new Failure('The program "flock" is missing; Debian\'s package util-linux brings it.')),
    )
    lock.stdout.once('data', () => resolve(true))
    lock.once('exit', () => resolve(false))
  })
  if (!isHeld) throw runsAlready(null)
  writeFileSync(startMark, String(process.pid))
}

/** Lets go of the data folder. */
export async function leaveData() {
  if (!lock || lock.exitCode !== null || lock.signalCode !== null) return
  const ended = new Promise(resolve => lock.once('exit', resolve))
  lock.stdin.end()
  await ended
}
