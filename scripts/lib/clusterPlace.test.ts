import { mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { checkNotLost, clusterDir, moveCleanedCluster, noteCluster } from './clusterPlace.mjs'

let folder = ''
let data = ''
const bases = () => ({ lasting: join(folder, 'lib'), cleaned: join(folder, 'tmp') })
const dirOf = () => clusterDir(data, false, bases())
const leftDir = () => join(bases().cleaned, `virgulta-${basename(dirOf())}`)
const owner = process.getuid!()
const move = (by = owner) => moveCleanedCluster(data, dirOf(), by, async () => {}, bases())
const cluster = (dir: string) => {
  mkdirSync(join(dir, 'base'), { recursive: true })
  writeFileSync(join(dir, 'PG_VERSION'), '15\n')
  writeFileSync(join(dir, 'base', 'rows'), 'kept')
}
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'virgulta-place-'))
  data = join(folder, 'data')
  for (const dir of [data, bases().cleaned]) mkdirSync(dir)
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

it('lies in the data folder, or in a lasting one where the database cannot enter it; never where systems clean', () => {
  expect(clusterDir('/srv/data', true)).toBe('/srv/data/postgres')
  expect(clusterDir('/root/data', false)).toMatch(/^\/var\/lib\/virgulta\/[0-9a-f]{12}$/)
})

it('is moved whole from where an earlier version put it, once', async () => {
  cluster(leftDir())
  expect(await move()).toBe(leftDir())
  expect(readFileSync(join(dirOf(), 'base', 'rows'), 'utf8')).toBe('kept')
  expect(await move()).toBeNull()
  cluster(leftDir())
  expect(await move(), 'what is there already is not written over').toBeNull()
})

it('is not taken from somebody who put something there under its name', async () => {
  cluster(leftDir())
  await expect(move(owner + 1)).rejects.toThrow('is not the database user')
  rmSync(leftDir(), { recursive: true })
  cluster(join(folder, 'theirs'))
  symlinkSync(join(folder, 'theirs'), leftDir())
  await expect(move()).rejects.toThrow('is not the database user')
})

it('that is missing from a copied data folder is missed, with where it lies', () => {
  checkNotLost(data, dirOf())
  const before = join(folder, 'before')
  cluster(before)
  noteCluster(data, before)
  expect(() => checkNotLost(data, dirOf())).toThrow(`It still lies in ${before}`)
  rmSync(before, { recursive: true })
  expect(() => checkNotLost(data, dirOf())).toThrow('Bring it back from where this folder came from.')
  cluster(dirOf())
  checkNotLost(data, dirOf())
})
