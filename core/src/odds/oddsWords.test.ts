import { chilli } from '../crops/guides/chilli'
import { definitionOf } from '../crops/definition'
import { describe, expect, it } from 'vitest'
import { oneIn, percentWords, phenotypeWords, stepName, wantedWords } from './oddsWords'
import { meanOf } from '../chance/rate'
import { canShow } from './plantsNeeded'

const definition = definitionOf(chilli, { traits: [], loci: [], rules: [], inheritances: [] })

describe('a share as odds', () => {
  it.each([
    [0, 'none'],
    [1, 'all'],
    [0.9999, 'all'],
    [1 / 16, '1 in 16'],
    [1 / 64, '1 in 64'],
    [0.37, '1 in 2.7'],
    [0.5, '1 in 2'],
    [9 / 16, '9 in 16'],
    [0.75, '3 in 4'],
    [0.74, 'about 3 in 4'],
    [1 / 123456, '1 in 123,456'],
  ])('%d is %s', (share, words) => expect(oneIn(share)).toBe(words))

  it.each([
    [0, '0 %'],
    [1, '100 %'],
    [0.25, '25 %'],
    [1 / 16, '6.3 %'],
    [0.0037, '0.37 %'],
    [0.0000031, '0.0003 %'],
    [0.9997, '> 99.9 %'],
  ])('%d is %s', (share, words) => expect(percentWords(share)).toBe(words))

  it('of families in doubt is their mean', () => {
    expect(
      meanOf([
        { weight: 0.25, share: 0 },
        { weight: 0.75, share: 0.5 },
      ]),
    ).toBe(0.375)
  })

  it('can show where that is likelier than not', () => {
    expect(
      canShow([
        { weight: 0.3, share: 0 },
        { weight: 0.7, share: 0.5 },
      ]),
    ).toBe(true)
    expect(
      canShow([
        { weight: 0.97, share: 0 },
        { weight: 0.03, share: 0.5 },
      ]),
    ).toBe(false)
  })
})

describe('classes and steps', () => {
  it('go by the names of loci and rules', () => {
    expect(phenotypeWords({ 'leaf-colour-rule': 'purple', 'heat-rule': 'no' }, definition)).toBe(
      'purple, not pungent',
    )
    expect(phenotypeWords({ 'heat-rule': 'yes' }, definition)).toBe('pungent')
    expect(wantedWords({ 'leaf-colour-rule': ['purple', 'near black'], 'purple': ['PP'] }, definition)).toBe(
      'leaf colour purple or near black; purple leaf PP',
    )
  })

  it('are said in a gardener’s words', () => {
    expect(
      [
        'cross',
        'self',
        'sib',
        { backcross: 'seedParent' },
        { backcross: 'pollenParent' },
        { select: { 'stance-rule': ['upright'] } },
      ].map(step => stepName(step as never, definition)),
    ).toEqual([
      'cross the two',
      'self every plant',
      'cross among sibs',
      'back to the seed parent',
      'back to the pollen parent',
      'choose fruit stance upright',
    ])
  })
})
