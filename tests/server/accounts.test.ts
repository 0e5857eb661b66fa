/** Accounts: signing in and out, passwords, invitations, tokens, and the limits on trying. */
import { sql } from 'drizzle-orm'
import { afterAll, describe, expect, it } from 'vitest'
import { open, rowsOf } from '../../server/db/connection'
import type { OpenGarden } from '../../shared/garden'
import type { AccessToken, Invitation, Letter, Member, Session } from '../../shared/people'
import { Visitor, entry, plantedCross } from './visitor'
import { lane } from './lane'

const owner = open(lane.databaseUrl)
afterAll(() => owner.close())
const session = (visitor: Visitor) => visitor.get<Session>('/api/session')
const lettersTo = async (email: string) =>
  (await new Visitor().get<Letter[]>('/api/mail')).filter(l => l.to === email)
const secretIn = (text: string) => text.match(/#([\w-]{43})/)![1]!

describe('an account', () => {
  it('is made, signed out of and into; the password is kept as a hash only', async () => {
    const visitor = await new Visitor().signUp('Ada Fell')
    expect(await session(visitor)).toMatchObject({
      person: { name: 'Ada Fell', email: visitor.email },
      gardens: [],
      gardenId: null,
    })
    await visitor.ask('DELETE', '/api/session')
    expect((await session(visitor)).person).toBeNull()
    expect((await session(await visitor.onAnotherDevice())).person).toMatchObject({ name: 'Ada Fell' })
    const [{ hash } = { hash: '' }] = await rowsOf<{ hash: string }>(
      owner.db,
      sql`select password_hash as hash from accounts where email = ${visitor.email}`,
    )
    expect(hash).toMatch(/^\$scrypt\$/)
  })

  it('takes an address once, however it is written, and no weak password', async () => {
    const first = await new Visitor().signUp()
    const again = await new Visitor().ask('POST', '/api/account', {
      name: 'B',
      email: ` ${first.email.toUpperCase()} `,
      password: 'four other words',
    })
    expect([again.status, again.body.data.code, again.body.data.field]).toEqual([422, 'email-known', 'email'])
    const weak = await new Visitor().ask('POST', '/api/account', {
      name: 'B',
      email: 'weak@garden.example',
      password: 'short',
    })
    expect([weak.status, weak.body.data.field, weak.body.data.sentence]).toEqual([
      400,
      'password',
      'A password has at least 10 letters; three or four words are good.',
    ])
  })

  it('refuses a wrong password and an unknown address in the same words', async () => {
    const known = await new Visitor().signUp()
    const [wrong, unknown] = [
      await new Visitor().ask('POST', '/api/session', { email: known.email, password: 'not the words' }),
      await new Visitor().ask('POST', '/api/session', {
        email: 'nobody@garden.example',
        password: 'not the words',
      }),
    ]
    expect(wrong.status).toBe(401)
    expect(wrong.body.data).toEqual(unknown.body.data)
  })

  it('opens the one garden of who has one, and lets who has several choose', async () => {
    const visitor = await new Visitor().startGarden('First beds')
    expect((await session(await visitor.onAnotherDevice())).gardenId).toBeTruthy()
    await visitor.ask('POST', '/api/gardens', { name: 'Second beds', zone: 'Europe/Dublin' })
    const other = await visitor.onAnotherDevice()
    const { gardens, gardenId } = await session(other)
    expect([gardenId, gardens.map(g => [g.name, g.role])]).toEqual([
      null,
      [
        ['First beds', 'keeper'],
        ['Second beds', 'keeper'],
      ],
    ])
    await other.ask('PUT', '/api/session/garden', { gardenId: gardens[1]!.id })
    expect((await other.get<OpenGarden>('/api/garden')).name).toBe('Second beds')
    const stranger = await new Visitor().signUp()
    expect((await stranger.ask('PUT', '/api/session/garden', { gardenId: gardens[1]!.id })).status).toBe(404)
  })

  it('signs out everywhere', async () => {
    const one = await new Visitor().startGarden('Left beds')
    const two = await one.onAnotherDevice()
    await two.ask('DELETE', '/api/session/everywhere')
    for (const visitor of [one, two]) {
      expect((await session(visitor)).person).toBeNull()
      expect((await visitor.ask('GET', '/api/garden')).status).toBe(401)
      expect(
        (await visitor.ask('POST', '/api/gardens', { name: 'More', zone: 'Europe/Dublin' })).status,
      ).toBe(401)
    }
  })

  it('changes its password with the present one; this device stays, others are out', async () => {
    const one = await new Visitor().startGarden('Changed beds')
    const two = await one.onAnotherDevice()
    const refused = await one.ask('PUT', '/api/account/password', {
      present: 'not the words',
      next: 'four quite new words',
    })
    expect([refused.status, refused.body.data.field]).toEqual([422, 'present'])
    await one.ask('PUT', '/api/account/password', { present: one.password, next: 'four quite new words' })
    expect((await one.ask('GET', '/api/garden')).status).toBe(200)
    expect((await two.ask('GET', '/api/garden')).status).toBe(401)
    expect(
      (await new Visitor().ask('POST', '/api/session', { email: one.email, password: one.password })).status,
    ).toBe(401)
  })

  it('sets a forgotten password anew by a letter, once, and says nothing of who has an account', async () => {
    const visitor = await new Visitor().startGarden('Forgotten beds')
    const asked = await new Visitor().ask<object>('POST', '/api/account/reset', { email: visitor.email })
    const nobody = await new Visitor().ask<object>('POST', '/api/account/reset', {
      email: 'nobody-at-all@garden.example',
    })
    expect([asked.status, asked.body]).toEqual([nobody.status, nobody.body])
    await expect.poll(async () => (await lettersTo(visitor.email)).length).toBe(1)
    expect(await lettersTo('nobody-at-all@garden.example')).toEqual([])
    const secret = secretIn((await lettersTo(visitor.email))[0]!.text)
    const stored = await rowsOf(owner.db, sql`select 1 from resets where secret = ${secret}`)
    expect(stored).toEqual([])
    expect(
      (await new Visitor().ask('PUT', '/api/account/reset', { secret, password: 'words never used' })).status,
    ).toBe(200)
    expect((await visitor.ask('GET', '/api/garden')).status).toBe(401)
    expect(
      (await new Visitor().ask('PUT', '/api/account/reset', { secret, password: 'words used twice' })).body
        .data.code,
    ).toBe('link-over')
    expect(
      (
        await new Visitor().ask('POST', '/api/session', {
          email: visitor.email,
          password: 'words never used',
        })
      ).status,
    ).toBe(200)
  })

  it('is sealed into a cookie that scripts cannot read and other sites do not send; over TLS it is Secure', async () => {
    const cookieFrom = async (headers: Record<string, string>, email: string) =>
      (
        await fetch(`${lane.address}/api/account`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', ...headers },
          body: JSON.stringify({ name: 'C', email, password: 'four words for it' }),
        })
      ).headers.get('set-cookie')!
    const plain = await cookieFrom({}, 'plain@garden.example')
    expect(plain).toMatch(/^virgulta=Fe26\.2\*.*HttpOnly.*SameSite=Strict/)
    expect(plain).not.toContain('Secure')
    expect(await cookieFrom({ 'x-forwarded-proto': 'https' }, 'tls@garden.example')).toContain('Secure')
    expect((await fetch(`${lane.address}/api/session`)).headers.get('set-cookie')).toBeNull()
  })
})

