import type { BloomSign } from '@virgulta/core/bloom/note'
import { builtInGuides } from '@virgulta/core/crops/guides/all'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays, daysBetween, yearOf } from '@virgulta/core/time/days'
import { degreeDays } from '@virgulta/core/time/thermal'
import { simulatedWeather } from '@virgulta/core/weather/simulated'
import type { DemoCross } from './programmes'
import type { Scribe } from './scribe'
import { stock } from './stock'

/** Where the demo garden lies. */
export const SITE = { latitude: 53, longitude: -8 }

const SEASONS = [2022, 2023, 2024, 2025, 2026]
/** A year of middling weather, in which each plant flowers on its usual day. */
const MIDDLING = 2021

let warmth: Map<ISODate, { tmin: number; tmax: number }> | undefined
function dayWarmth(day: ISODate) {
  warmth ??= new Map(
    simulatedWeather(SITE)
      .days(`${MIDDLING}-01-01`, '2026-12-31')
      .map(d => [d.day, d]),
  )
  return warmth.get(day)!
}

/** The day on which so much warmth has come after a day. */
function dayOf(needed: number, from: ISODate, base: number): ISODate {
  let [day, sum] = [from, 0]
  while (sum < needed && yearOf(day) <= 2026) {
    day = addDays(day, 1)
    if (yearOf(day) <= 2026) sum += degreeDays(dayWarmth(day).tmin, dayWarmth(day).tmax, base)
  }
  return day
}

function sumBetween(from: ISODate, to: ISODate, base: number): number {
  let sum = 0
  for (let day = addDays(from, 1); day <= to; day = addDays(day, 1))
    sum += degreeDays(dayWarmth(day).tmin, dayWarmth(day).tmax, base)
  return sum
}

interface Habit {
  /** month and day on which it is sown, or from which its warmth counts */ since: string
  /** its usual first flower */ first: string
  days: number
}

/** Those whose bloom decides something in the story; the others flower in the order of the list. */
const habits: Record<string, Partial<Habit>> = {
  'Ember Row': { first: '05-19', days: 62 },
  'Small Lantern': { first: '05-31', days: 48 },
  'Quick Tallow': { first: '05-12', days: 40 },
  'Low Ladder': { first: '06-14', days: 44 },
  'Kite Ribbon': { first: '06-16', days: 50 },
  'Ink Thimble': { first: '06-09', days: 36 },
  'Slate Hour': { first: '01-06', days: 41 },
  'Second Bell': { first: '02-19', days: 30 },
  'Double Rain': { first: '01-27', days: 36 },
  'Winter Post': { first: '12-28', days: 44 },
  'Lark Gate': { first: '02-08', days: 34 },
  'Lake Bulk': { first: '06-04', days: 58 },
  'Winter Loaf': { first: '06-22', days: 34 },
  'Barn Shelf': { first: '06-15', days: 44 },
}

const usual: Record<string, { since: string; first: string; step: number; days: number }> = {
  chilli: { since: '02-18', first: '05-24', step: 2, days: 55 },
  hellebore: { since: '11-01', first: '01-08', step: 2, days: 38 },
  squash: { since: '04-21', first: '06-09', step: 2, days: 46 },
}

/** A plant of the story whose bloom is told: one of the stock, or a seedling that became a parent. */
export interface DemoBloomer {
  name: string
  crop: string
  id: string
  placeId: string | null
}

/**
 * Tells when the plants of the demo garden flowered: the stock by warmth, each in its own way and in good time for the crosses
 * it was used in; what is raised from seed in a batch each spring. Seedlings that became parents just before their crosses.
 */
