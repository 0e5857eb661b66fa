import { mean, range, sum } from 'd3-array'
import { randomNormal } from 'd3-random'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import type { Relation } from '../lineage/genets'
import { lineageOf } from '../lineage/genets'
import { DIPLOID } from '../lineage/meiosis'
import { ASSUMED_HERITABILITY } from './heritability'
import { classShares, liabilityOf, meanClass } from './liability'
import type { SeenScore, TraitMerit } from './traitMerit'
import { bestOf, chanceBeyond, expectedFamily, traitMerit, withinLines } from './traitMerit'

const relation = (
  id: string,
  seed: string | null = null,
  pollen: string | null = null,
  more: Partial<Relation> = {},
): Relation => ({
  id,
  seedParentId: seed,
  pollenParentId: pollen,
  plantKind: 'seedling',
  ...more,
})
const score = (plantId: string, value: number, more: Partial<SeenScore> = {}): SeenScore => ({
  plantId,
  value,
  season: '2026',
  placeId: null,
  by: null,
  ...more,
})

describe('what is behind a scale of steps', () => {
  it('is cut where as many are in each class as were seen', () => {
    const tenth = liabilityOf([90, 10])!
    expect(tenth.cuts[0]).toBeCloseTo(1.2816, 4)
    // The mean of those beyond the cut: the ordinate by the share. Falconer & Mackay, appendix, table A.
    expect(tenth.scores[1]).toBeCloseTo(1.755, 3)
    expect(liabilityOf([50, 50])!.passed).toBeCloseTo(2 / Math.PI, 10)
    expect(
      sum(
        liabilityOf([3, 0, 7])!
          .scores.filter(Number.isFinite)
          .map((s, c) => s * [3, 0, 7][c]!),
      ),
    ).toBeCloseTo(0, 10)
    expect(liabilityOf([5, 0])).toBeNull()
  })
  it('moves the shares of the classes with its mean', () => {
    const scale = liabilityOf([25, 50, 25])!
    expect(classShares(scale, 0, 1)).toEqual(
      [0.25, 0.5, 0.25].map(share => expect.closeTo(share, 10) as number),
    )
    expect(meanClass(scale, 0, 1)).toBeCloseTo(1, 10)
    expect(meanClass(scale, 1, 1)).toBeGreaterThan(1.5)
  })
})

/** A garden of founders and their families, of which every plant was seen. */
function world(seed: number, { h2 = 0.5, families = 20, size = 6 } = {}) {
  const normal = randomNormal.source(randomStream(seed).uniform)()
  const plants = range(10).map(i => relation(`p${i}`))
  const worth = new Map(plants.map(({ id }) => [id, normal() * Math.sqrt(h2)]))
  for (const f of range(families)) {
    const [one, other] = [`p${f % 10}`, `p${(f * 3 + 1) % 10}`]
    for (const i of range(size)) {
      const id = `f${f}.${i}`
      plants.push(relation(id, one, other))
      worth.set(id, (worth.get(one)! + worth.get(other)!) / 2 + normal() * Math.sqrt(h2 / 2))
    }
  }
  const shown = plants.map(({ id }, i) => ({
    id,
    season: String(2024 + (i % 2)),
    value: worth.get(id)! + (i % 2) * 2 + normal() * Math.sqrt(1 - h2),
  }))
  return { plants, worth, shown, lineage: lineageOf(plants) }
}

