/** Where the database's cluster lies. Node's own modules only. */
import { createHash } from 'node:crypto'
import { existsSync, lstatSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { Failure, exitCode } from './run.mjs'

/** Where clusters lie that cannot lie in their data folder, and where earlier versions put them: systems clean that place. */
const BASES = { lasting: '/var/lib/virgulta', cleaned: '/var/tmp' }

const nameOf = dataDir => createHash('sha256').update(dataDir).digest('hex').slice(0, 12)
const isCluster = dir => existsSync(join(dir, 'PG_VERSION'))

/**
 * The folder of a data folder's cluster.
 *
 * @param {boolean} canEnter whether the database's user can enter the data folder
 */
export const clusterDir = (dataDir, canEnter, bases = BASES) =>
  canEnter ? join(dataDir, 'postgres') : join(bases.lasting, nameOf(dataDir))

/**
 * Moves a cluster that an earlier version put where systems clean.
 *
 * @param {number} owner whose it must be: anybody may put something there under its name
 * @param {(dir: string) => Promise<void>} stop ends a server that runs on it
 * @returns {Promise<string | null>} where it lay
 */
export async function moveCleanedCluster(dataDir, dir, owner, stop, bases = BASES) {
  const left = join(bases.cleaned, `virgulta-${nameOf(dataDir)}`)
  if (isCluster(dir) || !existsSync(left)) return null
  const found = lstatSync(left)
  if (!found.isDirectory() || found.uid !== owner)
    throw new Failure(
      `${left} lies where an earlier Virgulta kept the database, but is not the database user's; look at it, and remove it.`,
    )
  await stop(left)
  mkdirSync(dirname(dir), { recursive: true, mode: 0o755 })
  // Over to another disk in one piece: what was copied in part is never taken for the whole.
  const part = `${dir}.part`
  rmSync(part, { recursive: true, force: true })
  if ((await exitCode('cp', ['-a', left, part])) !== 0)
    throw new Failure(`The database could not be moved from ${left} to ${dir}; make room and start again.`)
  renameSync(part, dir)
  rmSync(left, { recursive: true, force: true })
  return left
}

/** A data folder that was copied without its database must not begin with an empty one as if nothing had been there. */
export function checkNotLost(dataDir, dir) {
  const note = join(dataDir, 'postgres.path')
  const noted = existsSync(note) ? readFileSync(note, 'utf8').trim() : null
  if (noted && !isCluster(dir)) {
    const way = isCluster(noted)
      ? `It still lies in ${noted}: move it from there.`
      : 'Bring it back from where this folder came from.'
    throw new Failure(
      `The database of ${dataDir} should lie in ${dir}, and does not. ${way} To begin with an empty one instead, delete ${note}.`,
    )
  }
}

/** Notes where the cluster lies, once it is there. */
export const noteCluster = (dataDir, dir) => writeFileSync(join(dataDir, 'postgres.path'), `${dir}\n`)
