/** Strangers at the mail tray, in which links for new passwords lie. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Letter } from '../../../shared/people'
import { serve } from '../serving'
import { Visitor } from '../visitor'
import { lane } from '../lane'

const KEY = 'the key that the start printed'
/** As at home: the launcher printed a key, and nothing says that the doors are open. */
let home: Awaited<ReturnType<typeof serve>>
beforeAll(async () => {
  home = await serve(lane.databaseUrl, {
    VIRGULTA_PROXY: '',
    VIRGULTA_DEMO: '',
    VIRGULTA_MAIL_TRAY: '',
    VIRGULTA_TRAY_KEY: KEY,
  })
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
  for (const key of ['', 'guess', `${KEY} `, KEY.slice(0, -1)])
    expect((await somebody.ask('POST', '/api/mail', { key })).status).toBe(403)
  expect((await somebody.ask('GET', '/api/mail')).status).toBe(403)
  expect(await somebody.get('/api/session')).toMatchObject({ hasMailTray: false, demos: ['lake', 'bay'] })
})

it('opens for the browser that was shown the key, and for no other', async () => {
  const owner = stranger()
  expect((await owner.ask('POST', '/api/mail', { key: KEY })).status).toBe(200)
  expect((await owner.ask('GET', '/api/mail')).status).toBe(200)
  expect(await owner.get('/api/session')).toMatchObject({ hasMailTray: true })
  expect((await stranger().ask('GET', '/api/mail')).status).toBe(403)
})

describe('where accounts are made by letter', () => {
  let server: Awaited<ReturnType<typeof serve>>
  beforeAll(async () => {
    server = await serve(lane.databaseUrl, { VIRGULTA_SIGN_UP: 'letter' })
  })
  afterAll(() => server.kill())
  const letterTo = async (address: string, subject: string) => {
    const reader = new Visitor(server.address)
    await expect
      .poll(async () =>
        (await reader.get<Letter[]>('/api/mail')).find(l => l.to === address && l.subject === subject),
      )
      .toBeTruthy()
    return (await reader.get<Letter[]>('/api/mail')).find(l => l.to === address)!
  }

  it('trying to make one says the same for an address that is known and one that is not', async () => {
    const [fresh, known] = [new Visitor(server.address), new Visitor(server.address)]
    const wish = { name: 'Fern Vale', email: fresh.email }
    const first = await fresh.ask('POST', '/api/account', wish)
    await letterTo(fresh.email, 'Your account with Virgulta')
    expect(await fresh.get('/api/session')).toMatchObject({ person: null, signsUpAtOnce: false })
    const second = await known.ask('POST', '/api/account', { ...wish, password: known.password })
    expect([second.status, second.body]).toEqual([first.status, first.body])
  })

  it('who has the letter chooses the password, and signs in', async () => {
    const visitor = new Visitor(server.address)
    await visitor.ask('POST', '/api/account', { name: 'Rowan Marsh', email: visitor.email })
    const { text } = await letterTo(visitor.email, 'Your account with Virgulta')
    const signIn = () =>
      visitor.ask('POST', '/api/session', { email: visitor.email, password: visitor.password })
    expect((await signIn()).status).toBe(401)
    expect(
      (
        await visitor.ask('PUT', '/api/account/reset', {
          secret: text.match(/#(\S+)/)![1],
          password: visitor.password,
        })
      ).status,
    ).toBe(200)
    expect((await signIn()).status).toBe(200)
  })
})
