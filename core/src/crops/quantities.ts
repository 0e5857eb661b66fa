import type { Estimate, GuideRange } from '../chance/estimate'
import type { CropGuide } from './guide'
import { daysToFlower } from './guide'
import type { CropKnowledge, CropYields } from './knowledge'
import { shareEstimate } from './knowledge'
import type { counts, waits } from './records'

/** What is learnt of a crop, by the name its records go under. */
export type Quantity = keyof typeof waits | CountedQuantity
/** Those that are counted: they are known of a pair too. */
export type CountedQuantity = keyof typeof counts

/** One learnt quantity: what it is called, what the guide says and what is expected by now. */
export interface QuantityView<Known = CropKnowledge> {
  words: string
  unit: 'days' | '%' | 'each'
  guide: (guide: CropGuide) => GuideRange
  now: (known: Known) => Estimate
}

/** Every learnt quantity, in the order of the season. */
export const quantities: {
  [Q in Quantity]: QuantityView<Q extends CountedQuantity ? CropYields : CropKnowledge>
} = {
  toReceptive: {
    words: 'days from cover to a ready stigma',
    unit: 'days',
    guide: g => g.receptive.daysAfterIsolation,
    now: k => k.days.toReceptive,
  },
  toTake: {
    words: 'days from pollination until a take shows',
    unit: 'days',
    guide: g => g.take.daysAfterPollination,
    now: k => k.days.toTake,
  },
  take: {
    words: 'pollinated flowers that take',
    unit: '%',
    guide: g => g.take.rate,
    now: k => shareEstimate(k.shares.take),
  },
  held: {
    words: 'fruits that hang until they are harvested',
    unit: '%',
    guide: g => g.ripening.held,
    now: k => shareEstimate(k.shares.held),
  },
  toRipe: {
    words: 'days from pollination to harvest',
    unit: 'days',
    guide: g => g.ripening.daysAfterPollination,
    now: k => k.days.toRipe,
  },
  seedsPerFruit: {
    words: 'seeds in a fruit, on average',
    unit: 'each',
    guide: g => g.ripening.seedsPerFruit,
    now: k => k.seedsPerFruit.estimate,
  },
  sound: {
    words: 'seeds that go into the packet, not found to be empty',
    unit: '%',
    guide: g => g.ripening.sound,
    now: k => shareEstimate(k.shares.sound),
  },
  toUp: {
    words: 'days from sowing to the first seedlings',
    unit: 'days',
    guide: g => g.sowing.daysToUp,
    now: k => k.days.toUp,
  },
  germination: {
    words: 'sown seeds that come up',
    unit: '%',
    guide: g => g.sowing.germination,
    now: k => shareEstimate(k.shares.germination),
  },
  survival: {
    words: 'seedlings that live to be potted',
    unit: '%',
    guide: g => g.sowing.survival,
    now: k => shareEstimate(k.shares.survival),
  },
  reach: {
    words: 'potted plants that live to be judged',
    unit: '%',
    guide: g => g.judging.reach,
    now: k => shareEstimate(k.shares.reach),
  },
  toFlower: {
    words: 'days from sowing to the first flower of a seedling',
    unit: 'days',
    guide: daysToFlower,
    now: k => k.days.toFlower,
  },
  keep: {
    words: 'judged plants that are kept',
    unit: '%',
    guide: g => g.judging.keepShare,
    now: k => shareEstimate(k.shares.keep),
  },
}