describe('trying for ever', () => {
  it('is stopped at one account from one address, with the time to wait; the right password is not counted, and the owner is not locked out', async () => {
    const visitor = await new Visitor().signUp()
    for (let i = 0; i < 10; i++)
      expect((await (await visitor.onAnotherDevice()).ask('GET', '/api/session')).status).toBe(200)
    const guesser = new Visitor()
    for (let i = 0; i < 8; i++)
      expect((await guesser.signIn({ email: visitor.email, password: 'not the words' })).status).toBe(401)
    const over = await guesser.signIn(visitor)
    expect(over.status).toBe(429)
    expect(over.body.data.sentence).toMatch(/^Too many wrong passwords; try again in 1[45] minutes\.$/)
    expect((await new Visitor().signIn(visitor)).status).toBe(200)
  })

  it('is stopped at one account from many addresses together, but not on a device that has signed in before', async () => {
    const visitor = await new Visitor().signUp()
    const guesses = []
    for (let i = 0; i < 101; i++)
      guesses.push((await new Visitor().signIn({ email: visitor.email, password: 'not the words' })).status)
    expect(guesses.slice(0, 100).every(status => status === 401)).toBe(true)
    expect(guesses.at(-1)).toBe(429)
    expect((await new Visitor().signIn(visitor)).status).toBe(429)
    expect((await visitor.signIn()).status).toBe(200)
    // A device is known to the accounts that signed in from it, and to no other.
    const another = await new Visitor().signUp()
    expect((await another.signIn(visitor)).status).toBe(429)
  })

  it('is stopped from one address, over whatever accounts', async () => {
    const visitor = new Visitor()
    const statuses = []
    for (let i = 0; i < 61; i++)
      statuses.push(
        (
          await visitor.ask('POST', '/api/session', {
            email: `guess-${i}@garden.example`,
            password: 'a guess',
          })
        ).status,
      )
    expect(statuses.slice(0, 60).every(s => s === 401)).toBe(true)
    expect(statuses.at(-1)).toBe(429)
  })
})

