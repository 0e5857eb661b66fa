/** Builds the application when what it is made of has changed. Node's own modules only. */
import { createHash } from 'node:crypto'
import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import { program, root } from './paths.mjs'
import { Failure, exitCode } from './run.mjs'

const SOURCES = [
  'app',
  'core/src',
  'public',
  'server',
  'shared',
  'docs/openapi.json',
  'nuxt.config.ts',
  'package-lock.json',
]

function filesIn(path) {
  if (!existsSync(path)) return []
  if (!statSync(path).isDirectory()) return [path]
  return readdirSync(path)
    .sort()
    .flatMap(name => filesIn(join(path, name)))
}

function fingerprint() {
  const hash = createHash('sha256')
  for (const file of SOURCES.flatMap(source => filesIn(join(root, source)))) {
    if (!file.endsWith('.test.ts'))
      hash.update(file.slice(root.length)).update('\0').update(readFileSync(file))
  }
  return hash.digest('hex')
}

export const serverFile = join(root, '.output', 'server', 'index.mjs')

const mark = join(root, '.output', 'fingerprint')

/** True when the build at hand is of the sources as they are now. */
export function isBuilt() {
  return existsSync(serverFile) && existsSync(mark) && readFileSync(mark, 'utf8') === fingerprint()
}

let building

/** Builds for production unless the build at hand is of the same sources; who asks meanwhile waits for the same build. */
export const buildIfNeeded = () => (isBuilt() ? Promise.resolve() : (building ??= build()))

const quiet = { ...process.env, NUXT_TELEMETRY_DISABLED: '1' }

/** What Nuxt generates for those who read the sources: lint, types, and the build itself. */
export async function prepareNuxt() {
  const stdio = ['ignore', 'ignore', 'inherit']
  if ((await exitCode(program('nuxt'), ['prepare'], { stdio, env: quiet })) !== 0)
    throw new Failure('nuxt prepare failed.')
}

async function build() {
  const wanted = fingerprint()
  // A fresh clone has none of it yet.
  if (!existsSync(join(root, '.nuxt', 'tsconfig.app.json'))) await prepareNuxt()
  console.log('Building; this takes a few minutes the first time …')
  const logFile = join(root, '.cache', 'build.log')
  mkdirSync(join(root, '.cache'), { recursive: true })
  const log = openSync(logFile, 'w')
  const code = await exitCode(program('nuxt'), ['build'], {
    env: { ...quiet, VIRGULTA_BUILD_DIR: join(root, '.cache', 'nuxt') },
    stdio: ['ignore', log, log],
  })
  closeSync(log)
  if (code !== 0)
    throw new Failure(
      `The build failed; it ended so:\n\n${readFileSync(logFile, 'utf8').split('\n').slice(-30).join('\n')}`,
    )
  writeFileSync(mark, wanted)
}
