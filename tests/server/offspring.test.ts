/** Families: what is scored of them, by whom, and what other plants of the crop say beside them. */
import type { Deed } from '@virgulta/core/log/entry'
import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import type { FamilyBeside, FamilyPage } from '../../shared/offspring'
import { listAfter } from '../../shared/plantList'
import type { PlantStory } from '../../shared/plants'
import { Visitor, entry, plantedCross, raising, undoing } from './visitor'

let keeper: Visitor
let ids: Awaited<ReturnType<typeof plantedCross>>['ids']
const lot = v7()
const seedlings = Array.from({ length: 6 }, () => v7())

async function note(...deeds: Deed[]): Promise<void> {
  const { status, body } = await keeper.send(...deeds)
  if (status !== 200) throw new Error(JSON.stringify(body))
}
const refused = async (...deeds: Deed[]) => (await keeper.send(...deeds)).body.data
const family = (beside = '') => keeper.get<FamilyPage>(`/api/offspring/${ids.cross}${beside}`)
const scored = (plant: string, value: number, daysAgo: number, more: object = {}) =>
  entry('scored', plant, { trait: 'leaf-colour', value, ...more }, daysAgo)

beforeAll(async () => {
  keeper = await new Visitor().startGarden('Family beds')
  ;({ ids } = await plantedCross(keeper))
  const codes = await keeper.codes(8)
  await note(
    entry('seedReceived', lot, { code: codes[0]!, crossId: ids.cross, seeds: 40, from: 'a friend' }, 500),
    ...raising(ids, { lotId: lot, plants: seedlings, codes: codes.slice(1) }, 480),
  )
})

describe('a family', () => {
  it('keeps the looks of two people and a second look beside each other', async () => {
    await note(
      scored(seedlings[0]!, 0, 20, { by: 'Una' }),
      scored(seedlings[0]!, 1, 20, { by: 'Ivo' }),
      scored(seedlings[0]!, 0, 20, { by: 'Una', again: true }),
    )
    const { plants } = await family()
    const { scores } = plants.find(p => p.id === seedlings[0])!
    expect(scores.map(s => [s.value, s.by, s.again])).toEqual([
      [0, 'Una', undefined],
      [1, 'Ivo', undefined],
      [0, 'Una', true],
    ])
  })

  it('remembers what there was nothing to score of, and remarks; taken back, they are gone', async () => {
    const missing = entry('scoreMissing', seedlings[1]!, { trait: 'leaf-colour' }, 20)
    await note(missing, entry('remarked', seedlings[1]!, { words: 'one stem broke' }, 19))
    const one = async () => (await family()).plants.find(p => p.id === seedlings[1])!
    expect(await one()).toMatchObject({
      missing: [{ trait: 'leaf-colour' }],
      remarks: [{ words: 'one stem broke' }],
    })
    expect((await keeper.send(undoing(missing.id))).status).toBe(200)
    expect((await one()).missing).toEqual([])
    const story = await keeper.get<PlantStory>(`/api/plants/${seedlings[1]}`)
    expect(JSON.stringify(story)).toContain('one stem broke')
  })

  it('refuses what cannot be, in words: off the scale, no trait of the crop, before it came up', async () => {
    expect((await refused(scored(seedlings[2]!, 17, 10))).sentence).toMatch(/^leaf colour is one of: /)
    expect((await refused(entry('scored', seedlings[2]!, { trait: 'gone', value: 0 }, 10))).code).toBe(
      'unknown-trait',
    )
    expect((await refused(entry('scoreMissing', seedlings[2]!, { trait: 'gone' }, 10))).code).toBe(
      'unknown-trait',
    )
    expect((await refused(scored(seedlings[2]!, 0, 460))).sentence).toMatch(
      /^This plant was not in the garden yet on .*; add it first, or give a later day\.$/,
    )
  })

  it('shows the plants that it is to be compared with, of its own crop', async () => {
    const [pea, code] = [v7(), (await keeper.codes(1))[0]!]
    await note(
      entry('plantAdded', pea, {
        code,
        name: 'Some pea',
        crop: 'pea',
        plantKind: 'line',
        placeId: null,
        note: null,
        seedParentId: null,
        pollenParentId: null,
      }),
    )
    const { checks } = await family(`?beside=${ids.seedParent},${pea},${v7()}`)
    expect(checks.map(p => p.id)).toEqual([ids.seedParent])
    expect((await keeper.ask('GET', `/api/offspring/${ids.cross}?beside=nonsense`)).status).toBe(400)
  })

  it('is counted beside the others by its classes, and says what became of first looks', async () => {
    // Two plants are seen in another season, one of them otherwise than first.
    await note(
      scored(seedlings[3]!, 1, 420),
      scored(seedlings[3]!, 1, 20),
      scored(seedlings[4]!, 0, 420),
      scored(seedlings[4]!, 2, 20),
    )
    const ask = (trait: string) =>
      keeper.ask<FamilyBeside>('GET', `/api/offspring/${ids.cross}/beside?trait=${trait}`)
    const { families, later } = (await ask('leaf-colour')).body
    expect(families).toHaveLength(1)
    expect(families[0]!.counts.slice(0, 3)).toEqual([0, 2, 1])
    expect(later).toMatchObject({ plants: 2 })
    expect((await ask('height')).body).toEqual({ families: [], later: null })
    expect((await ask('gone')).status).toBe(404)
  })

  it('answers what changed to those who know the rest, and that comes to the same as all of it', async () => {
    let known = await family()
    const ways: (number | 'all')[] = []
    const follow = async () => {
      const changes = await family(`?since=${known.mark}`)
      const after = listAfter(known, changes)
      ways.push(after ? changes.plants.length : 'all')
      known = after ?? (await family())
      expect({ ...known, mark: '' }).toEqual({ ...(await family()), mark: '' })
    }
    await follow()
    const looks = [0, 2].map(i => scored(seedlings[i]!, 1, 3))
    await note(...looks)
    await follow()
    expect((await keeper.send(undoing(looks[0]!.id))).status).toBe(200)
    await follow()
    const [code, late] = [await keeper.codes(2), v7()]
    const more = raising(ids, { lotId: lot, plants: [late], codes: code }, 90)
    await note(...more)
    await follow()
    const last = scored(late, 0, 2)
    await note(last, scored(seedlings[1]!, 0, 2))
    await follow()
    const entries = [...more, last].reverse().map(deed => undoing(deed.id))
    expect((await keeper.ask('POST', '/api/entries', { entries, anyway: true })).status).toBe(200)
    await follow()
    expect(ways).toEqual([0, 2, 1, 'all', 2, 'all'])
    // What no answer gave is answered as if nothing were known.
    for (const since of ['nonsense', `${known.mark.split('-')[0]}-`, '0-1'])
      expect(await family(`?since=${since}`)).toMatchObject({ isChanges: false, count: known.count })
  })

  it('goes on paper, with all its plants or with none that were kept', async () => {
    await note(
      entry('judged', seedlings[3]!, { verdict: 'keep', reason: 'compact' }, 5),
      entry('judged', seedlings[4]!, { verdict: 'discard', reason: 'leggy' }, 5),
      entry('scored', seedlings[3]!, { trait: 'height', value: 42 }, 5),
    )
    const { status, body } = await keeper.ask<Buffer>('GET', `/api/offspring/${ids.cross}/sheet.pdf`)
    expect(status).toBe(200)
    expect(String(body).slice(0, 5)).toBe('%PDF-')
  })
})
