/** Brings what is missing: npm packages from the lock file, programs from Debian's packages. Node's own modules only. */
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './paths.mjs'
import { Failure, isRoot, outputOf, run } from './run.mjs'

/** Installs the npm packages when the lock file is not the one they came from. */
export async function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const mark = join(root, 'node_modules', '.virgulta-lock')
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return
  console.log('Installing packages from the lock file …')
  const npm = process.env.npm_execpath
  await (npm ? run(process.execPath, [npm, 'ci']) : run('npm', ['ci']))
  writeFileSync(mark, lock)
}

/** Runs apt-get when this user may; otherwise names the command. */
export async function installFromDebian(packages, why) {
  const command = `apt-get update && apt-get install -y --no-install-recommends ${packages.join(' ')}`
  const prefix = isRoot ? [] : outputOf('sudo', ['-n', 'true']) === null ? null : ['sudo', '-n']
  if (!prefix || outputOf('sh', ['-c', 'command -v apt-get']) === null) {
    throw new Failure(`${why} Run this once, then start again:\n\n  sudo sh -c '${command}'\n`)
  }
  console.log(`Installing ${packages.join(', ')} from Debian's packages …`)
  const [first, ...rest] = [...prefix, 'sh', '-c', command]
  await run(first, rest, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } })
}

/** Makes sure that PostgreSQL's programs are there. */
export async function installPostgres(isThere) {
  if (isThere()) return
  // Debian would make and start a cluster of the system's own; Virgulta never uses it, so it is not made.
  const note = '/etc/postgresql-common/createcluster.d/virgulta.conf'
  if (isRoot && !existsSync(note)) {
    mkdirSync('/etc/postgresql-common/createcluster.d', { recursive: true })
    writeFileSync(note, 'create_main_cluster = false\n')
  }
  try {
    await installFromDebian(['postgresql'], 'PostgreSQL is not installed and this user may not install it.')
  } finally {
    if (isRoot) rmSync(note, { force: true })
  }
}