describe('an invitation', () => {
  it('ends with the say of who made it', async () => {
    const keeper = await new Visitor().startGarden('Handed beds')
    const second = await keeper.withMember('keeper')
    const inviteBy = async (by: Visitor) =>
      secretIn(
        (await by.ask<{ link: string }>('POST', '/api/invitations', { role: 'keeper', email: null })).body
          .link,
      )
    const [first, other] = [await inviteBy(second), await inviteBy(keeper)]
    const me = (await second.get<Member[]>('/api/members')).find(m => m.isYou)!
    await keeper.ask('PUT', `/api/members/${me.personId}`, { role: 'guest' })
    const newcomer = await new Visitor().signUp()
    expect((await newcomer.ask('POST', '/api/invitations/take', { secret: first })).body.data.code).toBe(
      'link-over',
    )
    expect((await newcomer.ask('POST', '/api/invitations/take', { secret: other })).status).toBe(200)
  })

  it('says what it offers, brings in once, and is then used up', async () => {
    const keeper = await new Visitor().startGarden('Inviting beds')
    const { body } = await keeper.ask<{ link: string }>('POST', '/api/invitations', {
      role: 'hand',
      email: 'fern@garden.example',
    })
    const secret = secretIn(body.link)
    expect((await lettersTo('fern@garden.example'))[0]).toMatchObject({
      subject: 'Una Sedge invites you into the garden Inviting beds',
      text: expect.stringContaining(body.link),
    })
    expect((await new Visitor().ask<object>('POST', '/api/invitations/look', { secret })).body).toMatchObject(
      { garden: 'Inviting beds', role: 'hand', by: 'Una Sedge' },
    )
    expect(JSON.stringify(await keeper.get('/api/invitations'))).not.toContain(secret)
    const fern = await new Visitor().signUp('Fern Vale')
    expect((await fern.ask('POST', '/api/invitations/take', { secret })).status).toBe(200)
    expect(await fern.get<OpenGarden>('/api/garden')).toMatchObject({
      name: 'Inviting beds',
      role: 'hand',
      person: 'Fern Vale',
    })
    const late = await new Visitor().signUp()
    expect((await late.ask('POST', '/api/invitations/take', { secret })).body.data.code).toBe('link-over')
    expect((await fern.get<Member[]>('/api/members')).map(m => m.name)).toEqual(['Fern Vale', 'Una Sedge'])
  })

  it('brings in one of two who come at once', async () => {
    const keeper = await new Visitor().startGarden('Narrow gate')
    const two = [await new Visitor().signUp(), await new Visitor().signUp()]
    // Who comes second meets the first at another point each time.
    for (let i = 0; i < 12; i++) {
      const { body } = await keeper.ask<{ link: string }>('POST', '/api/invitations', {
        role: 'guest',
        email: null,
      })
      const answers = await Promise.all(
        two.map(v => v.ask('POST', '/api/invitations/take', { secret: secretIn(body.link) })),
      )
      expect(answers.map(a => a.status).sort()).toEqual([200, 422])
      for (const { personId, isYou } of await keeper.get<Member[]>('/api/members'))
        if (!isYou) await keeper.ask('DELETE', `/api/members/${personId}`)
    }
  })

  it('can be withdrawn, and ends by itself', async () => {
    const keeper = await new Visitor().startGarden('Closing beds')
    const make = async () =>
      secretIn(
        (await keeper.ask<{ link: string }>('POST', '/api/invitations', { role: 'guest', email: null })).body
          .link,
      )
    const [withdrawn, old] = [await make(), await make()]
    const [first, second] = await keeper.get<Invitation[]>('/api/invitations')
    await keeper.ask('DELETE', `/api/invitations/${first!.id}`)
    await owner.db.execute(
      sql`update invitations set expires_at = now() - interval '1 minute' where id = ${second!.id}`,
    )
    const visitor = await new Visitor().signUp()
    for (const secret of [withdrawn, old])
      expect((await visitor.ask('POST', '/api/invitations/take', { secret })).body.data.code).toBe(
        'link-over',
      )
    expect(await keeper.get('/api/invitations')).toEqual([])
  })

  it('is not used up by who is in already, and brings back who had left', async () => {
    const keeper = await new Visitor().startGarden('Returning beds')
    const helper = await keeper.withMember('guest')
    const { body } = await keeper.ask<{ link: string }>('POST', '/api/invitations', {
      role: 'hand',
      email: null,
    })
    const take = () => helper.ask('POST', '/api/invitations/take', { secret: secretIn(body.link) })
    expect((await take()).body.data.code).toBe('member-already')
    const me = (await helper.get<Member[]>('/api/members')).find(m => m.isYou)!
    await helper.ask('DELETE', `/api/members/${me.personId}`)
    expect((await take()).status).toBe(200)
    expect((await helper.get<OpenGarden>('/api/garden')).role).toBe('hand')
  })
})

