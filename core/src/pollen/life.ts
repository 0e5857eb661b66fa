import { range } from 'd3-array'
import { speedAt } from '../stores/aging'
import { ROOM_CELSIUS } from '../stores/kinds'
import type { StoreClimate } from '../stores/storeClimate'
import { DRIES_DAYS, POLLEN_CELSIUS, Q10_POINTS, UNDRIED } from './prior'
import type { Tube } from './tube'
import { isUndried } from './tube'
import type { PollenClass } from './worth'
import { canBeDried } from './worth'

/** What pollen has gone through. */
export interface PollenLife {
  /**
   * days it aged, counted at the reference temperature: one for each reckoning of how much faster it dies in
   * the warm
   */
  aging: number[]
  thaws: number
  /** times that it froze while it was moist */
  ices: number
}

const DAY_MS = 86_400_000
const speedsAt = (celsius: number) => Q10_POINTS.map(q10 => speedAt(celsius, POLLEN_CELSIUS, q10))
const ROOM_SPEEDS = speedsAt(ROOM_CELSIUS)

/** The stores and tubes of a garden, as far as pollen goes from one to the other. */
export interface PollenGround {
  tubes: ReadonlyMap<string, Tube>
  climates: ReadonlyMap<string, StoreClimate>
  /** how long pollen of a crop lives */
  classOf: (crop: string) => PollenClass
}

/** One after the other. */
const added = (a: PollenLife, b: PollenLife): PollenLife => ({
  aging: a.aging.map((days, i) => days + b.aging[i]!),
  thaws: a.thaws + b.thaws,
  ices: a.ices + b.ices,
})

/** The harder of two lives. */
const harder = (a: PollenLife, b: PollenLife): PollenLife => ({
  aging: a.aging.map((days, i) => Math.max(days, b.aging[i]!)),
  thaws: Math.max(a.thaws, b.thaws),
  ices: Math.max(a.ices, b.ices),
})

/**
 * What a tube has gone through until a moment, wherever it stood: in the stores, in the hand, while it dried,
 * and before it was
 * split off. Pollen poured in makes it as old as the older of both.
 *
 * @param until milliseconds; beyond now its store is taken to stay as it usually is
 */
export function lifeOf(tube: Tube, ground: PollenGround, until: number): PollenLife {
  const last = tube.toppedUp.filter(t => Date.parse(t.at) < until).at(-1)
  if (last) {
    const at = Date.parse(last.at)
    const before = (one: Tube) =>
      lifeOf({ ...one, toppedUp: one.toppedUp.filter(t => Date.parse(t.at) < at) }, ground, at)
    const other = ground.tubes.get(last.tubeId)
    return added(other ? harder(before(tube), before(other)) : before(tube), spent(tube, ground, at, until))
  }
  const own = spent(tube, ground, 0, until)
  const origin = tube.splitFrom && ground.tubes.get(tube.splitFrom.tubeId)
  if (!origin) return own
  return added(lifeOf(origin, ground, Math.min(until, Date.parse(tube.splitFrom!.at))), own)
}

/** How pollen was when it came into its tube; what was split off is as its origin. */
interface Dryness {
  /** as moist as it was on its flower */
  isMoist: boolean
  /** how many times faster it dies than what is known of its class tells */
  faster: number
  /** until then it dries, which what is known of its start reckons with */
  driesUntil: number
}

function drynessOf(tube: Tube, ground: PollenGround): Dryness {
  const { tubed, splitFrom, collectedAt, crop } = tube
  const origin = splitFrom && ground.tubes.get(splitFrom.tubeId)
  if (origin) return drynessOf(origin, ground)
  const isNatural = !canBeDried(ground.classOf(crop))
  if (isNatural || isUndried(tube))
    return { isMoist: isUndried(tube), faster: isNatural ? 1 : UNDRIED, driesUntil: -Infinity }
  const longest = Date.parse(collectedAt) + DRIES_DAYS * DAY_MS
  return { isMoist: false, faster: 1, driesUntil: Math.min(longest, tubed ? Date.parse(tubed.at) : Infinity) }
}

/** True for what is as moist as it was on its flower, or was split off such. */
export const isMoist = (tube: Tube, ground: PollenGround): boolean => drynessOf(tube, ground).isMoist

/** What it went through in its own stays between two moments. */
function spent(tube: Tube, ground: PollenGround, from: number, until: number): PollenLife {
  const { climates } = ground
  const dryness = drynessOf(tube, ground)
  const { faster, driesUntil } = dryness
  const life: PollenLife = {
    aging: Q10_POINTS.map(() => 0),
    thaws: tube.thaws.filter(at => Date.parse(at) >= from && Date.parse(at) < until).length,
    ices: 0,
  }
  const freezes = (storeId: string | null) => Boolean(storeId && climates.get(storeId)?.isFreezing)
  for (const [i, stay] of tube.stays.entries()) {
    const next = tube.stays[i + 1]
    const begin = Math.max(from, Date.parse(stay.from))
    const end = Math.min(until, next ? Date.parse(next.from) : Infinity)
    if (begin >= end) continue
    const climate = stay.storeId ? climates.get(stay.storeId) : undefined
    const ages = Math.max(begin, Math.min(end, driesUntil))
    for (const q of range(Q10_POINTS.length))
      life.aging[q]! +=
        faster * (climate ? climate.agings[q]!.between(ages, end) : ((end - ages) / DAY_MS) * ROOM_SPEEDS[q]!)
    if (!climate?.isFreezing) continue
    if (dryness.isMoist && Date.parse(stay.from) >= from && !freezes(tube.stays[i - 1]?.storeId ?? null))
      life.ices++
    life.thaws += climate.thaws.filter(at => at >= begin && at < end).length
    if (next && Date.parse(next.from) <= until && !freezes(next.storeId)) life.thaws++
  }
  return life
}

/** The same life so many days later, where it stands now and as its store usually is. */
export function later(life: PollenLife, tube: Tube, ground: PollenGround, days: number): PollenLife {
  const { storeId } = tube.stays.at(-1)!
  const celsius = storeId ? (ground.climates.get(storeId)?.typical ?? ROOM_CELSIUS) : ROOM_CELSIUS
  const { faster } = drynessOf(tube, ground)
  return { ...life, aging: speedsAt(celsius).map((speed, i) => life.aging[i]! + days * speed * faster) }
}