describe('merit in a trait', () => {
  const { lineage, shown, worth } = world(7)
  const merit = traitMerit(
    lineage,
    shown.map(({ id, value, season }) => score(id, value, { season })),
    null,
  )
  it('puts seasons aside, and tells how sure it is of each plant', () => {
    const season = merit.effects.find(e => e.effect === 'season')!
    const adds = Object.fromEntries(season.levels.map(l => [l.names[0], l.adds]))
    expect(adds['2025']! - adds['2024']!).toBeGreaterThan(1.5)
    expect(merit.effects.some(e => e.effect === 'scorer')).toBe(false)
    const off = merit.plants.map(
      p => (worth.get(lineage.genets[p.genet]!.plants[0]!)! - p.breeding) / p.error,
    )
    expect(mean(off.map(z => z * z))).toBeGreaterThan(0.5)
    expect(mean(off.map(z => z * z))).toBeLessThan(2)
    for (const { expected } of merit.plants) expect(expected.low).toBeLessThan(expected.high)
  })
  it('takes how far the trait is handed on for what is usual where few scores tell it, and not where many do', () => {
    const alone = range(10).map(i => relation(`s${i}`))
    const few = traitMerit(
      lineageOf(alone),
      alone.map(({ id }, i) => score(id, (i * 7) % 10)),
      null,
    ).heritability
    expect(few.estimate).toBeCloseTo(ASSUMED_HERITABILITY, 1)
    expect(few.high - few.low).toBeGreaterThan(0.5)
    expect(few.isTooFew).toBe(true)
    const many = world(3, { h2: 0.8, families: 60, size: 8 })
    const told = traitMerit(
      many.lineage,
      many.shown.map(({ id, value, season }) => score(id, value, { season })),
      null,
    ).heritability
    expect(told.high - told.low).toBeLessThan(0.4)
    expect(told.isTooFew).toBe(false)
    expect(told.estimate).toBeGreaterThan(0.5)
  })
  it('takes places of few plants for one, so that a bed for each plant does not hide all of them', () => {
    const placed = (placeOf: (i: number) => string) =>
      traitMerit(
        lineage,
        shown.map(({ id, value, season }, i) => score(id, value, { season, placeId: placeOf(i) })),
        null,
        0.5,
      )
    const alone = placed(i => `bed ${i}`)
    const reliability = (of: TraitMerit) => mean(of.plants, plant => plant.reliability)!
    expect(reliability(alone)).toBeCloseTo(reliability(placed(() => 'bed')), 6)
    expect(alone.effects.some(e => e.effect === 'place')).toBe(false)
    const halves = placed(i => (i % 2 ? `bed ${i}` : 'field'))
    expect(halves.effects.find(e => e.effect === 'place')!.levels.map(l => l.names.length)).toEqual([
      1,
      Math.floor(shown.length / 2),
    ])
  })
  it('keeps apart places that plants were seen in before and after', () => {
    const moved = traitMerit(
      lineage,
      shown.flatMap(({ id, value }, i) => [
        score(id, value, { placeId: `bed ${i}` }),
        score(id, value + (i === 1 ? 3 : 0), { placeId: i === 1 ? 'cold bed' : `bed ${i}` }),
      ]),
      null,
      0.5,
    )
    const { levels } = moved.effects.find(e => e.effect === 'place')!
    expect(levels.map(l => l.names.length).sort()).toEqual([1, 1, shown.length - 1])
    const adds = (name: string) => levels.find(l => l.names.length === 1 && l.names[0] === name)!.adds
    expect(adds('cold bed') - adds('bed 1')).toBeCloseTo(3, 6)
  })
  it('of steps is that of what lies behind them', () => {
    const classes = shown.map(({ id, value, season }) =>
      score(
        id,
        value - (season === '2025' ? 2 : 0) > 0.4 ? 2 : value - (season === '2025' ? 2 : 0) > -0.4 ? 1 : 0,
      ),
    )
    const bySteps = traitMerit(lineage, classes, 3)
    expect(bySteps.scale.liability).not.toBeNull()
    const pairs = bySteps.plants.map((p, i) => [p.breeding, merit.plants[i]!.breeding] as const)
    const correlation =
      sum(pairs, ([a, b]) => a * b) / Math.sqrt(sum(pairs, ([a]) => a * a) * sum(pairs, ([, b]) => b * b))
    expect(correlation).toBeGreaterThan(0.8)
    for (const { expected } of bySteps.plants) {
      expect(expected.low).toBeGreaterThanOrEqual(0)
      expect(expected.high).toBeLessThanOrEqual(2)
    }
  })
  it('counts all scores of a clone together, whichever of its plants they were made at', () => {
    const plants = [relation('a'), relation('b'), ...range(6).map(i => relation(`k${i}`, 'a', 'b'))]
    const copies = [1, 2, 3].map(i => relation(`c${i}`, null, null, { clonedFrom: { plantId: 'a' } }))
    const base = range(6).map(i => score(`k${i}`, 5 + i))
    const alone = traitMerit(lineageOf(plants), [...base, score('a', 9)], null, 0.4)
    const together = traitMerit(
      lineageOf([...plants, ...copies]),
      [...base, score('a', 9), ...copies.map(({ id }) => score(id, 9.1))],
      null,
      0.4,
    )
    expect(together.plants).toHaveLength(alone.plants.length)
    expect(together.plants[0]!.scores).toBe(4)
    expect(together.plants[0]!.reliability).toBeGreaterThan(alone.plants[0]!.reliability)
  })
  it.each<[string, () => unknown, RegExp]>([
    ['too few scores', () => traitMerit(lineage, [score('p0', 1)], null), /it takes 4/],
    [
      'plants without a pedigree',
      () => traitMerit(lineage, [score('nobody', 1)], null),
      /None of its scores/,
    ],
    [
      'scores that are alike',
      () =>
        traitMerit(
          lineage,
          range(6).map(i => score(`p${i}`, 3)),
          null,
        ),
      /alike/,
    ],
    ['no scores', () => traitMerit(lineage, [], null), /not scored yet; it takes 4/],
    ['a heritability over 1', () => traitMerit(lineage, [], null, 1.2), /between 0 and 1, not at 1.2/],
  ])('is not told of %s', (_, ask, why) => expect(ask).toThrow(why))
})

