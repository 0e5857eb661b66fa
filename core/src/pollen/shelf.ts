import { rollup } from 'd3-array'
import type { Estimate } from '../chance/estimate'
import type { PollenClass } from './worth'
import { WORTH_USING } from './worth'
import type { PollenBelief } from './belief'
import { believeSurfaces, joinedSurface, surfaceOf, viabilityOf } from './belief'
import type { Excursion, StoreClimate } from '../stores/storeClimate'
import type { PollenGround, PollenLife } from './life'
import { lifeOf, speedNow } from './life'
import { POLLEN_CELSIUS, POLLEN_PRIORS, POLLEN_Q10 } from './prior'
import { speedAt } from '../stores/aging'
import type { Tube } from './tube'

/** How much a test tells of another collection of the same donors that was won the same way. */
const OF_ANOTHER = 0.3
const DAY_MS = 86_400_000
/** Beyond these years nothing is foretold. */
const FARTHEST_DAYS = 3650

/** What is known of all tubes of a garden at one time. */
export interface Shelf {
  /** what it has gone through until a moment */
  life: (tube: Tube, at: number) => PollenLife
  /** share alive at a moment: median, 80 % interval, origin, tests that it rests on */
  viability: (tube: Tube, at: number) => Estimate
  /** the same after what it would have gone through */
  viabilityAfter: (tube: Tube, life: PollenLife) => Estimate
  /** the moment at which the median falls under what is worth using, where it stands now; null once it has, or when that is beyond years */
  goodUntil: (tube: Tube) => number | null
}

/**
 * What is known of the tubes of a garden: the prior of their class, tests of the same pollen, and with less weight those of other
 * collections of the same donors that were won the same way.
 *
 * @param now milliseconds
 */
export function shelfOf(ground: PollenGround, classOf: (crop: string) => PollenClass, now: number): Shelf {
  /** what was collected at once: a tube that was split off holds the pollen of its origin */
  const rootOf = (tube: Tube): Tube => {
    const origin = tube.splitFrom && ground.tubes.get(tube.splitFrom.tubeId)
    return origin ? rootOf(origin) : tube
  }
  const kind = (tube: Tube) => `${tube.crop} ${rootOf(tube).way} ${[...tube.donors].sort().join()}`
  const priorOf = (tube: Tube) => POLLEN_PRIORS[classOf(tube.crop)]
  const tested = [...ground.tubes.values()].filter(tube => tube.tests.length)
  const told = tested.map(tube => ({
    tube,
    surface: surfaceOf(
      priorOf(tube),
      tube.tests.map(({ alive, seen, at }) => ({ alive, seen, ...lifeOf(tube, ground, Date.parse(at)) })),
    ),
  }))
  const surfacesBy = (key: (tube: Tube) => string) =>
    rollup(
      told,
      all => joinedSurface(all.map(t => t.surface)),
      t => key(t.tube),
    )
  const [ofKind, ofRoot] = [surfacesBy(kind), surfacesBy(tube => rootOf(tube).id)]
  const beliefs = new Map<string, PollenBelief>()
  const beliefOf = (tube: Tube): PollenBelief => {
    const [kindKey, rootId] = [kind(tube), rootOf(tube).id]
    const [others, own] = [ofKind.get(kindKey), ofRoot.get(rootId)]
    const key = own ? rootId : others ? kindKey : classOf(tube.crop)
    // Tests of the same pollen are among those of its kind.
    if (!beliefs.has(key))
      beliefs.set(
        key,
        believeSurfaces(priorOf(tube), [
          ...(others ? [{ surface: others, weight: OF_ANOTHER }] : []),
          ...(own ? [{ surface: { ...own, tests: 0 }, weight: 1 - OF_ANOTHER }] : []),
        ]),
      )
    return beliefs.get(key)!
  }
  const lasting = new Map<PollenBelief, Map<number, number>>()
  /** days of aging until the median falls under what is worth using */
  const lasts = (belief: PollenBelief, thaws: number): number => {
    const known = lasting.get(belief) ?? new Map<number, number>()
    lasting.set(belief, known)
    if (!known.has(thaws)) {
      let [low, high] = [0, belief.halfLives.at(-1)! * 6]
      for (let i = 0; i < 20; i++) {
        const middle = (low + high) / 2
        if (viabilityOf(belief, middle, thaws).median >= WORTH_USING) low = middle
        else high = middle
      }
      known.set(thaws, low)
    }
    return known.get(thaws)!
  }
  const life = (tube: Tube, at: number) => lifeOf(tube, ground, at)
  const after = (tube: Tube, { agingDays, thaws }: PollenLife) =>
    viabilityOf(beliefOf(tube), agingDays, thaws)
  return {
    life,
    viability: (tube, at) => after(tube, life(tube, at)),
    viabilityAfter: after,
    goodUntil(tube) {
      const { agingDays, thaws } = life(tube, now)
      const left = lasts(beliefOf(tube), thaws) - agingDays
      const days = left / speedNow(tube, ground)
      return left <= 0 || days > FARTHEST_DAYS ? null : now + days * DAY_MS
    },
  }
}

/** What an excursion of a store cost a tube that stood in it: alive at its end, and what would be had it stayed as usual; null where it did not stand there. */
export function costOf(
  excursion: Excursion,
  climate: StoreClimate,
  tube: Tube,
  shelf: Shelf,
  ground: PollenGround,
): { alive: Estimate; without: Estimate } | null {
  const stood = tube.stays.some(
    (stay, i) =>
      stay.storeId === climate.store.id &&
      Date.parse(stay.from) < excursion.to &&
      Date.parse(tube.stays[i + 1]?.from ?? '9999') > excursion.from,
  )
  if (!stood) return null
  const usual = speedAt(climate.typical, POLLEN_CELSIUS, POLLEN_Q10)
  const calm: StoreClimate = {
    ...climate,
    aging: {
      between: (from, to) => {
        const [begin, end] = [Math.max(from, excursion.from), Math.min(to, excursion.to)]
        return begin >= end
          ? climate.aging.between(from, to)
          : climate.aging.between(from, to) -
              climate.aging.between(begin, end) +
              ((end - begin) / DAY_MS) * usual
      },
    },
    thaws: climate.thaws.filter(at => at < excursion.from || at > excursion.to),
  }
  const quiet = lifeOf(
    tube,
    { ...ground, climates: new Map([...ground.climates, [climate.store.id, calm]]) },
    excursion.to,
  )
  return { alive: shelf.viability(tube, excursion.to), without: shelf.viabilityAfter(tube, quiet) }
}