describe('an access token', () => {
  it('lets a program note work in that garden until it is revoked', async () => {
    const keeper = await new Visitor().startGarden('Scripted beds')
    const { ids } = await plantedCross(keeper)
    const hand = await keeper.withMember('hand')
    const { body: made } = await hand.ask<{ id: string; token: string }>('POST', '/api/tokens', {
      name: 'the scales in the shed',
      opens: 'note',
    })
    const program = new Visitor()
    program.headers.authorization = `Bearer ${made.token}`
    expect((await program.get<OpenGarden>('/api/garden')).name).toBe('Scripted beds')
    expect((await program.send(entry('emasculated', ids.flower, {}, 100))).status).toBe(200)
    expect((await program.ask('GET', '/api/invitations')).status).toBe(403)
    expect((await program.ask('POST', '/api/tokens', { name: 'another' })).status).toBe(403)
    expect((await program.ask('DELETE', '/api/session/everywhere')).status).toBe(401)
    expect((await hand.get<AccessToken[]>('/api/tokens'))[0]).toMatchObject({
      name: 'the scales in the shed',
      lastUsedAt: expect.any(String),
    })
    expect(await keeper.get('/api/tokens')).toEqual([])
    expect([
      ...(await rowsOf(owner.db, sql`select 1 from access_tokens where secret = ${made.token}`)),
    ]).toEqual([])
    await hand.ask('DELETE', `/api/tokens/${made.id}`)
    expect((await program.ask('GET', '/api/garden')).status).toBe(401)
  })

  const programWith = (token: string) => {
    const program = new Visitor()
    program.headers.authorization = `Bearer ${token}`
    return program
  }

  it('that reads notes nothing; that of a keeper has neither people nor the garden in its hands, and knows nothing else of the person', async () => {
    const keeper = await new Visitor().startGarden('Guarded beds')
    const { ids } = await plantedCross(keeper)
    await keeper.ask('POST', '/api/gardens', { name: 'Other beds', zone: 'Europe/Dublin' })
    await keeper.signIn()
    const { id } = (await keeper.get<Session>('/api/session')).gardens.find(g => g.name === 'Guarded beds')!
    await keeper.ask('PUT', '/api/session/garden', { gardenId: id })
    const make = async (opens: string) =>
      programWith(
        (await keeper.ask<{ token: string }>('POST', '/api/tokens', { name: opens, opens })).body.token,
      )
    const [reader, writer] = [await make('read'), await make('note')]
    expect((await reader.ask('GET', '/api/plants')).status).toBe(200)
    expect((await reader.send(entry('emasculated', ids.flower, {}, 100))).body.data.sentence).toBe(
      'This token only reads; make one in Garden › Data that notes work as well.',
    )
    expect((await writer.send(entry('emasculated', ids.flower, {}, 100))).status).toBe(200)
    const me = (await keeper.get<Member[]>('/api/members')).find(m => m.isYou)!
    for (const program of [reader, writer]) {
      for (const [method, path, body] of [
        ['POST', '/api/invitations', { role: 'keeper', email: null }],
        ['DELETE', '/api/garden', { name: 'Guarded beds' }],
        ['DELETE', `/api/members/${me.personId}`],
        ['PUT', `/api/members/${me.personId}`, { role: 'guest' }],
        ['GET', '/api/garden/backup'],
        ['GET', '/api/tokens'],
        ['POST', '/api/tokens', { name: 'x' }],
      ] as const) {
        expect((await program.ask(method, path, body)).status, `${method} ${path}`).toBe(403)
      }
      expect(await program.get<Session>('/api/session')).toMatchObject({
        person: { email: null },
        gardens: [{ id }],
        gardenId: id,
      })
    }
  })

  it.each<[string, (keeper: Visitor) => Promise<unknown>]>([
    [
      'a change of the password',
      keeper =>
        keeper.ask('PUT', '/api/account/password', {
          present: keeper.password,
          next: 'four quite new words',
        }),
    ],
    ['signing out everywhere', keeper => keeper.ask('DELETE', '/api/session/everywhere')],
  ])('ends with %s', async (_, end) => {
    const keeper = await new Visitor().startGarden('Ended beds')
    const {
      body: { token },
    } = await keeper.ask<{ token: string }>('POST', '/api/tokens', { name: 'x' })
    const {
      body: { token: calendar },
    } = await keeper.ask<{ token: string }>('POST', '/api/tokens', { name: 'y', opens: 'calendar' })
    const program = programWith(token)
    expect((await program.ask('GET', '/api/garden')).status).toBe(200)
    expect((await new Visitor().ask('GET', `/api/calendar/${calendar}.ics`)).status).toBe(200)
    await end(keeper)
    expect((await program.ask('GET', '/api/garden')).status).toBe(401)
    expect((await program.get<Session>('/api/session')).person).toBeNull()
    expect((await new Visitor().ask('GET', `/api/calendar/${calendar}.ics`)).status).toBe(404)
  })

  it('ends with the membership', async () => {
    const keeper = await new Visitor().startGarden('Parted beds')
    const hand = await keeper.withMember('hand')
    const {
      body: { token },
    } = await hand.ask<{ token: string }>('POST', '/api/tokens', { name: 'x' })
    const me = (await hand.get<Member[]>('/api/members')).find(m => m.isYou)!
    await keeper.ask('DELETE', `/api/members/${me.personId}`)
    const program = new Visitor()
    program.headers.authorization = `Bearer ${token}`
    expect((await program.ask('GET', '/api/garden')).status).toBe(401)
  })
})

