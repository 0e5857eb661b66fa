import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { chilli } from '../crops/guides/chilli'
import { hellebore } from '../crops/guides/hellebore'
import { squash } from '../crops/guides/squash'
import { addDays, dayNumber, dayOfNumber, yearOf } from '../time/days'
import { inYear, normalsFor, warmthCurves } from '../weather/climate'
import { simulatedWeather } from '../weather/simulated'
import { bestBatches, chanceOfBatches } from './batchChances'
import { certain, quantileIn } from './chances'
import { bloomWindow, foretold, lengthChances } from './foretell'
import type { Window } from './overlap'
import { bySeason, meeting, usualTerms } from './overlap'
import { cropSeasons, predictorOf, whyPredicted } from './predict'
import type { WarmthCurve } from './scale'
import { SOWN } from './scale'
import { remediesFor, remedyWork } from './remedies'
import type { BloomRecord } from './season'

const site = { latitude: 53, longitude: -8 }
const days = new Map(
  simulatedWeather(site)
    .days('2014-01-01', '2027-12-31')
    .map(d => [d.day, d]),
)
const dayAt = (day: string) => days.get(day)!
const years = Array.from({ length: 10 }, (_, i) => 2015 + i)
const curvesFrom = (known: string, base: number) =>
  warmthCurves(dayAt, '2014-06-01', known, '2027-12-31', years, base)
const { uniform } = randomStream(5)
const startOf = (...given: Parameters<typeof foretold>) => foretold(...given).start
const record = (plantId: string, first: string, sownOn: string | null = null, length = 40): BloomRecord => ({
  plantId,
  season: yearOf(first),
  first,
  last: addDays(first, length - 1),
  sownOn,
})

/** The day on which so much warmth has come since sowing. */
function dayOfWarmth(curve: WarmthCurve, sownOn: string, needed: number): string {
  const from = dayNumber(sownOn)
  let day = from
  while (curve.sums[day - curve.first]! - curve.sums[from - curve.first]! < needed) day++
  return dayOfNumber(day)
}

