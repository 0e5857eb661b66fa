import { speedAt } from '../stores/aging'
import { STORE_KINDS } from '../stores/kinds'
import type { PollenPrior } from './belief'
import type { PollenClass } from './worth'
import { WORTH_USING } from './worth'

/** °C that days of aging are counted at, and how many times faster pollen dies for each 10 °C more. */
export const [POLLEN_CELSIUS, POLLEN_Q10] = [4, 2.5]
/** How pollen ages, for the climate of a store. */
export const POLLEN_AGES = { celsius: POLLEN_CELSIUS, q10: POLLEN_Q10 }
/** How many times faster pollen dies that was not dried. */
export const UNDRIED = 3

/**
 * What is generally known of pollen before any of it is tested, by class: ranges in which four cases in five lie. Rules of thumb,
 * wide on purpose; the garden's own tests narrow them.
 */
export const POLLEN_PRIORS: Record<PollenClass, PollenPrior> = {
  long: { start: { low: 0.55, high: 0.9 }, halfLifeDays: { low: 40, high: 160 }, thawLoss: 0.08 },
  medium: { start: { low: 0.5, high: 0.88 }, halfLifeDays: { low: 7, high: 28 }, thawLoss: 0.15 },
  short: { start: { low: 0.45, high: 0.88 }, halfLifeDays: { low: 0.15, high: 0.8 }, thawLoss: 0.35 },
  minutes: { start: { low: 0.5, high: 0.9 }, halfLifeDays: { low: 0.007, high: 0.03 }, thawLoss: 0.6 },
}

/** True for pollen that is dried and frozen to be kept; what lives for a day at most is used as it is. */
export const canBeDried = (pollen: PollenClass): boolean => pollen === 'long' || pollen === 'medium'

const middle = ({ low, high }: { low: number; high: number }) => Math.sqrt(low * high)

/** Days for which pollen of a class, kept as well as it can be, is worth a flower: what the shelf expects of an untested tube. */
export function keepsDays(pollen: PollenClass): number {
  const { start, halfLifeDays, thawLoss } = POLLEN_PRIORS[pollen]
  const isFrozen = canBeDried(pollen)
  const celsius = STORE_KINDS[isFrozen ? 'freezer' : 'refrigerator'].celsius
  const alive = middle(start) * (isFrozen ? 1 - thawLoss : 1)
  const halves = Math.max(0, Math.log2(alive / WORTH_USING))
  return Math.floor((halves * middle(halfLifeDays)) / speedAt(celsius, POLLEN_CELSIUS, POLLEN_Q10) + 0.5)
}
