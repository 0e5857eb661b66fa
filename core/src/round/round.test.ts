import { describe, expect, it } from 'vitest'
import { builtInGuides } from '../crops/guides/all'
import { cropKnowledge } from '../crops/knowledge'
import { NO_RECORDS } from '../crops/digest'
import type { Cross } from '../crosses/cross'
import type { Flower } from '../flowers/flower'
import { withCustoms } from '../crops/ownGuide'
import { fold } from '../log/fold'
import type { SeedLot } from '../seed/lot'
import type { Sowing } from '../seed/sowing'
import { chosen, deed, harvest, ids, newId, sow, upToPollination } from '../testing/deeds'
import { cross } from '../testing/garden'
import type { BloomDue } from '../bloom/due'
import type { PlantWork, CropOnRound } from './round'
import { roundUntil } from './round'
import { carryList, merged } from './stop'

const none = {
  crosses: [] as Cross[],
  flowers: [] as Flower[],
  lots: [] as SeedLot[],
  sowings: [] as Sowing[],
  offspring: [],
}
/** What stands, crop by crop, and nothing of the others. */
const standing = (of: Record<string, Partial<typeof none>>) =>
  builtInGuides.map(guide => ({
    guide,
    knowledge: cropKnowledge(guide, NO_RECORDS),
    history: { ...none, ...of[guide.id] } as CropOnRound['history'],
  }))
const at = (placeId: string, state: Flower): Flower => ({ ...state, seedParentId: `plant at ${placeId}` })
const placeOf = (plantId: string) => plantId.replace('plant at ', '')
const ground = { today: '2026-06-12', placeOf }
const waiting = (placeId: string, id = newId()) =>
  at(placeId, fold('flower', id, upToPollination('2026-06-11', '2026-06-12', id).slice(0, 4))!)
const fresh = (placeId: string, id = newId()) => at(placeId, fold('flower', id, [chosen('2026-06-12', id)])!)

