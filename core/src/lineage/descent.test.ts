import { describe, expect, it } from 'vitest'
import { crossInWords } from './crossWords'
import { forebearSteps, founderShares, sharedForebears, wayBetween } from './descent'
import { lineageOf } from './genets'
import { generationInWords, generationNames } from './generationNames'
import { effectiveSize, selfedFor, statusNumber, varietyLost } from './population'
import { kinshipOf } from './kinship'
import { written } from './testing'

describe('forebears and founders', () => {
  const { lineage, at, nameOf } = written(
    'a',
    'b',
    'c',
    'ab = a x b',
    'abc = ab x c',
    'back = abc x c',
    'half = c x ?',
  )

  it('count the fewest steps back', () => {
    const steps = forebearSteps(lineage, at('back'))
    expect([...steps].map(([genet, far]) => [nameOf(genet), far])).toEqual([
      ['back', 0],
      ['abc', 1],
      ['c', 1],
      ['ab', 2],
      ['a', 3],
      ['b', 3],
    ])
  })
  it('bring shares that are the whole plant', () => {
    const shares = (name: string) =>
      founderShares(lineage, at(name)).map(({ founder, share }) => [
        founder === null ? '?' : nameOf(founder),
        share,
      ])
    expect(shares('back')).toEqual([
      ['c', 0.75],
      ['a', 0.125],
      ['b', 0.125],
    ])
    expect(shares('half')).toEqual([
      ['c', 0.5],
      ['?', 0.5],
    ])
    expect(shares('a')).toEqual([['a', 1]])
  })
})

describe('what two plants share', () => {
  const { lineage, at, nameOf } = written(
    ...[
      'a',
      'b',
      'c',
      'd',
      'ab = a x b',
      'sib = a x b',
      'one = ab x c',
      'two = sib x d',
      'apart',
      'child = apart x d',
    ],
  )
  it('are the nearest forebears, not those behind them', () => {
    const shared = sharedForebears(lineage, at('one'), at('two'))
    expect(shared.map(({ genet, steps }) => [nameOf(genet), ...steps])).toEqual([
      ['a', 2, 2],
      ['b', 2, 2],
    ])
    expect(sharedForebears(lineage, at('one'), at('ab')).map(({ genet }) => nameOf(genet))).toEqual(['ab'])
    expect(sharedForebears(lineage, at('c'), at('d'))).toEqual([])
  })
  it('lie on the way between them, back first and then forth', () => {
    const way = (one: string, other: string) =>
      wayBetween(lineage, at(one), at(other))?.map(({ genet, as }) => `${as ?? 'from'} ${nameOf(genet)}`)
    expect(way('one', 'two')).toEqual([
      'from one',
      'seed parent ab',
      'seed parent a',
      'offspring sib',
      'offspring two',
    ])
    expect(way('one', 'one')).toEqual(['from one'])
    expect(way('c', 'd')).toEqual([
      'from c',
      'offspring one',
      'seed parent ab',
      'seed parent a',
      'offspring sib',
      'offspring two',
      'pollen parent d',
    ])
  })
  it('are nothing where nothing ties them', () => {
    const two = written('x', 'y')
    expect(wayBetween(two.lineage, two.at('x'), two.at('y'))).toBeNull()
  })
})

describe('names of generations', () => {
  const named = (...lines: string[]) => {
    const { lineage, nameOf } = written(...lines)
    return Object.fromEntries(
      generationNames(lineage).map((name, genet) => [nameOf(genet), name && generationInWords(name)]),
    )
  }
  it('count crossings, selfings and crossings back', () => {
    expect(
      named(
        ...[
          'L:a',
          'L:b',
          'f1 = a x b',
          'f2 = f1 selfed',
          'f3 = f2 selfed',
          'bc = f1 x b',
          'bc2 = b x bc',
          'bc2f2 = bc2 selfed',
        ],
        ...['late = f3 x a', 'other = f2 x bc'],
      ),
    ).toEqual({
      a: null,
      b: null,
      f1: 'F1',
      f2: 'F2',
      f3: 'F3',
      bc: 'BC1F1',
      bc2: 'BC2F1',
      bc2f2: 'BC2F2',
      late: 'BC1F1',
      other: 'F1',
    })
  })
  it('take sibs that are mated for one generation more, and a selected clone for a new beginning', () => {
    expect(
      named(
        'a',
        'b',
        'x = a x b',
        'y = a x b',
        'z = x x y',
        'C:rose = a x b',
        's = rose selfed',
        't = s selfed',
        'back = rose x a',
      ),
    ).toMatchObject({
      z: 'F2',
      rose: 'F1',
      s: 'S1',
      t: 'S2',
      back: 'BC1F1',
    })
  })
  it('count a population by its bulks, and say nothing where a parent is not known', () => {
    expect(named('P:p0', 'P:p1 = p0 x p0', 'P:p2 = p1 x p1', 'open = p1 x ?')).toEqual({
      p0: null,
      p1: 'bulk 1',
      p2: 'bulk 2',
      open: null,
    })
  })
})

