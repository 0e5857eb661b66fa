import { group } from 'd3-array'
import type { Estimate } from '../chance/estimate'
import { groupOf, addedUp, spreadOfGroups } from '../chance/spread'
import { speedAt } from '../stores/aging'
import type { Excursion, StoreClimate } from '../stores/storeClimate'
import type { PollenBelief, PollenTest, TestSurface, TestsKnown } from './belief'
import {
  FIELD_ALIKE,
  believe,
  chanceAlive,
  joined,
  lessOne,
  kindSurface,
  learnCommon,
  learnStains,
  nothingTested,
  surfaceOf,
  viabilityOf,
} from './belief'
import type { PollenGround, PollenLife } from './life'
import { later, lifeOf } from './life'
import { POLLEN_CELSIUS, POLLEN_PRIORS, Q10_POINTS } from './prior'
import type { Tube, TubeTest } from './tube'
import type { PollenClass } from './worth'
import { WORTH_USING } from './worth'

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
  /**
   * the moment at which the median falls under what is worth using, where it stands now; null once it has, or
   * when that is beyond years
   */
  goodUntil: (tube: Tube) => number | null
}

/** What is known of pollen of one class in a garden. */
interface ClassKnown {
  /** tests of the same pollen, by what was collected at once */
  own: Map<string, TestSurface>
  /** what the collections of a kind, one of which may be left out, tell of it; null for nothing */
  ofKind: (kind: string, butId: string) => TestSurface | null
  common: number[]
  kinds: ReadonlyMap<string, unknown>
}

/** How alike grains of a field are, learnt from the counts that have several fields. */
const fieldsAlike = (tests: TubeTest[]): number =>
  spreadOfGroups(
    tests.map(({ fields }) =>
      addedUp(fields.map(({ alive, seen }) => groupOf({ successes: alive, tries: seen }))),
    ),
    0.5,
    FIELD_ALIKE,
  )

/**
 * What is known of the tubes of a garden: the prior of their class, tests of the same pollen, and, as far as
 * collections of the same
 * donors that were won the same way are alike, those of others. What all pollen of a class has in common (how
 * much faster it dies in the
 * warm, what a thaw costs, what a stain tells) is learnt from all tests of that class.
 *
 * @param now milliseconds
 */
export function shelfOf(ground: PollenGround, now: number): Shelf {
  /** what was collected at once: a tube that was split off holds the pollen of its origin */
  const rootOf = (tube: Tube): Tube => {
    const origin = tube.splitFrom && ground.tubes.get(tube.splitFrom.tubeId)
    return origin ? rootOf(origin) : tube
  }
  const kindOf = (tube: Tube) => `${tube.crop} ${rootOf(tube).way} ${[...tube.donors].sort().join()}`
  const classOf = (tube: Tube) => ground.classOf(tube.crop)
  const tested = group(
    [...ground.tubes.values()].filter(tube => tube.tests.length),
    classOf,
  )
  const known = new Map([...tested].map(([pollen, tubes]) => [pollen, knownOf(pollen, tubes)]))

  function knownOf(pollen: PollenClass, tubes: Tube[]): ClassKnown {
    const prior = POLLEN_PRIORS[pollen]
    const alike = fieldsAlike(tubes.flatMap(tube => tube.tests))
    const collections = [...group(tubes, tube => rootOf(tube).id)].map(([id, all]) => ({
      id,
      kind: kindOf(all[0]!),
      tests: all.flatMap(tube =>
        tube.tests.map(({ alive, seen, fields, method, at }): PollenTest => ({
          alive,
          seen,
          fields: Math.max(1, fields.length),
          method,
          life: lifeOf(tube, ground, Date.parse(at)),
        })),
      ),
    }))
    const done: TestsKnown = {
      fieldsAlike: alike,
      stains: collections.some(c => c.tests.some(t => t.method === 'stained'))
        ? learnStains(
            prior,
            collections.map(c => c.tests),
            alike,
          )
        : nothingTested.stains,
    }
    const own = new Map(collections.map(({ id, tests }) => [id, surfaceOf(prior, tests, done)]))
    const kinds = new Map(
      [...group(collections, c => c.kind)].map(([kind, all]) => {
        const surfaces = all.map(({ id }) => own.get(id)!)
        // A collection that is the only one of its kind weighs the same either way.
        const isOnly = surfaces.length === 1
        const told = new Map(all.map(({ id }) => [id, isOnly ? null : kindSurface(own.get(id)!)]))
        const evidence = isOnly ? surfaces[0]! : joined([...told.values()].map(surface => surface!))
        return [kind, { told, evidence }]
      }),
    )
    return {
      own,
      kinds,
      common: learnCommon([...kinds.values()].map(kind => kind.evidence)),
      ofKind(kind, butId) {
        const known = kinds.get(kind)
        if (!known) return null
        if (!known.told.has(butId)) return known.told.size > 1 ? known.evidence : kindSurface(known.evidence)
        return known.told.size > 1 ? lessOne(known.evidence, known.told.get(butId)!) : null
      },
    }
  }

  const beliefs = new Map<string, PollenBelief>()
  const beliefOf = (tube: Tube): PollenBelief => {
    const [pollen, kind, rootId] = [classOf(tube), kindOf(tube), rootOf(tube).id]
    const told = known.get(pollen)
    const mine = told?.own.get(rootId) ?? null
    const key = mine ? rootId : told?.kinds.has(kind) ? kind : pollen
    if (!beliefs.has(key))
      beliefs.set(key, believe(POLLEN_PRIORS[pollen], mine, told?.ofKind(kind, rootId) ?? null, told?.common))
    return beliefs.get(key)!
  }
  const life = (tube: Tube, at: number) => lifeOf(tube, ground, at)
  return {
    life,
    viability: (tube, at) => viabilityOf(beliefOf(tube), life(tube, at)),
    viabilityAfter: (tube, gone) => viabilityOf(beliefOf(tube), gone),
    goodUntil(tube) {
      const [belief, gone] = [beliefOf(tube), life(tube, now)]
      const isGood = (days: number) =>
        chanceAlive(belief, WORTH_USING, later(gone, tube, ground, days)) >= 0.5
      if (!isGood(0) || isGood(FARTHEST_DAYS)) return null
      let [low, high] = [0, FARTHEST_DAYS]
      for (let i = 0; i < 24 && high - low > 0.01 * (low + 0.1); i++) {
        const middle = i < 8 ? Math.sqrt((low || 0.02) * high) : (low + high) / 2
        if (isGood(middle)) low = middle
        else high = middle
      }
      return now + low * DAY_MS
    },
  }
}

/**
 * What an excursion of a store cost a tube that stood in it: alive at its end, and what would be had it
 * stayed as usual; null where it did not stand there.
 */
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
  const calm: StoreClimate = {
    ...climate,
    agings: climate.agings.map((aging, i) => ({
      between: (from, to) => {
        const [begin, end] = [Math.max(from, excursion.from), Math.min(to, excursion.to)]
        const usual = speedAt(climate.typical, POLLEN_CELSIUS, Q10_POINTS[i]!)
        return begin >= end
          ? aging.between(from, to)
          : aging.between(from, to) - aging.between(begin, end) + ((end - begin) / DAY_MS) * usual
      },
    })),
    thaws: climate.thaws.filter(at => at < excursion.from || at > excursion.to),
  }
  const quiet = lifeOf(
    tube,
    { ...ground, climates: new Map([...ground.climates, [climate.store.id, calm]]) },
    excursion.to,
  )
  return { alive: shelf.viability(tube, excursion.to), without: shelf.viabilityAfter(tube, quiet) }
}
