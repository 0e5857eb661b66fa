import { speedAt } from '../stores/aging'
import { STORE_KINDS } from '../stores/kinds'
import { normalQuantile } from '../chance/distributions'
import type { PollenPrior } from './belief'
import type { PollenClass } from './worth'
import { WORTH_USING, canBeDried } from './worth'

/** The middle of what is not known for sure, and far to either side, as standard normal deviates. */
export const THREE = [-Math.sqrt(3), 0, Math.sqrt(3)]
/** The value so many deviations from the middle of an 80 % range. */
export const along = (low: number, high: number, deviations: number): number =>
  (low + high) / 2 + ((high - low) / 2 / normalQuantile(0.9)) * deviations

/** °C that days of aging are counted at. */
export const POLLEN_CELSIUS = 4
/** How many times faster pollen dies for each 10 °C more: 80 % range. */
const POLLEN_Q10 = { low: 1.8, high: 3.4 }
/** The points of that range, by which aging is counted. */
export const Q10_POINTS = THREE.map(z =>
  Math.exp(along(Math.log(POLLEN_Q10.low), Math.log(POLLEN_Q10.high), z)),
)
/** How pollen ages, for the climate of a store. */
export const POLLEN_AGES = { celsius: POLLEN_CELSIUS, q10s: Q10_POINTS }
/** How many times faster pollen dies that was not dried, where it can be. */
export const UNDRIED = 3
/** Share of moist pollen that lives on when it freezes: its water becomes ice. */
export const MOIST_KEEPS = 0.1
/** Days of drying that what is known of a start reckons with. */
export const DRIES_DAYS = 3

/**
 * What is generally known of pollen before any of it is tested, by class: ranges in which four cases in five
 * lie. Rules of thumb,
 * wide on purpose; the garden's own tests narrow them.
 */
export const POLLEN_PRIORS: Record<PollenClass, PollenPrior> = {
  long: {
    start: { low: 0.55, high: 0.9 },
    halfLifeDays: { low: 40, high: 160 },
    thawLoss: { low: 0.03, high: 0.18 },
  },
  medium: {
    start: { low: 0.5, high: 0.88 },
    halfLifeDays: { low: 7, high: 28 },
    thawLoss: { low: 0.06, high: 0.3 },
  },
  short: {
    start: { low: 0.45, high: 0.88 },
    halfLifeDays: { low: 0.15, high: 0.8 },
    thawLoss: { low: 0.2, high: 0.55 },
  },
  minutes: {
    start: { low: 0.5, high: 0.9 },
    halfLifeDays: { low: 0.007, high: 0.03 },
    thawLoss: { low: 0.4, high: 0.8 },
  },
}

const middle = ({ low, high }: { low: number; high: number }) => Math.sqrt(low * high)

/**
 * Days for which pollen of a class, kept as well as it can be, is worth a flower: what the shelf expects of
 * an untested tube.
 */
export function keepsDays(pollen: PollenClass): number {
  const { start, halfLifeDays, thawLoss } = POLLEN_PRIORS[pollen]
  const isFrozen = canBeDried(pollen)
  const celsius = STORE_KINDS[isFrozen ? 'freezer' : 'refrigerator'].celsius
  const alive = middle(start) * (isFrozen ? 1 - middle(thawLoss) : 1)
  const halves = Math.max(0, Math.log2(alive / WORTH_USING))
  return Math.floor(
    (halves * middle(halfLifeDays)) / speedAt(celsius, POLLEN_CELSIUS, middle(POLLEN_Q10)) + 0.5,
  )
}
