/** Seeded random streams for simulations: the same seed gives the same answer. */
import betaBase from '@stdlib/random-base-beta'
import binomialBase from '@stdlib/random-base-binomial'
import gammaBase from '@stdlib/random-base-gamma'
import mt19937 from '@stdlib/random-base-mt19937'
import poissonBase from '@stdlib/random-base-poisson'
import type { MeanBelief } from './count'
import type { ShareBelief } from './rate'

/** Draws from the distributions that the steps of a cross follow. */
export interface Stream {
  share: (belief: ShareBelief) => number
  mean: (belief: MeanBelief) => number
  /** successes out of `tries` */
  binomial: (tries: number, share: number) => number
  poisson: (mean: number) => number
  /** a number of [0, 1) */
  uniform: () => number
}

/** A stream of draws from a seed, a positive whole number. */
export function randomStream(seed: number): Stream {
  const beta = betaBase.factory({ seed })
  const gamma = gammaBase.factory({ seed: seed + 1 })
  const binomial = binomialBase.factory({ seed: seed + 2 })
  const poisson = poissonBase.factory({ seed: seed + 3 })
  const { normalized } = mt19937.factory({ seed: seed + 4 })
  return {
    share: ({ a, b }) => beta(a, b),
    mean: ({ shape, rate }) => gamma(shape, rate),
    binomial: (tries, share) => tries <= 0 || share <= 0 ? 0 : share >= 1 ? tries : binomial(tries, share),
    poisson: mean => mean > 0 ? poisson(mean) : 0,
    uniform: () => normalized(),
  }
}
