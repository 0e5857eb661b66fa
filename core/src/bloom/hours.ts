import { mean } from 'd3-array'
import type { FlowerHourRules, HourRule } from '../crops/guide'
import type { ISODate } from '../time/days'
import { dayInWords, hourOf, instantAt } from '../time/days'
import type { Site } from '../time/sun'
import { sunDay } from '../time/sun'
import type { WeatherHour } from '../weather/hour'

/** When in a day something happens at a flower. */
export interface DayHours {
  /** clock hours in the garden's zone: when it usually happens on a clear, mild, dry day */
  usual: number
  /** when it happens on this day, and the 80 % interval of that; null when the day does not bring it */
  at: number | null
  low: number | null
  high: number | null
  /** until when it lasts */
  until: number | null
  /** what put it off or brought it forward, the most telling first; empty on a usual day */
  because: string[]
}

/** What happens at a flower in a day, in its order. */
export const HOUR_EVENTS = ['opens', 'receptive', 'sheds'] as const
export type HourEvent = (typeof HOUR_EVENTS)[number]
export type FlowerHours = Record<HourEvent, DayHours> & {
  /** the sun's day, in clock hours */ sun: SunHours
}
/** What the hours of a day are told by, in clock hours of the garden. */
export type SunHours = Record<HourRule['after'], number>

/** How fast a flower's day goes on in an hour's weather, by what it needs; 1 on a clear, mild, dry day. */
const pace: Record<HourRule['needs'][number], (hour: WeatherHour, mildCelsius: number) => number> = {
  light: ({ cloud }) => 1 - 0.55 * Math.max(0, (cloud - 0.25) / 0.75) ** 1.3,
  warmth: ({ celsius }, mild) => Math.min(1.25, Math.max(0.1, 1 + (celsius - mild) / 14)),
  dryness: ({ humidity, rainMm }) => (rainMm > 0 ? 0 : Math.min(1, Math.max(0.15, (98 - humidity) / 18))),
}

const MINUTE_MS = 60_000
const STEP_MINUTES = 5

/** A flower's day begins with the first light, before the sun is up. */
const FIRST_LIGHT_MINUTES = 60

/** A forecast is trusted less for each day ahead. */
const DOUBT_PER_DAY = 0.25

/**
 * The hours of a flower's day: the guide's hours by the sun, moved by the weather.
 *
 * A flower's morning is a sum of minutes from first light, each counted by the light, the warmth and the dryness of its hour; it is
 * through when the sum is what a clear, mild, dry morning brings. Rain wets pollen that had dried and lets it begin anew. What
 * goes by the evening is counted from noon. A rule of thumb in the form of a model; the guide's minutes are to be replaced by
 * one's own.
 *
 * @param weather hours that cover the day, read or foretold
 * @param ahead days from the one on which the weather was foretold; 0 for today
 */
export function hoursOn(
  day: ISODate,
  site: Site,
  zone: string,
  weather: WeatherHour[],
  rules: FlowerHourRules,
  ahead = 0,
): FlowerHours {
  const sun = sunDay(day, site)
  // Where the sun neither rises nor sets, the day is cut by its noon.
  const noon = Date.parse(sun.noon)
  const anchors = {
    noon,
    sunrise: sun.sunrise ? Date.parse(sun.sunrise) : noon - 6 * 60 * MINUTE_MS,
    sunset: sun.sunset ? Date.parse(sun.sunset) : noon + 6 * 60 * MINUTE_MS,
  }
  const byHour = new Map(weather.map(hour => [Date.parse(hour.at), hour]))
  const end = Date.parse(instantAt(day, 24, zone))
  const events = Object.fromEntries(
    HOUR_EVENTS.map(event => [
      event,
      hoursOf(rules[event], anchors, end, byHour, rules.mildCelsius, zone, ahead),
    ]),
  ) as Record<HourEvent, DayHours>
  const clock = (ms: number) => hourOf(new Date(ms).toISOString(), zone)
  return {
    ...events,
    sun: { sunrise: clock(anchors.sunrise), noon: clock(anchors.noon), sunset: clock(anchors.sunset) },
  }
}

/** The hours of a day in which stigmas are ready and pollen is dry; null where the two do not come together. */
export function readyTogether({ receptive, sheds }: FlowerHours): { from: number; until: number } | null {
  if (receptive.low === null || receptive.until === null || sheds.low === null || sheds.until === null)
    return null
  const from = Math.max(receptive.low, sheds.low)
  const until = Math.min(receptive.until, sheds.until)
  return from < until ? { from, until } : null
}

/** A day on which stigmas are ready while pollen is dry, and when. */
export interface BestDay {
  on: ISODate
  from: number
  until: number
}

/** The best day of a week in a sentence. */
export const bestDayInWords = ({ on, from, until }: BestDay, today: ISODate): string =>
  `The best hours of the coming week are ${on === today ? 'today' : `on ${dayInWords(on)}`}, ${clockWords(from)}–${clockWords(until)}.`

/** Hours by which one day must be better than an earlier one to be worth the wait. */
const WORTH_WAITING = 0.5

/** The day of some on which stigmas are ready and pollen is dry for longest; of like ones the first; null where none has such hours. */
export function bestDay<D extends { hours: FlowerHours }>(days: D[]): D | null {
  const lasts = ({ hours }: D) => {
    const both = readyTogether(hours)
    return both ? both.until - both.from : 0
  }
  return days.reduce<D | null>(
    (best, day) => (lasts(day) > (best ? lasts(best) + WORTH_WAITING : 0) ? day : best),
    null,
  )
}

