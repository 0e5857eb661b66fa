/** Fathers are work, too: what is covered ahead, looked at and taken, and what it serves. */
import { describe, expect, it } from 'vitest'
import type { LoggedDeed } from '../log/entry'
import { deed, newId, withPayload } from '../testing/deeds'
import { cross, dayIn, gardenOf, plant } from '../testing/garden'
import type { ISODate } from '../time/days'
import { pollenWork, tubesFor } from './pollen'
import { stopsUntil } from './round'

const [mother, father, other, crossId, flowerId, tubeId] = Array.from({ length: 6 }, newId) as [
  string,
  string,
  string,
  string,
  string,
  string,
]
const shoot = (day: ISODate, ...more: LoggedDeed[]): LoggedDeed[] => [
  plant('2025-01-01', mother, 'Test Mother', 'sweetcorn'),
  plant('2025-01-01', father, 'Test Father', 'sweetcorn'),
  plant('2025-01-01', other, 'Test Other', 'sweetcorn'),
  cross('2026-01-10', 'sweetcorn', mother, father, crossId),
  deed(day, 'flowerChosen', flowerId, {
    code: '26-4RMX',
    crossId,
    seedParentId: mother,
    pollenParentId: father,
    blooms: 1,
  }),
  deed(day, 'flowerThinned', flowerId, { kept: 1 }),
  deed(day, 'isolated', flowerId, { way: 'paper' }),
  ...more,
]
const covered = (day: ISODate, donors = [father]) =>
  deed(day, 'donorCovered', tubeId, { code: '26-5TWK', crop: 'sweetcorn', donors, way: 'paper' })
const taken = (day: ISODate, more: object = {}) =>
  deed(day, 'donorTaken', tubeId, { stage: 'shedding', fresh: 12, ...more })
const steps = (deeds: LoggedDeed[], today: ISODate) =>
  stopsUntil(dayIn(gardenOf(deeds), today), today)
    .filter(stop => ['coverDonor', 'donorLook', 'collectPollen'].includes(stop.step))
    .map(({ step, plantId }) => [step, plantId])

describe('a father', () => {
  it('has its tassel covered on the day on which silks are cut, once for all its crosses', () => {
    const deeds = shoot('2026-07-20')
    expect(steps(deeds, '2026-07-20')).toEqual([])
    expect(steps(deeds, '2026-07-21')).toEqual([['coverDonor', father]])
    const second = newId()
    const both = [...deeds, cross('2026-01-10', 'sweetcorn', mother, father, second)]
    expect(steps(both, '2026-07-21')).toHaveLength(1)
    expect(steps([...deeds, covered('2026-07-21')], '2026-07-21')).toEqual([])
  })

  it('is looked at from the next day on, until it is taken', () => {
    const deeds = shoot('2026-07-20', deed('2026-07-21', 'silksCut', flowerId, {}), covered('2026-07-21'))
    expect(steps(deeds, '2026-07-22')).toEqual([['donorLook', father]])
    const notYet = [...deeds, deed('2026-07-22', 'donorLooked', tubeId, {})]
    expect(steps(notYet, '2026-07-22')).toEqual([])
    expect(steps(notYet, '2026-07-23')).toEqual([['donorLook', father]])
    expect(steps([...deeds, taken('2026-07-22')], '2026-07-23')).toEqual([])
  })

  it('gives again while it stays covered and somebody wants its pollen', () => {
    const gave = shoot('2026-07-20', covered('2026-07-21'), taken('2026-07-22', { stays: true }))
    expect(steps(gave, '2026-07-23')).toEqual([['donorLook', father]])
    const done = deed('2026-07-22', 'pollinated', flowerId, { pollenParentId: father, selfMeant: false })
    expect(steps([...gave, done], '2026-07-23')).toEqual([])
  })
})

describe('a father without visitors', () => {
  it('is not covered where nothing comes to it, unless the wind brings pollen', () => {
    const house = newId()
    const glass = deed('2026-01-02', 'placeSet', house, {
      shelter: 'glass',
      visitors: false,
      shade: 'sun',
      warmth: { by: 'weather' },
    })
    const dahlias = (placeId: string | null): LoggedDeed[] => {
      const donor = plant('2025-01-01', father, 'Test Father', 'dahlia')
      return [
        glass,
        plant('2025-01-01', mother, 'Test Mother', 'dahlia'),
        withPayload(donor, { placeId }),
        cross('2026-01-10', 'dahlia', mother, father, crossId),
        deed('2026-08-10', 'flowerChosen', flowerId, {
          code: '26-4RMX',
          crossId,
          seedParentId: mother,
          pollenParentId: father,
          blooms: 1,
        }),
        deed('2026-08-10', 'petalsOff', flowerId, { what: 'rays' }),
        deed('2026-08-10', 'isolated', flowerId, { way: 'mesh' }),
      ]
    }
    expect(steps(dahlias(null), '2026-08-10')).toEqual([['coverDonor', father]])
    expect(steps(dahlias(house), '2026-08-10')).toEqual([])
  })
})

describe('a fresh flower', () => {
  const served = (donors: string[]) => {
    const garden = gardenOf(shoot('2026-07-20', covered('2026-07-21', donors), taken('2026-07-22')))
    return tubesFor(dayIn(garden, '2026-07-22', { now: '2026-07-22T13:00:00.000Z' }), crossId)
  }

  it('is offered with its doses to the crosses of its plant', () => {
    expect(served([father])).toEqual([expect.objectContaining({ isFresh: true, donors: 1, left: 12 })])
    expect(served([other])).toEqual([])
  })

  it('mixed with others is a bulk', () => {
    expect(served([father, other])).toEqual([expect.objectContaining({ donors: 2 })])
  })

  it('is neither tubed nor tested', () => {
    const day = dayIn(gardenOf(shoot('2026-07-20', covered('2026-07-21'), taken('2026-07-22'))), '2026-07-22')
    expect([...pollenWork(day).values()].flat().map(({ due }) => due.step)).not.toContain('tubePollen')
  })
})
