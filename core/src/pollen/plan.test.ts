import { describe, expect, it } from 'vitest'
import { betaQuantile } from '../chance/distributions'
import { chilli } from '../crops/guides/chilli'
import { cropYields } from '../crops/knowledge'
import { NO_RECORDS } from '../crops/digest'
import { testVerdict } from './tells'
import type { PlannedTube, PollenNeed } from './plan'
import { pollenPlan } from './plan'
import { takeKept, weakAdvice, withTake } from './weak'

const today = '2026-06-12'
const need = (more: Partial<PollenNeed> = {}): PollenNeed => ({
  crossId: 'x',
  code: '26-4RMX',
  crop: 'hellebore',
  seedParentId: 's',
  donorId: 'd',
  flowers: 10,
  doses: 20,
  from: '2026-06-20',
  to: '2026-07-10',
  freshShare: 0.1,
  donorBloom: { from: '2026-06-01', to: '2026-06-18' },
  pollenClass: 'long',
  perFlower: 5,
  population: null,
  ...more,
})
it('says how many of the donor’s flowers give enough, and how a population is kept broad', () => {
  const because = (more: Partial<PollenNeed>) =>
    pollenPlan([need({ freshShare: 1, ...more })], [], today)[0]!.because
  expect(because({})).toMatch(/about 4 flowers of it give enough/)
  expect(because({ population: { plants: 60 } })).toMatch(/^Among themselves. The mixed pollen of 25 plants/)
})

const tube = (id: string, left: number, alive: number): PlannedTube => ({
  id,
  code: id,
  donors: ['d'],
  left,
  aliveOn: () => ({
    median: alive,
    low: alive / 2,
    high: Math.min(1, alive * 1.5),
    origin: 'guide',
    records: 0,
  }),
})
const plan = (needs: PollenNeed[], tubes: PlannedTube[] = []) => pollenPlan(needs, tubes, today)

describe('where the pollen of a season comes from', () => {
  it('is the donor’s own flowers where they are open at the time', () => {
    expect(plan([need({ freshShare: 0.8 })], [tube('t', 30, 0.6)])[0]).toMatchObject({
      how: 'fresh',
      tubes: [],
      short: 0,
    })
  })

  it('is the shelf, from what dies first, and nothing too dead', () => {
    const [answer] = plan([need()], [tube('fresh', 30, 0.7), tube('older', 15, 0.3), tube('dead', 30, 0.1)])
    expect(answer).toMatchObject({
      how: 'shelf',
      tubes: [
        { id: 'older', doses: 15 },
        { id: 'fresh', doses: 5 },
      ],
      short: 0,
    })
  })

  it('is collected while the donor still flowers, kept as long as it must', () => {
    expect(plan([need()])[0]).toMatchObject({
      how: 'collect',
      collect: { from: '2026-06-12', until: '2026-06-18', keep: 'refrigerator' },
      short: 20,
    })
    expect(plan([need({ from: '2026-09-01', to: '2026-09-20' })])[0]!.collect!.keep).toBe('freezer')
    // Pollen that hardly keeps is taken the day before, not earlier.
    expect(
      plan([need({ pollenClass: 'short', donorBloom: { from: '2026-06-01', to: '2026-06-30' } })])[0]!
        .collect,
    ).toEqual({ from: '2026-06-19', until: '2026-06-30', keep: 'coolBox' })
  })

  it('is missing where the donor has done flowering, with what could be done', () => {
    const [answer] = plan([need({ donorBloom: { from: '2026-05-01', to: '2026-05-20' } })])
    expect(answer).toMatchObject({
      how: 'missing',
      because: expect.stringMatching(/bloom is over on 20 May/),
      proposals: [expect.stringMatching(/another pollen parent/)],
    })
    expect(plan([need({ pollenClass: 'short' })])[0]!.how).toBe('missing')
    // What lives for minutes is not collected, though the donor flowers.
    const donorBloom = { from: '2026-06-01', to: '2026-06-30' }
    expect(plan([need({ pollenClass: 'minutes', donorBloom })])[0]).toMatchObject({
      how: 'missing',
      collect: null,
      because: expect.stringMatching(/lives for minutes and has to come fresh/),
    })
  })

  it('shows two crosses that want the same doses, the earlier one served first', () => {
    const answers = plan(
      [
        need({ crossId: 'late', code: '26-B', from: '2026-06-25' }),
        need({ crossId: 'early', code: '26-A', from: '2026-06-20' }),
      ],
      [tube('t', 25, 0.6)],
    )
    expect(answers.map(a => [a.need.crossId, a.how, a.short])).toEqual([
      ['early', 'shelf', 0],
      ['late', 'collect', 15],
    ])
    expect(answers[1]).toMatchObject({ rivals: [{ code: '26-A', doses: 20 }], tubes: [{ doses: 5 }] })
    expect(answers[1]!.proposals.join(' ')).toMatch(
      /Collect for 8 flowers more.*26-A takes 20 doses.*One touch a flower instead of 2.*Do 2 flowers with what is there/,
    )
  })
})

describe('weak pollen', () => {
  it('costs little at first and then more and more', () => {
    const kept = [0.75, 0.5, 0.3, 0.15, 0.05, 0].map(takeKept)
    expect(kept).toEqual([...kept].sort((a, b) => b - a))
    expect(kept[0]).toBeCloseTo(1, 9)
    expect(kept[1]).toBeGreaterThan(0.9)
    expect(kept.at(-1)).toBe(0)
  })

  it('is made up for by more touches or more flowers', () => {
    expect(weakAdvice(0.5, 0.6)).toBeNull()
    const advice = weakAdvice(0.15, 0.6)!
    // Touches add up their live grains, and never do more than fresh pollen: flowers fail for other reasons, too.
    expect(advice.passes).toBe(4)
    expect(takeKept(4 * 0.15)).toBeGreaterThan(0.97)
    expect(takeKept(3 * 0.15)).toBeLessThan(0.95)
    expect(takeKept(20)).toBe(1)
    expect(advice.flowersEach).toBeCloseTo(0.6 / advice.weak, 9)
    expect(weakAdvice(0.005, 0.6)!.passes).toBeNull()
  })

  it('changes what is expected of the pair', () => {
    const yields = cropYields(chilli, NO_RECORDS)
    const median = ({ a, b }: { a: number; b: number }) => betaQuantile(0.5, a, b)
    expect(median(withTake(yields, 0.5).shares.take)).toBeCloseTo(median(yields.shares.take) / 2, 1)
  })
})

describe('a count of live grains', () => {
  it('tells, or says how many more would', () => {
    expect(testVerdict(60, 100, 0.2)).toMatchObject({ says: 'enough', more: 0 })
    expect(testVerdict(2, 100, 0.2)).toMatchObject({ says: 'tooFew', more: 0 })
    const open = testVerdict(5, 20, 0.2)
    expect(open).toMatchObject({ says: 'unclear', share: 0.25 })
    expect(open.more).toBeGreaterThan(50)
    expect(testVerdict(20, 100, 0.2).more).toBeNull()
  })
})
