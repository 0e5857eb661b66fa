import { normalCdf } from '../chance/distributions'
import { OutOfRange } from '../chance/estimate'

/** What is known of how long the seed of a species keeps: the constants of its viability equation. */
export interface StorageConstants {
  ke: number
  /** by the logarithm of the moisture */ cw: number
  /** by °C, and by its square */ ch: number
  cq: number
}

/** How seed is kept. */
export interface Keeping {
  /** of its fresh weight */ moisturePercent: number
  celsius: number
}

/**
 * Days in which the probit of viability falls by one: 10^(KE − CW·log10 m − CH·t − CQ·t²).
 *
 * @throws {OutOfRange} for moistures that cannot be, or conditions under which the equation tells nothing
 * @see Ellis & Roberts (1980), Annals of Botany 45:13
 */
export function spreadOfDeaths(
  { ke, cw, ch, cq }: StorageConstants,
  { moisturePercent, celsius }: Keeping,
): number {
  if (!(moisturePercent > 0 && moisturePercent < 100))
    throw new OutOfRange(`The moisture lies between 0 and 100 % of fresh weight, not at ${moisturePercent}.`)
  if (!(celsius >= -200 && celsius <= 100))
    throw new OutOfRange(`Seed is kept at −200 to 100 °C, not at ${celsius}.`)
  const days = 10 ** (ke - cw * Math.log10(moisturePercent) - ch * celsius - cq * celsius ** 2)
  if (!(days > 0 && Number.isFinite(days)))
    throw new OutOfRange('With these constants the equation gives no length of life; check them.')
  return days
}

/**
 * The share of seed that is alive after some days in one place: probit v = Ki − days / σ.
 *
 * @param ki probit of the share that was alive when it was put away
 * @throws {OutOfRange} as {@link spreadOfDeaths}, and for days below none
 */
export function viabilityStored(
  ki: number,
  constants: StorageConstants,
  keeping: Keeping,
  days: number,
): number {
  if (!(days >= 0)) throw new OutOfRange(`Days in store are 0 or more, not ${days}.`)
  return normalCdf(ki - days / spreadOfDeaths(constants, keeping))
}
