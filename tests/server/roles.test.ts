/** Who may call what: every route, from the files, as everybody who could come. */
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Member, Role } from '../../shared/people'
import { reaches } from '../../shared/people'
import { routes } from './routes'
import { Visitor, entry, plantedCross, undoing } from './visitor'

/** What each route takes. Written by hand, so that a route is opened on purpose only: one that is missing here fails. */
const takes: Record<string, 'nothing' | 'person' | 'account' | Role> = {
  'GET /api/session': 'nothing',
  'POST /api/session': 'nothing',
  'DELETE /api/session': 'nothing',
  'POST /api/session/demo': 'nothing',
  'POST /api/account': 'nothing',
  'POST /api/account/reset': 'nothing',
  'PUT /api/account/reset': 'nothing',
  'GET /api/mail': 'nothing',
  'POST /api/mail': 'nothing',
  'GET /api/health': 'nothing',
  'GET /api/openapi.json': 'nothing',
  'POST /api/invitations/look': 'nothing',
  'PUT /api/account/password': 'account',
  'DELETE /api/session/everywhere': 'account',
  'PUT /api/session/garden': 'account',
  'POST /api/gardens': 'account',
  'PUT /api/uploads/[id]': 'account',
  'POST /api/gardens/restore': 'account',
  'POST /api/invitations/take': 'account',
  'GET /api/jobs': 'person',
  'DELETE /api/jobs/[id]': 'person',
  'POST /api/jobs/[id]/again': 'person',
  'GET /api/garden': 'guest',
  'GET /api/crops/[id]': 'guest',
  'GET /api/crops/[id]/lines': 'guest',
  'GET /api/crosses': 'guest',
  'POST /api/crosses/plan': 'guest',
  'GET /api/crosses/[id]': 'guest',
  'GET /api/crosses/[id]/tags.pdf': 'guest',
  'GET /api/entries': 'guest',
  'GET /api/find': 'guest',
  'GET /api/offspring': 'guest',
  'GET /api/offspring/[id]': 'guest',
  'GET /api/offspring/[id]/beside': 'guest',
  'GET /api/offspring/[id]/selfs': 'guest',
  'GET /api/offspring/[id]/sheet.pdf': 'guest',
  'GET /api/photos/[id]': 'guest',
  'PUT /api/photos/[id]': 'hand',
  'GET /api/garden/places/[id]': 'guest',
  'GET /api/plants/[id]/sheet.pdf': 'guest',
  'GET /api/plants/[id]/descent': 'guest',
  'GET /api/lineage': 'guest',
  'GET /api/lineage/related': 'guest',
  'GET /api/lineage/merit': 'guest',
  'GET /api/lineage/ways': 'guest',
  'GET /api/plants': 'guest',
  'GET /api/plants/[id]': 'guest',
  'GET /api/round': 'guest',
  'GET /api/round/last-pass': 'guest',
  'GET /api/season': 'guest',
  'GET /api/seed': 'guest',
  'GET /api/seed/fruits': 'guest',
  'GET /api/seed/growing': 'guest',
  'GET /api/seed/lots': 'guest',
  'GET /api/seed/compare': 'guest',
  'GET /api/seed/lots/[id]': 'guest',
  'GET /api/seed/sowings/[id]': 'guest',
  'GET /api/members': 'guest',
  'DELETE /api/members/[id]': 'guest',
  'GET /api/tokens': 'guest',
  'POST /api/tokens': 'guest',
  'DELETE /api/tokens/[id]': 'guest',
  'GET /api/garden/revision': 'guest',
  'PUT /api/garden/places': 'hand',
  'PUT /api/garden/places/[id]': 'hand',
  'PUT /api/garden/station': 'keeper',
  'GET /api/towns': 'person',
  'POST /api/faults': 'person',
  'POST /api/plants/read': 'hand',
  'GET /api/tags/unprintable': 'guest',
  'POST /api/entries': 'hand',
  'POST /api/tags/fresh': 'hand',
  'POST /api/garden/places': 'hand',
  'GET /api/aims': 'guest',
  'GET /api/aims/[id]': 'guest',
  'GET /api/odds': 'guest',
  'GET /api/plants/[id]/genes': 'guest',
  'GET /api/pollen': 'guest',
  'GET /api/pollen/[id]': 'guest',
  'GET /api/pollen/season': 'guest',
  'GET /api/pollen/stores': 'guest',
  'GET /api/tags/labels.pdf': 'guest',
  'GET /api/guides': 'guest',
  'GET /api/plants/[id]/marks.pdf': 'guest',
  'GET /api/devices': 'guest',
  'POST /api/tags/print': 'hand',
  'GET /api/calendar': 'guest',
  'GET /api/calendar/[secret]': 'nothing',
  'GET /api/bloom': 'guest',
  'GET /api/bloom/meet': 'guest',
  'GET /api/bloom/hours': 'guest',
  'GET /api/bloom/coming': 'guest',
  'GET /api/weather': 'guest',
  'POST /api/bloom/read': 'hand',
  'PUT /api/garden/site': 'keeper',
  'DELETE /api/garden': 'keeper',
  'GET /api/garden/backup': 'keeper',
  'GET /api/garden/size': 'keeper',
  'POST /api/garden/clock': 'keeper',
  'POST /api/garden/compare': 'keeper',
  'PUT /api/members/[id]': 'keeper',
  'GET /api/invitations': 'keeper',
  'POST /api/invitations': 'keeper',
  'DELETE /api/invitations/[id]': 'keeper',
}
const all = routes.map(route => ({ ...route, needs: takes[route.name] }))
const call = (visitor: Visitor, { method, path }: { method: string; path: string }) =>
  visitor.ask(method, path, method === 'GET' ? undefined : {})

