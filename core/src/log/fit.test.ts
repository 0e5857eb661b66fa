import { describe, expect, it } from 'vitest'
import { chilli } from '../crops/guides/chilli'
import { squash } from '../crops/guides/squash'
import { chosen, deed, harvest, ids, newId, sow, withPayload } from '../testing/deeds'
import type { LoggedDeed } from './entry'
import type { Surroundings } from './fit'
import { checkFit } from './fit'
import type { States } from './fold'
import { fold } from './fold'
import type { SubjectType } from './kind'
import { Refusal } from './refusal'

const plant = (id: string, crop: string, ...more: LoggedDeed[]) =>
  fold('plant', id, [
    deed('2026-01-01', 'plantAdded', id, {
      code: '26-4RMX',
      name: `The ${crop}`,
      crop,
      plantKind: 'line',
      placeId: null,
      note: null,
      seedParentId: null,
      pollenParentId: null,
    }),
    ...more,
  ])!
const planned = deed('2026-05-01', 'crossPlanned', ids.cross, {
  code: '26-4RMX',
  crop: 'chilli',
  seedParentId: ids.seedParent,
  pollenParentId: ids.pollenParent,
  selfMeant: false,
  aim: 'low',
  flowersPlanned: 3,
  keepersWanted: 1,
})
const state: Partial<Record<SubjectType, Record<string, unknown>>> = {
  plant: {
    [ids.seedParent]: plant(ids.seedParent, 'chilli'),
    [ids.pollenParent]: plant(ids.pollenParent, 'chilli'),
    [ids.other]: plant(ids.other, 'squash'),
  },
  cross: { [ids.cross]: fold('cross', ids.cross, [planned]) },
  flower: { [ids.flower]: fold('flower', ids.flower, [chosen('2026-06-01')]) },
  seedLot: { [ids.lot]: { code: '26-5TWK', crossId: ids.cross } },
  sowing: { [ids.sowing]: { code: '26-7HNA', crossId: ids.cross } },
}
const around: Surroundings = {
  find: <T extends SubjectType>(type: T, id: string) => state[type]?.[id] as States[T] | undefined,
  guide: crop => [chilli, squash].find(g => g.id === crop),
  hasPlace: id => id === 'here',
  own: () => ({ traits: [], loci: [], rules: [], inheritances: [] }),
}
const refused = (made: LoggedDeed, changed: Partial<Surroundings> = {}) => {
  try {
    checkFit(made, { ...around, ...changed })
  } catch (error) {
    return error instanceof Refusal ? [error.code, error.field] : error
  }
  return null
}

