import { OutOfRange } from '../chance/estimate'
import type { Chances } from './chances'
import { moved } from './chances'

/** When a plant can be used: the first day, and how many days from it on. Both are uncertain, and independent. */
export interface Window {
  /** over all seasons that may come */
  start: Chances
  length: Chances
  /**
   * in each of them, in one order for all plants of a garden, which feel the same one; absent: no season
   * makes a difference
   */
  seasons?: InSeason[]
}

/** A season that may come: how likely what was seen of a plant is in it, and when the plant begins then. */
interface InSeason {
  likelihood: number
  start: Chances
}

/** The same window so many days later. */
export const windowMoved = ({ start, length, seasons }: Window, by: number): Window => ({
  start: moved(start, by),
  length,
  ...(seasons && { seasons: seasons.map(s => ({ ...s, start: moved(s.start, by) })) }),
})

/** The days of a bloom on which stigmas are ready, and those on which anthers shed. */
export const receptiveWindow = (bloom: Window, { receptiveAfter }: { receptiveAfter: number }): Window =>
  windowMoved(bloom, Math.round(receptiveAfter))
export const sheddingWindow = (bloom: Window, { shedsAfter }: { shedsAfter: number }): Window =>
  windowMoved(bloom, Math.round(shedsAfter))

/** Windows as they are in one season, and its probability. */
export interface OneSeason {
  probability: number
  windows: Window[]
}

/**
 * Windows taken apart by the season that all of their plants feel; within it they are independent of each
 * other. What was seen of
 * each makes some seasons likelier.
 *
 * @throws {OutOfRange} where they tell different numbers of seasons apart
 */
export function bySeason(windows: Window[]): OneSeason[] {
  const told = windows.flatMap(w => (w.seasons ? [w.seasons] : []))
  if (!told.length) return [{ probability: 1, windows }]
  const count = told[0]!.length
  if (told.some(seasons => seasons.length !== count))
    throw new OutOfRange('The two blooms are told by different seasons; look again.')
  const weights = Array.from({ length: count }, (_, i) =>
    told.reduce((product, seasons) => product * seasons[i]!.likelihood, 1),
  )
  const whole = weights.reduce((sum, weight) => sum + weight, 0)
  // What was seen of one speaks against every season that what was seen of another leaves: then each goes by itself.
  if (whole <= 0)
    return [{ probability: 1, windows: windows.map(({ start, length }) => ({ start, length })) }]
  return weights.flatMap((weight, i) =>
    weight > 0
      ? [
          {
            probability: weight / whole,
            windows: windows.map(({ start, length, seasons }) => ({
              start: seasons ? seasons[i]!.start : start,
              length,
            })),
          },
        ]
      : [],
  )
}

/** What counts as meeting. */
export interface MeetingTerms {
  /** days that stored pollen is good for after the last fresh pollen */
  pollenKeepsDays: number
  /** days by which the seed parent may be held back */
  holdDays: number
  /** days on which both must be there */
  atLeastDays: number
}

export const usualTerms: MeetingTerms = { pollenKeepsDays: 0, holdDays: 0, atLeastDays: 1 }

function checkTerms({ pollenKeepsDays, holdDays, atLeastDays }: MeetingTerms): void {
  if (![pollenKeepsDays, holdDays].every(days => Number.isInteger(days) && days >= 0 && days <= 3660))
    throw new OutOfRange(
      'Days that pollen keeps, and days of holding back, are whole numbers from 0 to 3660.',
    )
  if (!(Number.isInteger(atLeastDays) && atLeastDays >= 1 && atLeastDays <= 366))
    throw new OutOfRange('At least one day of meeting is asked for, at most 366.')
}

/** P(length ≥ days) by days; 1 for those below the shortest, 0 beyond the longest. */
function tailOf({ first, p }: Chances): (days: number) => number {
  const tail = new Float64Array(p.length + 1)
  for (let i = p.length - 1; i >= 0; i--) tail[i] = tail[i + 1]! + p[i]!
  return days => (days <= first ? 1 : (tail[days - first] ?? 0))
}

/** A function of days from a table; what lies before or behind it is 0. */
interface Table {
  first: number
  values: Float64Array
}
const at = ({ first, values }: Table, day: number) => values[day - first] ?? 0

const lastOf = ({ first, p }: Chances) => first + p.length - 1

/** A seed parent prepared for meeting: worked out once for all its pollen parents. */
export interface SeedSide {
  start: Chances
  isLongEnough: number
  /** that it has begun before a day and stays so many days from there, held back or not */ begunBefore: Table
}
/** A pollen parent prepared for meeting. */
export interface PollenSide {
  start: Chances
  isLongEnough: number
  /** that it has begun by a day and gives pollen so many days from there */ begunBy: Table
}