export function tellBlooms(
  scribe: Scribe,
  founders: Map<string, { id: string; placeId: string | null }>,
  seedlings: { plant: DemoBloomer; begins: ISODate }[],
  programme: DemoCross[],
): void {
  for (const crop of ['chilli', 'hellebore', 'squash']) {
    const base = builtInGuides.find(g => g.id === crop)!.bloom.warmth!.base
    stock
      .filter(s => s.crop === crop)
      .forEach(({ name }, i) => {
        const { since, first, step, days } = usual[crop]!
        const habit: Habit = {
          since,
          first: addDays(`2001-${first}`, step * (i % 9)).slice(5),
          days: days + (i % 4) * 3,
          ...habits[name],
        }
        const turnsYear = since > habit.first
        const needed = sumBetween(
          `${MIDDLING}-${since}`,
          `${turnsYear ? MIDDLING + 1 : MIDDLING}-${habit.first}`,
          base,
        )
        for (const season of SEASONS) {
          if (crop !== 'hellebore' && season === 2022) continue
          if (crop === 'hellebore' && season === 2026) continue
          tellSeason(
            scribe,
            { name, crop, ...founders.get(name)! },
            habit,
            season,
            needed * (0.96 + 0.08 * scribe.random.uniform()),
            base,
            programme,
          )
        }
      })
  }
  for (const { plant, begins } of seedlings) {
    const first = addDays(begins, -scribe.between(2, 7))
    note(scribe, 'bloomSeen', plant.id, 'first', first)
    if (scribe.chance(0.7))
      note(scribe, 'bloomSeen', plant.id, 'last', addDays(first, scribe.between(30, 55)))
  }
}

function tellSeason(
  scribe: Scribe,
  plant: DemoBloomer,
  habit: Habit,
  season: number,
  needed: number,
  base: number,
  programme: DemoCross[],
): void {
  const isRaised = plant.crop !== 'hellebore'
  const sownOn = isRaised
    ? addDays(`${season}-${habit.since}`, scribe.between(-6, 8))
    : `${season}-${habit.since}`
  const used = programme
    .filter(c => [c.seedParent, c.pollenParent].includes(plant.name))
    .map(c => c.begins)
    .filter(begins => begins > sownOn && begins < addDays(sownOn, 200))
    .sort()[0]
  const usualDay = `${habit.since > habit.first ? season + 1 : season}-${habit.first}`
  // Clones of the open ground keep to their day of the year more than to the warmth of a winter.
  const expected = addDays(
    usualDay,
    Math.round(daysBetween(usualDay, dayOf(needed, sownOn, base)) * (isRaised ? 1 : 0.3)),
  )
  const first = used && expected >= used ? addDays(used, -1) : expected
  const length = Math.max(
    14,
    Math.round(habit.days * (0.9 + 0.2 * scribe.random.uniform())),
    used ? daysBetween(first, used) + 15 : 0,
  )
  let [kind, subject]: ['bloomSeen' | 'batchBloomSeen', string] = ['bloomSeen', plant.id]
  if (isRaised) {
    subject = scribe.id(sownOn)
    kind = 'batchBloomSeen'
    if (
      !scribe.note(addDays(sownOn, -9), 19, 'batchPlanned', subject, {
        code: scribe.code(addDays(sownOn, -9)),
        crop: plant.crop,
        plantId: plant.id,
        on: sownOn,
        why: 'the season’s stock',
      })
    )
      return
    if (!scribe.note(sownOn, 11, 'batchSown', subject, { how: 'sown', placeId: plant.placeId })) return
    if (scribe.chance(0.3)) note(scribe, kind, subject, 'notYet', addDays(first, -scribe.between(3, 8)))
  }
  note(scribe, kind, subject, 'first', first)
  if (scribe.chance(0.5)) note(scribe, kind, subject, 'full', addDays(first, Math.round(length * 0.35)))
  if (scribe.chance(0.85)) note(scribe, kind, subject, 'last', addDays(first, length - 1))
}

const note = (
  scribe: Scribe,
  kind: 'bloomSeen' | 'batchBloomSeen',
  subject: string,
  sign: BloomSign,
  on: ISODate,
) => scribe.note(on, 8.5, kind, subject, { sign, on })
