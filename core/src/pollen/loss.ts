import { OutOfRange } from '../chance/estimate'

/** How pollen of a kind loses its life in store: first-order, faster in the warm, with something lost at each thaw. */
export interface PollenLoss {
  /** days in which half of it dies, at a temperature in °C */
  halfLifeDays: { at: number; days: number }
  /** how many times faster it dies for each 10 °C more */
  q10: number
  /** share that a thaw costs */
  thawLoss: number
}

/** @throws {OutOfRange} for what no pollen can be like */
export function checkLoss({ halfLifeDays, q10, thawLoss }: PollenLoss): void {
  if (!(halfLifeDays.days > 0)) throw new OutOfRange(`A half-life is above 0 days, not ${halfLifeDays.days}.`)
  if (!(q10 >= 1 && q10 <= 20)) throw new OutOfRange(`q10 lies between 1 and 20, not at ${q10}.`)
  if (!(thawLoss >= 0 && thawLoss < 1))
    throw new OutOfRange(`A thaw costs a share from 0 to under 1, not ${thawLoss}.`)
}