/** @throws {OutOfRange} for terms that make no sense */
export function seedSide({ start, length }: Window, terms: MeetingTerms): SeedSide {
  checkTerms(terms)
  const tail = tailOf(length)
  const last = lastOf(start) + lastOf(length) + terms.holdDays
  const values = new Float64Array(Math.max(0, last - start.first))
  for (let i = 0; i < start.p.length; i++) {
    const chance = start.p[i]!
    // From the day after it began on: that day and those before it are the pollen parent's to wait for.
    if (chance > 0)
      for (let day = i + 1; day < values.length; day++)
        values[day]! += chance * tail(terms.atLeastDays + Math.max(0, day - i - terms.holdDays))
  }
  return { start, isLongEnough: tail(terms.atLeastDays), begunBefore: { first: start.first, values } }
}

/** @throws {OutOfRange} for terms that make no sense */
export function pollenSide({ start, length }: Window, terms: MeetingTerms): PollenSide {
  checkTerms(terms)
  const tail = tailOf(length)
  const keeps = terms.pollenKeepsDays
  const values = new Float64Array(Math.max(0, lastOf(start) + lastOf(length) + keeps - start.first))
  for (let i = 0; i < start.p.length; i++) {
    const chance = start.p[i]!
    if (chance > 0)
      for (let day = i; day < values.length; day++)
        values[day]! += chance * tail(terms.atLeastDays + day - i - keeps)
  }
  return { start, isLongEnough: tail(terms.atLeastDays - keeps), begunBy: { first: start.first, values } }
}

/**
 * P(at least so many days on which the seed parent is receptive and pollen is at hand), exact on the day grid.
 *
 * Either the pollen parent began first or on the same day, and must last from the seed parent's first day on;
 * or the seed
 * parent began first, and must, held back as far as helps and is allowed, last from the pollen parent's first day on.
 */
export function chanceOfMeeting(seed: SeedSide, pollen: PollenSide): number {
  let sum = 0
  for (let i = 0; i < seed.start.p.length; i++)
    sum += seed.start.p[i]! * at(pollen.begunBy, seed.start.first + i) * seed.isLongEnough
  for (let i = 0; i < pollen.start.p.length; i++)
    sum += pollen.start.p[i]! * at(seed.begunBefore, pollen.start.first + i) * pollen.isLongEnough
  return Math.min(1, sum)
}

/** How two windows meet. */
export interface Meeting {
  probability: number
  expectedDays: number
}

/**
 * Whether two plants meet, and for how many days on average; exact within each season that both of them feel,
 * then averaged.
 *
 * A window covers the days start … start + length − 1. Stored pollen lengthens the pollen parent's at its end; the seed
 * parent's may be moved later, by whatever is best.
 *
 * @throws {OutOfRange} for terms that make no sense
 */
export const meeting = (seed: Window, pollen: Window, terms: MeetingTerms): Meeting =>
  meetingOver(bySeason([seed, pollen]), terms)

function meetingIn([seed, pollen]: Window[], terms: MeetingTerms): Meeting {
  const chanceOf = (atLeastDays: number) =>
    chanceOfMeeting(
      seedSide(seed!, { ...terms, atLeastDays }),
      pollenSide(pollen!, { ...terms, atLeastDays }),
    )
  const longest = Math.min(lastOf(seed!.length), lastOf(pollen!.length) + terms.pollenKeepsDays)
  let expectedDays = 0
  for (let days = 1; days <= longest; days++) {
    const chance = chanceOf(days)
    if (chance < 1e-9) break
    expectedDays += chance
  }
  return { probability: chanceOf(terms.atLeastDays), expectedDays }
}

/**
 * Whether two plants meet where both feel the same spring: given the season their windows are independent, so
 * it is reckoned within
 * each season and then averaged.
 *
 * @param seasons the seed parent's window and the pollen parent's in each; the probabilities come to 1
 * @throws {OutOfRange} for terms that make no sense
 */
export function meetingOver(seasons: OneSeason[], terms: MeetingTerms): Meeting {
  const each = seasons.map(({ probability, windows }) => ({ probability, of: meetingIn(windows, terms) }))
  return {
    probability: each.reduce((sum, { probability, of }) => sum + probability * of.probability, 0),
    expectedDays: each.reduce((sum, { probability, of }) => sum + probability * of.expectedDays, 0),
  }
}

/** P(a window covers a day), for the days on which it may. */
export function covering({ start, length }: Window): Chances {
  const {
    begunBy: { first, values },
  } = pollenSide({ start, length }, usualTerms)
  return { first, p: values }
}
