import type { H3Event } from 'h3'
import { afterEach, expect, it, vi } from 'vitest'
import { addressOf, blockOf, isDoorOpen, isTrayKey, ownAddress } from './doors'

const asked = (headers: Record<string, string>, httpVersion = '1.1') =>
  ({
    node: { req: { headers, httpVersion, socket: { remoteAddress: '127.0.0.1' } } },
    headers: new Headers(headers),
    context: {},
  }) as unknown as H3Event
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

it.each<[string, Record<string, string>, string?]>([
  ['that says for whom it asks', { 'host': '127.0.0.1:4600', 'x-real-ip': '10.0.0.1' }],
  ['that names itself', { host: '127.0.0.1:4600', via: '1.1 front' }],
  ['that says nothing, in the older protocol', { host: '127.0.0.1:4600' }, '1.0'],
])('through a proxy %s no door is open', (_, headers, version) => {
  vi.stubEnv('HOST', '127.0.0.1')
  vi.stubEnv('VIRGULTA_TRAY_KEY', 'the printed key')
  for (const door of ['demo', 'mail-tray'] as const)
    expect(isDoorOpen(asked(headers, version), door)).toBe(false)
})

it('of a server that others are told to reach no door is open', () => {
  vi.stubEnv('HOST', '127.0.0.1')
  vi.stubEnv('VIRGULTA_ADDRESS', 'https://garden.example')
  for (const door of ['demo', 'mail-tray'] as const)
    expect(isDoorOpen(asked({ host: '127.0.0.1:4600' }), door)).toBe(false)
})

it('the mail tray takes the printed key, whatever the request looks like', () => {
  vi.stubEnv('HOST', '127.0.0.1')
  const shown = (key: string) => asked({ host: '127.0.0.1:4600', cookie: `virgulta-tray=${key}` })
  expect(isDoorOpen(shown(''), 'mail-tray')).toBe(false)
  expect(isTrayKey('')).toBe(false)
  vi.stubEnv('VIRGULTA_TRAY_KEY', 'printed')
  expect(isDoorOpen(asked({ host: '127.0.0.1:4600' }), 'mail-tray')).toBe(false)
  expect(isDoorOpen(shown('printex'), 'mail-tray')).toBe(false)
  expect(isDoorOpen(shown('printed'), 'mail-tray')).toBe(true)
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

it.each([
  ['10.0.0.7', '10.0.0.7'],
  ['::ffff:10.0.0.7', '10.0.0.7'],
  ['unknown', 'unknown'],
  ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2::/64'],
  ['2001:0DB8:1:2::9', '2001:db8:1:2::/64'],
  ['2001:db8::1', '2001:db8:0:0::/64'],
  ['::1', '0:0:0:0::/64'],
  ['fe80::1%eth0', 'fe80:0:0:0::/64'],
])('%s is counted as %s', (address, block) => expect(blockOf(address)).toBe(block))

it('takes the address for letters from the settings, never from a request', () => {
  vi.stubEnv('PORT', '4700')
  expect(ownAddress()).toBe('http://127.0.0.1:4700')
  vi.stubEnv('VIRGULTA_ADDRESS', 'https://garden.example')
  expect(ownAddress()).toBe('https://garden.example')
})
