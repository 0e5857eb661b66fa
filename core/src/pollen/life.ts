import { speedAt } from '../stores/aging'
import { ROOM_CELSIUS } from '../stores/kinds'
import { POLLEN_CELSIUS, POLLEN_Q10, UNDRIED } from './prior'
import type { StoreClimate } from '../stores/storeClimate'
import type { Tube } from './tube'

/** What pollen has gone through: days it aged, counted at the reference temperature, and thaws. */
export interface PollenLife {
  agingDays: number
  thaws: number
}

const DAY_MS = 86_400_000
const ROOM_SPEED = speedAt(ROOM_CELSIUS, POLLEN_CELSIUS, POLLEN_Q10)

/** The stores and tubes of a garden, as far as pollen goes from one to the other. */
export interface PollenGround {
  tubes: ReadonlyMap<string, Tube>
  climates: Map<string, StoreClimate>
}

/**
 * What a tube has gone through until a moment, wherever it stood: in the stores, in the hand, while it dried, and before it was
 * split off. Pollen poured in makes it as old as the older of both.
 *
 * @param until milliseconds; beyond now its store is taken to stay as it usually is
 */
export function lifeOf(tube: Tube, ground: PollenGround, until: number): PollenLife {
  const last = tube.toppedUp.filter(t => Date.parse(t.at) < until).at(-1)
  if (last) {
    const at = Date.parse(last.at)
    const before = [
      lifeOf({ ...tube, toppedUp: tube.toppedUp.filter(t => Date.parse(t.at) < at) }, ground, at),
    ]
    const other = ground.tubes.get(last.tubeId)
    if (other)
      before.push(
        lifeOf({ ...other, toppedUp: other.toppedUp.filter(t => Date.parse(t.at) < at) }, ground, at),
      )
    const since = spent(tube, ground, at, until)
    return {
      agingDays: Math.max(...before.map(b => b.agingDays)) + since.agingDays,
      thaws: Math.max(...before.map(b => b.thaws)) + since.thaws,
    }
  }
  const own = spent(tube, ground, 0, until)
  const origin = tube.splitFrom && ground.tubes.get(tube.splitFrom.tubeId)
  if (!origin) return own
  const before = lifeOf(origin, ground, Math.min(until, Date.parse(tube.splitFrom!.at)))
  return { agingDays: before.agingDays + own.agingDays, thaws: before.thaws + own.thaws }
}

/** The moment from which it is dry; one that was split off is what its origin is. */
function driedAt({ tubed, splitFrom }: Tube, ground: PollenGround): number {
  const origin = splitFrom && ground.tubes.get(splitFrom.tubeId)
  if (origin) return driedAt(origin, ground)
  return tubed && (tubed.drying !== 'none' || tubed.hasDesiccant) ? Date.parse(tubed.at) : Infinity
}

/** What it went through in its own stays between two moments. */
function spent(tube: Tube, ground: PollenGround, from: number, until: number): PollenLife {
  const { climates } = ground
  const dryFrom = driedAt(tube, ground)
  let agingDays = 0
  let thaws = tube.thaws.filter(at => Date.parse(at) >= from && Date.parse(at) < until).length
  for (const [i, stay] of tube.stays.entries()) {
    const next = tube.stays[i + 1]
    const [begin, end] = [
      Math.max(from, Date.parse(stay.from)),
      Math.min(until, next ? Date.parse(next.from) : Infinity),
    ]
    if (begin >= end) continue
    const climate = stay.storeId ? climates.get(stay.storeId) : undefined
    const aged = (a: number, b: number) =>
      b <= a ? 0 : climate ? climate.aging.between(a, b) : ((b - a) / DAY_MS) * ROOM_SPEED
    agingDays += UNDRIED * aged(begin, Math.min(end, dryFrom)) + aged(Math.max(begin, dryFrom), end)
    if (!climate?.isFreezing) continue
    thaws += climate.thaws.filter(at => at >= begin && at < end).length
    if (next && Date.parse(next.from) <= until && !(next.storeId && climates.get(next.storeId)?.isFreezing))
      thaws++
  }
  return { agingDays, thaws }
}

/** How fast it ages where it stands now, in days at the reference temperature for each day. */
export function speedNow(tube: Tube, ground: PollenGround): number {
  const { climates } = ground
  const storeId = tube.stays.at(-1)!.storeId
  const celsius = storeId ? (climates.get(storeId)?.typical ?? ROOM_CELSIUS) : ROOM_CELSIUS
  return speedAt(celsius, POLLEN_CELSIUS, POLLEN_Q10) * (driedAt(tube, ground) < Infinity ? 1 : UNDRIED)
}
