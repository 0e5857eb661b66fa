import { mean, variance } from 'd3-array'
import type { CrossedRecord } from '../chance/crossed'
import { learnCrossed, seasonEffects } from '../chance/crossed'
import type { Looks } from './summary'

/** By how much more is seen of every plant on an occasion, a season at a place, than on the others. */
export type OccasionEffects = ReadonlyMap<string, number>

/** What the mean of all looks is worth beside them, in looks: next to nothing. */
const MEAN_WORTH = 0.1
/** Shares of the variance that lie between plants and between occasions, of which the likeliest are weighed. */
const PARTS = [0.3, 0.65].flatMap(units =>
  [0.04, 0.2].map(seasons => ({ units, seasons, rest: 1 - units - seasons })),
)

/**
 * What seasons and places do to a trait, told apart from what the plants do that were seen then and there:
 * plants that were seen on
 * several occasions tie these together; where none was, little is told, and of a single occasion nothing.
 *
 * @param plants looks at this trait, by plant
 * @see Henderson (1975), Biometrics 31:423 (effects of occasions beside those of plants)
 */
export function occasionEffects(plants: ReadonlyMap<string, Looks>): OccasionEffects {
  const occasions = new Map<string, number>()
  const records = [...plants].flatMap(([unit, { means }]) =>
    means.map(({ occasion, value }): CrossedRecord => {
      if (!occasions.has(occasion)) occasions.set(occasion, occasions.size)
      return { unit, season: occasions.get(occasion)!, value }
    }),
  )
  const spread = variance(records, r => r.value) ?? 0
  if (occasions.size < 2 || !spread) return new Map()
  const guess = { mean: mean(records, r => r.value)!, weight: MEAN_WORTH, shape: 1, scale: spread }
  const effects = seasonEffects(learnCrossed(guess, records, PARTS))
  return new Map([...occasions].map(([occasion, at]) => [occasion, effects.get(at)!]))
}

/** Looks as they would have been on a usual occasion. */
export const onUsualOccasion = (looks: Looks, effects: OccasionEffects): Looks => ({
  ...looks,
  means: looks.means.map(mean => ({
    ...mean,
    value: mean.value - (effects.get(mean.occasion) ?? 0),
  })),
})