describe('a deed among the things around it', () => {
  // Codes as the garden gives them out, so that only what is meant is wrong.
  const good = '26-2A4E'

  it('fits when everything belongs together', () => {
    expect(refused(withPayload(planned, { code: good }))).toBeNull()
    expect(refused(withPayload(chosen('2026-06-01'), { code: good }))).toBeNull()
    expect(refused(withPayload(harvest('2026-08-01', 3, 3, 0), { code: good }))).toBeNull()
    expect(refused(withPayload(sow('2026-09-01', 3), { code: good }))).toBeNull()
  })

  it('plans batches and work at plants of its crop that live', () => {
    const batch = deed('2026-05-01', 'batchPlanned', newId(), {
      code: good,
      crop: 'chilli',
      plantId: ids.seedParent,
      on: '2026-06-01',
      why: 'stock',
    })
    const task = deed('2026-05-01', 'taskPlanned', newId(), {
      does: 'holdBack',
      crop: 'chilli',
      plantId: ids.pollenParent,
      forId: null,
      from: '2026-06-01',
      until: '2026-06-02',
      why: 'to meet',
    })
    expect([refused(batch), refused(task)]).toEqual([null, null])
    expect(refused(withPayload(batch, { plantId: ids.other }))).toEqual(['other-crop', 'plantId'])
    expect(refused(withPayload(task, { plantId: ids.other }))).toEqual(['other-crop', 'plantId'])
    const lost = plant(
      ids.seedParent,
      'chilli',
      deed('2026-04-01', 'plantLost', ids.seedParent, { reason: 'frost' }),
    )
    const find = <T extends SubjectType>(type: T, id: string) =>
      (id === ids.seedParent ? lost : around.find(type, id)) as States[T] | undefined
    expect(refused(batch, { find })).toEqual(['plant-lost', 'plantId'])
  })

  it('asks about a parent that was struck off', () => {
    const struck = plant(
      ids.pollenParent,
      'chilli',
      deed('2026-04-01', 'struckOff', ids.pollenParent, { reason: 'sickly' }),
    )
    const find = <T extends SubjectType>(type: T, id: string) =>
      (id === ids.pollenParent ? struck : around.find(type, id)) as States[T] | undefined
    expect(refused(withPayload(planned, { code: good }), { find })).toEqual(['unlikely', 'pollenParentId'])
    expect(() => checkFit(withPayload(planned, { code: good }), { ...around, find }, false)).not.toThrow()
    expect(refused(withPayload(planned, { code: good, flowersPlanned: 0 }), { find })).toBeNull()
  })

  it('has no parent that was sown when its child was there', () => {
    const [parent, child] = [newId(), newId()]
    const sown = sow('2026-03-01', 3)
    const of = {
      [parent]: { ...plant(parent, 'chilli'), name: 'Late Bell', sowingId: ids.sowing },
      [child]: { ...plant(child, 'chilli'), since: '2025-05-01' },
      [ids.sowing]: fold('sowing', ids.sowing, [sown]),
    }
    const find = <T extends SubjectType>(type: T, id: string) =>
      (of[id] ?? around.find(type, id)) as States[T] | undefined
    const described = deed('2026-06-01', 'plantDescribed', child, {
      ...{
        name: 'Old Bell',
        plantKind: 'line',
        placeId: null,
        note: null,
        seedParentId: null,
        pollenParentId: parent,
      },
    })
    expect(refused(described, { find })).toEqual(['younger-parent', 'pollenParentId'])
    expect(() => checkFit(described, { ...around, find })).toThrow(
      'Late Bell was sown on 1 March 2026, and Old Bell was there by 1 May 2025: a parent is older than its child.',
    )
    of[child] = { ...of[child]!, since: '2026-09-01' } as never
    expect(refused(described, { find })).toBeNull()
    const added = (day: string) =>
      deed(day, 'plantAdded', child, {
        ...{ code: good, name: 'Old Bell', crop: 'chilli', plantKind: 'seedling', placeId: null, note: null },
        ...{ seedParentId: parent, pollenParentId: null },
      })
    expect(refused(added('2026-02-01'), { find })).toEqual(['younger-parent', 'seedParentId'])
    expect(refused(added('2026-09-01'), { find })).toBeNull()
  })

  it('goes a way that begins with a cross of its crop', () => {
    const way = (crop: string) =>
      deed('2026-06-01', 'wayChosen', newId(), {
        ...{
          crop,
          plan: { kind: 'clone', plants: 9, kept: 2, looks: 1 },
          crossId: ids.cross,
          from: '2027-06-01',
        },
      })
    expect(refused(way('chilli'))).toBeNull()
    expect(refused(way('squash'))).toEqual(['other-crop', 'crossId'])
  })

  it('has a tag code that checks', () => {
    expect(refused(withPayload(planned, { code: '26-2A4F' }))).toEqual(['bad-code', 'code'])
  })

  it('stands at a place of the garden', () => {
    expect(refused(withPayload(sow('2026-09-01', 3), { code: good, placeId: 'elsewhere' }))).toEqual([
      'unknown-place',
      'placeId',
    ])
    expect(refused(withPayload(sow('2026-09-01', 3), { code: good, placeId: 'here' }))).toBeNull()
  })

  it('joins parents of one crop that has a guide', () => {
    expect(refused(withPayload(planned, { code: good, pollenParentId: ids.other }))).toEqual([
      'wide-cross',
      'pollenParentId',
    ])
    expect(
      refused(withPayload(planned, { code: good, pollenParentId: ids.other, wideMeant: true })),
    ).toBeNull()
    expect(refused(withPayload(planned, { code: good, seedParentId: ids.other }))).toEqual([
      'other-crop',
      'seedParentId',
    ])
    expect(refused(withPayload(planned, { code: good, crop: 'moss' }))).toEqual(['unknown-crop', 'crop'])
  })

  it('joins crops of one genus without asking, and brings the pollen that was planned', () => {
    const guide = (crop: string) => ({ chilli, squash: { ...squash, botanical: 'Capsicum pubescens' } })[crop]
    expect(refused(withPayload(planned, { code: good, pollenParentId: ids.other }), { guide })).toBeNull()
    const pollinated = deed('2026-06-02', 'pollinated', ids.flower, {
      pollenParentId: ids.other,
      selfMeant: false,
    })
    expect(refused(pollinated)).toEqual(['other-crop', 'pollenParentId'])
    const wide = { ...(state.cross![ids.cross] as object), pollenParentId: ids.other }
    const find = <T extends SubjectType>(type: T, id: string) =>
      (type === 'cross' ? wide : around.find(type, id)) as States[T] | undefined
    expect(refused(pollinated, { find })).toBeNull()
  })

  it('makes no plant its own forebear when parents are corrected', () => {
    const child = plant(ids.other, 'chilli')
    const grandchild = { ...plant(ids.pollenParent, 'chilli'), seedParentId: ids.other }
    const find = <T extends SubjectType>(type: T, id: string) =>
      (type === 'plant'
        ? { [ids.other]: child, [ids.pollenParent]: grandchild }[id]
        : around.find(type, id)) as States[T] | undefined
    const described = (seedParentId: string | null) =>
      deed('2026-06-02', 'plantDescribed', ids.other, {
        name: 'Child',
        plantKind: 'line',
        placeId: null,
        note: null,
        seedParentId,
      })
    expect(refused(described(ids.pollenParent), { find })).toEqual(['own-forebear', 'seedParentId'])
    expect(refused(described(ids.other), { find })).toEqual(['own-forebear', 'seedParentId'])
    expect(refused(described(null), { find })).toBeNull()
  })

  it('uses no plant that is lost', () => {
    const lost = plant(
      ids.seedParent,
      'chilli',
      deed('2026-02-01', 'plantLost', ids.seedParent, { reason: 'frost' }),
    )
    const find = <T extends SubjectType>(type: T, id: string) =>
      id === ids.seedParent ? (lost as States[T]) : around.find(type, id)
    expect(refused(withPayload(chosen('2026-06-01'), { code: good }), { find })).toEqual([
      'plant-lost',
      'seedParentId',
    ])
    expect(refused(withPayload(planned, { code: good }), { find })).toEqual(['plant-lost', 'seedParentId'])
    // Of a cross that was made elsewhere only the seed is here.
    expect(refused(withPayload(planned, { code: good, flowersPlanned: 0 }), { find })).toBeNull()
  })

  it('chooses flowers on the seed parent of the cross only', () => {
    expect(
      refused(withPayload(chosen('2026-06-01'), { code: good, seedParentId: ids.pollenParent })),
    ).toEqual(['other-seed-parent', 'seedParentId'])
  })

  it('asks before one plant is both parents, and not of a population', () => {
    const self = { pollenParentId: ids.seedParent, selfMeant: false }
    const pass = deed('2026-06-02', 'pollinated', ids.flower, self)
    const plan = withPayload(planned, { ...self, code: good })
    for (const made of [pass, plan]) {
      expect(refused(made)).toEqual(['self-meant', 'pollenParentId'])
      expect(refused(withPayload(made, { selfMeant: true }))).toBeNull()
      const many = { ...plant(ids.seedParent, 'chilli'), plantKind: 'population' as const }
      const find = ((type: SubjectType, id: string) =>
        id === ids.seedParent ? many : around.find(type, id)) as Surroundings['find']
      expect(refused(made, { find })).toBeNull()
    }
  })

  it('takes pollen of visitors and of a bulk, of its own crop', () => {
    const pass = (more: object) =>
      refused(
        deed('2026-06-02', 'pollinated', ids.flower, { pollenParentId: null, selfMeant: false, ...more }),
      )
    expect([pass({}), pass({ bulkOf: 3 })]).toEqual([null, null])
  })

  it('brings pollen of the same crop', () => {
    expect(
      refused(deed('2026-06-02', 'pollinated', ids.flower, { pollenParentId: ids.other, selfMeant: false })),
    ).toEqual(['other-crop', 'pollenParentId'])
  })

  it('keeps seed, trays and seedlings with their cross', () => {
    const other = newId()
    const untagged = withPayload(harvest('2026-08-01', 3, 3, 0), { code: good, flowers: [], untagged: 2 })
    expect(refused(untagged)).toEqual(['untagged', 'untagged'])
    const open = { ...(state.cross![ids.cross] as object), pollenParentId: null }
    const find = ((type, id) => (type === 'cross' ? open : state[type]?.[id])) as Surroundings['find']
    expect(refused(untagged, { find })).toBeNull()
    expect(refused(withPayload(harvest('2026-08-01', 3, 3, 0), { code: good, crossId: other }))).toEqual([
      'other-cross',
      undefined,
    ])
    expect(refused(withPayload(sow('2026-09-01', 3), { code: good, crossId: other }))).toEqual([
      'other-cross',
      undefined,
    ])
    const raised = (pollenParentId: string) =>
      deed('2026-10-01', 'seedlingsRaised', ids.sowing, {
        plants: [{ id: newId(), code: good }],
        crop: 'chilli',
        crossId: ids.cross,
        seedParentId: ids.seedParent,
        pollenParentId,
        placeId: null,
      })
    expect(refused(raised(ids.pollenParent))).toBeNull()
    expect(refused(raised(ids.other))).toEqual(['other-cross', undefined])
  })

  it('scores a trait of the crop on its scale', () => {
    const score = (trait: string, value: number) =>
      deed('2026-07-01', 'scored', ids.seedParent, { trait, value })
    expect(refused(score('leaf-colour', 3))).toBeNull()
    expect(refused(score('leaf-colour', 4))).toEqual(['off-scale', 'value'])
    expect(refused(score('leaf-colour', 1.5))).toEqual(['off-scale', 'value'])
    expect(refused(score('height', 301))).toEqual(['off-scale', 'value'])
    expect(refused(score('height', 41.5))).toBeNull()
    expect(refused(score('skin', 1))).toEqual(['unknown-trait', 'trait'])
  })
})