describe('the demo garden', () => {
  it('is a fresh copy for each visitor, who cannot invite into it', async () => {
    const [one, two] = [await new Visitor().openDemo(), await new Visitor().openDemo()]
    await one.ask('POST', '/api/garden/places', { name: 'My own corner' })
    await one.ask('POST', '/api/garden/clock', { by: 'day' })
    const [mine, theirs] = [
      await one.get<OpenGarden>('/api/garden'),
      await two.get<OpenGarden>('/api/garden'),
    ]
    expect(mine.id).not.toBe(theirs.id)
    expect(theirs.places.map(p => p.name)).not.toContain('My own corner')
    expect([mine.today, theirs.today]).toEqual(['2026-06-13', '2026-06-12'])
    expect((await one.ask('POST', '/api/invitations', { role: 'guest', email: null })).body.data.code).toBe(
      'demo',
    )
    expect((await session(one)).person).toEqual({ name: 'A visitor', email: null })
  })

  it('is cleared away after a week, with the visitor', async () => {
    const visitor = await new Visitor().openDemo()
    const { id, personId } = await visitor.get<OpenGarden>('/api/garden')
    const [kept] = await rowsOf<{ days: number }>(
      owner.db,
      sql`select round(extract(epoch from expires_at - now()) / 86400)::int as days from gardens where id = ${id}`,
    )
    expect(kept!.days).toBe(7)
    await owner.db.execute(sql`update gardens set expires_at = now() - interval '1 minute' where id = ${id}`)
    await new Visitor().openDemo()
    expect((await visitor.ask('GET', '/api/garden')).status).toBe(401)
    expect([
      ...(await rowsOf(
        owner.db,
        sql`select id from gardens where id = ${id} union all select garden_id from entries where garden_id = ${id} union all select id from people where id = ${personId}`,
      )),
    ]).toEqual([])
  })
})
