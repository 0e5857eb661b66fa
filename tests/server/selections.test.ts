/** What becomes of the chosen: named, multiplied, photographed, laid out in trials, on paper; and what is set apart. */
import type { Deed } from '@virgulta/core/log/entry'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { SNAPSHOT, backup, restore } from '../../server/db/backup'
import { open } from '../../server/db/connection'
import type { OpenGarden } from '../../shared/garden'
import type { LinesPage } from '../../shared/lines'
import type { FamilyPage, FamilySelfsPage } from '../../shared/offspring'
import type { PlacePage } from '../../shared/places'
import type { PlantStory } from '../../shared/plants'
import { lane } from './lane'
import { Visitor, entry, plantedCross, raising, undoing } from './visitor'

let keeper: Visitor
let planted: Awaited<ReturnType<typeof plantedCross>>
let bed = ''
const lot = v7()
const seedlings = Array.from({ length: 4 }, () => v7())
const note = async (...deeds: Deed[]) => {
  const { status, body } = await keeper.send(...deeds)
  if (status !== 200) throw new Error(JSON.stringify(body))
}
const refusedWith = async (...deeds: Deed[]) => (await keeper.send(...deeds)).body.data.sentence
const story = (id: string) => keeper.get<PlantStory>(`/api/plants/${id}`)
/** The smallest JPEG, as far as its first bytes tell. */
const PICTURE = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3])

const added = (id: string, code: string, more: object = {}, daysAgo = 100) =>
  entry(
    'plantAdded',
    id,
    {
      name: 'Test Ember',
      code,
      crop: 'chilli',
      plantKind: 'clone',
      placeId: bed,
      note: null,
      seedParentId: null,
      pollenParentId: null,
      ...more,
    },
    daysAgo,
  )

