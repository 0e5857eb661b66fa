import { describe, expect, it } from 'vitest'
import type { PlanAhead } from '../ahead/plan'
import type { Half } from '../crops/half'
import type { Deed, LoggedDeed } from '../log/entry'
import { deed, ids, newId } from '../testing/deeds'
import { cross, dayIn, gardenOf, plant } from '../testing/garden'
import { stopsUntil } from './round'
import { beginnings, wayWork, waysOf } from './ways'

const WAY = newId()
const pedigree: PlanAhead = { kind: 'pedigree', plants: 4, kept: 2, generations: 3, looks: 3 }
const chosen = (plan: PlanAhead, from = '2026-06-01') =>
  deed('2026-05-01', 'wayChosen', WAY, { crop: 'chilli', plan, crossId: ids.cross, from })
type Added = Extract<Deed, { kind: 'plantAdded' }>['payload']
const child = (
  day: string,
  id: string,
  seedParentId: string,
  pollenParentId: string,
  more: Partial<Added> = {},
) =>
  deed(day, 'plantAdded', id, {
    ...{
      name: id.slice(-4),
      code: `26-${id.slice(-4)}`,
      crop: 'chilli',
      plantKind: 'seedling',
      placeId: null,
    },
    ...{ note: null, seedParentId, pollenParentId, ...more },
  })
const kept = (day: string, id: string) => deed(day, 'judged', id, { verdict: 'keep', reason: 'early' })
const ground = [
  plant('2025-03-01', ids.seedParent, 'Red Post', 'chilli'),
  plant('2025-03-01', ids.pollenParent, 'Blue Post', 'chilli'),
  cross('2025-06-10', 'chilli', ids.seedParent, ids.pollenParent, ids.cross),
]
const at = (today: string, deeds: LoggedDeed[], half?: Half) =>
  dayIn(gardenOf([...ground, ...deeds], half), today)
const wayAt = (today: string, deeds: LoggedDeed[], half?: Half) => waysOf(at(today, deeds, half))[0]!
const F1 = newId()

