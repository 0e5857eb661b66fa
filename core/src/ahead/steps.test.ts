import { describe, expect, it } from 'vitest'
import type { PlanAhead } from './plan'
import { PLAN_KINDS } from './planWords'
import { seasonsOf, stepsOf } from './steps'

const told = (plan: PlanAhead, isSelfing = true) =>
  stepsOf(plan, isSelfing).map(({ name, depth, after }) => [name, depth, after])
const back = { kind: 'backcross', plants: 12, times: 2, isHidden: true, hasMarker: false } as const

describe('the steps of a plan', () => {
  it('to a line go from the F1 to the generation that is compared', () => {
    expect(told({ kind: 'bulk', plants: 40, generations: 4, looks: 3 })).toEqual([
      ['F1', 1, 0],
      ['F2', 2, 1],
      ['F3', 3, 2],
      ['F4', 4, 3],
    ])
    const [first, second, , last] = stepsOf(
      { kind: 'pedigree', plants: 40, kept: 8, generations: 4, looks: 3 },
      true,
    )
    expect(first).toMatchObject({ plants: 1, parents: 1 })
    expect(second).toMatchObject({ plants: 40, parents: 8 })
    expect(second!.does).toBe('Keep the 8 best, harvest each apart, and sow 5 seeds of each.')
    expect(last!.does).toContain('3 looks each')
  })
  it('ask for a hand where the crop does not self by itself', () => {
    const plan = PLAN_KINDS['single seed'].usual
    expect(
      stepsOf(plan, false).map(step => step.does.includes('elf it') || step.does.includes('self each')),
    ).toEqual([true, true, true, true, true, false])
    expect(stepsOf(plan, true)[0]!.does).toContain('selfs by itself')
  })
  it('crossed back take two seasons where a hidden allele is tested, and tell its plants from the tested selfs', () => {
    expect(told(back)).toEqual([
      ['F1', 1, 0],
      ['BC1', 2, 1],
      ['BC2', 3, 3],
      ['BC2F2', 4, 5],
    ])
    expect(told({ ...back, hasMarker: true }).map(([, , after]) => after)).toEqual([0, 1, 2, 3])
    expect(stepsOf(back, true).map(step => step.isBack)).toEqual([null, true, true, false])
    expect(stepsOf(back, true)[1]!.does).toContain('a season later cross one that does back again')
    expect(stepsOf(back, true)[2]!.does).toContain('a season later self one that does for 12 seeds')
  })
  it('of a population begin with the offspring of the cross', () => {
    expect(told({ kind: 'recurrent', plants: 80, kept: 12, cycles: 2 })).toEqual([
      ['cycle 0', 1, 0],
      ['cycle 1', 2, 1],
      ['cycle 2', 3, 2],
    ])
    expect(stepsOf({ kind: 'broad', mothers: 5, fathers: 3, generations: 2 }, false)).toMatchObject([
      { plants: 8, parents: 8, does: expect.stringContaining('5 mothers and 3 fathers leave the next') },
      { depth: 2 },
      { does: expect.stringContaining('the seed that is kept') },
    ])
  })
  it('of a clone look twice at the same generation', () => {
    expect(stepsOf({ kind: 'clone', plants: 200, kept: 10, looks: 4 }, false)).toMatchObject([
      { name: 'seedlings', plants: 200, parents: 10, depth: 1, after: 0, isOfKept: false },
      { name: 'those kept', plants: 10, parents: 1, depth: 1, after: 0, blooms: 1, isOfKept: true },
    ])
  })
  it('take so many seasons from the cross to the last look', () => {
    const seasons = (kind: keyof typeof PLAN_KINDS, each: number) => seasonsOf(PLAN_KINDS[kind].usual, each)
    expect([seasons('single seed', 1), seasons('clone', 1), seasons('clone', 3)]).toEqual([7, 3, 5])
    expect([seasons('recurrent', 1), seasons('broad', 2)]).toEqual([5, 21])
    expect([seasonsOf({ ...back, hasMarker: true }, 1), seasonsOf(back, 1)]).toEqual([5, 7])
  })
})
