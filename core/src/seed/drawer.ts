import { sum } from 'd3-array'
import { normalCdf, normalQuantile } from '../chance/distributions'
import type { Estimate, GuideRange } from '../chance/estimate'
import { originOf } from '../chance/estimate'
import type { ShareBelief } from '../chance/rate'
import type { ISODate } from '../time/days'
import { daysBetween } from '../time/days'
import type { SeedLot } from './lot'

/** °C of the cool dry drawer that a guide's years go by. */
const DRAWER_CELSIUS = 15
/** Each so many °C less seed lives twice as long, each so many more half as long; colder and warmer than these tell no more. */
const [HALVES_EVERY, COLDEST, WARMEST] = [5, -10, 35]
/** Probit of the share that lives of sound seed when it is put away: about 97 in 100. */
const FRESH_PROBIT = 1.9
const FRESH = normalCdf(FRESH_PROBIT)
/** From fresh to half of it, in probits. */
const TO_HALF = FRESH_PROBIT - normalQuantile(FRESH / 2)
/** Steps along the shares that can be, along how long seed may keep, and of the scale on which the outcome is read. */
const [SHARES, LIVES, SCALE] = [40, 15, 100]
/** Packets of a crop differ, however many were sown: what is known of all counts for so many seeds of one. */
const MOST_WEIGHT = 12
const DAYS_A_YEAR = 365.25

/** How much faster seed ages at a temperature than in a cool drawer. */
export const agingAt = (celsius: number): number =>
  2 ** ((Math.min(WARMEST, Math.max(COLDEST, celsius)) - DRAWER_CELSIUS) / HALVES_EVERY)

/** What is believed of a crop's seed. */
export interface SeedBelief {
  /** share that comes up of what was sown */ germination: ShareBelief & { records: number }
  /** years in a cool dry drawer until half of that is lost; four cases in five */
  keepsYears: GuideRange
}

/**
 * Years of a cool dry drawer that the seed of a packet has aged by a day.
 *
 * @param celsiusOf a store; null: it is not known
 */
export function agedYears(
  { harvestedOn, stored }: Pick<SeedLot, 'harvestedOn' | 'stored'>,
  celsiusOf: (storeId: string) => number | null,
  on: ISODate,
): number {
  const stays = [{ on: harvestedOn, storeId: null }, ...stored]
  return sum(stays, ({ on: from, storeId }, i) => {
    const end = stays[i + 1]?.on ?? on
    const until = end < on ? end : on
    const celsius = (storeId === null ? null : celsiusOf(storeId)) ?? DRAWER_CELSIUS
    return (Math.max(0, daysBetween(from, until)) / DAYS_A_YEAR) * agingAt(celsius)
  })
}

/** The share that is left of what came up when it was fresh. */
function leftAfter(years: number, halfLife: number): number {
  return normalCdf(FRESH_PROBIT - (years * TO_HALF) / halfLife) / FRESH
}

const along = (steps: number) => Array.from({ length: steps }, (_, i) => (i + 0.5) / steps)

/** The log likelihood of so many successes, without its constant. */
function logOf(successes: number, tries: number, share: number): number {
  const p = Math.min(1 - 1e-9, Math.max(1e-9, share))
  return successes * Math.log(p) + (tries - successes) * Math.log(1 - p)
}

/** Years that seed may keep, equally likely each: lognormal, with the guide's range as its 80 % interval. */
function possibleLives({ low, high }: GuideRange): number[] {
  const middle = (Math.log(low) + Math.log(high)) / 2
  const spread = (Math.log(high) - Math.log(low)) / 2 / normalQuantile(0.9)
  return along(LIVES).map(step => Math.exp(middle + spread * normalQuantile(step)))
}

/**
 * The share of a packet that is expected to come up when it is sown: what is believed of the crop and of how long its seed keeps,
 * each weighted by the tests of this packet.
 *
 * @param years that it has aged, see {@link agedYears}
 * @param tests of samples, each with the years that the seed had aged by then
 * @returns median and 80 % interval
 */
export function germinationAfter(
  { germination, keepsYears }: SeedBelief,
  years: number,
  tests: { years: number; seeds: number; up: number }[] = [],
): Estimate {
  const weight = germination.a + germination.b
  const [a, b] = [germination.a, germination.b].map(one => (one / weight) * Math.min(weight, MOST_WEIGHT))
  const lives = possibleLives(keepsYears).map(life => ({
    now: leftAfter(years, life),
    tested: tests.map(test => leftAfter(test.years, life)),
  }))
  // How likely the shares are that fall into each step of the scale; a drawer holds thousands of packets, so nothing is sorted.
  const chances = new Float64Array(SCALE)
  const shares = along(SHARES)
  const logs = shares.map(share => (a! - 1) * Math.log(share) + (b! - 1) * Math.log(1 - share))
  const logAt = (i: number, tested: number[]) =>
    logs[i]! + sum(tests, ({ seeds, up }, test) => logOf(up, seeds, shares[i]! * tested[test]!))
  const most = Math.max(...lives.flatMap(({ tested }) => shares.map((_, i) => logAt(i, tested))))
  for (const { now, tested } of lives)
    for (const [i, share] of shares.entries())
      chances[Math.min(SCALE - 1, Math.floor(share * now * SCALE))]! += Math.exp(logAt(i, tested) - most)
  const total = sum(chances)
  const at = (p: number) => {
    let below = 0
    const step = chances.findIndex(chance => (below += chance) >= p * total)
    // Evenly spread within its step.
    return (step + 1 - (below - p * total) / chances[step]!) / SCALE
  }
  const records = germination.records + sum(tests, test => test.seeds)
  return { median: at(0.5), low: at(0.1), high: at(0.9), origin: originOf(records), records }
}

/** The share of a packet that is expected to come up on a day. */
export const germinationOn = (
  lot: Pick<SeedLot, 'harvestedOn' | 'stored' | 'tests'>,
  belief: SeedBelief,
  celsiusOf: (storeId: string) => number | null,
  on: ISODate,
): Estimate =>
  germinationAfter(
    belief,
    agedYears(lot, celsiusOf, on),
    lot.tests.map(({ on: tested, seeds, up }) => ({ years: agedYears(lot, celsiusOf, tested), seeds, up })),
  )