beforeAll(async () => {
  keeper = await new Visitor().startGarden('Selection beds')
  planted = await plantedCross(keeper)
  bed = (await keeper.get<OpenGarden>('/api/garden')).places[0]!.id
  const { ids } = planted
  const codes = await keeper.codes(6)
  await note(
    entry('pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false }, 170),
    entry('takeNoted', ids.flower, { take: 'taken', reason: null }, 165),
    entry(
      'harvested',
      lot,
      {
        code: codes[0]!,
        crossId: ids.cross,
        flowers: [{ flowerId: ids.flower, fruits: 1 }],
        seeds: 20,
        sound: 20,
        empty: 0,
      },
      150,
    ),
    ...raising(ids, { lotId: lot, placeId: bed, plants: seedlings, codes: codes.slice(1) }, 140),
  )
})

describe('a selection', () => {
  it('gets its name, its breeder and its notes, and loses them when that is taken back', async () => {
    const [id] = seedlings
    const selected = entry('selected', id!, {
      name: 'Dusk Lantern',
      plantKind: 'clone',
      breeder: 'Una Sedge',
      note: 'holds its fruit up',
    })
    await note(selected)
    expect((await story(id!)).plant).toMatchObject({
      name: 'Dusk Lantern',
      plantKind: 'clone',
      selected: { breeder: 'Una Sedge', note: 'holds its fruit up' },
    })
    await keeper.send(undoing(selected.id))
    const { plant } = await story(id!)
    expect([plant.name, plant.selected]).toEqual([plant.code, null])
  })

  it('is multiplied: each is the same genotype with the same parents, and knows the others', async () => {
    const { ids } = planted
    const [one, two] = [v7(), v7()]
    const [a, b] = await keeper.codes(2)
    await note(
      added(one, a!, { clonedFrom: { plantId: ids.seedParent, by: 'cutting' } }),
      added(two, b!, { clonedFrom: { plantId: one, by: 'graft' } }),
    )
    expect((await story(two)).clones.map(c => c.id)).toEqual([ids.seedParent, one])
    expect((await story(ids.seedParent)).clones.map(c => c.id).sort()).toEqual([one, two].sort())
    const [c] = await keeper.codes()
    expect(
      await refusedWith(
        added(v7(), c!, {
          clonedFrom: { plantId: one, by: 'graft' },
          seedParentId: ids.pollenParent,
        }),
      ),
    ).toBe('What is multiplied from Test Ember has the same parents as it.')
  })

  it('goes on paper with its descent and its scores; a plant of another garden does not', async () => {
    await note(
      entry('scored', seedlings[0]!, { trait: 'leaf-colour', value: 1 }, 10),
      entry('remarked', seedlings[0]!, { words: 'leans' }, 9),
    )
    for (const id of [seedlings[0]!, planted.ids.seedParent]) {
      const { status, body } = await keeper.ask<Buffer>('GET', `/api/plants/${id}/sheet.pdf`)
      expect(status).toBe(200)
      expect(body.subarray(0, 5).toString()).toBe('%PDF-')
    }
    const other = await new Visitor().startGarden('Other beds')
    expect((await other.ask('GET', `/api/plants/${seedlings[0]}/sheet.pdf`)).status).toBe(404)
  })
})

describe('a photograph', () => {
  const photo = v7()
  it('is kept under its id, shown to the garden alone, and taken away by an entry', async () => {
    const { status } = await keeper.askBytes('PUT', `/api/photos/${photo}`, PICTURE)
    expect(status).toBe(200)
    await note(entry('photographed', seedlings[1]!, { photoId: photo, words: 'ripe' }, 3))
    expect((await story(seedlings[1]!)).plant.photos).toMatchObject([{ id: photo, words: 'ripe' }])
    expect((await keeper.ask<Buffer>('GET', `/api/photos/${photo}`)).body).toEqual(PICTURE)
    const other = await new Visitor().startGarden('Beds without pictures')
    expect((await other.ask('GET', `/api/photos/${photo}`)).status).toBe(404)
    const dropped = entry('photoDropped', seedlings[1]!, { photoId: photo })
    await note(dropped)
    expect((await story(seedlings[1]!)).plant.photos).toEqual([])
    await keeper.send(undoing(dropped.id))
    expect((await story(seedlings[1]!)).plant.photos).toHaveLength(1)
  })

  it('is one that browsers show, and not too large', async () => {
    const put = (bytes: Buffer) => keeper.askBytes('PUT', `/api/photos/${v7()}`, bytes)
    expect((await put(Buffer.from('<svg onload="alert(1)"/>'))).status).toBe(422)
    expect((await put(Buffer.alloc(0))).status).toBe(422)
    expect((await put(Buffer.concat([PICTURE, Buffer.alloc(2 * 1024 * 1024)]))).status).toBe(422)
    const guest = await keeper.withMember('guest')
    expect((await guest.askBytes('PUT', `/api/photos/${v7()}`, PICTURE)).status).toBe(403)
  })

  it('has no more room once those of the garden fill it', async () => {
    const visitor = await new Visitor().openDemo()
    const large = Buffer.concat([PICTURE, Buffer.alloc(2 * 1024 * 1024 - PICTURE.length)])
    const put = async () => (await visitor.askBytes('PUT', `/api/photos/${v7()}`, large)).status
    for (let kept = 0; kept < 9; kept++) expect(await put()).toBe(200)
    expect(await put()).toBe(422)
  })

  it('comes back with a backup of its garden', async () => {
    const { body } = await keeper.ask<{ garden: { id: string } }>('GET', '/api/garden/backup')
    const { db, close } = open(lane.databaseUrl)
    let text = ''
    await db.transaction(tx => backup(tx, body.garden.id, piece => void (text += piece)), SNAPSHOT)
    const { id } = await keeper.get<{ id: string }>('/api/garden')
    expect(id).toBe(body.garden.id)
    async function* pieces() {
      for (let at = 0; at < text.length; at += 1013) yield Buffer.from(text.slice(at, at + 1013))
    }
    const person = JSON.parse(text).people[0].id as string
    const back = await restore(db, pieces(), person)
    await close()
    await keeper.ask('PUT', '/api/session/garden', { gardenId: back.id })
    expect((await keeper.ask<Buffer>('GET', `/api/photos/${photo}`)).body).toEqual(PICTURE)
    await keeper.ask('PUT', '/api/session/garden', { gardenId: id })
  })
})

describe('a trial', () => {
  it('stands in the rows and repeats that it was laid out in, until a plant is moved', async () => {
    const plots = Array.from({ length: 4 }, () => v7())
    const codes = await keeper.codes(4)
    await note(
      ...plots.map((id, i) =>
        added(id, codes[i]!, { name: i % 2 ? 'Slate' : 'Amber', plantKind: 'line' }, 60),
      ),
      entry(
        'spotsGiven',
        bed,
        {
          spots: plots.map((plantId, i) => ({
            plantId,
            row: 1 + Math.floor(i / 2),
            at: 2 - (i % 2),
            block: 1 + Math.floor(i / 2),
          })),
        },
        59,
      ),
    )
    const page = await keeper.get<PlacePage>(`/api/garden/places/${bed}`)
    expect(page.plants.slice(0, 4).map(p => p.id)).toEqual([plots[1], plots[0], plots[3], plots[2]])
    await note(...plots.map((id, i) => entry('scored', id, { trait: 'height', value: 40 + i }, 20)))
    const { records } = await keeper.get<LinesPage>('/api/crops/chilli/lines?trait=height')
    expect(records.map(r => r.block).sort()).toEqual([`${bed} 1`, `${bed} 1`, `${bed} 2`, `${bed} 2`])

    const { plant } = await story(plots[0]!)
    const described = { name: plant.name, plantKind: plant.plantKind, note: null, placeId: null }
    await note(entry('plantDescribed', plots[0]!, described, 5))
    expect((await story(plots[0]!)).plant.spot).toBeNull()
    expect(
      await refusedWith(
        entry('spotsGiven', bed, { spots: [{ plantId: plots[0]!, row: 9, at: 1, block: null }] }),
      ),
    ).toBe('Amber stands at another place; move it there first.')
  })

  it.each([
    ['two plants on one spot', [1, 1], /Two plants cannot stand on one spot/],
    ['row nought', [0, 2], /\b1\b/],
  ])('is refused with %s', async (_, rows, why) => {
    const spots = rows.map((row, i) => ({ plantId: seedlings[i]!, row, at: 1, block: null }))
    expect(await refusedWith(entry('spotsGiven', bed, { spots }))).toMatch(why)
  })
})

describe('a plant that came of other pollen', () => {
  it('is set apart with its father, and counted again when it is back', async () => {
    const { ids } = planted
    const [, , , odd] = seedlings
    await note(entry('setApart', odd!, { pollenParentId: null, why: 'looks like nothing here' }, 8))
    const one = async () => (await story(odd!)).plant
    expect(await one()).toMatchObject({ pollenParentId: null, apart: { pollenParentId: ids.pollenParent } })
    // Set apart once more, now as a self: what it had as one of the family is not forgotten.
    await note(entry('setApart', odd!, { pollenParentId: ids.seedParent, why: 'a self' }, 7))
    expect(await one()).toMatchObject({
      pollenParentId: ids.seedParent,
      apart: { pollenParentId: ids.pollenParent, why: 'a self' },
    })
    const { selfs } = await keeper.get<FamilySelfsPage>(`/api/offspring/${ids.cross}/selfs`)
    expect(selfs?.plants.map(p => p.id) ?? []).not.toContain(odd)
    await note(entry('rejoined', odd!, {}, 6))
    expect(await one()).toMatchObject({ pollenParentId: ids.pollenParent, apart: null })
    expect(await refusedWith(entry('rejoined', odd!, {}))).toMatch(/is counted with its family/)
    expect(await refusedWith(entry('setApart', ids.seedParent, { pollenParentId: null, why: 'odd' }))).toBe(
      'Test Ember came of no cross of this garden; describe its parents instead.',
    )
  })

  it('may be of a flower in doubt; once that is settled nothing is said of it', async () => {
    const { ids } = planted
    const family = () => keeper.get<FamilyPage>(`/api/offspring/${ids.cross}`)
    const { doubtful, doubts } = await family()
    expect(doubts.length).toBeGreaterThan(0)
    expect(doubtful).toMatchObject([{ flower: { id: ids.flower }, others: 0 }])
    expect(new Set(doubtful[0]!.plants)).toEqual(new Set(seedlings))
    await note(entry('doubtSettled', ids.flower, { why: 'all of them look like hybrids' }))
    const after = await family()
    expect([after.doubtful, after.doubts]).toEqual([[], []])
  })
})
