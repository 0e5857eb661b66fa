import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { SCHOOL_STEPS } from '../../flowers/schools'
import { definitionOf, geneticsOf } from '../definition'
import { checkGenetics } from '../../odds/checkGenetics'
import { exactGenerations, known } from '../../odds/generations'
import { genomeOf } from '../../odds/genome'
import { listClasses } from '../../odds/odds'
import { stepsOf } from '../../flowers/method'
import { FLOWER_STEPS } from '../../flowers/steps'
import { FORM_IDS, flowerForms } from '../forms/forms'
import { CropGuide, usualSchool } from '../guide'
import { builtInGuide, builtInGuides } from './all'

describe('the guides that come with Virgulta', () => {
  it.each(builtInGuides)('$name is complete and its ranges can be ranges', guide => {
    expect(v.parse(CropGuide, guide)).toEqual(guide)
  })

  it('are at least thirty, of every group and every flower form, and have different names', () => {
    expect(builtInGuides.length).toBeGreaterThanOrEqual(30)
    expect(new Set(builtInGuides.map(g => g.id)).size).toBe(builtInGuides.length)
    expect(new Set(builtInGuides.map(g => g.name)).size).toBe(builtInGuides.length)
    expect(new Set(builtInGuides.map(g => g.form))).toEqual(new Set(FORM_IDS))
    expect(new Set(builtInGuides.map(g => g.group)).size).toBe(10)
  })

  it.each(builtInGuides)(
    '$name names a usual school and its reason, and covers in a way that is offered',
    guide => {
      for (const step of SCHOOL_STEPS) {
        const choice = guide.schools[step]
        if (!choice) continue
        expect(choice.why.length, step).toBeGreaterThan(10)
        expect([choice.usual, ...choice.others].length, step).toBe(
          new Set([choice.usual, ...choice.others]).size,
        )
      }
      expect(guide.isolation.ways).toContain(usualSchool(guide, 'cover'))
      // What is usual at the flower must be described, or be nothing.
      const emasculates = usualSchool(guide, 'emasculation')
      if (guide.emasculation.needed && emasculates !== 'none')
        expect(guide.emasculation.ways).toHaveProperty(emasculates!)
    },
  )

  it('go the way of their form, without what the crop does not need', () => {
    expect(stepsOf(builtInGuide('hellebore')!)).toEqual([
      'choose',
      'thin',
      'petalsOff',
      'emasculate',
      'lensCheck',
      'isolate',
      'look',
      'pollinate',
      'coverAgain',
      'takeLook',
      'uncover',
      'net',
      'harvest',
    ])
    expect(stepsOf(builtInGuide('sweetcorn')!)).toEqual([
      'choose',
      'thin',
      'isolate',
      'cutSilks',
      'look',
      'pollinate',
      'coverAgain',
      'takeLook',
      'uncover',
      'fill',
      'harvest',
    ])
    expect(stepsOf(builtInGuide('lettuce')!)).toContain('wash')
    expect(stepsOf(builtInGuide('holiday-cactus')!)).not.toContain('emasculate')
  })

  it.each([
    [
      'a range upside down',
      { take: { ...builtInGuides[0]!.take, daysAfterPollination: { low: 9, high: 4 } } },
    ],
    ['a share over one', { take: { ...builtInGuides[0]!.take, rate: { low: 0.5, high: 1.2 } } }],
    ['an unknown flower form', { form: 'spiral' }],
    ['no trait to score', { judging: { ...builtInGuides[0]!.judging, traits: [] } }],
    [
      'a school that is none',
      { schools: { cover: { usual: 'velvet', others: [], why: 'soft to the touch' } } },
    ],
  ])('refuse %s', (_, change) => {
    expect(v.safeParse(CropGuide, { ...builtInGuides[0], ...change }).success).toBe(false)
  })
})

describe('reported loci', () => {
  const definition = (guide: CropGuide) =>
    definitionOf(guide, { traits: [], loci: [], rules: [], inheritances: [] })
  it.each(builtInGuides)('$name: what is reported of its genes fits together, or there is none', guide => {
    expect(() => checkGenetics(definition(guide))).not.toThrow()
    for (const { note } of guide.loci) expect(note).toMatch(/[Rr]eported/)
  })

  it('are there for pea, tomato, lettuce, sweetcorn, rose and sweet pea; a daylily is asked for its sets', () => {
    for (const id of ['pea', 'tomato', 'lettuce', 'sweetcorn', 'rose', 'sweet-pea'])
      expect(builtInGuide(id)!.loci.length, id).toBeGreaterThan(1)
    expect(builtInGuide('daylily')!.levels).toEqual([2, 4])
  })

  it('make what they are reported to make: two white sweet peas give colour', () => {
    const genome = genomeOf(geneticsOf(definition(builtInGuide('sweet-pea')!)))
    const white = (c: string, r: string) =>
      known({ 'colour-c': [c, c], 'colour-r': [r, r], 'tendril': ['T', 'T'] })
    const [first] = exactGenerations(
      genome,
      white('C', 'r'),
      white('c', 'R'),
      ['cross'],
      ['flower-colour-rule'],
    )
    expect(listClasses(first!).map(c => c.phenotype['flower-colour-rule'])).toEqual(['mauve'])
  })
})

describe('a flower form', () => {
  it.each(FORM_IDS.map(id => flowerForms[id]))('$name has its steps in the order of the work', form => {
    expect([...form.steps].sort((a, b) => FLOWER_STEPS.indexOf(a) - FLOWER_STEPS.indexOf(b))).toEqual(
      form.steps,
    )
    expect(form.steps.includes('emasculate')).toBe(form.emasculation !== null)
    expect(form.emasculation === null).toBe(form.noEmasculation !== null)
    expect(form.steps.includes('thin') || form.thin === null).toBe(true)
  })

  it('is one of fourteen: the twelve, two of which have two methods', () => {
    expect(FORM_IDS).toHaveLength(14)
  })
})
