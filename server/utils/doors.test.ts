import type { H3Event } from 'h3'
import { afterEach, expect, it, vi } from 'vitest'
import { addressOf, isDoorOpen, ownAddress } from './doors'

const asked = (headers: Record<string, string>) => ({ node: { req: { headers, socket: { remoteAddress: '127.0.0.1' } } }, headers: new Headers(headers), context: {} }) as unknown as H3Event
afterEach(() => void vi.unstubAllEnvs())

it.each([
  ['127.0.0.1', { host: '127.0.0.1:4600' }, true],
  ['localhost', { host: 'localhost:4600' }, true],
  ['::1', { host: '[::1]:4600' }, true],
  ['0.0.0.0', { host: '127.0.0.1:4600' }, false],
  ['127.0.0.1', { host: 'garden.example' }, false],
  ['127.0.0.1', { 'host': '127.0.0.1:4600', 'x-forwarded-for': '10.0.0.1' }, false],
  ['', { host: '127.0.0.1:4600' }, false],
])('listening on %j and asked with %j the demo is open: %s', (host, headers, open) => {
  vi.stubEnv('HOST', host)
  expect(isDoorOpen(asked(headers as Record<string, string>), 'demo')).toBe(open)
})

it('is told to open or close each door', () => {
  vi.stubEnv('HOST', '0.0.0.0')
  vi.stubEnv('VIRGULTA_DEMO', 'open')
  expect(isDoorOpen(asked({ host: 'garden.example' }), 'demo')).toBe(true)
  expect(isDoorOpen(asked({ host: 'garden.example' }), 'mail-tray')).toBe(false)
  vi.stubEnv('HOST', '127.0.0.1')
  vi.stubEnv('VIRGULTA_MAIL_TRAY', 'closed')
  expect(isDoorOpen(asked({ host: '127.0.0.1:4600' }), 'mail-tray')).toBe(false)
})

it('counts tries by the address that the proxy added, never by one the client wrote', () => {
  const headers = { 'x-forwarded-for': '6.6.6.6, 10.0.0.7' }
  expect(addressOf(asked(headers))).toBe('127.0.0.1')
  vi.stubEnv('VIRGULTA_PROXY', '1')
  expect(addressOf(asked(headers))).toBe('10.0.0.7')
})

it('takes the address for letters from the settings, never from a request', () => {
  vi.stubEnv('PORT', '4700')
  expect(ownAddress()).toBe('http://127.0.0.1:4700')
  vi.stubEnv('VIRGULTA_ADDRESS', 'https://garden.example')
  expect(ownAddress()).toBe('https://garden.example')
})
