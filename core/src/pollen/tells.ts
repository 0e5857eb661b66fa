import { wilsonInterval } from '../chance/wilson'
import { worthOfCount } from './belief'

/** What a count of live grains says about whether the pollen is worth using. */
export interface TestVerdict {
  share: number
  low: number
  high: number
  /** alive enough, too dead, or not to be told yet */
  says: 'enough' | 'tooFew' | 'unclear'
  /**
   * about how many more grains would tell, if the share stays; 0 when it tells already, null when thousands
   * would not
   */
  more: number | null
}

const MOST_MORE = 5000

/**
 * Whether n of k tell that pollen lies over or under a share that is worth using. Fields differ: a count in
 * few of them tells less.
 *
 * @param limit share alive from which it is worth a flower
 */
export function testVerdict(alive: number, seen: number, limit: number, fields = 1): TestVerdict {
  const share = alive / seen
  const worth = worthOfCount(seen, fields)
  const { low, high } = wilsonInterval(worth * alive, worth * seen)
  const tells = (n: number) => {
    const interval = wilsonInterval(worth * Math.round(share * n), worth * n)
    return interval.low > limit || interval.high < limit
  }
  let total = seen
  while (!tells(total) && total < MOST_MORE) total = Math.ceil(total * 1.1)
  return {
    share,
    low,
    high,
    says: low > limit ? 'enough' : high < limit ? 'tooFew' : 'unclear',
    more: total === seen ? 0 : total < MOST_MORE ? total - seen : null,
  }
}
