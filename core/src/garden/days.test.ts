/** One whole day, or the few it takes, at a flower of each build: what is asked, in which order, at which hour. */
import { describe, expect, it } from 'vitest'
import { builtInGuide } from '../crops/guides/all'
import { doubtsAt } from '../flowers/doubts'
import { clusterInWords } from '../flowers/units'
import { walked } from '../testing/walker'
import type { Done } from '../testing/walker'
import type { ISODate } from '../time/days'
import { addDays } from '../time/days'

const daysFrom = (first: ISODate, count: number) => Array.from({ length: count }, (_, i) => addDays(first, i))
/** The steps in their order, without the looks for first flowers. */
const stepsOf = (done: Done[]) => done.map(({ step }) => step).filter(step => step !== 'bloomLook')
const hourOf = (done: Done[], step: string, nth = 0) => done.filter(one => one.step === step)[nth]!.hour

describe.each<[what: string, crop: string, from: ISODate, days: number]>([
  ['a legume in the bud', 'pea', '2026-06-10', 2],
  ['a head dusted daily', 'dahlia', '2026-08-10', 3],
  ['a washed head', 'lettuce', '2026-07-10', 1],
  ['an ear', 'wheat', '2026-06-01', 4],
  ['silks and tassel', 'sweetcorn', '2026-07-20', 4],
  ['an evening trumpet', 'crinum', '2026-07-10', 1],
  ['a column', 'moth-orchid', '2026-03-10', 1],
  ['a nodding bell', 'blueberry', '2026-05-01', 3],
  ['a stigma-first spike', 'sun-pitcher', '2026-03-10', 1],
  ['a flower that closes', 'sundew', '2026-06-10', 1],
  ['an umbel by nights', 'clivia', '2026-03-10', 4],
])('%s, done as it is usually done', (_, crop, from, days) => {
  const { flowers } = walked({ crop, days: daysFrom(from, days) })

  it('comes from choosing to its pollen without a dead end', () => {
    expect(flowers).toHaveLength(1)
    expect(flowers[0]!.status).toBe('pollinated')
    expect(flowers[0]!.conflicts).toEqual([])
  })

  it('leaves no doubt behind', () => {
    expect(doubtsAt(flowers[0]!, builtInGuide(crop)!)).toEqual([])
  })
})

it('a legume is worked in the bud, its rivals off first, and in one press as well', () => {
  const { done } = walked({ crop: 'pea', days: ['2026-06-10'] })
  expect(stepsOf(done)).toEqual(['choose', 'thin', 'emasculate', 'lensCheck', 'isolate', 'look', 'pollinate'])
  const once = walked({ crop: 'pea', days: ['2026-06-10'], says: { thin: [['As usual']] } })
  expect(stepsOf(once.done)).toEqual(['choose', 'thin'])
  expect(once.flowers[0]).toMatchObject({ status: 'pollinated', lens: 'clean', thinnedOn: '2026-06-10' })
})

it('a head loses its rays, is bagged, and dusted day by day from a head that was bagged ahead', () => {
  const { done, tubes } = walked({ crop: 'dahlia', days: daysFrom('2026-08-10', 3) })
  expect(stepsOf(done)).toEqual([
    'choose',
    'petalsOff',
    'isolate',
    'coverDonor',
    'look',
    'donorLook',
    'pollinate',
    'donorLook',
    'pollinate',
  ])
  expect(tubes).toEqual([expect.objectContaining({ isFresh: true, isCovered: true, stage: 'shedding' })])
})

it('a head is cut before its styles grow, washed every eight minutes, and gets its pollen when they part', () => {
  const { done } = walked({ crop: 'lettuce', days: ['2026-07-10'] })
  expect(stepsOf(done)).toEqual([
    'choose',
    'thin',
    'emasculate',
    'wash',
    'wash',
    'wash',
    'lensCheck',
    'isolate',
    'look',
    'pollinate',
  ])
  const [cut, first, second] = [hourOf(done, 'emasculate'), hourOf(done, 'wash'), hourOf(done, 'wash', 1)]
  // The sun rises at about a quarter past five.
  expect(cut).toBeGreaterThan(4.4)
  expect(cut).toBeLessThan(6.5)
  expect(first).toBeGreaterThan(cut)
  expect((second - first) * 60).toBeGreaterThan(8)
  expect((second - first) * 60).toBeLessThan(11)
})

