import { range } from 'd3-array'
import { beforeAll, describe, expect, it } from 'vitest'
import type { CropTrait } from '../crops/definition'
import type { Solve } from '../merit/chooseCrosses'
import { solver } from '../merit/solver'
import { looksFrom } from '../offspring/summary'
import { summariesFrom } from './bench'
import type { NextLimits, NextWish } from './nextCrosses'
import { nextCrosses } from './nextCrosses'
import type { Candidate } from './pairs'

let solve: Solve
beforeAll(async () => {
  solve = await solver()
})

const height = {
  id: 'height',
  name: 'height',
  hint: '',
  scale: 'measure',
  unit: 'cm',
  most: 200,
  whole: false,
} as unknown as CropTrait
/** Plants of rising height, two and two of one mother. */
const candidates = range(8).map((i): Candidate => {
  const scores = range(3).map(year => ({
    trait: 'height',
    value: 40 + 5 * i,
    on: `202${year + 3}-06-01`,
    placeId: null,
  }))
  return {
    id: `p${i}`,
    name: `Plant ${i}`,
    plantKind: 'clone',
    sets: 2,
    summaries: summariesFrom(new Map([['height', looksFrom(scores)]]), [height], new Map()),
    possible: [],
    struckOff: null,
    carrying: i === 7 ? 12 : 0,
    takes: { successes: 3, tries: 4 },
  }
})
const wishOf = (limits: Partial<NextLimits> = {}, more: Partial<NextWish> = {}): NextWish => ({
  table: {
    wishes: [{ trait: 'height', way: 'bring', weight: 1, must: false, target: { from: 65, to: null } }],
    traits: [height],
    mating: 'outcrossing',
    fruitLoad: 12,
    genetics: { ploidy: 2, map: 'haldane', doubleReduction: 0, loci: [], rules: [] },
    makes: [],
    blocks: [],
    candidates,
    relations: [
      ...range(4).map(m => ({
        id: `m${m}`,
        seedParentId: null,
        pollenParentId: null,
        plantKind: 'clone' as const,
      })),
      ...range(8).map(i => ({
        id: `p${i}`,
        seedParentId: `m${Math.floor(i / 2)}`,
        pollenParentId: null,
        plantKind: 'clone' as const,
      })),
    ],
    tried: [],
    spreads: { height: { deviation: 8, families: 6, heritability: 0.5 } },
  },
  limits: { crosses: 3, uses: 1, kin: null, fruits: 4, isMeeting: false, musts: 0, ...limits },
  blooms: {},
  bloom: { receptiveAfter: 0, shedsAfter: 0 },
  pollen: [],
  planned: [],
  ...more,
})
const pairs = (wish: NextWish) =>
  nextCrosses(wish, solve).sets[0]?.proposals.map(p => [p.seedParentId, p.pollenParentId].sort().join(' ')) ??
  []

describe('the next crosses of an aim', () => {
  it('are the worthiest, each plant no more often than it may be, and none carries when it is full', () => {
    const { sets, weighed } = nextCrosses(wishOf(), solve)
    const used = sets[0]!.proposals.flatMap(p => [p.seedParentId, p.pollenParentId])
    expect(new Set(used).size).toBe(6)
    expect(used).toContain('p7')
    expect(sets[0]!.proposals.map(p => p.seedParentId)).not.toContain('p7')
    expect(used).not.toContain('p0')
    expect(weighed).toBeGreaterThan(10)
  })
  it('leave out closer kin, what is planned already, and say how many', () => {
    const { fell } = nextCrosses(wishOf({ kin: 0.2 }, { planned: [['p7', 'p5']] }), solve)
    expect(fell).toMatchObject({ planned: 1, kin: 4 })
    expect(pairs(wishOf({ kin: 0.2 }))).not.toContain('p6 p7')
  })
  it('meet, or have pollen at hand', () => {
    const open = (first: number) => [
      { season: 2026, start: { first, p: [1] }, length: { first: 14, p: [1] } },
    ]
    const blooms = { p4: open(100), p5: open(102), p6: open(180), p7: open(250) }
    const found = nextCrosses(wishOf({ isMeeting: true }, { blooms, pollen: ['p7'] }), solve)
    for (const { seedParentId, pollenParentId, isPollenAtHand, meeting } of found.sets[0]!.proposals) {
      expect(isPollenAtHand || meeting.chance! >= 0.5, `${seedParentId} ${pollenParentId}`).toBe(true)
    }
    expect(found.fell.meeting).toBeGreaterThan(5)
  })
  it('are none where nothing fits', () => expect(nextCrosses(wishOf({ fruits: 99 }), solve).sets).toEqual([]))
})