describe('foretelling a bloom', () => {
  const curves = curvesFrom('2026-06-01', 6)
  const curve = curves[0]!
  const seasons = (wanted: (plant: number, year: number) => BloomRecord) =>
    Array.from({ length: 6 }, (_, plant) =>
      [2021, 2022, 2023, 2024, 2025].map(year => wanted(plant, year)),
    ).flat()

  it('goes by warmth where warmth has decided, and says how far off each method was', () => {
    const records = seasons((plant, year) => {
      const sownOn = `${year}-0${2 + ((plant + year) % 3)}-15`
      return record(`p${plant}`, dayOfWarmth(curve, sownOn, 300 + 20 * plant + 8 * uniform()), sownOn)
    })
    const crop = cropSeasons(chilli.bloom, records, () => curves)
    const predictor = predictorOf(crop, 'p3', { season: 2026, sownOn: '2026-03-01' })
    expect(predictor).toMatchObject({ method: 'warmth', chosenBy: 'records', records: 5, cropRecords: 25 })
    const off = Object.fromEntries(predictor.fits.map(f => [f.method, f.daysOff]))
    expect(off.warmth).toBeLessThan(off.date!)
    expect(off.warmth).toBeLessThan(off.sowing!)
    expect(whyPredicted(predictor)).toMatch(
      /^Foretold by warmth summed up: as it could have been told on this day of the year, off by \d+\.\d days on average over 5 seasons of the crop/,
    )
    // Half of the chances lie within some days of what the weather of the year really leads to.
    const start = startOf(
      predictor,
      { season: 2026, sownOn: '2026-03-01' },
      chilli.bloom,
      curvesFrom('2026-05-20', 6),
    )
    const real = dayNumber(dayOfWarmth(curvesFrom('2027-06-01', 6)[0]!, '2026-03-01', 364))
    expect(quantileIn(start, 0.05)).toBeLessThanOrEqual(real)
    expect(quantileIn(start, 0.95)).toBeGreaterThanOrEqual(real)
  })

  it('goes by days from sowing where those have decided', () => {
    const records = seasons((plant, year) => {
      const sownOn = `${year}-0${2 + ((plant + year) % 3)}-15`
      return record(`p${plant}`, addDays(sownOn, 95 + plant + Math.round(2 * uniform())), sownOn)
    })
    const predictor = predictorOf(
      cropSeasons(chilli.bloom, records, () => curves),
      'p1',
      {
        season: 2026,
        sownOn: '2026-03-01',
      },
    )
    expect(predictor.method).toBe('sowing')
    const start = startOf(predictor, { season: 2026, sownOn: '2026-03-01' }, chilli.bloom, [])
    expect(Math.abs(quantileIn(start, 0.5) - dayNumber('2026-03-01') - 97)).toBeLessThanOrEqual(2)
    // A batch sown later flowers later by as much.
    const later = startOf(predictor, { season: 2026, sownOn: '2026-03-21' }, chilli.bloom, [])
    expect(quantileIn(later, 0.5) - quantileIn(start, 0.5)).toBe(20)
  })

  it('goes by the date where neither sowing nor warmth is known, and tells plants apart', () => {
    const records = seasons((plant, year) =>
      record(`p${plant}`, addDays(`${year}-06-01`, 7 * plant + Math.round(3 * uniform()))),
    )
    const crop = cropSeasons(chilli.bloom, records, () => [])
    const median = (plant: string) =>
      quantileIn(
        startOf(
          predictorOf(crop, plant, { season: 2026, sownOn: null }),
          { season: 2026, sownOn: null },
          chilli.bloom,
          [],
        ),
        0.5,
      )
    expect(predictorOf(crop, 'p0', { season: 2026, sownOn: null })).toMatchObject({
      method: 'date',
      chosenBy: 'records',
    })
    expect(median('p5') - median('p0')).toBeGreaterThan(20)
    // A plant that was never seen flowers as its crop does, less surely.
    const stranger = predictorOf(crop, 'new', { season: 2026, sownOn: null })
    expect(stranger).toMatchObject({ chosenBy: 'records', records: 0, cropRecords: 30 })
    const spread = (plant: string) => {
      const start = startOf(
        predictorOf(crop, plant, { season: 2026, sownOn: null }),
        { season: 2026, sownOn: null },
        chilli.bloom,
        [],
      )
      return quantileIn(start, 0.9) - quantileIn(start, 0.1)
    }
    expect(spread('new')).toBeGreaterThan(1.5 * spread('p2'))
  })

  it('takes an early spring of other plants for its own', () => {
    const records = seasons((plant, year) =>
      record(`p${plant}`, addDays(`${year}-06-10`, 3 * plant + [0, 9, -6, 4, -7][year - 2021]!)),
    )
    const middle = (known: BloomRecord[]) => {
      const ground = { season: 2026, sownOn: null }
      const crop = cropSeasons(chilli.bloom, known, () => [])
      return quantileIn(startOf(predictorOf(crop, 'p2', ground), ground, chilli.bloom, []), 0.5)
    }
    const early = [0, 1].map(plant => record(`p${plant}`, addDays('2026-05-30', 3 * plant)))
    const late = middle(records) - middle([...records, ...early])
    expect(late).toBeGreaterThan(7)
    expect(late).toBeLessThan(12)
  })

  it('is the guide’s range where nothing is noted: 80 % of the chances', () => {
    const predictor = predictorOf(
      cropSeasons(hellebore.bloom, [], () => []),
      'x',
      {
        season: 2025,
        sownOn: null,
      },
    )
    expect(predictor).toMatchObject({ method: 'date', chosenBy: 'guide', records: 0 })
    const start = startOf(predictor, { season: 2025, sownOn: null }, hellebore.bloom, [])
    expect(
      Math.abs(quantileIn(start, 0.1) - dayNumber('2025-12-10') - hellebore.bloom.firstFlower.low),
    ).toBeLessThanOrEqual(2)
    expect(
      Math.abs(quantileIn(start, 0.9) - dayNumber('2025-12-10') - hellebore.bloom.firstFlower.high),
    ).toBeLessThanOrEqual(2)
    const length = lengthChances(predictor.length)
    expect(Math.abs(quantileIn(length, 0.9) - hellebore.bloom.lengthDays.high)).toBeLessThanOrEqual(2)
    expect(whyPredicted(predictor)).toContain('crop guide')
    expect(
      predictorOf(
        cropSeasons(squash.bloom, [], () => []),
        'x',
        { season: 2026, sownOn: '2026-04-20' },
      ).method,
    ).toBe('sowing')
  })

  it('goes by the date where no method that is open can tell: a batch of what is not sown, or in a year too far ahead', () => {
    const ground = { season: 2199, sownOn: '2199-10-01' }
    const predictor = predictorOf(
      cropSeasons(hellebore.bloom, [], () => curves),
      'x',
      ground,
      SOWN,
    )
    expect(predictor.method).toBe('date')
    expect(startOf(predictor, ground, hellebore.bloom, []).p.length).toBeGreaterThan(10)
  })

  it('keeps to what has been seen of the season', () => {
    const foretold = {
      start: { first: dayNumber('2026-06-01'), p: Array<number>(20).fill(0.05) },
      length: { first: 10, p: Array<number>(20).fill(0.05) },
    }
    const seen = { first: '2026-06-04', full: null, last: null, seen: '2026-06-20' }
    expect(bloomWindow(foretold, seen, null)).toMatchObject({
      start: certain(dayNumber('2026-06-04')),
      isBegun: true,
      isOver: false,
    })
    expect(bloomWindow(foretold, seen, null).length.first).toBe(17)
    expect(bloomWindow(foretold, { ...seen, last: '2026-06-24' }, null)).toMatchObject({
      length: certain(21),
      isOver: true,
    })
    expect(bloomWindow(foretold, null, '2026-06-10').start.first).toBe(dayNumber('2026-06-11'))
    expect(bloomWindow(foretold, null, '2026-07-10').start.first).toBe(dayNumber('2026-07-11'))
    const without = bloomWindow(
      foretold,
      { first: null, full: '2026-06-08', last: null, seen: '2026-06-08' },
      null,
    )
    expect(quantileIn(without.start, 1)).toBe(dayNumber('2026-06-08'))
  })
})

