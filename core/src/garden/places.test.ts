import { describe, expect, it } from 'vitest'
import type { LoggedDeed } from '../log/entry'
import type { Conditions } from '../places/kinds'
import { OPEN_BED } from '../places/place'
import { chosen, deed, ids, newId, withPayload } from '../testing/deeds'
import { cross, dayIn, gardenOf, plant } from '../testing/garden'
import { bloomGround } from './blooms'
import { flowerDoubts } from './doubts'
import { conditionsAt } from './conditions'
import { conditionsOf, hoursAt, hoursUnder } from './places'
import { stopsUntil } from './round'

const [bed, house] = [newId(), newId()]
const glass: Conditions = { ...OPEN_BED, shelter: 'glass', visitors: false }

/** A plant at a place, crossed; its flower has its anthers out and waits. */
const crossedAt = (crop: string, placeId: string, more: LoggedDeed[] = []): LoggedDeed[] => {
  const mother = plant('2026-05-01', ids.seedParent, 'Test Ember', crop)
  return [
    withPayload(mother, { placeId }),
    plant('2026-05-01', ids.pollenParent, 'Test Lantern', crop),
    deed('2026-05-02', 'placeSet', house, glass),
    cross('2026-05-03', crop, ids.seedParent, ids.pollenParent, ids.cross),
    chosen('2026-06-01'),
    deed('2026-06-01', 'emasculated', ids.flower, { school: 'pluck' }),
    deed('2026-06-01', 'lensChecked', ids.flower, { found: 'clean' }),
    ...more,
  ]
}
const pollinated = deed('2026-06-03', 'pollinated', ids.flower, {
  pollenParentId: ids.pollenParent,
  selfMeant: false,
})
const movedTo = (day: string, placeId: string) =>
  deed(day, 'plantDescribed', ids.seedParent, {
    name: 'Test Ember',
    plantKind: 'clone',
    placeId,
    note: null,
  })
const stepAt = (deeds: LoggedDeed[], today: string) =>
  stopsUntil(dayIn(gardenOf(deeds), today), today).find(stop => stop.subject.id === ids.flower)?.step
const doubtsOf = (deeds: LoggedDeed[]) => {
  const day = dayIn(gardenOf(deeds), '2026-06-10')
  const { states, crops } = day.garden
  const flower = states.flower.get(ids.flower)!
  return flowerDoubts(day, flower, crops.get(states.cross.get(ids.cross)!.crop)!.guide)
}

describe('a plant that stands where it is warm', () => {
  const warmth = (low: number, high: number): Conditions => ({
    ...glass,
    warmth: { by: 'range', low, high },
  })
  const gained = (deeds: LoggedDeed[], plantId: string) => {
    const curves = bloomGround(dayIn(gardenOf(deeds), '2026-06-12'))
      .crops.get('chilli')!
      .curvesOf(plantId)
    return curves.map(({ sums }) => Math.round(sums[sums.length - 1]! - sums[sums.length - 2]!))
  }

  it('gains its own warmth day by day, whatever the weather outside, and what stands outside does not', () => {
    const grown = crossedAt('chilli', house)
    // Above 6 °C by the guide: a day between 18 and 26 °C brings sixteen degree days.
    expect(gained([...grown, deed('2026-05-04', 'placeSet', house, warmth(18, 26))], ids.seedParent)).toEqual(
      [16],
    )
    expect(gained([...grown, deed('2026-05-04', 'placeSet', house, warmth(10, 14))], ids.seedParent)).toEqual(
      [6],
    )
    // Outside no weather is known here.
    expect(gained(grown, ids.seedParent)).toEqual([])
    expect(
      gained([...grown, deed('2026-05-04', 'placeSet', house, warmth(18, 26))], ids.pollenParent),
    ).toEqual([])
  })
})

