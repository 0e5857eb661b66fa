import type { Estimate } from '../chance/estimate'
import type { CropKnowledge, CropYields } from './knowledge'
import { shareEstimate } from './knowledge'
import type { CountedQuantity, Quantity } from './quantities'

/** What is expected of each learnt quantity by now. */
export const expectedOf: {
  [Q in Quantity]: (known: Q extends CountedQuantity ? CropYields : CropKnowledge) => Estimate
} = {
  toReceptive: k => k.days.toReceptive,
  toTake: k => k.days.toTake,
  take: k => shareEstimate(k.shares.take),
  held: k => shareEstimate(k.shares.held),
  toRipe: k => k.days.toRipe,
  seedsPerFruit: k => k.seedsPerFruit.estimate,
  sound: k => shareEstimate(k.shares.sound),
  toUp: k => k.days.toUp,
  germination: k => shareEstimate(k.shares.germination),
  survival: k => shareEstimate(k.shares.survival),
  reach: k => shareEstimate(k.shares.reach),
  toFlower: k => k.days.toFlower,
  keep: k => shareEstimate(k.shares.keep),
}
