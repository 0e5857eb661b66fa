/** Seeded random streams for simulations: the same seed gives the same answer. */
import mt19937 from '@stdlib/random-base-mt19937'
import { randomBinomial, randomGamma, randomPoisson } from 'd3-random'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { skipN } from 'pure-rand/utils/skipN'

/** Draws from the distributions that the steps of a cross follow. */
export interface Stream {
  /** a number of [0, 1) */
  uniform: () => number
  /** 32 bits a time, as a whole number with a sign; from a generator of their own, for loops in which a draw must be cheap */
  bits: { next: () => number }
  /** successes out of `tries` */
  binomial: (tries: number, share: number) => number
  poisson: (mean: number) => number
  /** a count whose mean varies by a gamma of that shape: negative binomial; with an infinite shape Poisson */
  counts: (mean: number, shape: number) => number
}

/** Draws by which the seeds of a generator come apart: its first ones hardly depend on them. */
const WARM_UP = 64

function bitsFrom(seed: number): Stream['bits'] {
  const generator = xoroshiro128plus(seed)
  skipN(generator, WARM_UP)
  return generator
}

/** A stream of draws from a seed, a positive whole number. */
export function randomStream(seed: number): Stream {
  // The library's types leave out what its generators carry.
  const generator = mt19937.factory({ seed }) as unknown as { normalized: () => number }
  const uniform = generator.normalized
  const [binomial, poissonOf] = [randomBinomial.source(uniform), randomPoisson.source(uniform)]
  const gamma = randomGamma.source(uniform)
  const poisson = (mean: number) => (mean > 0 ? poissonOf(mean)() : 0)
  return {
    uniform: () => uniform(),
    bits: bitsFrom(seed),
    binomial: (tries, share) =>
      tries <= 0 || share <= 0 ? 0 : share >= 1 ? tries : binomial(tries, share)(),
    poisson,
    counts: (mean, shape) =>
      poisson(mean > 0 && Number.isFinite(shape) ? gamma(shape, mean / shape)() : mean),
  }
}
