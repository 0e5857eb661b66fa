/** Builds the application when what it is made of has changed. Node's own modules only. */
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { program, root } from './paths.mjs'
import { run } from './run.mjs'

const SOURCES = ['app', 'core/src', 'public', 'server', 'shared', 'nuxt.config.ts', 'package-lock.json']

function filesIn(path) {
  if (!existsSync(path)) return []
  if (!statSync(path).isDirectory()) return [path]
  return readdirSync(path).sort().flatMap(name => filesIn(join(path, name)))
}

function fingerprint() {
  const hash = createHash('sha256')
  for (const file of SOURCES.flatMap(source => filesIn(join(root, source)))) {
    if (!file.endsWith('.test.ts')) hash.update(file.slice(root.length)).update('\0').update(readFileSync(file))
  }
  return hash.digest('hex')
}

export const serverFile = join(root, '.output', 'server', 'index.mjs')

/** Builds for production unless the build at hand is of the same sources. */
export async function buildIfNeeded() {
  const mark = join(root, '.output', 'fingerprint')
  const wanted = fingerprint()
  if (existsSync(serverFile) && existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return
  console.log('Building; this takes a few minutes the first time …')
  await run(program('nuxt'), ['build'], { env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' }, stdio: ['ignore', 'ignore', 'inherit'] })
  writeFileSync(mark, wanted)
}
