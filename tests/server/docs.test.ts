/** What docs/ says of routes and files is what the server takes. */
import { readFileSync } from 'node:fs'
import Ajv from 'ajv'
import addFormats from 'ajv-formats'
import { expect, it } from 'vitest'
import { backupSchema, openApi } from '../../scripts/docs'
import { routes } from './routes'
import { Visitor } from './visitor'

const kept = (file: string) => JSON.parse(readFileSync(`docs/${file}`, 'utf8'))

it('is as `npm run docs` writes it from the schemas', async () => {
  expect(kept('openapi.json')).toEqual(JSON.parse(JSON.stringify(await openApi())))
  expect(kept('backup.schema.json')).toEqual(JSON.parse(JSON.stringify(backupSchema())))
})

it('is served, and describes every route', async () => {
  const served = await new Visitor().get<{ paths: Record<string, Record<string, { summary: string }>> }>(
    '/api/openapi.json',
  )
  expect(served).toEqual(kept('openapi.json'))
  for (const { name } of routes) {
    const [method, path] = name.split(' ') as [string, string]
    expect(served.paths[path.replace('[id]', '{id}')]?.[method.toLowerCase()]?.summary, name).toMatch(/\w{3}/)
  }
})

it('fits a real backup, and not a broken one', async () => {
  const demo = await new Visitor().openDemo()
  const backup = await demo.get<{ entries: Record<string, unknown>[] }>('/api/garden/backup')
  const fits = addFormats(new Ajv({ strict: false })).compile(kept('backup.schema.json'))
  expect(fits(backup), JSON.stringify(fits.errors?.slice(0, 3))).toBe(true)
  backup.entries[0]!.happenedAt = 'in spring'
  expect(fits(backup)).toBe(false)
})
