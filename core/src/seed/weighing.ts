import { mean } from 'd3-array'
import { normalQuantile, tQuantile } from '../chance/distributions'
import { OutOfRange } from '../chance/estimate'

/** Seed that is counted on a balance: some samples of so many seeds each, and all of it; in grams. */
export interface Weighed {
  sampleSeeds: number
  samples: number[]
  total: number
}

/** Seeds of one harvest differ by about this share of their mass, where a single sample cannot tell. */
const USUAL_SPREAD = 0.2

/** How many seeds there are by their weight, with the 80 % interval. */
export interface SeedsByWeight {
  seeds: number
  low: number
  high: number
}

/**
 * Seeds by weight: the whole mass by the mean mass of a seed in the samples. The interval is that of the mean of the samples, by
 * Student's t; of a single sample it rests on what seeds usually differ by.
 *
 * @throws {OutOfRange} with a sentence for what cannot be weighed
 */
export function seedsByWeight({ sampleSeeds, samples, total }: Weighed): SeedsByWeight {
  if (!(Number.isInteger(sampleSeeds) && sampleSeeds >= 1))
    throw new OutOfRange(`A sample holds a whole number of seeds, 1 or more, not ${sampleSeeds}.`)
  if (!samples.length) throw new OutOfRange('Weigh one sample at least.')
  const wrong = [...samples, total].find(mass => !(mass > 0 && Number.isFinite(mass)))
  if (wrong !== undefined) throw new OutOfRange(`A weight is a number of grams above 0, not ${wrong}.`)
  const each = mean(samples)!
  if (total < each * 0.5)
    throw new OutOfRange(
      'All of the seed weighs less than half a sample; weigh the samples and the whole again.',
    )
  const n = samples.length
  const spread = Math.sqrt(samples.reduce((sum, mass) => sum + (mass - each) ** 2, 0) / Math.max(1, n - 1))
  const relative =
    n > 1
      ? (tQuantile(0.9, n - 1) * spread) / each / Math.sqrt(n)
      : (normalQuantile(0.9) * USUAL_SPREAD) / Math.sqrt(sampleSeeds)
  const seeds = (sampleSeeds * total) / each
  return {
    seeds: Math.round(seeds),
    low: Math.round(seeds / (1 + relative)),
    high: Math.round(seeds / Math.max(0.2, 1 - relative)),
  }
}

/** Weights as they are typed one after the other: "0.42 0.40 0,41". @returns null where one of them is no number */
export function weightsIn(typed: string): number[] | null {
  const weights = typed
    .trim()
    .split(/[\s;]+|,(?=\s)/)
    .filter(Boolean)
    .map(word => Number(word.replace(',', '.')))
  return weights.every(weight => Number.isFinite(weight)) ? weights : null
}
