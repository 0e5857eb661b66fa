/** Work that would keep the server from answering anybody else. */
import { connect } from 'node:net'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { serve } from '../serving'
import { Visitor, entry, plantedCross } from '../visitor'
import { lane } from '../lane'

/** Tags of one cross: some seconds of printing. */
const MANY = 4000

/** Somebody whose cross has so many tags, and where they print. */
async function withManyTags(address = lane.address, many = MANY) {
  const keeper = await new Visitor(address).startGarden('Wide beds')
  const { ids, codes } = await plantedCross(keeper)
  for (let done = 0; done < many; done += 500) {
    const batch = (await keeper.codes(500)).map(code =>
      entry(
        'flowerChosen',
        v7(),
        {
          code,
          crossId: ids.cross,
          seedParentId: ids.seedParent,
          pollenParentId: ids.pollenParent,
          blooms: 1,
        },
        100,
      ),
    )
    expect((await keeper.send(...batch)).status).toBe(200)
  }
  const all = `/api/crosses/${ids.cross}/tags.pdf`
  return { keeper, all, one: `${all}?codes=${codes.flower}` }
}

describe('a sheet of thousands of tags', () => {
  let large: Awaited<ReturnType<typeof withManyTags>>
  let another: Awaited<ReturnType<typeof withManyTags>>
  beforeAll(async () => {
    ;[large, another] = await Promise.all([withManyTags(), withManyTags()])
  })

  it('is printed while the server answers others', async () => {
    let isPrinted = false
    const printing = large.keeper.ask('GET', large.all).then(({ status }) => {
      isPrinted = true
      return status
    })
    for (let i = 0; i < 10; i++) expect((await another.keeper.ask('GET', '/api/crosses')).status).toBe(200)
    expect(isPrinted).toBe(false)
    expect(await printing).toBe(200)
  })

  it('is given up when who asked for it leaves', async () => {
    const { hostname, port } = new URL(lane.address)
    for (const { keeper, all } of [large, another, large, another, large, another]) {
      const socket = connect(Number(port), hostname)
      await new Promise(resolve => socket.once('connect', resolve))
      socket.write(
        `GET ${all} HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncookie: ${keeper.cookie}\r\nx-forwarded-for: ${keeper.headers['x-forwarded-for']}\r\n\r\n`,
      )
      // Long enough to be at it, not to be done.
      await large.keeper.ask('GET', '/api/garden')
      socket.destroy()
    }
    expect((await large.keeper.ask('GET', large.one)).status).toBe(200)
    expect((await another.keeper.ask('GET', another.one)).status).toBe(200)
  })
})

describe('work that takes more than it may', () => {
  const sheets = async (env: Record<string, string>, many?: number) => {
    const server = await serve(lane.databaseUrl, env)
    const { keeper, all, one } = await withManyTags(server.address, many)
    const { body, ...answer } = await keeper.ask('GET', all)
    return {
      answer: [answer.status, body.data?.sentence],
      ofOne: () => keeper.ask('GET', one),
      round: () => keeper.ask('GET', '/api/round'),
      end: () => server.kill(),
    }
  }

  it('of time is ended, and said so in words; what is less goes on', async () => {
    const { answer, ofOne, end } = await sheets({ VIRGULTA_HEAVY_SECONDS: '2' })
    expect(answer).toEqual([422, 'This took longer than 2 seconds and was ended; ask for less at once.'])
    // The thread that was ended is replaced, which takes a part of the next one's time.
    await expect.poll(async () => (await ofOne()).status, { timeout: 20_000 }).toBe(200)
    await end()
  })

  it('of memory is ended, and said so in words; the server goes on', async () => {
    // The limit lies well above what the program itself takes, and far below what the sheet does: near its end a memory is swept
    // again and again, without end where both are close.
    const { answer, round, end } = await sheets(
      { VIRGULTA_HEAVY_MB: '40', VIRGULTA_HEAVY_SECONDS: '85' },
      3 * MANY,
    )
    expect(answer).toEqual([
      422,
      'This takes more than the 40 MB of memory that it may take; ask for less at once.',
    ])
    expect((await round()).status).toBe(200)
    await end()
  })
})
