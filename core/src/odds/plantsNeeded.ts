import { binomialUpperTail } from '../chance/distributions'
import { OutOfRange } from '../chance/estimate'
import type { SharesInDoubt } from '../chance/rate'

/** True where more likely than not the family is of a kind that can bring the class at all: a parent in doubt brings next to nothing, but not nothing. */
export const canShow = (shares: SharesInDoubt): boolean =>
  shares.reduce((sum, { weight, share }) => (share > 1e-6 ? sum + weight : sum), 0) >= 0.5

/** More plants than these nobody raises; the search ends here. */
const MOST_PLANTS = 1e12

function checkWanted(wanted: number, confidence: number): void {
  if (!(Number.isInteger(wanted) && wanted >= 1))
    throw new OutOfRange(`The number of plants wanted is a whole number from 1, not ${wanted}.`)
  if (!(confidence > 0 && confidence < 1))
    throw new OutOfRange(`The confidence lies between 0 and 1, not at ${confidence}.`)
}

/**
 * Smallest number of plants that holds at least `wanted` of a class with the given confidence.
 *
 * Exact: the smallest n with P(Binomial(n, share) ≥ wanted) ≥ confidence.
 *
 * @param share expected share of the class among the offspring, 0 < share ≤ 1
 * @param wanted how many plants of the class are wanted, ≥ 1
 * @param confidence 0 < confidence < 1, usually 0.95
 * @returns number of plants that must reach judgement
 * @throws {OutOfRange} if an argument lies outside its range
 * @see Sedcole (1977), Crop Science 17:667
 */
export function plantsNeeded(share: number, wanted = 1, confidence = 0.95): number {
  if (!(share > 0 && share <= 1))
    throw new OutOfRange(`The share of the wanted plants lies above 0 and up to 1, not at ${share}.`)
  const plants = plantsNeededInDoubt([{ weight: 1, share }], wanted, confidence)
  if (plants === null)
    throw new OutOfRange(`A share of ${share} is too small: more than ${MOST_PLANTS} plants would be needed.`)
  return plants
}

/**
 * The same where the share itself is in doubt: the confidence is over families of every kind.
 *
 * @param shares their weights sum to 1; a share may be 0
 * @returns null when no number of plants gives the confidence
 * @throws {OutOfRange} if an argument lies outside its range
 */
export function plantsNeededInDoubt(shares: SharesInDoubt, wanted = 1, confidence = 0.95): number | null {
  checkWanted(wanted, confidence)
  const isEnough = (plants: number) => chanceAmong(shares, plants, wanted) >= confidence
  let tooFew = wanted - 1
  let enough = wanted
  while (!isEnough(enough)) {
    if (enough > MOST_PLANTS) return null
    tooFew = enough
    enough *= 2
  }
  while (enough - tooFew > 1) {
    const middle = Math.floor((enough + tooFew) / 2)
    if (isEnough(middle)) enough = middle
    else tooFew = middle
  }
  return enough
}

/** Chance that so many plants hold at least `wanted` of the class. */
const chanceAmong = (shares: SharesInDoubt, plants: number, wanted: number): number =>
  shares.reduce((sum, { weight, share }) => sum + weight * binomialUpperTail(wanted, plants, share), 0)