describe('the round', () => {
  it('begins with what closes first, then goes place by place', () => {
    const crops = standing({
      chilli: { flowers: [fresh('b'), waiting('b'), waiting('a'), waiting('b')] },
      squash: { flowers: [waiting('a')] },
    })
    const stops = roundUntil(crops, ground)
    expect(stops.map(s => [s.crop, s.step, s.placeId])).toEqual([
      ['squash', 'look', 'a'],
      ['chilli', 'look', 'a'],
      ['chilli', 'look', 'b'],
      ['chilli', 'look', 'b'],
      ['chilli', 'emasculate', 'b'],
    ])
    expect(stops[0]!.hours).toEqual({ from: 5, to: 9, weather: null })
    expect(stops.at(-1)!.hours).toBeNull()
  })

  it('is walked at the hours that are the habit of the garden, where the flower allows them', () => {
    const crops = standing({ chilli: { flowers: [waiting('a')] } })
    const withHabit = (hour: string) =>
      crops.map(crop => ({ ...crop, guide: withCustoms(crop.guide, { hour }) }))
    expect(roundUntil(withHabit('lateMorning'), ground)[0]!.hours).toEqual({
      from: 9,
      to: 10.5,
      weather: null,
    })
    const early = crops.map(crop => ({
      ...crop,
      guide: withCustoms(
        { ...crop.guide, receptive: { ...crop.guide.receptive, hours: { from: 13, to: 15 } } },
        { hour: 'lateMorning' },
      ),
    }))
    expect(roundUntil(early, ground)[0]!.hours).toEqual({
      from: 13,
      to: 15,
      weather: 'Not in the late morning, as is the habit here: the flower is not ready then.',
    })
  })

  it('asks for flowers while their own plant is foretold to bloom', () => {
    const cross = fold('cross', ids.cross, [
      deed('2026-06-01', 'crossPlanned', ids.cross, {
        code: '26-4RMX',
        crop: 'chilli',
        seedParentId: ids.seedParent,
        pollenParentId: ids.pollenParent,
        selfMeant: false,
        aim: 'low',
        flowersPlanned: 3,
        keepersWanted: 1,
      }),
    ])!
    const crops = standing({ chilli: { crosses: [cross] } as never })
    const from = (bloom: string) =>
      roundUntil(crops, {
        ...ground,
        bloomOf: () => ({ from: bloom, to: '2026-08-01', over: '2026-08-10' }),
      }).map(s => s.step)
    expect([from('2026-06-10'), from('2026-06-14')]).toEqual([['choose'], []])
  })

  it('takes in the work that blooms ask for, at the place of the plant, with its tools', () => {
    const work = (step: BloomDue['step'], from: string, plantId: string): PlantWork => ({
      subject: { type: 'task', id: newId() },
      code: '26-4RMX',
      crossId: null,
      parents: null,
      plantId,
      due: { step, from, until: from, because: 'to meet' },
    })
    const crops = standing({}).map(crop =>
      crop.guide.id === 'chilli'
        ? {
            ...crop,
            work: [
              work('sowBatch', '2026-06-12', 'plant at b'),
              work('collectPollen', '2026-06-10', 'plant at a'),
              work('holdBack', '2026-06-20', 'plant at a'),
            ],
          }
        : crop,
    )
    const stops = roundUntil(crops, ground)
    expect(stops.map(s => [s.step, s.placeId, s.overdue])).toEqual([
      ['collectPollen', 'a', 2],
      ['sowBatch', 'b', 0],
    ])
    expect(carryList(stops)).toEqual(
      expect.arrayContaining([
        { what: 'dishes or bags', count: null },
        { what: 'trays', count: null },
      ]),
    )
  })

  it('holds flowers, packets and trays that are due, and nothing that is not', () => {
    const lot = fold('seedLot', ids.lot, [harvest('2026-06-10', 20, 20, 0)])!
    const sowing = fold('sowing', ids.sowing, [
      sow('2026-06-01', 20),
      deed('2026-06-11', 'seedlingsUp', ids.sowing, { count: 2 }),
    ])!
    const crops = standing({ hellebore: { lots: [lot] }, chilli: { sowings: [sowing] } })
    const stops = (until: string) => roundUntil(crops, ground, until).map(s => s.step)
    expect(stops('2026-06-12')).toEqual(['sow'])
    expect(stops('2026-06-14').sort()).toEqual(['countUp', 'sow'])
  })

  it('says how late a stop is and what to take along', () => {
    const stops = roundUntil(standing({ chilli: { flowers: [fresh('a')] } }), {
      ...ground,
      today: '2026-06-15',
    })
    expect(stops[0]!.overdue).toBe(3)
    expect(carryList(stops)).toEqual(
      ['fine forceps', 'spirit and wipes', 'lens'].map(what => ({ what, count: null })),
    )
  })

  it('goes through the places as they are walked, first what cannot wait, and takes like work together', () => {
    const [first, second] = [waiting('z'), waiting('z')]
    const crops = standing({ chilli: { flowers: [waiting('a'), first, fresh('z'), second] } })
    const stops = roundUntil(crops, { ...ground, places: ['z', 'a'] })
    expect(stops.map(s => [s.step, s.placeId])).toEqual([
      ['look', 'z'],
      ['look', 'z'],
      ['look', 'a'],
      ['emasculate', 'z'],
    ])
    expect(merged(stops).map(row => row.length)).toEqual([2, 1, 1])
    expect(stops.map(s => s.canWait)).toEqual([true, true, true, false])
  })

  it('keeps to the hours that the weather makes, and says so', () => {
    const sun = { sunrise: 5, noon: 13, sunset: 21 }
    const late = { usual: 8, at: 9.5, low: 9, high: 10, until: 12.4, because: ['overcast until 9:00'] }
    const crops = standing({ chilli: { flowers: [waiting('a')] } }).map(crop => ({
      ...crop,
      hoursAt: () => ({ opens: late, receptive: late, sheds: late, sun }),
    }))
    expect(roundUntil(crops, ground)[0]!.hours).toEqual({
      from: 9,
      to: 12.4,
      weather: 'overcast until 9:00: stigmas are ready about 9:30, not 8:00',
    })
    const never = { ...late, at: null, low: null, high: null, until: null }
    expect(
      roundUntil(
        crops.map(crop => ({
          ...crop,
          hoursAt: () => ({ opens: never, receptive: never, sheds: never, sun }),
        })),
        ground,
      )[0]!.hours,
    ).toEqual({ from: 7, to: 10.5, weather: 'overcast until 9:00: stigmas are not ready on this day' })
  })

  it('ties at dusk and cuts silks in the afternoon, by the sun of the garden', () => {
    const bud = (crop: string) => {
      const crops = standing({ [crop]: { flowers: [at('a', { ...fresh('a'), thinnedOn: '2026-06-12' })] } })
      return roundUntil(crops, ground)[0]!
    }
    // Nobody said where the garden lies: the sun goes down at eight.
    expect(bud('squash')).toMatchObject({ step: 'isolate', hours: { from: 18, to: 20.75 } })
    expect(bud('lettuce')).toMatchObject({ step: 'emasculate', hours: { from: 5.5, to: 7.25 } })
    expect(bud('chilli').hours).toBeNull()
  })

  it('waits with fresh pollen until it is dry, and not with pollen of the shelf', () => {
    const ready = at(
      'a',
      fold('flower', ids.flower, upToPollination('2026-06-11', '2026-06-12').slice(0, 5))!,
    )
    const event = (low: number, until: number) => ({
      usual: low,
      at: low,
      low,
      high: low,
      until,
      because: [],
    })
    const crops = standing({ chilli: { flowers: [ready] } }).map(crop => ({
      ...crop,
      hoursAt: () => ({
        opens: event(6, 12),
        receptive: event(7, 11),
        sheds: event(9, 13),
        sun: { sunrise: 5, noon: 13, sunset: 21 },
      }),
    }))
    expect(roundUntil(crops, ground)[0]).toMatchObject({ step: 'pollinate', hours: { from: 9, to: 11 } })
    expect(roundUntil(crops, { ...ground, isFromShelf: () => true })[0]!.hours!.from).toBe(7)
  })

  it('advises to thin a plant that carries too much', () => {
    const taken = (id = newId()) =>
      at(
        'a',
        fold('flower', id, [
          ...upToPollination('2026-06-01', '2026-06-02', id),
          deed('2026-06-08', 'takeNoted', id, { take: 'taken', reason: null }),
          deed('2026-06-09', 'uncovered', id, {}),
        ])!,
      )
    const crops = (fruits: number) =>
      standing({ squash: { flowers: Array.from({ length: fruits }, () => taken()) } })
    const row = {
      code: '26-4RMX',
      name: 'Lake Bulk',
      plants: null,
      plantKind: 'line' as const,
      size: null,
      condition: null,
      pottedOn: [],
      sowingId: null,
      since: '2025-01-01',
      stalksCut: [],
    }
    const plantOf = () => row
    expect(roundUntil(crops(5), { ...ground, plantOf })).toEqual([
      expect.objectContaining({
        step: 'thinFruit',
        plantId: 'plant at a',
        because: expect.stringMatching(/carries 5; 1–3 are borne without harm. Take 2 off/),
      }),
    ])
    // A row shares it among its plants; of a population nobody knows how many they are.
    const shared = [
      { ...row, plants: 3 },
      { ...row, plantKind: 'population' as const },
    ]
    for (const one of shared) expect(roundUntil(crops(5), { ...ground, plantOf: () => one })).toEqual([])
    expect(roundUntil(crops(3), { ...ground, plantOf })).toEqual([])
  })

  it('says what speaks against fruit on a plant, and asks for no flower where its stalk was cut', () => {
    const planned = fold('cross', ids.cross, [
      cross('2026-05-01', 'squash', ids.seedParent, ids.pollenParent, ids.cross),
    ])!
    const crops = standing({ squash: { crosses: [planned] } })
    const mother = {
      code: '26-4RMX',
      name: 'Lake Bulk',
      plants: null,
      plantKind: 'line' as const,
      size: 'small' as const,
      condition: null,
      pottedOn: [],
      sowingId: null,
      since: '2025-01-01',
      stalksCut: [] as string[],
    }
    const round = (more: Partial<typeof mother>) =>
      roundUntil(crops, { ...ground, plantOf: () => ({ ...mother, ...more }) })
    expect(round({})[0]!.because).toMatch(/It is not grown up. Let it carry little.$/)
    expect(round({ stalksCut: ['2026-06-11'] })).toEqual([])
    expect(round({ stalksCut: ['2025-07-01'] })).toHaveLength(1)
  })
})
