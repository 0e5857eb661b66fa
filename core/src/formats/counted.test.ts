import { expect, it } from 'vitest'
import { counted } from './counted'

it('says one as one, and none and several as several', () => {
  expect([0, 1, 2].map(n => counted(n, 'flower'))).toEqual(['0 flowers', '1 flower', '2 flowers'])
  expect([1, 12].map(n => counted(n, 'cross', 'crosses'))).toEqual(['1 cross', '12 crosses'])
  expect([1, 2].map(n => counted(n, 'line is', 'lines are'))).toEqual(['1 line is', '2 lines are'])
})
