import { describe, expect, it } from 'vitest'
import { chilli } from '../crops/guides/chilli'
import { definitionOf, geneticsOf } from '../crops/definition'
import { hellebore } from '../crops/guides/hellebore'
import { squash } from '../crops/guides/squash'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { checkFit } from '../log/fit'
import { deed, newId } from '../testing/deeds'
import { checkGenetics } from './checkGenetics'
import { genomeOf, genotypesAt } from './genome'
import { multisets } from './locus'
import { parentFrom, phasesOf } from './phases'
import { genome, locus } from './testing'
import type { Worked } from './carriers'

const id = newId()
const described = {
  name: 'stripe',
  alleles: ['T', 't'],
  dominance: 'complete' as const,
  group: '3',
  cM: 12,
  note: null,
}
const added = deed('2026-01-01', 'locusAdded', id, { crop: 'chilli', ...described })

describe('a locus of one’s own', () => {
  it('is added, described anew and dropped', () => {
    expect(
      fold('locus', id, [added, deed('2026-01-02', 'locusChanged', id, { ...described, cM: 20 })]),
    ).toMatchObject({ crop: 'chilli', cM: 20, droppedOn: null })
    expect(fold('locus', id, [added, deed('2026-01-02', 'locusDropped', id, {})])).toMatchObject({
      droppedOn: '2026-01-02',
    })
  })

  it('keeps the alleles that plants may have', () => {
    expect(() =>
      fold('locus', id, [
        added,
        deed('2026-01-02', 'locusChanged', id, { ...described, alleles: ['T', 'x'] }),
      ]),
    ).toThrow('The allele t of stripe may have been noted')
    expect(() =>
      fold('locus', id, [
        added,
        deed('2026-01-02', 'locusDropped', id, {}),
        deed('2026-01-03', 'locusDropped', id, {}),
      ]),
    ).toThrow('was dropped')
  })
})

describe('a trait of one’s own', () => {
  const trait = {
    name: 'stripe width',
    hint: 'ripe fruit',
    scale: 'steps' as const,
    steps: ['none', 'thin', 'broad'],
  }
  const traitAdded = deed('2026-01-01', 'traitAdded', id, { crop: 'chilli', trait })
  it('may get more steps and other names, but keeps what scores stand for', () => {
    const changed = (other: object) =>
      fold('trait', id, [
        traitAdded,
        deed('2026-01-02', 'traitChanged', id, { trait: { ...trait, ...other } as typeof trait }),
      ])
    expect(changed({ steps: ['none', 'thin', 'broad', 'all over'] })).toMatchObject({
      trait: { steps: { length: 4 } },
    })
    expect(() => changed({ steps: ['none', 'broad'] })).toThrow('none taken out')
    expect(() => changed({ scale: 'yesNo' })).toThrow('Add another trait for another scale')
  })
})

describe('how a crop inherits as a whole', () => {
  const set = (id: string, day: string, more: object) =>
    fold('inheritance', id, [
      deed(day, 'inheritanceSet', id, {
        crop: 'chilli',
        mating: 'selfIncompatible',
        ploidy: 4,
        map: 'kosambi',
        doubleReduction: 0.1,
        ...more,
      }),
    ])!
  const none = { traits: [], loci: [], rules: [] }

  it('is the guide’s until the garden sets it, then what was set last', () => {
    expect(definitionOf(chilli, { ...none, inheritances: [] }).inheritance).toMatchObject({
      id: null,
      mating: 'selfing',
      ploidy: 2,
      map: 'haldane',
    })
    const inheritances = [set(newId(), '2026-02-02', {}), set(newId(), '2026-01-01', { ploidy: 6 })]
    const definition = definitionOf(chilli, { ...none, inheritances })
    expect(definition.inheritance).toMatchObject({ mating: 'selfIncompatible', ploidy: 4 })
    expect(geneticsOf(definition)).toMatchObject({ ploidy: 4, map: 'kosambi', doubleReduction: 0.1 })
  })
})