describe('two plants that feel the same spring', () => {
  const ground = { season: 2026, sownOn: null }
  const length = { location: Math.log(10), spread: 0.001, freedom: 400, shared: 0 }
  const windowAt = (location: number) =>
    foretold(
      { method: 'date', next: { location, spread: Math.hypot(4.4, 7), freedom: 400, shared: 7 }, length },
      ground,
      hellebore.bloom,
      [],
    )
  const alone = ({ start, length: days }: Window): Window => ({ start, length: days })
  it.each([
    [0, 0.87, 0.58],
    [20, 0.05, 0.18],
  ])('meet at a distance of %i days with %f, not with the %f of two springs', (days, right, apart) => {
    const [seed, pollen] = [windowAt(30), windowAt(30 + days)]
    expect(Math.abs(meeting(seed, pollen, usualTerms).probability - right)).toBeLessThan(0.03)
    expect(Math.abs(meeting(alone(seed), alone(pollen), usualTerms).probability - apart)).toBeLessThan(0.03)
    expect(chanceOfBatches(seed, [pollen], usualTerms)).toBeCloseTo(
      meeting(seed, pollen, usualTerms).probability,
      9,
    )
  })

  it('have a season in common that a look in vain makes a late one', () => {
    const notYet = dayNumber('2026-12-10') + 34
    const [seed, pollen] = [windowAt(30), windowAt(30)]
    const late = bloomWindow(seed, null, dayOfNumber(notYet))
    const probability = (windows: Window[]) =>
      bySeason(windows).map(season => quantileIn(season.windows[1]!.start, 0.5) * season.probability)
    const usual = probability([seed, pollen]).reduce((sum, day) => sum + day, 0)
    expect(probability([late, pollen]).reduce((sum, day) => sum + day, 0)).toBeGreaterThan(usual + 4)
    expect(() => bySeason([seed, { ...pollen, seasons: pollen.seasons!.slice(1) }])).toThrow(
      'different seasons',
    )
  })
})

describe('warmth to come', () => {
  it('is that of past years, one by one, after what is known', () => {
    const curves = curvesFrom('2026-05-20', 6)
    expect(curves).toHaveLength(10)
    const at = (curve: WarmthCurve, day: string) => curve.sums[dayNumber(day) - curve.first]!
    expect(new Set(curves.map(c => at(c, '2026-05-20'))).size).toBe(1)
    expect(new Set(curves.map(c => at(c, '2026-07-20'))).size).toBe(10)
    const twenty = curves[years.indexOf(2020)]!
    const [real] = warmthCurves(dayAt, '2014-06-01', '2020-12-31', '2020-12-31', [2015], 6) as [WarmthCurve]
    expect(at(twenty, '2026-07-20') - at(twenty, '2026-05-20')).toBeCloseTo(
      at(real, '2020-07-20') - at(real, '2020-05-20'),
      6,
    )
  })

  it('takes the 28 February where there is no 29th', () => {
    expect(inYear('2024-02-29', 2023)).toBe('2023-02-28')
    expect(inYear('2024-02-29', 2020)).toBe('2020-02-29')
  })

  it('has normals that rise to summer', () => {
    const normals = normalsFor(dayAt, '2026-01-15', '2026-07-16', years)
    expect(normals[0]!.tmax).toBeLessThan(normals.at(-1)!.tmin + 3)
    expect(normals.every(n => n.tmin < n.tmax)).toBe(true)
  })
})

