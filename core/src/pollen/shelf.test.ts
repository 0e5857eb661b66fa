import { describe, expect, it } from 'vitest'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { deed, ids, newId } from '../testing/deeds'
import { climateOf as climateFor } from '../stores/storeClimate'
import { isMoist, lifeOf } from './life'
import { POLLEN_AGES, Q10_POINTS } from './prior'
import type { Reading } from '../stores/aging'
import { readStoreCsv } from '../stores/readStore'
import { costOf, shelfOf } from './shelf'
import { simulatedReadings } from '../stores/simulatedStore'
import type { Store } from '../stores/store'
import { readingsWith } from '../stores/store'
import type { Tube } from './tube'

const HOUR = 3_600_000
const at = (day: string, hour = 12) => Date.parse(`${day}T${String(hour).padStart(2, '0')}:00:00.000Z`)
const fridge: Store = {
  id: newId(),
  name: 'Refrigerator',
  keeps: 'refrigerator',
  celsius: 4,
  isLogged: false,
}
const freezer: Store = { id: newId(), name: 'Freezer', keeps: 'freezer', celsius: -18, isLogged: true }
const now = at('2026-06-12')
const climateOf = (store: Store, readings: Reading[], until: number) =>
  climateFor(store, readings, POLLEN_AGES, until)
const flat = (store: Store) => climateOf(store, [], now)
const a = newId()
const filled = (id = a, donors = [ids.pollenParent], ...more: LoggedDeed[]): Tube =>
  fold('tube', id, [
    deed('2026-05-01', 'pollenCollected', id, {
      code: '26-4RMX',
      crop: 'hellebore',
      donors,
      way: 'buds',
      stage: 'eve',
    }),
    deed('2026-05-02', 'pollenTubed', id, {
      drying: 'shade',
      doses: 20,
      hasDesiccant: true,
      storeId: fridge.id,
    }),
    ...more,
  ])!
const ground = (tubes: Tube[], climates = [flat(fridge), flat(freezer)]) => ({
  tubes: new Map(tubes.map(t => [t.id, t])),
  climates: new Map(climates.map(c => [c.store.id, c])),
  classOf: () => 'long' as const,
})
const into = (day: string, storeId: string | null, id = a) => deed(day, 'tubeMoved', id, { toId: storeId })
const speeds = (celsius: number) => Q10_POINTS.map(q10 => q10 ** ((celsius - 4) / 10))
const room = speeds(20)
const aged = (days: (q: number) => number) => Q10_POINTS.map((_, q) => expect.closeTo(days(q), 6) as number)