describe('a locus with many alleles in many sets of chromosomes', () => {
  const rich = (alleles: number) => ({
    id: newId(),
    crop: 'chilli',
    name: 'skin',
    alleles: ['A', 'B', 'C', 'D', 'E', 'F'].slice(0, alleles),
    dominance: 'complete' as const,
    group: null,
    cM: null,
    note: null,
    droppedOn: null,
  })
  const hexaploid = {
    id: newId(),
    crop: 'chilli',
    mating: 'outcrossing' as const,
    ploidy: 6 as const,
    map: 'haldane' as const,
    doubleReduction: 0,
    setOn: '2026-01-01',
    setAt: '2026-01-01T00:00:00.000Z',
  }
  const definition = (alleles: number, asksFor = false) => {
    const locus = rich(alleles)
    const rule = {
      id: newId(),
      crop: 'chilli',
      name: 'glow',
      trait: null,
      cases: [{ when: { [locus.id]: 'A' }, is: 'yes' }],
      otherwise: 'no',
      droppedOn: null,
    }
    return definitionOf(
      { ...chilli, loci: [], rules: [] },
      { traits: [], loci: [locus], rules: asksFor ? [rule] : [], inheritances: [hexaploid] },
    )
  }

  it.each([
    [2, 2, 3],
    [6, 2, 21],
    [5, 4, 70],
    [4, 6, 84],
    [6, 6, 462],
  ])('of %i alleles in %i sets has %i genotypes', (alleles, ploidy, genotypes) => {
    expect(genotypesAt(alleles, ploidy)).toBe(genotypes)
    expect(genotypesAt(alleles, ploidy)).toBe(multisets(alleles, ploidy).length)
  })

  it('is refused with what is allowed, and left out of what is worked out where it was described before', () => {
    expect(() => checkGenetics(definition(4))).not.toThrow()
    expect(() => checkGenetics(definition(6))).toThrow(
      'skin has 462 genotypes with 6 alleles in 6 sets of chromosomes; 84 can be worked with. Give it at most 4 alleles.',
    )
    expect(genomeOf(geneticsOf(definition(6, true)))).toMatchObject({ loci: [], rules: [] })
    expect(genomeOf(geneticsOf(definition(4, true)))).toMatchObject({ loci: [{}], rules: [{}] })
  })
})

describe('the built-in guides', () => {
  it.each([chilli, hellebore, squash])('inherit in a way that can be worked out: $name', guide => {
    const definition = definitionOf(guide, { traits: [], loci: [], rules: [], inheritances: [] })
    expect(genomeOf(geneticsOf(definition)).loci.length).toBeGreaterThan(0)
    for (const { note } of definition.loci) expect(note).toMatch(/[Cc]heck in your own families/)
  })
})

