/** `npm test`: installs what is missing, runs every check, prints a table and the sum. Node's own modules only. */
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join, relative } from 'node:path'
import { installBrowser } from './lib/browser.mjs'
import { buildIfNeeded, prepareNuxt } from './lib/build.mjs'
import { installPackages, installPostgres } from './lib/install.mjs'
import { program, root } from './lib/paths.mjs'
import { findPrograms } from './lib/postgres.mjs'
import { Failure, exitCode } from './lib/run.mjs'

const reports = join(root, '.cache')
const linesOfFailure = 15

/** A part whose commands each pass or fail as a whole; as many run side by side as there are cores. */
async function check(name, ...commands) {
  const codes = []
  const waiting = [...commands]
  const work = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift())
      codes.push(await exitCode(program(next[0]), next.slice(1)))
  }
  await Promise.all(Array.from({ length: availableParallelism() }, work))
  const failed = codes.filter(code => code !== 0).length
  return { name, passed: codes.length - failed, failed }
}

async function vitest(name) {
  const report = join(reports, `${name}.json`)
  rmSync(report, { force: true })
  const code = await exitCode(program('vitest'), [
    'run',
    '--project',
    name,
    '--reporter=default',
    '--reporter=json',
    `--outputFile=${report}`,
  ])
  if (!existsSync(report)) return { name, passed: 0, failed: 1 }
  const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(report, 'utf8'))
  return {
    name,
    passed: numPassedTests,
    failed: numFailedTests || (code === 0 ? 0 : 1),
    failures: testResults.flatMap(failuresOf),
  }
}

/** What failed in a test file of a Vitest report, in words: its tests, or the file that did not load. */
function failuresOf({ name: file, status, message, assertionResults }) {
  const failed = assertionResults.filter(test => test.status === 'failed')
  if (status === 'failed' && !failed.length) return [`${relative(root, file)}\n${message}`]
  return failed.map(test => `${relative(root, file)} › ${test.fullName}\n${test.failureMessages.join('\n')}`)
}

async function playwright() {
  const report = join(reports, 'e2e.json')
  rmSync(report, { force: true })
  const code = await exitCode(program('playwright'), ['test', '--reporter=list,json'], {
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  })
  if (!existsSync(report)) return { name: 'e2e', passed: 0, failed: 1 }
  const { stats, suites } = JSON.parse(readFileSync(report, 'utf8'))
  return {
    name: 'e2e',
    passed: stats.expected,
    failed: stats.unexpected + stats.flaky || (code === 0 ? 0 : 1),
    failures: suites.flatMap(brokenSpecs),
  }
}

/** What failed in a suite of a Playwright report and in the suites it holds, in words. */
function brokenSpecs({ specs, suites = [] }) {
  const failed = specs.filter(spec => !spec.ok)
  const errorsOf = spec => spec.tests.flatMap(test => test.results.flatMap(result => result.errors))
  return [
    ...failed.map(
      spec =>
        `${spec.file} › ${spec.title}\n${errorsOf(spec)
          .map(error => error.message)
          .join('\n')}`,
    ),
    ...suites.flatMap(brokenSpecs),
  ]
}

/** The lines of a failure that speak of our own code. */
const ownLines = failure => failure.split('\n').filter(line => !line.includes('/node_modules/'))

const parts = {
  lint: () => check('lint', ['eslint', '.'], ['prettier', '--check', '--log-level', 'warn', '.'], ['knip']),
  types: () =>
    check(
      'types',
      // The longest first: what is short fills the time beside it.
      ...['app', 'server', 'shared', 'node'].map(of => [
        'vue-tsc',
        '-p',
        `.nuxt/tsconfig.${of}.json`,
        '--noEmit',
      ]),
      ['tsc', '-p', 'tsconfig.tools.json'],
      ['tsc', '-p', 'core'],
    ),
  unit: () => vitest('unit'),
  async server() {
    await installPostgres(() => findPrograms() !== null)
    await buildIfNeeded()
    return vitest('server')
  },
  async e2e() {
    await installPostgres(() => findPrograms() !== null)
    await installBrowser()
    await buildIfNeeded()
    return playwright()
  },
}

const wanted = process.argv.slice(2)
const unknown = wanted.find(name => !parts[name])
try {
  if (unknown) throw new Failure(`There is no part "${unknown}"; parts: ${Object.keys(parts).join(', ')}.`)
  mkdirSync(reports, { recursive: true })
  await installPackages()
  // Lint and types read what Nuxt generates.
  await prepareNuxt()
  const results = []
  const names = wanted.length ? wanted : Object.keys(parts)
  // What needs the build finds it made, or waits for it; that it failed is told there.
  if (names.includes('server') || names.includes('e2e')) buildIfNeeded().catch(() => {})
  for (const name of names) {
    console.log(`\n── ${name} ──`)
    const began = Date.now()
    const result = await parts[name]().catch(error => {
      console.error(error instanceof Failure ? error.message : error)
      return { name, passed: 0, failed: 1 }
    })
    results.push({ ...result, seconds: Math.round((Date.now() - began) / 1000) })
  }
  // Once more at the end: who reads only the last lines of a long run learns what failed.
  for (const failure of results.flatMap(({ failures = [] }) => failures))
    console.log(`\n✗ ${ownLines(failure).slice(0, linesOfFailure).join('\n')}`)
  console.log('\npart     passed  failed  seconds')
  for (const { name, passed, failed, seconds } of results)
    console.log(
      `${name.padEnd(8)} ${String(passed).padStart(6)}  ${String(failed).padStart(6)}  ${String(seconds).padStart(7)}`,
    )
  const sum = key => results.reduce((total, result) => total + result[key], 0)
  console.log(`\n${sum('passed')} passed, ${sum('failed')} failed`)
  process.exitCode = sum('failed') ? 1 : 0
} catch (error) {
  console.error(error instanceof Failure ? error.message : error)
  console.log('\n0 passed, 1 failed')
  process.exitCode = 1
}