let keeper: Visitor
let hand: Visitor
let guest: Visitor
let planted: Awaited<ReturnType<typeof plantedCross>>
beforeAll(async () => {
  keeper = await new Visitor().startGarden('Walked beds')
  planted = await plantedCross(keeper)
  hand = await keeper.withMember('hand')
  guest = await keeper.withMember('guest')
})

describe('every route', () => {
  it('has its line in this file, and every line its route', () => {
    expect(routes.map(r => r.name).sort()).toEqual(Object.keys(takes).sort())
  })

  it.each(all.filter(r => r.needs !== 'nothing'))('$name gives nothing to a stranger', async route => {
    const { status, body } = await call(new Visitor(), route)
    expect(status).toBe(401)
    expect(body.data.sentence).toMatch(/^(You are not signed in|No garden is open)/)
  })

  it.each(all.filter(r => r.needs === 'hand' || r.needs === 'keeper'))(
    '$name is refused to those who may do less',
    async route => {
      for (const [role, visitor] of [
        ['guest', guest],
        ['hand', hand],
      ] as const) {
        const { status, body } = await call(visitor, route)
        if (reaches(role, route.needs as Role)) expect([401, 403]).not.toContain(status)
        else
          expect({ status, ...body.data }).toMatchObject({
            status: 403,
            code: 'not-allowed',
            sentence: `This takes a ${route.needs} of the garden; you are here as a ${role}.`,
          })
      }
    },
  )

  it.each(all.filter(r => r.needs === 'guest'))('$name serves a guest', async route => {
    const { status, body } = await call(guest, route)
    // A guest ends their own membership only, which is said in other words.
    expect(status === 401 || (status === 403 && body.data.sentence.startsWith('This takes'))).toBe(false)
  })

  it.each(all.filter(r => r.needs && !['nothing', 'person', 'account'].includes(r.needs)))(
    '$name is closed to a person without a garden',
    async route => {
      const { status, body } = await call(await new Visitor().signUp(), route)
      expect([status, body.data.code]).toEqual([401, 'no-garden'])
    },
  )

  it.each(all.filter(r => r.needs === 'account'))(
    '$name takes more than the visit of a demo garden',
    async route => {
      const { status, body } = await call(await new Visitor().openDemo(), {
        ...route,
        path: `${route.path}?piece=0`,
      })
      expect([status, body.data.code]).toEqual([403, 'no-account'])
    },
  )

  it('with an id of another garden answers as with one that nowhere is', async () => {
    const outsider = await new Visitor().startGarden('Beds next door')
    const members = await keeper.get<Member[]>('/api/members')
    const { id: tokenId } = (await keeper.ask<{ id: string }>('POST', '/api/tokens', { name: 'walked' })).body
    const { id: invitationId } = (
      await keeper.ask<{ id: string }>('POST', '/api/invitations', { role: 'guest', email: null })
    ).body
    const {
      body: { id: jobId },
    } = await keeper.ask<{ id: string }>('POST', '/api/garden/compare')
    const { id: placeId } = (
      await keeper.ask<{ id: string }>('POST', '/api/garden/places', { name: 'A bench' })
    ).body
    const photoId = v7()
    await keeper.askBytes('PUT', `/api/photos/${photoId}`, Buffer.from([0xff, 0xd8, 0xff]))
    const { ids } = planted
    const theirs: Record<string, string> = {
      'garden/places': placeId,
      'crosses': ids.cross,
      'offspring': ids.cross,
      'plants': ids.seedParent,
      'members': members[0]!.personId,
      'tokens': tokenId,
      'invitations': invitationId,
      'jobs': jobId,
      'seed/lots': ids.flower,
      'seed/sowings': ids.flower,
      'aims': ids.flower,
      'pollen': ids.flower,
      'photos': photoId,
    }
    const changes: Record<string, object> = {
      'members': { role: 'guest' },
      'garden/places': { name: 'Taken over' },
    }
    // A crop is no secret, and the id of a file or a picture is chosen by who sends it.
    const withId = routes.filter(r => r.name.includes('[id]') && !/crops|uploads|PUT .*photos/.test(r.name))
    for (const route of withId) {
      const area = route.name.match(/\/api\/(.*?)\/\[id\]/)![1]!
      expect(theirs[area], `this test knows an id for ${route.name}`).toBeTruthy()
      const at = (id: string) =>
        outsider.ask(
          route.method,
          route.path.replace(/[0-9a-f-]{36}/, id),
          route.method === 'PUT' ? changes[area] : undefined,
        )
      const [theirsAnswer, nowhere] = [await at(theirs[area]!), await at(v7())]
      expect(theirsAnswer.status, route.name).toBe(404)
      const strip = (answer: object) => JSON.stringify(answer).replace(/[0-9a-f-]{36}/g, 'id')
      expect(strip(theirsAnswer.body), route.name).toBe(strip(nowhere.body))
    }
    for (const route of routes.filter(
      r => r.method === 'GET' && !r.name.includes('[id]') && r.name !== 'GET /api/mail',
    )) {
      const said = JSON.stringify((await outsider.ask(route.method, route.path)).body)
      for (const secret of [
        ...Object.values(ids),
        ...Object.values(planted.codes),
        'Test Ember',
        'Walked beds',
      ]) {
        // Codes are a garden's own row, so that the same code may be tied in both.
        if (!/^\d\d-/.test(secret)) expect(said, `${route.name} tells ${secret}`).not.toContain(secret)
      }
    }
    expect((await keeper.get<Member[]>('/api/members')).length).toBe(members.length)
  })
})