it('silks are cut on the evening before, beside a tassel that is bagged then', () => {
  const { done } = walked({ crop: 'sweetcorn', days: daysFrom('2026-07-20', 4) })
  expect(stepsOf(done)).toEqual([
    'choose',
    'thin',
    'isolate',
    'coverDonor',
    'cutSilks',
    'look',
    'donorLook',
    'pollinate',
  ])
  const evening = done.find(one => one.step === 'cutSilks')!
  expect(done.find(one => one.step === 'coverDonor')!.day).toBe(evening.day)
  expect(evening.hour).toBeGreaterThan(16)
  expect(done.find(one => one.step === 'pollinate')!.day).toBe(addDays(evening.day, 1))
})

it('an evening trumpet is opened by hand in the afternoon and pollinated that evening', () => {
  const { done } = walked({ crop: 'crinum', days: ['2026-07-10'] })
  expect(hourOf(done, 'emasculate')).toBeGreaterThan(16)
  expect(hourOf(done, 'pollinate')).toBeGreaterThan(18.5)
})

it('a column is worked in one go, whether or not its pollen is dry', () => {
  const { done } = walked({ crop: 'moth-orchid', days: ['2026-03-10'] })
  expect(stepsOf(done)).toEqual(['choose', 'emasculate', 'lensCheck', 'look', 'pollinate'])
  expect(hourOf(done, 'pollinate') - hourOf(done, 'look')).toBeLessThan(0.3)
})

it('a bell whose sign shows gets pollen once more on the next day, and no more', () => {
  const { done, flowers } = walked({
    crop: 'blueberry',
    days: daysFrom('2026-05-01', 6),
    says: { pollinate: [['Pollinated'], ['The sign shows'], ['Pollinated']] },
  })
  const [first, again] = flowers[0]!.pollinations.map(pass => pass.on)
  expect(flowers[0]!.pollinations).toHaveLength(2)
  // Seen at the second pass, a day after the first one; then once more on the day after.
  expect([flowers[0]!.signOn, again]).toEqual([addDays(first!, 1), addDays(first!, 2)])
  expect(done.filter(one => one.step === 'pollinate')).toHaveLength(3)
})

it('a spike gets its pollen twice a day, at two hours of the day', () => {
  const { done } = walked({ crop: 'sun-pitcher', days: ['2026-03-10'] })
  expect(hourOf(done, 'pollinate', 1) - hourOf(done, 'pollinate')).toBeGreaterThan(4)
})

it('a flower that closes is opened and pollinated before it does', () => {
  const { done } = walked({ crop: 'sundew', days: ['2026-06-10'] })
  expect(hourOf(done, 'pollinate')).toBeLessThan(13)
  expect(hourOf(done, 'emasculate')).toBeGreaterThan(8)
})

it('an umbel is worked night by night, each of its flowers once and counted', () => {
  const { done, flowers } = walked({
    crop: 'crinum',
    days: daysFrom('2026-07-10', 4),
    blooms: 6,
    says: { look: [['Ready', '2', '3']] },
  })
  expect(flowers[0]!.pollinations.map(({ on, reached }) => [on, reached])).toEqual([
    ['2026-07-10', 2],
    ['2026-07-11', 3],
    ['2026-07-12', 1],
  ])
  expect(clusterInWords(flowers[0]!)).toBe('Of its 6 flowers: 6 pollinated.')
  expect(done.filter(one => one.step === 'pollinate').every(one => one.hour > 18)).toBe(true)
})

it('a squash is tied shut at dusk, beside its males, and opened at dawn', () => {
  const { done } = walked({ crop: 'squash', days: daysFrom('2026-06-20', 2) })
  expect(stepsOf(done)).toEqual(['choose', 'coverDonor', 'isolate', 'look', 'donorLook', 'pollinate'])
  expect(hourOf(done, 'isolate')).toBeGreaterThan(19)
  expect(hourOf(done, 'pollinate')).toBeLessThan(7)
})

it('a father’s flower that gave is asked for no more once nobody wants its pollen', () => {
  const { done } = walked({ crop: 'sweetcorn', days: daysFrom('2026-07-20', 8) })
  expect(done.filter(one => one.step === 'donorLook')).toHaveLength(1)
})
