import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { SCHOOL_STEPS } from '../../flowers/schools'
import { stepsOf } from '../../flowers/method'
import { FLOWER_STEPS } from '../../flowers/steps'
import { FORM_IDS, flowerForms } from '../forms/forms'
import { CropGuide, usualSchool } from '../guide'
import { builtInGuide, builtInGuides } from './all'

describe('the guides that come with Virgulta', () => {
  it.each(builtInGuides)('$name is complete and its ranges can be ranges', (guide) => {
    expect(v.parse(CropGuide, guide)).toEqual(guide)
  })

  it('are at least thirty, of every group and every flower form, and have different names', () => {
    expect(builtInGuides.length).toBeGreaterThanOrEqual(30)
    expect(new Set(builtInGuides.map(g => g.id)).size).toBe(builtInGuides.length)
    expect(new Set(builtInGuides.map(g => g.name)).size).toBe(builtInGuides.length)
    expect(new Set(builtInGuides.map(g => g.form))).toEqual(new Set(FORM_IDS))
    expect(new Set(builtInGuides.map(g => g.group)).size).toBe(10)
  })

  it.each(builtInGuides)('$name names a usual school and its reason, and covers in a way that is offered', (guide) => {
    for (const step of SCHOOL_STEPS) {
      const choice = guide.schools[step]
      if (!choice) continue
      expect(choice.why.length, step).toBeGreaterThan(10)
      expect([choice.usual, ...choice.others].length, step).toBe(new Set([choice.usual, ...choice.others]).size)
    }
    expect(guide.isolation.ways).toContain(usualSchool(guide, 'cover'))
    // What is usual at the flower must be described, or be nothing.
    const emasculates = usualSchool(guide, 'emasculation')
    if (guide.emasculation.needed && emasculates !== 'none') expect(guide.emasculation.ways).toHaveProperty(emasculates!)
  })

  it('go the way of their form, without what the crop does not need', () => {
    expect(stepsOf(builtInGuide('hellebore')!)).toEqual(['choose', 'thin', 'petalsOff', 'emasculate', 'lensCheck', 'isolate', 'look', 'pollinate', 'coverAgain', 'takeLook', 'uncover', 'net', 'harvest'])
    expect(stepsOf(builtInGuide('sweetcorn')!)).toEqual(['choose', 'isolate', 'cutSilks', 'look', 'pollinate', 'coverAgain', 'takeLook', 'uncover', 'harvest'])
    expect(stepsOf(builtInGuide('lettuce')!)).toContain('wash')
    expect(stepsOf(builtInGuide('holiday-cactus')!)).not.toContain('emasculate')
  })

  it.each([
    ['a range upside down', { take: { ...builtInGuides[0]!.take, daysAfterPollination: { low: 9, high: 4 } } }],
    ['a share over one', { take: { ...builtInGuides[0]!.take, rate: { low: 0.5, high: 1.2 } } }],
    ['an unknown flower form', { form: 'spiral' }],
    ['no trait to score', { judging: { ...builtInGuides[0]!.judging, traits: [] } }],
    ['a school that is none', { schools: { cover: { usual: 'velvet', others: [], why: 'soft to the touch' } } }],
  ])('refuse %s', (_, change) => {
    expect(v.safeParse(CropGuide, { ...builtInGuides[0], ...change }).success).toBe(false)
  })
})

describe('a flower form', () => {
  it.each(FORM_IDS.map(id => flowerForms[id]))('$name has its steps in the order of the work', (form) => {
    expect([...form.steps].sort((a, b) => FLOWER_STEPS.indexOf(a) - FLOWER_STEPS.indexOf(b))).toEqual(form.steps)
    expect(form.steps.includes('emasculate')).toBe(form.emasculation !== null)
    expect(form.emasculation === null).toBe(form.noEmasculation !== null)
    expect(form.steps.includes('thin') || form.thin === null).toBe(true)
  })

  it('is one of fourteen: the twelve, two of which have two methods', () => {
    expect(FORM_IDS).toHaveLength(14)
  })
})