describe('what a tube goes through', () => {
  it('is summed over drying, stores and hand; what leaves the freezer thaws', () => {
    const tube = filled()
    // A day of drying, which is no aging, then ten days at 4 °C.
    expect(lifeOf(tube, ground([tube]), at('2026-05-12'))).toEqual({
      aging: aged(() => 10),
      thaws: 0,
      ices: 0,
    })
    const frozen = filled(
      a,
      [ids.pollenParent],
      into('2026-05-12', freezer.id),
      into('2026-05-22', null),
      into('2026-05-23', fridge.id),
    )
    expect(lifeOf(frozen, ground([frozen]), at('2026-05-24'))).toEqual({
      aging: aged(q => 10 + 10 * speeds(-18)[q]! + room[q]! + 1),
      thaws: 1,
      ices: 0,
    })
    // At the very moment it is taken out.
    expect(
      [at('2026-05-21'), at('2026-05-22')].map(until => lifeOf(frozen, ground([frozen]), until).thaws),
    ).toEqual([0, 1])
  })

  it('comes along when it is split off, and the older of two counts when they are poured together', () => {
    const b = newId()
    const split = deed('2026-05-12', 'tubeSplit', a, {
      into: [{ id: b, code: '26-5TWK', doses: 5 }],
      crop: 'hellebore',
      donors: [ids.pollenParent],
    })
    const [whole, part] = [
      filled(a, [ids.pollenParent], split),
      fold('tube', b, [split, into('2026-05-12', fridge.id, b)])!,
    ]
    expect(lifeOf(part, ground([whole, part]), at('2026-05-22'))).toEqual(
      lifeOf(whole, ground([whole, part]), at('2026-05-22')),
    )
    const old = fold('tube', b, [
      deed('2026-03-01', 'pollenCollected', b, {
        code: '26-5TWK',
        crop: 'hellebore',
        donors: [ids.pollenParent],
        way: 'buds',
        stage: 'eve',
      }),
      deed('2026-03-02', 'pollenTubed', b, {
        drying: 'shade',
        doses: 20,
        hasDesiccant: true,
        storeId: fridge.id,
      }),
    ])!
    const topped = filled(
      a,
      [ids.pollenParent],
      deed('2026-05-12', 'tubeToppedUp', a, { fromId: b, donors: [ids.pollenParent], doses: 4 }),
    )
    expect(lifeOf(topped, ground([topped, old]), at('2026-05-22'))).toEqual(
      lifeOf(old, ground([topped, old]), at('2026-05-22')),
    )
  })

  it('dies faster where it was never dried', () => {
    const wet = fold('tube', a, [
      deed('2026-05-01', 'pollenCollected', a, {
        code: '26-4RMX',
        crop: 'hellebore',
        donors: [ids.pollenParent],
        way: 'ripe',
        stage: 'shedding',
      }),
      deed('2026-05-01', 'pollenTubed', a, {
        drying: 'none',
        doses: 5,
        hasDesiccant: false,
        storeId: fridge.id,
      }),
    ])!
    expect(lifeOf(wet, ground([wet]), at('2026-05-11')).aging).toEqual(aged(() => 30))
    // What is split off of it is no drier.
    const part = newId()
    const split = deed('2026-05-05', 'tubeSplit', a, {
      into: [{ id: part, code: '26-5TWK', doses: 2 }],
      crop: 'hellebore',
      donors: [ids.pollenParent],
    })
    const tube = fold('tube', part, [split, into('2026-05-05', fridge.id, part)])!
    expect(lifeOf(tube, ground([wet, tube]), at('2026-05-11')).aging).toEqual(aged(() => 30))
    expect(isMoist(tube, ground([wet, tube]))).toBe(true)
    expect(isMoist(filled(), ground([filled()]))).toBe(false)
    // Ice kills what is moist; out again and back in it freezes once more.
    const iced = { ...wet, stays: [...wet.stays, { storeId: freezer.id, from: '2026-05-08T12:00:00.000Z' }] }
    expect(lifeOf(iced, ground([iced]), at('2026-05-11')).ices).toBe(1)
    expect(lifeOf(filled(), ground([filled()]), at('2026-05-11')).ices).toBe(0)
  })

  it('is as old as its hours where it is never dried anyway, and dries for three days at most', () => {
    const short = { ...ground([]), classOf: () => 'short' as const }
    const bag = {
      ...filled(),
      isFresh: true,
      tubed: null,
      stays: [{ storeId: null, from: '2026-05-01T12:00:00.000Z' }],
    }
    expect(lifeOf(bag, short, at('2026-05-02')).aging).toEqual(aged(q => room[q]!))
    const forgotten = { ...bag, isFresh: false }
    expect(lifeOf(forgotten, ground([]), at('2026-05-04')).aging).toEqual(aged(() => 0))
    expect(lifeOf(forgotten, ground([]), at('2026-05-06')).aging).toEqual(aged(q => 2 * room[q]!))
  })
})

describe('the shelf', () => {
  const test = (alive: number, id = a) =>
    deed('2026-05-20', 'tubeTested', id, { method: 'germinated', fields: [{ alive, seen: 100 }] })
  const b = newId()
  const shelf = (...tubes: Tube[]) => shelfOf(ground(tubes), now)

  it('says what is alive, corrected by the tube’s own tests, and a little by those of its kind', () => {
    const untested = shelf(filled()).viability(filled(), now)
    expect(untested.origin).toBe('guide')
    const weak = filled(a, [ids.pollenParent], test(15))
    const own = shelf(weak).viability(weak, now)
    expect(own).toMatchObject({ origin: 'records', records: 1 })
    expect(own.median).toBeLessThan(0.22)
    const sister = filled(b)
    const ofSister = shelf(weak, sister).viability(sister, now).median
    expect(ofSister).toBeLessThan(untested.median)
    expect(ofSister).toBeGreaterThan(own.median)
    const stranger = filled(b, [ids.other])
    expect(shelf(weak, stranger).viability(stranger, now).median).toBeCloseTo(untested.median, 9)
  })

  it('expects what the prior means where it was dried as it should be', () => {
    const tube = filled()
    const medium = { ...ground([tube]), classOf: () => 'medium' as const }
    expect(shelfOf(medium, at('2026-05-02')).viability(tube, at('2026-05-02')).median).toBeCloseTo(0.71, 1)
  })

  it('says until when it is worth a flower, later in the freezer than in the refrigerator', () => {
    const [cool, frozen] = [filled(), filled(b, [ids.pollenParent], into('2026-05-20', freezer.id, b))]
    const on = shelf(cool, frozen)
    const [soon, late] = [on.goodUntil(cool)!, on.goodUntil(frozen)!]
    expect(on.viability(cool, soon).median).toBeCloseTo(0.2, 2)
    expect(late).toBeGreaterThan(soon)
    const dead = filled(a, [ids.pollenParent], test(1))
    expect(shelf(dead).goodUntil(dead)).toBeNull()
  })
})

