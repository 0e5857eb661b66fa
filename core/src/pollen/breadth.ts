import { counted } from '../formats/counted'

/** Share of its variety that a population should lose in one generation at most. */
const BROAD = 0.01

/**
 * Share of its variety (expected heterozygosity) that a population loses in one generation: 1 / (2 Ne) with Ne = 4 m f / (m + f),
 * as many mothers and fathers as give to it alike (Wright 1931).
 */
export const lossOfVariety = (mothers: number, fathers: number): number =>
  (mothers + fathers) / (8 * mothers * fathers)

/** How many mothers, and as many fathers, keep a population broad. */
export const parentsForBreadth = (loss = BROAD): number => Math.ceil(1 / (4 * loss))

const percent = (share: number) => `${Number((share * 100).toPrecision(2))} %`

/**
 * How a population crossed with itself is kept broad, in a sentence.
 *
 * @param plants that stand there; null: nobody counted them
 */
export function breadthInWords(plants: number | null): string {
  const enough = parentsForBreadth()
  const all = `The mixed pollen of ${enough} plants on ${enough} others loses about ${percent(lossOfVariety(enough, enough))} of its variety in a generation`
  if (plants === null) return `${all}; say how many plants stand there.`
  const half = Math.floor(plants / 2)
  if (half < 1) return `It is one plant: crossed with itself it is a self.`
  return half >= enough
    ? `${all}; ${counted(plants, 'plant')} stand there.`
    : `${all}. Of the ${counted(plants, 'plant')} there, half on half loses about ${percent(lossOfVariety(half, half))}; all as mothers and as fathers about ${percent(lossOfVariety(plants, plants))}.`
}
