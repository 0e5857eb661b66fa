import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { usualSchool } from './guide'
import { fold } from '../log/fold'
import { deed, newId } from '../testing/deeds'
import { cautionsAlong, cautionsAt } from './cautions'
import { builtInGuide, builtInGuides } from './guides/all'
import { Custom } from './kinds'
import { customsOf, guidesWith } from './ownGuide'

const id = newId()
const chilli = builtInGuide('chilli')!
const slow = { ...chilli, take: { ...chilli.take, daysAfterPollination: { low: 8, high: 14 } } }
const own = (...deeds: Parameters<typeof fold>[2]) => fold('guide', id, deeds)!
const custom = (payload: Custom, day = '2026-06-01') => {
  const on = newId()
  return fold('custom', on, [deed(day, 'customSet', on, { custom: payload })])!
}
const guideOf = (crop: string, guides = guidesWith([], [], 'north')) => guides.find(g => g.id === crop)!

describe('a guide of the garden’s own', () => {
  it('stands in the place of the built-in one, until it is dropped', () => {
    const set = deed('2026-06-01', 'guideSet', id, { guide: slow })
    expect(guideOf('chilli', guidesWith([own(set)], [], 'north'))).toEqual(slow)
    expect(
      guideOf('chilli', guidesWith([own(set, deed('2026-06-02', 'guideDropped', id, {}))], [], 'north')),
    ).toEqual(chilli)
    expect(guidesWith([], [], 'north')).toEqual(builtInGuides)
  })

  it('is brought within the bounds of today, and gives way to the built-in one where that does not make it whole', () => {
    const withHours = (low: number, high: number) => ({
      ...slow,
      bloom: {
        ...slow.bloom,
        hours: { ...slow.bloom.hours, opens: { ...slow.bloom.hours.opens, minutes: { low, high } } },
      },
    })
    const wild = own(deed('2026-06-01', 'guideSet', id, { guide: withHours(30, 1e12) }))
    expect(guideOf('chilli', guidesWith([wild], [], 'north')).bloom.hours.opens.minutes).toEqual({
      low: 30,
      high: 1440,
    })
    const torn = own(deed('2026-06-01', 'guideSet', id, { guide: withHours(1e12, 2e12) }))
    expect(torn).toMatchObject({
      guide: null,
      fault: expect.stringContaining('The smaller number comes first.'),
    })
    expect(guideOf('chilli', guidesWith([torn], [], 'north'))).toEqual(chilli)
  })

  it('may be of a crop that has none yet, and stays of that crop', () => {
    const added = own(
      deed('2026-06-01', 'guideSet', id, { guide: { ...slow, id: 'lake-pepper', name: 'Lake pepper' } }),
    )
    expect(guidesWith([added], [], 'north').map(g => g.id)).toContain('lake-pepper')
    expect(() =>
      own(
        deed('2026-06-01', 'guideSet', id, { guide: slow }),
        deed('2026-06-02', 'guideSet', id, { guide: builtInGuide('tulip')! }),
      ),
    ).toThrow(/another crop/)
  })
})

describe('a custom of the garden', () => {
  it('is the usual school wherever a crop knows it, the latest one', () => {
    const paper = custom({ about: 'school', step: 'cover', school: 'paper' })
    const guides = guidesWith([], [paper], 'north')
    expect(usualSchool(guideOf('chilli', guides), 'cover')).toBe('paper')
    expect(guideOf('chilli', guides).schools.cover!.others).toContain('mesh')
    // Squash is never covered with paper.
    expect(guideOf('squash', guides)).toBe(builtInGuide('squash'))
    const dropped = custom({ about: 'school', step: 'cover', school: null }, '2026-06-02')
    expect(guidesWith([], [dropped, paper], 'north')).toEqual(builtInGuides)
  })

  it('is one of the schools of its step', () => {
    expect(v.safeParse(Custom, { about: 'school', step: 'cover', school: 'velvet' }).success).toBe(false)
  })

  it('hides a caution, and shows it again', () => {
    const hide = custom({ about: 'caution', caution: 'spirit', isHidden: true })
    expect(customsOf([hide]).hidden).toEqual(['spirit'])
    expect(
      customsOf([hide, custom({ about: 'caution', caution: 'spirit', isHidden: false }, '2026-06-02')])
        .hidden,
    ).toEqual([])
    const emasculating = { step: 'emasculate', tools: ['forceps', 'spirit and wipes'] }
    expect(cautionsAt(emasculating, chilli.cautions)).toEqual(['burning', 'blades', 'spirit'])
    expect(cautionsAt(emasculating, chilli.cautions, ['spirit'])).toEqual(['burning', 'blades'])
    expect(cautionsAt({ step: 'takeLook', tools: [] }, chilli.cautions)).toEqual([])
  })

  it('warns of blades and spirit only where they are in hand, and of each once on a page', () => {
    const toothpick = { step: 'emasculate', tools: ['toothpicks', 'lens'] }
    expect(cautionsAt(toothpick, [])).toEqual([])
    const steps = [
      { step: 'emasculate', tools: ['forceps', 'spirit and wipes'] },
      { step: 'pollinate', tools: ['spirit and wipes'] },
      { step: 'harvest', tools: ['packets'] },
    ]
    expect(cautionsAlong(steps, [])).toEqual([['blades', 'spirit'], ['pollenDust'], ['movingOn']])
  })
})