describe('a hand', () => {
  it('notes work and takes back their own; what others noted they leave, and so does a guest with everything', async () => {
    const { ids, entries } = planted
    const theirs = entry('emasculated', ids.flower, {}, 100)
    expect((await guest.send(theirs)).status).toBe(403)
    expect((await hand.send(theirs)).body).toMatchObject({ recorded: 1, known: 0 })
    const refused = await hand.send(undoing(entries.flower.id))
    expect([refused.status, refused.body.data.sentence]).toEqual([
      403,
      'Somebody else noted this; they or a keeper of the garden can take it back.',
    ])
    expect((await guest.send(undoing(theirs.id))).status).toBe(403)
    expect((await hand.send(undoing(theirs.id))).status).toBe(200)
    const again = entry('emasculated', ids.flower, {}, 90)
    await hand.send(again)
    expect((await keeper.send(undoing(again.id))).status).toBe(200)
  })
})

describe('a keeper', () => {
  const idOf = async (visitor: Visitor) =>
    (await visitor.get<Member[]>('/api/members')).find(m => m.isYou)!.personId

  it('changes what others may do, from the next request on', async () => {
    const helper = await keeper.withMember('guest', 'Rowan Fell')
    const id = await idOf(helper)
    expect((await helper.ask('POST', '/api/tags/fresh', { count: 1 })).status).toBe(403)
    await keeper.ask('PUT', `/api/members/${id}`, { role: 'hand' })
    expect((await helper.ask('POST', '/api/tags/fresh', { count: 1 })).status).toBe(200)
  })

  it('removes somebody, who is then a stranger, and whose name stays in the log', async () => {
    const helper = await keeper.withMember('hand', 'Rowan Marsh')
    const noted = entry('isolated', planted.ids.flower, { way: 'bag' }, 80)
    await helper.send(noted)
    const id = await idOf(helper)
    expect((await hand.ask('DELETE', `/api/members/${id}`)).status).toBe(403)
    expect((await keeper.ask('DELETE', `/api/members/${id}`)).status).toBe(200)
    expect((await helper.ask('GET', '/api/garden')).status).toBe(401)
    const log = await keeper.get<{ lines: { id: string; by: string }[] }>('/api/entries')
    expect(log.lines.find(l => l.id === noted.id)?.by).toBe('Rowan Marsh')
    await keeper.send(undoing(noted.id))
  })

  it('is never the last to leave', async () => {
    const alone = await new Visitor().startGarden('Lonely beds')
    const id = await idOf(alone)
    for (const [method, body] of [
      ['DELETE', undefined],
      ['PUT', { role: 'guest' }],
    ] as const) {
      const { status, body: said } = await alone.ask(method, `/api/members/${id}`, body)
      expect([status, said.data.code]).toEqual([422, 'last-keeper'])
    }
    const second = await alone.withMember('keeper')
    const bothLeave = await Promise.all(
      [alone, second].map(async visitor => visitor.ask('DELETE', `/api/members/${await idOf(visitor)}`)),
    )
    expect(bothLeave.map(answer => answer.status).sort()).toEqual([200, 422])
  })

  it('deletes the garden when its name is typed, and nothing of it is left', async () => {
    const ending = await new Visitor().startGarden('Ending beds')
    const { ids } = await plantedCross(ending)
    const helper = await ending.withMember('hand')
    expect((await ending.ask('DELETE', '/api/garden', { name: 'Some beds' })).body.data.sentence).toBe(
      'Type the name as it is written: Ending beds.',
    )
    expect((await ending.ask('DELETE', '/api/garden', { name: 'Ending beds' })).status).toBe(200)
    for (const visitor of [ending, helper])
      expect((await visitor.ask('GET', `/api/crosses/${ids.cross}`)).status).toBe(401)
  })
})
