import { CALIBRATIONS, heldIn } from '@virgulta/core/testing/calibration'
import type { Row } from './measure'

const GARDENS = 1600

/** How often numbers hold, in hundredths: those that are told with a range, and by how much a promise is off. */
export const calibrationRows = (): Row[] =>
  CALIBRATIONS.map((calibration, i) => {
    const held = heldIn(calibration, GARDENS, 101 + i)
    const what = `holds: ${calibration.number}, ${calibration.garden}`
    return 'share' in held
      ? { what, value: 100 * held.share, unit: '% in the 80 % range' }
      : { what, value: 100 * (held.came - held.promised), unit: 'points more came true than promised' }
  })