describe('a store with a logger', () => {
  const readings = simulatedReadings(freezer, at('2026-05-01'), now)
  const climate = climateOf(freezer, readings, now)

  it('is simulated the same way each time, with its doors and its power cut', () => {
    expect(simulatedReadings(freezer, at('2026-05-10'), at('2026-05-11'))).toEqual(
      readings.filter(r => r.at >= at('2026-05-10') && r.at <= at('2026-05-11')),
    )
    expect(climate.typical).toBeCloseTo(-18, 0)
    const cut = climate.excursions.find(e => e.cause === 'power')!
    expect(cut).toMatchObject({ side: 'warm', isThaw: true })
    expect(new Date(cut.from).toISOString()).toMatch(/^2026-06-03/)
    expect(climate.thaws).toHaveLength(1)
    expect(climate.excursions.filter(e => e.cause === 'door').length).toBeGreaterThan(0)
  })

  it('says what an excursion cost each tube that stood there', () => {
    const b = newId()
    const [inside, outside] = [filled(a, [ids.pollenParent], into('2026-05-10', freezer.id)), filled(b)]
    const all = ground([inside, outside], [flat(fridge), climate])
    const shelf = shelfOf(all, now)
    const cut = climate.excursions.find(e => e.cause === 'power')!
    const cost = costOf(cut, climate, inside, shelf, all)!
    expect(cost.without.median - cost.alive.median).toBeGreaterThan(0.02)
    expect(costOf(cut, climate, outside, shelf, all)).toBeNull()
  })

  it('takes a file in the place of what its logger said, for the time of the file', () => {
    const read = {
      id: newId(),
      storeId: freezer.id,
      source: 'usb',
      rows: [
        ['2026-05-10T00:00:00Z', -15],
        ['2026-05-10T02:00:00Z', -14],
      ] as [string, number][],
    }
    const all = readingsWith(readings, [read])
    const inFile = all.filter(r => r.at >= at('2026-05-10', 0) && r.at <= at('2026-05-10', 2))
    expect(inFile.map(r => r.celsius)).toEqual([-15, -14])
    expect(all.length).toBe(
      readings.length - 3 + 2 + readings.filter(r => r.at === at('2026-05-10', 0)).length - 1,
    )
    expect(all.every((r, i) => i === 0 || r.at > all[i - 1]!.at)).toBe(true)
  })

  it('names times without a reading, and counts what it is set to where nothing was measured', () => {
    const gappy = climateOf(
      fridge,
      [
        { at: at('2026-06-01'), celsius: 4 },
        { at: at('2026-06-03'), celsius: 4 },
      ],
      now,
    )
    expect(gappy.gaps).toEqual([{ from: at('2026-06-01'), to: at('2026-06-03') }])
    // A door that stood open at the last reading before a gap does not stay open for two days.
    const open = climateOf(
      fridge,
      [
        ...Array.from({ length: 20 }, (_, i) => ({ at: at('2026-05-30') + i * HOUR, celsius: 4 })),
        { at: at('2026-06-01'), celsius: 16 },
        { at: at('2026-06-03'), celsius: 4 },
      ],
      now,
    )
    expect(open.agings[1]!.between(at('2026-06-01'), at('2026-06-03'))).toBeLessThan(2.2)
    expect(flat(fridge).agings[1]!.between(now - 24 * HOUR, now)).toBeCloseTo(1, 9)
  })
})

describe('a file of a store’s logger', () => {
  const lines = (heading: string, values: number[]) =>
    `${heading}\n${values.map((t, i) => `2026-06-01 ${String(i).padStart(2, '0')}:00,${t}`).join('\n')}`
  const read = (text: string, store = fridge) => readStoreCsv(text, 'UTC', store)

  it('is read reading by reading, without the one that jumps', () => {
    const file = read(lines('time,temperature', [4, 4.2, 41, 4.1, 4]))
    expect((file as { rows: [string, number][] }).rows.map(([at, t]) => [at.slice(11, 16), t])).toEqual([
      ['00:00', 4],
      ['01:00', 4.2],
      ['03:00', 4.1],
      ['04:00', 4],
    ])
    expect((file as { notes: string[] }).notes.join(' ')).toMatch(
      /41 °C at 2026-06-01 02:00 UTC stands alone/,
    )
  })

  it('is refused in the wrong unit, with the way out, and read when the heading says it', () => {
    expect(read(lines('time,temperature', [39, 40, 39]))).toEqual({
      why: expect.stringMatching(/39 °F would be 3.9 °C/),
    })
    expect(read(lines('time,temp °F', [39, 40, 39]))).toMatchObject({
      rows: [[expect.any(String), 3.89], expect.anything(), expect.anything()],
    })
  })

  it('says when it is far from what the store is set to, and where nothing was read', () => {
    expect(
      (read(lines('time,temperature', [20, 21, 20]), freezer) as { notes: string[] }).notes.at(-1),
    ).toMatch(/is it the right store/)
    const gap = `time,temperature\n2026-06-01 00:00,4\n2026-06-02 00:00,4`
    expect(read(gap)).toMatchObject({
      gaps: [{ from: '2026-06-01T00:00:00.000Z', to: '2026-06-02T00:00:00.000Z' }],
    })
    expect(read('a,b\n1,2')).toEqual({ why: expect.any(String) })
    expect(read('date,tmin,tmax\n2026-06-01,3,5')).toEqual({ why: expect.stringMatching(/single readings/) })
  })
})