describe('what is expected of a family', () => {
  const scale = { base: 50, additive: 16, rest: 9, liability: null, meiosis: DIPLOID }
  const plant = (breeding: number, error = 0, inbreeding = 0) => ({ breeding, error, inbreeding })
  it('lies around the mean of the parents, half of what is handed on within it', () => {
    expect(expectedFamily(plant(4), plant(-2), scale)).toEqual({
      mean: 51,
      deviation: Math.sqrt(8 + 9),
      within: 8,
    })
    expect(expectedFamily(plant(0, 0, 1), plant(0, 0, 1), scale).within).toBe(0)
    expect(expectedFamily(plant(0, 2), plant(0, 2), scale).deviation).toBeCloseTo(Math.sqrt(8 + 9 + 2), 10)
    expect(expectedFamily(plant(0, 2), plant(0, 2), scale, true).deviation).toBeCloseTo(
      Math.sqrt(8 + 9 + 4),
      10,
    )
  })
  it('spreads again in the lines out of it, the less the more its parents are kin', () => {
    expect(withinLines(scale, 0)).toBe(16)
    expect(withinLines(scale, 0.25)).toBe(12)
  })
  it('of plants with four sets splits as theirs do', () => {
    const tetraploid = { ...scale, meiosis: { ploidy: 4, doubleReduction: 0 } }
    expect(expectedFamily(plant(4), plant(-2), tetraploid).within).toBe(8)
    // Inbred by a sixth, a gamete of theirs differs by five sixths of what one of founders does.
    expect(expectedFamily(plant(0, 0, 1 / 6), plant(0, 0, 1 / 6), tetraploid).within).toBeCloseTo(40 / 6, 10)
    expect(withinLines(tetraploid, 0)).toBe(48)
  })
  it('goes beyond a threshold by its tail, and its best lies there', () => {
    const family = { mean: 50, deviation: 5 }
    expect(chanceBeyond(family, scale, 50)).toBeCloseTo(0.5, 6)
    expect(chanceBeyond(family, scale, 60)).toBeCloseTo(0.02275, 4)
    expect(bestOf(family, 1)).toBe(50)
    expect(bestOf(family, 100)).toBeGreaterThan(62)
    const steps = { ...scale, liability: liabilityOf([50, 30, 20])! }
    expect(chanceBeyond({ mean: 0, deviation: 1 }, steps, 1)).toBeCloseTo(0.5, 10)
    expect(chanceBeyond({ mean: 0, deviation: 1 }, steps, 2)).toBeCloseTo(0.2, 10)
  })
})