describe('what is noted of genes', () => {
  const plantId = newId()
  const own = (loci: LoggedDeed[] = [], rules: LoggedDeed[] = []) => ({
    traits: [],
    inheritances: [],
    loci: loci.map(d => fold('locus', d.subjectId, [d])!),
    rules: rules.map(d => fold('rule', d.subjectId, [d])!),
  })
  const fit = (made: LoggedDeed, around: ReturnType<typeof own>) => () =>
    checkFit(made, {
      find: ((type: string) =>
        type === 'plant' ? { crop: 'chilli' } : { crop: 'chilli', name: 'x' }) as never,
      guide: crop => (crop === 'chilli' ? chilli : undefined),
      hasPlace: () => true,
      own: () => around,
    })
  const note = (locusId: string, alleles: string[]) =>
    deed('2026-02-01', 'genotypeNoted', plantId, { locus: locusId, alleles })
  const ruled = (more: object) =>
    deed('2026-02-01', 'ruleAdded', newId(), {
      crop: 'chilli',
      name: 'striped',
      trait: null,
      cases: [{ when: { [id]: 'T' }, is: 'yes' }],
      otherwise: 'no',
      ...more,
    })

  it('fits the locus and the crop', () => {
    expect(fit(note('purple', ['P', 'p']), own())).not.toThrow()
    expect(fit(note('purple', ['P']), own())).toThrow('1 allele at "purple leaf"; with ploidy 2 it needs 2')
    expect(fit(note('purple', ['P', 'X']), own())).toThrow(
      'has "X" at the locus "purple leaf", which has the alleles P, p',
    )
    expect(fit(note('nose', ['N', 'n']), own())).toThrow(
      'This locus is not known of the crop; it has: purple leaf',
    )
  })

  it('has rules that ask for what is there, and make what their trait can be', () => {
    const fine = ruled({})
    expect(fit(fine, own([added], [fine]))).not.toThrow()
    expect(fit(fine, own([], [fine]))).toThrow(
      'The rule striped asks for a locus or a rule that is not there',
    )
    const strange = ruled({ trait: 'fruit-stance' })
    expect(fit(strange, own([added], [strange]))).toThrow(
      'The rule striped makes "yes", but fruit stance is one of: hangs, sideways, upright.',
    )
    const number = ruled({ trait: 'height' })
    expect(fit(number, own([added], [number]))).toThrow('cannot make height, which is a number')
  })

  it('has no rules in a circle', () => {
    const [one, other] = [newId(), newId()]
    const rule = (ruleId: string, name: string, asks: string) =>
      deed('2026-02-01', 'ruleAdded', ruleId, {
        crop: 'chilli',
        name,
        trait: null,
        cases: [{ when: { [asks]: 'yes' }, is: 'yes' }],
        otherwise: 'no',
      })
    const rules = [rule(one, 'first', other), rule(other, 'second', one)]
    expect(fit(rules[0]!, own([], rules))).toThrow(
      'The rules go in a circle: "first (rule)" asks for "second (rule)" asks for "first (rule)"',
    )
  })

  it('keeps a locus that a rule asks for', () => {
    const kept = ruled({})
    expect(fit(deed('2026-03-01', 'locusDropped', id, {}), { ...own([], [kept]) })).toThrow(
      'change or drop that rule first',
    )
  })
})

describe('the phases of linked loci', () => {
  const on = genome([locus('a', { group: '1', cM: 0 }), locus('b', { group: '1', cM: 20 })])
  const sure = (letters: string) => [
    { genotype: { a: [...letters.slice(0, 2)], b: [...letters.slice(2)] }, probability: 1 },
  ]

  it('follow from a parent that can hand on one thing only', () => {
    const phases = phasesOf({ a: ['A', 'a'], b: ['B', 'b'] }, on.loci, () => [sure('AABB'), null])
    expect(phases).toEqual([{ genotype: { a: ['A', 'a'], b: ['B', 'b'] }, probability: 1 }])
    const repulsion = phasesOf({ a: ['A', 'a'], b: ['B', 'b'] }, on.loci, () => [sure('AAbb'), sure('aaBB')])
    expect(repulsion).toEqual([{ genotype: { a: ['A', 'a'], b: ['b', 'B'] }, probability: 1 }])
  })

  it('are equally likely where nothing is known', () => {
    expect(
      phasesOf({ a: ['A', 'a'], b: ['B', 'b'] }, on.loci, () => [null, null]).map(p => p.probability),
    ).toEqual([0.5, 0.5])
    expect(phasesOf({ a: ['A', 'A'], b: ['B', 'b'] }, on.loci, () => [null, null])).toHaveLength(1)
  })

  it('are part of a parent as the odds take it', () => {
    const worked: Worked[] = ['a', 'b'].map(name => ({
      loci: [name],
      isExact: true,
      genotypes: [
        [name.toUpperCase(), name],
        [name, name],
      ].map(alleles => ({ [name]: alleles })),
      beliefs: new Map([['child', [1, 0]]]),
      unknown: [0, 1],
      frequencies: [[0.5, 0.5]],
    }))
    // The seed parent is aabb: the child's A and B came together, from the other one.
    const [part, ...others] = parentFrom(
      { id: 'child', seedParentId: 'mother', pollenParentId: null },
      worked,
      on,
    )
    expect(others).toEqual([])
    expect(part!.possible).toHaveLength(1)
    const { a, b } = part!.possible[0]!.genotype
    expect(a!.indexOf('A')).toBe(b!.indexOf('B'))
  })
})