describe('remedies', () => {
  const bell = (first: number, spread: number) => {
    const weights = Array.from({ length: 6 * spread }, (_, i) =>
      Math.exp(-(((i - 3 * spread) / spread) ** 2)),
    )
    return { first: first - 3 * spread, p: weights.map(w => w / weights.reduce((sum, n) => sum + n, 0)) }
  }
  const seed = { start: bell(150, 5), length: bell(12, 2) }
  const windowOf = (day: number) => ({ start: bell(day + 95, 6), length: bell(14, 2) })
  const found = remediesFor({
    seed,
    pollen: [windowOf(80)],
    atLeastDays: 2,
    bloom: chilli.bloom,
    names: { seed: 'Ember Row', pollen: 'Small Lantern' },
    sowing: { candidates: Array.from({ length: 40 }, (_, i) => 30 + i), windowOf },
  })
  it('each say their chance, their cost and what speaks against them', () => {
    expect(found.map(r => r.does)).toEqual(['nothing', 'sow', 'sow', 'sow', 'hold', 'store', 'both'])
    for (const remedy of found) {
      expect(remedy.gain).toBeGreaterThanOrEqual(-1e-9)
      expect(remedy.probability - remedy.gain).toBeCloseTo(found[0]!.probability, 9)
      expect(remedy.cost && remedy.against).toBeTruthy()
    }
    expect(found[1]!.what).toBe('Sow one batch more of Small Lantern')
    expect(found[3]!.days).toHaveLength(3)
    expect(found[3]!.probability).toBeGreaterThan(found[1]!.probability)
    expect(found[4]!.against).toContain('Never hold the pollen parent')
  })
  it('come with their work and its dates, none of it before today', () => {
    const names = { seed: 'Ember Row', pollen: 'Small Lantern' }
    const meeting = { seed, pollen: [windowOf(20)], bloom: chilli.bloom, names }
    const work = (does: string, today: string) =>
      remedyWork(
        found.find(r => r.does === does)!,
        meeting,
        today,
      ).map(w => [w.does, w.at, w.from, w.until])
    const { hold, keeps } = chilli.bloom
    const cool = dayOfNumber(quantileIn(seed.start, 0.1) - 7)
    const back = addDays(cool, hold!.days)
    expect(work('hold', dayOfNumber(100))).toEqual([
      ['holdBack', 'seed', cool, addDays(cool, 3)],
      ['bringBack', 'seed', back, addDays(back, 2)],
    ])
    expect(work('store', dayOfNumber(100))).toEqual([
      ['collectPollen', 'pollen', dayOfNumber(115), dayOfNumber(115 + 13)],
    ])
    expect(work('both', dayOfNumber(100))).toEqual([
      ...work('hold', dayOfNumber(100)),
      ...work('store', dayOfNumber(100)),
    ])
    expect(work('store', dayOfNumber(120))[0]!.slice(2)).toEqual([dayOfNumber(120), dayOfNumber(128)])
    expect(work('store', dayOfNumber(127))[0]!.slice(2)).toEqual([dayOfNumber(127), dayOfNumber(130)])
    expect(work('nothing', dayOfNumber(100))).toEqual([])
    expect(remedyWork(found.at(-1)!, meeting, dayOfNumber(100)).at(-1)!.why).toContain(`${keeps!.days} days`)
  })
  it('hold nothing back where the guide says that it is of no use', () => {
    expect(
      remediesFor({
        seed,
        pollen: [windowOf(80)],
        atLeastDays: 1,
        bloom: squash.bloom,
        names: { seed: 'A', pollen: 'B' },
        sowing: null,
      }).map(r => r.does),
    ).toEqual(['nothing', 'store'])
  })
  it('never promise less with a batch more', () => {
    const best = bestBatches(
      seed,
      windowOf,
      Array.from({ length: 60 }, (_, i) => 20 + i),
      3,
      { pollenKeepsDays: 0, holdDays: 0, atLeastDays: 2 },
    )
    expect(best[1]!.probability).toBeGreaterThanOrEqual(best[0]!.probability)
    expect(best[2]!.probability).toBeGreaterThanOrEqual(best[1]!.probability)
  })
})