function hoursOf(
  rule: HourRule,
  anchors: Record<HourRule['after'], number>,
  end: number,
  byHour: Map<number, WeatherHour>,
  mild: number,
  zone: string,
  ahead: number,
): DayHours {
  const middle = (rule.minutes.low + rule.minutes.high) / 2
  const usualAt = anchors[rule.after] + middle * MINUTE_MS
  const began = rule.after === 'sunset' ? anchors.noon : anchors.sunrise - FIRST_LIGHT_MINUTES * MINUTE_MS
  const needed = (usualAt - began) / MINUTE_MS
  const last = rule.after === 'sunset' ? end : anchors.sunset
  let gathered = 0
  let rained: number | null = null
  let at: number | null = null
  for (let now = began; at === null && now < last; now += STEP_MINUTES * MINUTE_MS) {
    const hour = byHour.get(Math.floor(now / (60 * MINUTE_MS)) * 60 * MINUTE_MS)
    if (hour && rule.needs.includes('dryness') && hour.rainMm > 0) {
      gathered = 0
      rained = now
    }
    gathered +=
      STEP_MINUTES * (hour ? rule.needs.reduce((rate, need) => rate * pace[need](hour, mild), 1) : 1)
    if (gathered >= needed - STEP_MINUTES / 2) at = now + STEP_MINUTES * MINUTE_MS
  }
  const clock = (ms: number) => hourOf(new Date(ms).toISOString(), zone)
  const half = ((rule.minutes.high - rule.minutes.low) / 2) * (1 + DOUBT_PER_DAY * ahead)
  const because = reasons(rule, byHour, began, at ?? last, rained, mild, zone)
  return {
    usual: clock(usualAt),
    at: at === null ? null : clock(at),
    low: at === null ? null : clock(at - half * MINUTE_MS),
    high: at === null ? null : clock(at + half * MINUTE_MS),
    until: at === null ? null : Math.min(clock(at) + rule.lastsMinutes / 60, 24),
    because: at !== null && Math.abs(at - usualAt) < 20 * MINUTE_MS ? [] : because,
  }
}

/** What of the weather until then was least as a clear, mild, dry morning is. */
function reasons(
  rule: HourRule,
  byHour: Map<number, WeatherHour>,
  from: number,
  to: number,
  rained: number | null,
  mild: number,
  zone: string,
): string[] {
  const hours: { ms: number; hour: WeatherHour }[] = []
  for (let ms = Math.floor(from / (60 * MINUTE_MS)) * 60 * MINUTE_MS; ms < to; ms += 60 * MINUTE_MS) {
    const hour = byHour.get(ms)
    if (hour) hours.push({ ms, hour })
  }
  if (!hours.length) return ['no weather is known for it']
  const until = (isSo: (hour: WeatherHour) => boolean) => {
    const first = hours.findIndex(h => !isSo(h.hour))
    return first === 0
      ? null
      : first < 0
        ? 'all the while'
        : `until ${clockWords(hourOf(new Date(hours[first]!.ms).toISOString(), zone))}`
  }
  const found: { words: string; weight: number }[] = []
  if (rule.needs.includes('light')) {
    const overcast = until(h => h.cloud > 0.7)
    const cover = mean(hours, h => h.hour.cloud)!
    found.push({
      words: overcast ? `overcast ${overcast}` : cover > 0.5 ? 'much cloud' : 'a clear morning',
      weight: Math.abs(cover - 0.25),
    })
  }
  if (rule.needs.includes('warmth')) {
    const average = mean(hours, h => h.hour.celsius)!
    found.push({
      words:
        average < mild ? `cool, about ${Math.round(average)} °C` : `warm, about ${Math.round(average)} °C`,
      weight: Math.abs(average - mild) / 14,
    })
  }
  if (rule.needs.includes('dryness')) {
    const damp = until(h => h.humidity > 88)
    if (rained !== null)
      found.push({
        words: `rain until ${clockWords(hourOf(new Date(rained).toISOString(), zone))}`,
        weight: 2,
      })
    else if (damp) found.push({ words: `damp ${damp}`, weight: 0.5 })
  }
  return found
    .filter(f => f.weight > 0.12)
    .sort((a, b) => b.weight - a.weight)
    .map(f => f.words)
}

/** "7:40" of clock hours; the nearest five minutes. */
export function clockWords(hours: number): string {
  const minutes = Math.round(hours * 12) * 5
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`
}

/** A day's hours at a flower in a sentence: "overcast until 10:00: florets open about 10:20, not 7:40". */
export function hoursInWords(event: HourEvent, { usual, at, because }: DayHours): string {
  const what = { opens: 'flowers open', receptive: 'stigmas are ready', sheds: 'pollen is dry' }[event]
  const why = because.length ? `${because.slice(0, 2).join(', ')}: ` : ''
  if (at === null)
    return `${why}${what.replace(/ (are|is|open)/, m => (m === ' open' ? ' stay shut' : `${m} not`))} on this day`
  return because.length
    ? `${why}${what} about ${clockWords(at)}, not ${clockWords(usual)}`
    : `${what} about ${clockWords(at)}, as usual`
}
