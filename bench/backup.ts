import { spawn } from 'node:child_process'
import { readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { root } from '../scripts/lib/paths.mjs'
import type { Database } from '../server/db/connection'
import type { Row } from './measure'

const MEMORY_AIM_MB = 300
const LOOK_EVERY_MS = 100

/** Runs the command line as people do. @returns seconds, and the most memory its process held, in MB */
async function run(url: string, ...words: string[]): Promise<{ seconds: number; memory: number }> {
  const began = performance.now()
  const child = spawn(process.execPath, ['--import', 'tsx', 'cli/virgulta.ts', ...words], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: url },
    stdio: 'ignore',
  })
  let memory = 0
  const looking = setInterval(() => {
    try {
      memory = Number(
        readFileSync(`/proc/${child.pid}/status`, 'utf8').match(/VmHWM:\s+(\d+)/)?.[1] ?? memory,
      )
    } catch {
      /* it has ended since */
    }
  }, LOOK_EVERY_MS)
  const code = await new Promise(resolve => child.once('exit', resolve))
  clearInterval(looking)
  if (code !== 0) throw new Error(`virgulta ${words[0]} failed.`)
  return { seconds: (performance.now() - began) / 1000, memory: memory / 1024 }
}

/** A garden out into a file and back into an empty database: how fast, and in how much memory. */
export async function backupRows(
  owner: Database,
  ownerUrl: string,
  gardenId: string,
  entries: number,
  folder: string,
): Promise<Row[]> {
  const file = join(folder, 'garden.json')
  const empty = new URL(ownerUrl)
  empty.pathname = '/restored'
  await owner.execute(sql`drop database if exists restored`)
  await owner.execute(sql`create database restored`)
  const rows = (what: string, { seconds, memory }: { seconds: number; memory: number }): Row[] => [
    { what, value: entries / seconds, unit: 'entries/s' },
    { what: `${what}: most memory held`, value: memory, unit: 'MB', aim: MEMORY_AIM_MB },
  ]
  const out = rows('backup', await run(ownerUrl, 'backup', file, '--garden', gardenId))
  const back = rows('restore', await run(empty.href, 'restore', file))
  return [...out, { what: 'backup: its file', value: statSync(file).size / 1e6, unit: 'MB' }, ...back]
}