describe('a way over generations', () => {
  it('has each generation in its season, and is later where none of the first is there', () => {
    const { steps, late } = wayAt('2026-05-02', [chosen(pedigree)])
    expect(steps.map(step => [step.name, step.planned, step.raised, step.doneOn])).toEqual([
      ['F1', { from: '2026-05-20', to: '2026-09-25' }, 0, null],
      ['F2', { from: '2027-05-20', to: '2027-09-25' }, 0, null],
      ['F3', { from: '2028-05-20', to: '2028-09-25' }, 0, null],
    ])
    expect(late).toBe(0)
    const after = wayAt('2027-10-02', [chosen(pedigree)])
    expect(after.steps.map(step => step.foreseen!.from)).toEqual(['2028-05-20', '2029-05-20', '2030-05-20'])
    expect(after.late).toBe(731)
  })

  it('counts what is noted elsewhere: plants raised, crosses made of them, those kept', () => {
    const self = newId()
    const [one, two, last] = [newId(), newId(), newId()]
    const begun = [chosen(pedigree), child('2026-04-01', F1, ids.seedParent, ids.pollenParent)]
    expect(wayAt('2026-06-20', begun).steps[0]).toMatchObject({
      raised: 1,
      firstOn: '2026-04-01',
      doneOn: null,
    })
    const crossed = [...begun, cross('2026-06-12', 'chilli', F1, F1, self)]
    expect(wayAt('2026-06-20', crossed).steps[0]).toMatchObject({
      left: 1,
      doneOn: '2026-06-12',
      foreseen: null,
    })
    const second = [...crossed, child('2027-04-01', one, F1, F1), child('2027-04-02', two, F1, F1)]
    const half = [...second, cross('2027-06-20', 'chilli', one, one)]
    expect(wayAt('2027-06-21', half).steps[1]).toMatchObject({ raised: 2, left: 1, doneOn: null })
    const whole = [...half, cross('2027-06-22', 'chilli', two, two)]
    expect(wayAt('2027-06-23', whole).steps[1]).toMatchObject({ left: 2, doneOn: '2027-06-22' })
    const third = [...whole, child('2028-04-01', last, one, one), kept('2028-08-01', last)]
    expect(wayAt('2028-08-02', third).steps[2]).toMatchObject({ raised: 1, left: 1, doneOn: null })
    const said = deed('2028-08-03', 'wayStepDone', WAY, { step: 2, name: 'F3' })
    expect(wayAt('2028-08-04', [...third, said]).steps[2]!.doneOn).toBe('2028-08-03')
  })

  it('tells backcrosses from the selfs by which a hidden allele is seen', () => {
    const plan = { kind: 'backcross', plants: 2, times: 1, isHidden: true, hasMarker: false } as const
    const [back, tested] = [newId(), newId()]
    const deeds = [
      chosen(plan),
      child('2026-04-01', F1, ids.seedParent, ids.pollenParent),
      child('2027-04-01', back, F1, ids.seedParent),
      child('2028-04-01', tested, back, back),
    ]
    const { steps } = wayAt('2028-05-01', deeds)
    expect(steps.map(step => [step.name, step.raised])).toEqual([
      ['F1', 1],
      ['BC1', 1],
      ['BC1F2', 1],
    ])
    expect(steps[1]!.doneOn).not.toBeNull()
  })

  it('of a clone looks at those kept, and is done when one of them is multiplied', () => {
    const plan: PlanAhead = { kind: 'clone', plants: 3, kept: 1, looks: 2 }
    const [best, other, cutting] = [newId(), newId(), newId()]
    const raised = [
      chosen(plan),
      ...[best, other].map(id => child('2026-04-01', id, ids.seedParent, ids.pollenParent)),
      kept('2026-08-01', best),
    ]
    expect(wayAt('2026-08-02', raised).steps).toMatchObject([
      { raised: 2, left: 1, doneOn: '2026-08-01' },
      { raised: 1, left: 0, doneOn: null },
    ])
    const many = child('2027-03-01', cutting, ids.seedParent, ids.pollenParent, {
      plantKind: 'clone',
      clonedFrom: { plantId: best, by: 'cutting' },
    })
    expect(wayAt('2027-08-02', [...raised, many]).steps[1]).toMatchObject({ left: 1, foreseen: null })
  })

  it('lies in the season of the garden: south of the equator about New Year', () => {
    const { steps } = wayAt('2026-05-02', [chosen(pedigree, '2026-12-01')], 'south')
    expect(steps.map(step => step.planned.from.slice(0, 7))).toEqual(['2026-11', '2027-11', '2028-11'])
  })

  it('comes into the round while its generation flowers, and into no round once it is left', () => {
    const deeds = [chosen(pedigree), child('2026-04-01', F1, ids.seedParent, ids.pollenParent)]
    expect(wayWork(at('2026-05-02', deeds), 'chilli').map(({ due }) => due.from)).toEqual([
      '2026-05-20',
      '2027-05-20',
      '2028-05-20',
    ])
    expect(stopsUntil(at('2026-06-01', deeds), '2026-06-01')).toContainEqual(
      expect.objectContaining({
        step: 'goOn',
        subject: { type: 'way', id: WAY },
        plantId: null,
        placeId: null,
        because: expect.stringContaining('harvest it, and sow 4 seeds. So far 1 raised, 1 planned.'),
        way: { step: 0, name: 'F1' },
      }),
    )
    const left = deed('2026-05-03', 'wayEnded', WAY, { reason: 'no room' })
    expect(wayWork(at('2026-05-04', [...deeds, left]), 'chilli')).toEqual([])
  })

  it('can begin with any cross of the crop, whose offspring flower once they are raised', () => {
    const sown = (day: string) => [
      deed('2025-09-01', 'seedReceived', ids.lot, {
        code: '25-7HNA',
        crossId: ids.cross,
        seeds: 40,
        from: 'a friend',
      }),
      deed(day, 'sown', ids.sowing, {
        ...{
          code: '26-5TWK',
          lotId: ids.lot,
          crossId: ids.cross,
          seeds: 20,
          container: 'tray',
          placeId: null,
        },
      }),
      deed(day, 'seedlingsUp', ids.sowing, { count: 9 }),
    ]
    expect(beginnings(at('2026-04-02', []), 'chilli')).toMatchObject([
      { cross: { id: ids.cross }, from: '2027-05-20' },
    ])
    expect(beginnings(at('2026-04-02', sown('2026-03-01')), 'chilli')).toMatchObject([{ from: '2026-05-20' }])
    expect(beginnings(at('2026-04-02', []), 'rose')).toEqual([])
  })
})