describe('a flower under glass', () => {
  it('is not to be covered, and gets its look at once; in the bed it is covered first', () => {
    expect(stepAt(crossedAt('rose', bed), '2026-06-02')).toBe('isolate')
    expect(stepAt(crossedAt('rose', house), '2026-06-02')).toBe('look')
  })

  it('is in no doubt for want of a cover; in the bed it is', () => {
    expect(doubtsOf(crossedAt('rose', bed, [pollinated])).join()).toMatch(/not isolated/)
    expect(doubtsOf(crossedAt('rose', house, [pollinated]))).toEqual([])
  })

  it('that was open when it was chosen is in doubt only where visitors can have been', () => {
    const openAt = (placeId: string) =>
      doubtsOf(
        crossedAt('rose', placeId).map(one =>
          one.kind === 'flowerChosen' ? withPayload(one, { stage: 'open' }) : one,
        ),
      ).join()
    expect(openAt(bed)).toMatch(/open before it was covered/)
    expect(openAt(house)).toBe('')
  })

  it('is covered all the same where the wind brings the pollen', () => {
    expect(stepAt(crossedAt('wheat', house), '2026-06-02')).toBe('isolate')
    expect(doubtsOf(crossedAt('wheat', house, [pollinated])).join()).toMatch(/not isolated/)
  })

  it('is in doubt where its plant stood outside on one of the days, and not for what was before', () => {
    const out = crossedAt('rose', house, [movedTo('2026-06-02', bed), pollinated])
    expect(doubtsOf(out).join()).toMatch(/not isolated/)
    const later = crossedAt('rose', house, [pollinated, movedTo('2026-06-05', bed)])
    expect(doubtsOf(later)).toEqual([])
  })
})

describe('where a plant stood', () => {
  it('is known for each day, also for the days before it was noted', () => {
    const day = dayIn(gardenOf(crossedAt('rose', house, [movedTo('2026-07-01', bed)])), '2026-08-01')
    const shelters = ['2026-01-01', '2026-06-30', '2026-07-01', '2026-08-01'].map(
      on => conditionsAt(day, ids.seedParent, on).shelter,
    )
    expect(shelters).toEqual(['glass', 'glass', 'open', 'open'])
  })

  it('is like the place it became part of, where nothing was told of it', () => {
    const day = dayIn(gardenOf(crossedAt('rose', bed)), '2026-06-02', {
      resolved: id => (id === bed ? house : id),
    })
    expect(conditionsAt(day, ids.seedParent, '2026-06-02').shelter).toBe('glass')
  })
})

describe('the hours at a place', () => {
  it('follow what was told of its warmth, where no weather is known too', () => {
    const warm: Conditions = { ...glass, warmth: { by: 'range', low: 24, high: 30 } }
    const cold: Conditions = { ...glass, warmth: { by: 'range', low: 6, high: 8 } }
    const at = (conditions: Conditions) => {
      const deeds = crossedAt('chilli', house, [deed('2026-06-01', 'placeSet', house, conditions)])
      const day = dayIn(gardenOf(deeds), '2026-06-02', { isSited: true })
      return hoursAt(day, day.garden.crops.get('chilli')!.guide, house).opens
    }
    expect(at(warm).at!).toBeLessThan(at(warm).usual)
    expect(at(cold).at === null || at(cold).at! > at(cold).usual).toBe(true)
    expect(at(cold).because.join()).toMatch(/cool/)
  })

  it('are told for each kind of place where plants of the crop stand, the commonest first', () => {
    const third = plant('2026-05-01', newId(), 'Test Third', 'rose')
    const deeds = crossedAt('rose', house, [third])
    const day = dayIn(gardenOf(deeds), '2026-06-02', { isSited: true })
    const [first, second] = conditionsOf(day, 'rose')
    expect([first!.shelter, second!.shelter]).toEqual(['open', 'glass'])
    const rose = day.garden.crops.get('rose')!.guide
    const ahead = hoursUnder(day, glass, rose, 3).receptive
    expect(ahead.high! - ahead.low!).toBeGreaterThan(
      hoursUnder(day, glass, rose).receptive.high! - hoursUnder(day, glass, rose).receptive.low!,
    )
  })
})
