/** Runs other programs. Node's own modules only. */
import { spawn, spawnSync } from 'node:child_process'
import { root } from './paths.mjs'

/** A failure that is told to the person in one sentence, without a stack. */
export class Failure extends Error {}

/** Runs a program to its end with its output on the screen. @throws {Failure} when it fails */
export async function run(command, args, options = {}) {
  const code = await exitCode(command, args, options)
  if (code !== 0) throw new Failure(`${[command.split('/').pop(), ...args].join(' ')} failed (exit ${code}).`)
}

/** Runs a program to its end and gives its exit code. */
export function exitCode(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options })
    child.once('error', reject)
    child.once('exit', (code, signal) => resolve(code ?? (signal ? 1 : 0)))
  })
}

/** What a program prints, or null when it fails or is not there. */
export function outputOf(command, args, options = {}) {
  const { status, stdout } = spawnSync(command, args, { encoding: 'utf8', cwd: root, ...options })
  return status === 0 ? stdout.trim() : null
}

export const isRoot = process.getuid?.() === 0
