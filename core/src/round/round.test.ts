import { describe, expect, it } from 'vitest'
import { builtInGuides } from '../crops/guides'
import { cropKnowledge } from '../crops/knowledge'
import { digestOf } from '../crops/digest'
import { fold } from '../log/fold'
import { chosen, deed, harvest, ids, newId, sow, upToPollination } from '../testing/deeds'
import { carryList, roundUntil } from './round'

const none = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] }
const crops = new Map(builtInGuides.map(guide => [guide.id, { guide, knowledge: cropKnowledge(guide, digestOf(none)) }]))
const waiting = (crop: string, placeId: string, id = newId()) => ({ ...fold('flower', id, upToPollination('2026-06-11', '2026-06-12', id).slice(0, 4))!, crop, placeId })
const fresh = (crop: string, placeId: string, id = newId()) => ({ ...fold('flower', id, [chosen('2026-06-12', id)])!, crop, placeId })

describe('the round', () => {
  it('begins with what closes first, then goes place by place', () => {
    const flowers = [fresh('chilli', 'b'), waiting('chilli', 'b'), waiting('squash', 'a'), waiting('chilli', 'a'), waiting('chilli', 'b')]
    const stops = roundUntil({ crosses: [], flowers, lots: [], sowings: [] }, crops, '2026-06-12')
    expect(stops.map(s => [s.crop, s.step, s.placeId])).toEqual([
      ['squash', 'look', 'a'], ['chilli', 'look', 'a'], ['chilli', 'look', 'b'], ['chilli', 'look', 'b'], ['chilli', 'emasculate', 'b'],
    ])
    expect(stops[0]!.hours).toEqual({ from: 5, to: 9 })
    expect(stops.at(-1)!.hours).toBeNull()
  })

  it('holds flowers, packets and trays that are due, and nothing that is not', () => {
    const lot = { ...fold('seedLot', ids.lot, [harvest('2026-06-10', 20, 20, 0)])!, crop: 'hellebore' }
    const sowing = { ...fold('sowing', ids.sowing, [sow('2026-06-01', 20), deed('2026-06-11', 'seedlingsUp', ids.sowing, { count: 2 })])!, crop: 'chilli' }
    const stops = (until: string) => roundUntil({ crosses: [], flowers: [], lots: [lot], sowings: [sowing] }, crops, '2026-06-12', until).map(s => s.step)
    expect(stops('2026-06-12')).toEqual(['sow'])
    expect(stops('2026-06-14').sort()).toEqual(['countUp', 'sow'])
  })

  it('says how late a stop is and what to take along', () => {
    const stops = roundUntil({ crosses: [], flowers: [fresh('chilli', 'a')], lots: [], sowings: [] }, crops, '2026-06-15')
    expect(stops[0]!.overdue).toBe(3)
    expect(carryList(stops)).toEqual(['fine forceps', 'spirit and wipes', 'lens'])
  })
})
