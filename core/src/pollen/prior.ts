import type { POLLEN_CLASSES } from '../crops/guide'
import type { PollenPrior } from './belief'

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
export const POLLEN_PRIORS: Record<(typeof POLLEN_CLASSES)[number], PollenPrior> = {
  long: { start: { low: 0.55, high: 0.9 }, halfLifeDays: { low: 40, high: 160 }, thawLoss: 0.08 },
  medium: { start: { low: 0.5, high: 0.88 }, halfLifeDays: { low: 7, high: 28 }, thawLoss: 0.15 },
  short: { start: { low: 0.45, high: 0.88 }, halfLifeDays: { low: 0.15, high: 0.8 }, thawLoss: 0.35 },
}
