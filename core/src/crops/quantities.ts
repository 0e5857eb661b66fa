import type { GuideRange } from '../chance/estimate'
import type { CropGuide } from './guide'
import { daysToFlower } from './guide'
import type { counts, waits } from './records'

/** What is learnt of a crop, by the name its records go under. */
export type Quantity = keyof typeof waits | CountedQuantity
/** Those that are counted: they are known of a pair too. */
export type CountedQuantity = keyof typeof counts

/** One learnt quantity: what it is called and what the guide says; `expected.ts` has what is expected by now. */
export interface QuantityView {
  words: string
  unit: 'days' | '%' | 'each'
  guide: (guide: CropGuide) => GuideRange
}

/** Every learnt quantity, in the order of the season. */
export const quantities: Record<Quantity, QuantityView> = {
  toReceptive: {
    words: 'days from cover to a ready stigma',
    unit: 'days',
    guide: g => g.receptive.daysAfterIsolation,
  },
  toTake: {
    words: 'days from pollination until a take shows',
    unit: 'days',
    guide: g => g.take.daysAfterPollination,
  },
  take: {
    words: 'pollinated flowers that take',
    unit: '%',
    guide: g => g.take.rate,
  },
  held: {
    words: 'fruits that hang until they are harvested',
    unit: '%',
    guide: g => g.ripening.held,
  },
  toRipe: {
    words: 'days from pollination to harvest',
    unit: 'days',
    guide: g => g.ripening.daysAfterPollination,
  },
  seedsPerFruit: {
    words: 'seeds in a fruit, on average',
    unit: 'each',
    guide: g => g.ripening.seedsPerFruit,
  },
  sound: {
    words: 'seeds that go into the packet, not found to be empty',
    unit: '%',
    guide: g => g.ripening.sound,
  },
  toUp: {
    words: 'days from sowing to the first seedlings',
    unit: 'days',
    guide: g => g.sowing.daysToUp,
  },
  germination: {
    words: 'sown seeds that come up',
    unit: '%',
    guide: g => g.sowing.germination,
  },
  survival: {
    words: 'seedlings that live to be potted',
    unit: '%',
    guide: g => g.sowing.survival,
  },
  reach: {
    words: 'potted plants that live to be judged',
    unit: '%',
    guide: g => g.judging.reach,
  },
  toFlower: {
    words: 'days from sowing to the first flower of a seedling',
    unit: 'days',
    guide: daysToFlower,
  },
  keep: {
    words: 'judged plants that are kept',
    unit: '%',
    guide: g => g.judging.keepShare,
  },
}
