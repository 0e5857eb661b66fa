import type { FormId } from '../crops/forms/forms'
import type { COLLECTED_AT, COLLECTING } from './kinds'

/** How pollen is collected, and how far the flowers are then. */
export interface CollectingWay {
  way: keyof typeof COLLECTING
  stage: keyof typeof COLLECTED_AT
}

const OUT_OF_BUDS: CollectingWay = { way: 'buds', stage: 'eve' }

/** Forms whose anthers are not taken out of buds. */
const OTHERWISE: Partial<Record<FormId, CollectingWay>> = {
  buzz: { way: 'wand', stage: 'shedding' },
  earShoot: { way: 'bag', stage: 'shedding' },
  catkin: { way: 'bag', stage: 'shedding' },
  grassEar: { way: 'bag', stage: 'shedding' },
  headDusted: { way: 'flowers', stage: 'shedding' },
  separateTied: { way: 'flowers', stage: 'open' },
  column: { way: 'ripe', stage: 'open' },
  perching: { way: 'ripe', stage: 'open' },
}

/** The way that is usual for a form of flower: offered first, and never the only one. */
export const usualCollecting = (form: FormId): CollectingWay => OTHERWISE[form] ?? OUT_OF_BUDS
