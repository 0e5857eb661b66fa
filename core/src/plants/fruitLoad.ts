import type { GuideRange } from '../chance/estimate'
import type { CropGuide } from '../crops/guide'
import type { Flower } from '../flowers/flower'
import { reachedUnder, takenUnder } from '../flowers/units'
import type { Bearing } from './plant'
import { sum } from 'd3-array'

/** What a plant carries, or a row of them, and may carry. */
export interface FruitLoad {
  /** how many fruits it carries without harm, by the guide; null where nothing is known */
  mayCarry: GuideRange | null
  carries: number
  /** pollinated flowers of which it is not known yet whether they took */
  pending: number
  /** fruits that are expected of those */
  expected: number
  /** fruits that should come off now; 0 while it carries no more than it may */
  tooMany: number
  /** whether another flower should be worked on it */
  isFull: boolean
}

/**
 * The fruit load of one plant, or of a row of plants under one tag.
 *
 * @param flowers all flowers under tags on this plant
 * @param takeRate share of pollinated flowers that take
 * @param bearing what bears it; of plants that nobody counted nothing is too many
 */
export function fruitLoadOf(
  flowers: Flower[],
  guide: CropGuide,
  takeRate: number,
  { plants, size }: Bearing = { plants: 1, size: null },
): FruitLoad {
  const carries = sum(
    flowers.filter(f => f.status === 'taken'),
    takenUnder,
  )
  const pending = sum(
    flowers.filter(f => f.status === 'pollinated'),
    reachedUnder,
  )
  const expected = pending * takeRate
  const each = loadOf(guide, size)
  const mayCarry = each && plants !== null ? { low: each.low * plants, high: each.high * plants } : null
  const most = mayCarry?.high ?? Infinity
  const isForOne = each?.high === 1
  return {
    mayCarry,
    carries,
    pending,
    expected,
    // Where one fruit is all it bears, what else was pollinated comes off as soon as that one has taken.
    tooMany: Math.max(0, carries - most) + (carries >= most && isForOne ? pending : 0),
    isFull: carries + expected >= most,
  }
}

/** What one plant bears: of a small one not more than the least, of a large clump twice as much. */
function loadOf({ fruitLoad }: CropGuide, size: Bearing['size']): GuideRange | null {
  if (!fruitLoad || size === null || size === 'grown') return fruitLoad
  return size === 'small'
    ? { low: 0, high: Math.max(1, fruitLoad.low) }
    : { low: fruitLoad.low, high: fruitLoad.high * 2 }
}

/** The load in a sentence: "carries 3, 2 more may take; 1–3 are borne without harm". */
export function loadInWords({ mayCarry, carries, pending }: FruitLoad): string {
  const now = `carries ${carries}${pending ? `, of ${pending} more it is not known yet` : ''}`
  return mayCarry ? `${now}; ${mayCarry.low}–${mayCarry.high} are borne without harm` : now
}
