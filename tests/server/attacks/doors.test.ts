/** Strangers at the mail tray, in which links for new passwords lie. */
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { serve } from '../serving'
import { Visitor } from '../visitor'

const KEY = 'the key that the start printed'
/** As at home: the launcher printed a key, and nothing says that the doors are open. */
let home: Awaited<ReturnType<typeof serve>>
beforeAll(async () => {
  home = await serve(inject('databaseUrl'), { VIRGULTA_PROXY: '', VIRGULTA_DEMO: '', VIRGULTA_MAIL_TRAY: '', VIRGULTA_TRAY_KEY: KEY })
})
afterAll(() => home.kill())

/** Somebody whose requests look as if they came from this computer, as those of a bare proxy do. */
function stranger() {
  const visitor = new Visitor(home.address)
  visitor.headers = {}
  return visitor
}

it('is shut to whoever does not know the key, though they seem to ask at home', async () => {
  const somebody = stranger()
  expect((await somebody.ask('GET', '/api/mail')).status).toBe(403)
  for (const key of ['', 'guess', `${KEY} `, KEY.slice(0, -1)]) expect((await somebody.ask('POST', '/api/mail', { key })).status).toBe(403)
  expect((await somebody.ask('GET', '/api/mail')).status).toBe(403)
  expect(await somebody.get('/api/session')).toMatchObject({ hasMailTray: false, hasDemo: true })
})

it('opens for the browser that was shown the key, and for no other', async () => {
  const owner = stranger()
  expect((await owner.ask('POST', '/api/mail', { key: KEY })).status).toBe(200)
  expect((await owner.ask('GET', '/api/mail')).status).toBe(200)
  expect(await owner.get('/api/session')).toMatchObject({ hasMailTray: true })
  expect((await stranger().ask('GET', '/api/mail')).status).toBe(403)
})