describe('crosses in words', () => {
  const { lineage, at, nameOf } = written(
    ...[
      'L:A',
      'L:B',
      'L:C',
      'L:D',
      'ab = A x B',
      'cd = C x D',
      'three = ab x C',
      'double = ab x cd',
      'four = double x C',
    ],
    ...[
      'back = ab x B',
      'more = B x back',
      'female = ab x A',
      'self = ab selfed',
      'onward = self x B',
      'L:New = three selfed',
      'next = New x D',
    ],
    'mixed = more x C',
    'again = New selfed',
  )
  const words = (name: string) =>
    crossInWords(lineage, at(name), genet => (/^[A-Z]/.test(nameOf(genet)) ? nameOf(genet) : null))

  it.each([
    ['ab', 'A/B'],
    ['three', 'A/B//C'],
    ['double', 'A/B//C/D'],
    ['four', 'A/B//C/D/3/C'],
    ['back', 'A/2*B'],
    ['more', 'A/3*B'],
    ['female', 'A*2/B'],
    ['self', 'A/B'],
    ['onward', 'A/2*B'],
    ['New', 'A/B//C'],
    ['next', 'New/D'],
    ['mixed', 'A/3*B//C'],
    ['again', 'A/B//C'],
    ['A', null],
  ])('of %s are %s', (name, expected) => expect(words(name)).toBe(expected))
})

describe('populations', () => {
  it('are as large as their rarer sex lets them be', () => {
    expect(effectiveSize(10, 10)).toBe(20)
    expect(effectiveSize(1, 99)).toBeCloseTo(3.96, 10)
    expect(effectiveSize(0, 5)).toBe(0)
  })
  it('lose as much as one over the copies of a locus that they have', () => {
    expect(varietyLost(20, 1)).toBeCloseTo(0.025, 10)
    expect(varietyLost(50, 10)).toBeCloseTo(1 - 0.99 ** 10, 10)
    expect(varietyLost(20, 1, 4)).toBeCloseTo(0.0125, 10)
    expect(varietyLost(0, 3)).toBe(1)
  })
  it('that are selfed grow pure by halves, with four sets by sixths', () => {
    expect(selfedFor(3)).toBe(0.875)
    expect(selfedFor(1, 0.5)).toBe(0.75)
    expect(selfedFor(3, 0, { ploidy: 4, doubleReduction: 0 })).toBeCloseTo(1 - (5 / 6) ** 3, 12)
  })
  it('of founders hold as many as there are, of sibs fewer', () => {
    expect(statusNumber(Float64Array.of(0.5, 0, 0, 0.5))).toBe(2)
    expect(statusNumber(Float64Array.of(0.5, 0.25, 0.25, 0.5))).toBeCloseTo(4 / 3, 10)
    expect(statusNumber(Float64Array.of(0.25, 0, 0, 0.25), 4)).toBe(2)
    expect(statusNumber(new Float64Array())).toBe(0)
  })
})

it('a lineage on a loop leaves out one parent and goes on', () => {
  const lineage = lineageOf([
    { id: 'a', seedParentId: 'b', pollenParentId: null, plantKind: 'clone' },
    { id: 'b', seedParentId: 'a', pollenParentId: 'a', plantKind: 'clone' },
  ])
  expect(lineage.cut).toHaveLength(1)
  expect(kinshipOf(lineage)('a', 'b')).toBeGreaterThan(0)
})
