/** The protections that every answer and every write passes. */
import { request } from 'node:http'
import { expect, it } from 'vitest'
import { Visitor } from './visitor'
import { lane } from './lane'

const address = lane.address

it('lets only the page’s own scripts run, and nobody frame it', async () => {
  const page = await fetch(`${address}/today`)
  const policy = page.headers.get('content-security-policy')!
  const [, nonce] = policy.match(/script-src 'self' 'nonce-([^']+)'/)!
  expect(policy).toContain("frame-ancestors 'none'")
  expect(policy.match(/script-src [^;]*/)![0]).not.toMatch(/unsafe/)
  const scripts = (await page.text()).match(/<script[^>]*>/g)!
  expect(scripts.length).toBeGreaterThan(1)
  for (const script of scripts) expect(script).toContain(`nonce="${nonce}"`)
  expect(page.headers.get('x-frame-options')).toBe('DENY')
  expect(page.headers.get('x-content-type-options')).toBe('nosniff')
  expect((await fetch(`${address}/today`)).headers.get('content-security-policy')).not.toBe(policy)
})

it.each([
  [{ 'sec-fetch-site': 'cross-site' }, 403],
  [{ 'sec-fetch-site': 'same-site' }, 403],
  [{ origin: 'https://elsewhere.example' }, 403],
  [{ origin: 'null' }, 403],
  [{ 'sec-fetch-site': 'same-origin' }, 200],
  [{ origin: address }, 200],
  [{}, 200],
])('takes a write with %j: %i', async (headers, status) => {
  const visitor = await new Visitor().startGarden('Guarded beds')
  Object.assign(visitor.headers, headers)
  expect((await visitor.ask('POST', '/api/tags/fresh', { count: 1 })).status).toBe(status)
})

it('takes no endless and no huge request, and says so', async () => {
  const visitor = await new Visitor().startGarden('Small gate')
  const huge = await visitor.ask(
    'POST',
    '/api/entries',
    JSON.stringify({ entries: 'x'.repeat(9 * 1024 * 1024) }),
  )
  expect([huge.status, huge.body.data.sentence]).toEqual([
    413,
    'The request is too large; at most 8 MB are taken at once.',
  ])
  const status = await new Promise(resolve => {
    const endless = request(
      `${address}/api/entries`,
      { method: 'POST', headers: { 'transfer-encoding': 'chunked' } },
      answer => resolve(answer.statusCode),
    )
    endless.write('{')
  })
  expect(status).toBe(411)
})

it('hands files out as files', async () => {
  const visitor = await new Visitor().startGarden('Downloaded "beds"; <b>')
  const backup = await fetch(`${address}/api/garden/backup`, { headers: { cookie: visitor.cookie } })
  expect(backup.headers.get('content-disposition')).toMatch(/^attachment; filename="garden-[\d-]+\.json"$/)
  expect(backup.headers.get('x-content-type-options')).toBe('nosniff')
})
