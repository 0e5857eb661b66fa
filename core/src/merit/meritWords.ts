import { shortNumber } from '../offspring/summaryWords'
import type { TraitDescription } from '../offspring/trait'
import { classNames } from '../offspring/trait'

/** What plants are expected to show, short: "54 cm", "12.3", "2.4 (fair to good)" for steps counted from 1. */
export function expectedWords(trait: TraitDescription, value: number): string {
  const names = classNames(trait)
  if (!names) return trait.scale === 'measure' ? `${shortNumber(value)} ${trait.unit}` : shortNumber(value)
  const [lower, upper] = [names[Math.floor(value)]!, names[Math.min(names.length - 1, Math.ceil(value))]!]
  const nearest = value - Math.floor(value) < 0.25 ? lower : value - Math.floor(value) > 0.75 ? upper : null
  return nearest ?? `${lower} to ${upper}`
}

/** A range of what is expected, as far as it says something: "48–60 cm", "fair to strong". */
export function expectedRange(trait: TraitDescription, { low, high }: { low: number; high: number }): string {
  const names = classNames(trait)
  if (names) {
    const [lower, upper] = [names[Math.round(low)]!, names[Math.round(high)]!]
    return lower === upper ? lower : `${lower} to ${upper}`
  }
  const unit = trait.scale === 'measure' ? ` ${trait.unit}` : ''
  return `${shortNumber(low)}–${shortNumber(high)}${unit}`
}
