import { expect, it } from 'vitest'
import { CALIBRATIONS, heldIn } from './calibration'

const GARDENS = 400
/**
 * The luck of so many gardens: about two standard deviations of a share of four in five, or of a chance,
 * besides what is asked for.
 */
const [LUCK, LUCK_OF_A_CHANCE] = [0.02, 0.03]

it.each(CALIBRATIONS.map((one, i) => [one.number, one.garden, one, i] as const))(
  'the %s holds as often as it says: %s',
  (_, __, calibration, i) => {
    const held = heldIn(calibration, GARDENS, 11 + i)
    if ('share' in held) {
      expect(held.share).toBeGreaterThan(calibration.least ?? 0.75 - LUCK)
      expect(held.share).toBeLessThan(0.85 + LUCK)
    } else expect(Math.abs(held.promised - held.came)).toBeLessThan(0.03 + LUCK_OF_A_CHANCE)
  },
)
