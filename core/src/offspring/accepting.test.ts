import { describe, expect, it } from 'vitest'
import type { CropDefinition } from '../crops/definition'
import { definitionOf } from '../crops/definition'
import { chilli } from '../crops/guides/chilli'
import { checkGenetics } from '../odds/checkGenetics'
import { acceptableAs } from './accepting'
import type { Score } from './score'
import type { Trait } from './trait'

const colour: Trait = {
  id: 'flower',
  name: 'flower colour',
  hint: 'an open flower',
  scale: 'steps',
  steps: ['white', 'pink', 'red'],
}
const own = { traits: [], loci: [], rules: [], inheritances: [] }
const bare: CropDefinition = {
  ...definitionOf(chilli, own),
  loci: [],
  rules: [],
  traits: [{ ...colour, isOwn: true }],
}
const locus = (id: string) => ({
  id,
  name: id,
  alleles: [id, id.toLowerCase()],
  dominance: 'complete' as const,
  group: null,
  cM: null,
  note: null,
  isOwn: true,
})
/** Without R white, whatever P is; with it red under P, else pink: 9 red, 3 pink, 4 white. */
const epistatic: CropDefinition = {
  ...bare,
  loci: [locus('R'), locus('P')],
  rules: [
    {
      id: 'colour',
      name: 'colour',
      trait: 'flower',
      cases: [
        { when: { R: 'r' }, is: 'white' },
        { when: { P: 'P' }, is: 'red' },
      ],
      otherwise: 'pink',
      isOwn: true,
    },
  ],
}
const plant = (id: string, value?: number, genotype: Record<string, string[]> = {}) => ({
  id,
  scores: value === undefined ? [] : [{ trait: 'flower', value, on: '2026-07-01', placeId: null } as Score],
  genotype: Object.fromEntries(
    Object.entries(genotype).map(([at, alleles]) => [at, { alleles, on: '2026-07-01' }]),
  ),
})
const parents = (seedParent = plant('a'), pollenParent = plant('b')) => ({ seedParent, pollenParent })

describe('a reading that is accepted', () => {
  it('of 9:3:4 makes both parents hybrids at both genes', () => {
    expect(acceptableAs(epistatic, colour, { ratio: [4, 3, 9], seen: [0, 1, 2] }, parents())).toEqual([
      {
        seedParent: { R: ['R', 'r'], P: ['P', 'p'] },
        pollenParent: { R: ['R', 'r'], P: ['P', 'p'] },
        fresh: null,
      },
    ])
  })

  it('of 1:1 goes with how the parents look: the white one hands on nothing that shows', () => {
    const found = acceptableAs(
      epistatic,
      colour,
      { ratio: [1, 1], seen: [0, 2] },
      parents(plant('a', 0), plant('b', 2)),
    )
    // Whether the red one, or the white one, is pure at P, the family does not tell.
    expect(found).toEqual([{ seedParent: { R: ['r', 'r'] }, pollenParent: { R: ['R', 'r'] }, fresh: null }])
  })

  it('does not go against what is noted of a parent', () => {
    const noted = parents(plant('a', undefined, { R: ['R', 'R'] }))
    expect(acceptableAs(epistatic, colour, { ratio: [4, 3, 9], seen: [0, 1, 2] }, noted)).toEqual([])
  })

  it('of a self is one plant', () => {
    const self = plant('a')
    const found = acceptableAs(epistatic, colour, { ratio: [1, 3], seen: [0, 2] }, parents(self, self))
    expect(found.map(one => one.seedParent)).toEqual([{ R: ['R', 'r'], P: ['P', 'P'] }])
  })

  it('where nothing makes the trait yet describes one gene, hiding in 3:1 and mixing in 1:2:1', () => {
    const [hiding] = acceptableAs(bare, colour, { ratio: [1, 3], seen: [0, 2] }, parents())
    expect(hiding!.fresh).toEqual({
      name: 'gene of flower colour',
      alleles: ['R', 'r'],
      dominance: 'complete',
      cases: [{ look: 'R', is: 'red' }],
      otherwise: 'white',
    })
    const [mixing] = acceptableAs(bare, colour, { ratio: [1, 2, 1], seen: [0, 1, 2] }, parents())
    expect(mixing!.fresh).toMatchObject({
      alleles: ['W', 'w'],
      dominance: 'none',
      cases: [
        { look: 'WW', is: 'white' },
        { look: 'Ww', is: 'pink' },
      ],
      otherwise: 'red',
    })
    expect(acceptableAs(bare, colour, { ratio: [9, 7], seen: [0, 2] }, parents())).toEqual([])
  })

  it('describes a gene that the crop can have, and by which the reading then stands', () => {
    for (const reading of [
      { ratio: [1, 3], seen: [0, 2] },
      { ratio: [1, 2, 1], seen: [0, 1, 2] },
    ]) {
      const { fresh } = acceptableAs(bare, colour, reading, parents())[0]!
      const after: CropDefinition = {
        ...bare,
        loci: [{ ...locus('new'), ...fresh!, alleles: [...fresh!.alleles] }],
        rules: [
          {
            id: 'made',
            name: colour.name,
            trait: colour.id,
            cases: fresh!.cases.map(one => ({ when: { new: one.look }, is: one.is })),
            otherwise: fresh!.otherwise,
            isOwn: true,
          },
        ],
      }
      expect(() => checkGenetics(after)).not.toThrow()
      expect(acceptableAs(after, colour, reading, parents())).toEqual([
        { seedParent: { new: fresh!.alleles }, pollenParent: { new: fresh!.alleles }, fresh: null },
      ])
    }
  })

  it('is offered for diploids alone', () => {
    const tetraploid = { ...bare, inheritance: { ...bare.inheritance, ploidy: 4 as const } }
    expect(acceptableAs(tetraploid, colour, { ratio: [1, 3], seen: [0, 2] }, parents())).toEqual([])
  })
})
