import { expect, it } from 'vitest'
import { NO_TALLY, groupOf } from '../chance/spread'
import type { PairCounts } from './digest'
import { NO_RECORDS } from './digest'
import { chilli as guide } from './guides/chilli'
import { cropYields } from './knowledge'
import { counts } from './records'

const pair = { seedParentId: 's', pollenParentId: 'p' }

it('is not lost for a number where no fruit held a seed', () => {
  const none = {
    ...Object.fromEntries(Object.keys(counts).map(name => [name, NO_TALLY])),
    seedsPerFruit: groupOf({ tries: 3, successes: 0 }),
  } as PairCounts['counts']
  const { estimate } = cropYields(
    guide,
    { ...NO_RECORDS, pairs: [{ ...pair, counts: none }] },
    pair,
  ).seedsPerFruit
  expect(estimate.low).toBeGreaterThanOrEqual(0)
  expect(estimate.high).toBeGreaterThan(estimate.median)
})
