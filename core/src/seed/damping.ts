import type { ISODate } from '../time/days'
import { addDays, dayInWords, daysBetween } from '../time/days'
import { isGrown } from './course'
import type { SeedDue } from './due'
import type { Sowing } from './sowing'

/** Seedlings fall over by damping-off in the first weeks, most in the first two. */
const [WORST_DAYS, WATCHED_DAYS] = [14, 21]
/** Days between two looks at seedlings that may fall over: the longer, the higher the risk. */
const EVERY = { high: 2, raised: 3, low: 5 } as const
/** What on top lets the surface dry. */
const DRIES = /grit|sand|vermic|perlit|pumice/i

/** How likely seedlings of a tray are to damp off, and what makes it so. */
export interface Damping {
  level: keyof typeof EVERY
  /** empty: nothing but their age */ because: string[]
}

const firstUpOf = ({ looks }: Sowing): ISODate | null => looks.find(({ up }) => up > 0)?.on ?? null

/** When somebody looked whether seedlings stand. */
const lastLookAt = ({ looks, losses, watched }: Sowing): ISODate =>
  [...looks, ...losses, ...watched].reduce((last, { on }) => (on > last ? on : last), '')

/**
 * The risk of damping-off in a tray, by rules of thumb: age, cover, what lies on top, losses so far, wet and cool days outdoors.
 *
 * @returns null where no seedling stands, or all are past it
 */
export function dampingIn(sowing: Sowing, today: ISODate): Damping | null {
  const firstUp = firstUpOf(sowing)
  const { how, losses, standing, stays, ended, raised, watched } = sowing
  if (!firstUp || !standing || ended || raised || !isGrown(sowing.container)) return null
  const age = daysBetween(firstUp, today)
  if (age > WATCHED_DAYS) return null
  const fell = losses.some(loss => /damp/i.test(loss.reason))
  const dried = watched.filter(({ leftToDry }) => leftToDry).at(-1)
  const raises = [
    age <= WORST_DAYS && 'the first two weeks',
    how.cover === 'closed' && 'kept covered and closed',
    stays.at(-1)!.air === 'outdoors' && 'outdoors, as wet as it rains',
    fell && 'some fell over already',
  ].filter((word): word is string => Boolean(word))
  const lowers =
    Number(how.topLayer !== undefined && DRIES.test(how.topLayer)) +
    Number(how.drench !== undefined) +
    Number(dried !== undefined && daysBetween(dried.on, today) <= EVERY.low)
  const score = raises.length + Number(fell) - lowers
  return { level: score >= 3 ? 'high' : score >= 1 ? 'raised' : 'low', because: raises }
}

/** The risk in a sentence. */
export const dampingInWords = ({ level, because }: Damping): string =>
  `Damping-off: the risk is ${level}${because.length ? ` (${because.join(', ')})` : ''}.`

/** When seedlings are to be looked at next, whether they stand; null where they are past it. */
export function dampingDue(sowing: Sowing, today: ISODate): SeedDue | null {
  const damping = dampingIn(sowing, today)
  if (!damping) return null
  const from = addDays(lastLookAt(sowing), EVERY[damping.level])
  return {
    step: 'watchTray',
    from,
    until: addDays(from, 1),
    estimate: null,
    because: `${dampingInWords(damping)} Up since ${dayInWords(firstUpOf(sowing)!)}.`,
  }
}
