import { describe, expect, it } from 'vitest'
import { builtInGuide, builtInGuides } from '../crops/guides/all'
import type { CropGuide } from '../crops/guide'
import type { LoggedDeed } from '../log/entry'
import { fold } from '../log/fold'
import { chosen, deed, ids, newId } from '../testing/deeds'
import type { Answer, PassDetails } from './answers'
import { usualPass } from './answers'
import { doubtsAt } from './doubts'
import { FLOWER_WORK } from './work'

const tagged = chosen('2026-06-01')
const flower = (deeds: LoggedDeed[]) => fold('flower', ids.flower, [tagged, ...deeds])!
const answersAt = (step: 'emasculate' | 'pollinate', guide: CropGuide, deeds: LoggedDeed[] = []) =>
  FLOWER_WORK[step].answers({ flower: flower(deeds), guide, pass: usualPass(guide) })
/** What an answer notes, one after the other. */
const noted = (answer: Answer, day: string): LoggedDeed[] =>
  answer
    .drafts('')
    .map(
      draft =>
        ({ ...deed(day, draft.kind as 'washed', ids.flower, {}), ...draft, id: newId() }) as LoggedDeed,
    )
const asUsual = (guide: CropGuide) =>
  answersAt('emasculate', guide).find(({ label }) => label.startsWith('As usual'))

describe('all as usual, in one press', () => {
  it('takes the anthers out, looks them over and covers the flower', () => {
    const answer = asUsual(builtInGuide('hellebore')!)!
    expect(answer.label).toBe('As usual: out, clean, in mesh')
    expect(answer.drafts('').map(({ kind }) => kind)).toEqual(['emasculated', 'lensChecked', 'isolated'])
  })

  it('pollinates, too, where the school does it at once', () => {
    const answer = asUsual(builtInGuide('pea')!)!
    expect(answer.label).toBe('As usual: rivals off, out, clean, pollinated, left open')
    const done = flower(noted(answer, '2026-06-01'))
    expect(done).toMatchObject({ status: 'pollinated', lens: 'clean' })
    // What is usually left open is in no doubt for it.
    expect(doubtsAt(done, builtInGuide('pea')!)).toEqual([])
  })

  it('says that the tool was cleaned where it comes from another plant', () => {
    const guide = builtInGuide('pea')!
    const after = (pass: Partial<PassDetails>) =>
      FLOWER_WORK.emasculate
        .answers({ flower: flower([]), guide, pass: { ...usualPass(guide), isAfterAnother: true, ...pass } })
        .find(({ label }) => label.startsWith('As usual'))!
    expect(after({ tool: 'brush' }).label).toBe(
      'As usual: rivals off, out, clean, tool cleaned, pollinated, left open',
    )
    expect(flower(noted(after({ tool: 'brush' }), '2026-06-01')).doubts).toEqual([])
    expect(after({ tool: 'anther' }).label).not.toContain('tool cleaned')
  })

  it('is not offered where florets are washed or counted, or the anthers stay', () => {
    for (const crop of ['lettuce', 'wheat', 'daylily', 'zinnia'])
      expect(asUsual(builtInGuide(crop)!), crop).toBeUndefined()
  })

  it.each(builtInGuides.filter(asUsual))(
    '$name: what it notes goes together and leaves nothing undone',
    guide => {
      const done = flower(noted(asUsual(guide)!, '2026-06-01'))
      expect(done.conflicts).toEqual([])
      expect(['waiting', 'pollinated']).toContain(done.status)
      const doubts = doubtsAt(done, guide).join()
      expect(doubts).not.toMatch(/lens|emasculated/)
      if (done.isolation?.way !== 'none') expect(doubts).not.toMatch(/not isolated/)
    },
  )
})

describe('the sign after pollination', () => {
  const lily = builtInGuide('lily')!
  const pass = deed('2026-06-03', 'pollinated', ids.flower, {
    pollenParentId: ids.pollenParent,
    selfMeant: false,
  })
  const labels = (guide: CropGuide, deeds: LoggedDeed[]) =>
    answersAt('pollinate', guide, deeds).map(({ label }) => label)

  it('can be noted from the second pass on, once, where the guide knows one', () => {
    expect(labels(lily, [])).not.toContain('The sign shows')
    expect(labels(lily, [pass])).toContain('The sign shows')
    expect(labels(lily, [pass, deed('2026-06-04', 'signSeen', ids.flower, {})])).not.toContain(
      'The sign shows',
    )
    expect(labels(builtInGuide('dahlia')!, [pass])).not.toContain('The sign shows')
  })

  it('is no take', () => {
    const seen = flower([pass, deed('2026-06-04', 'signSeen', ids.flower, {})])
    expect(seen).toMatchObject({ status: 'pollinated', signOn: '2026-06-04', takenOn: null })
  })

  it('of a flower that got no pollen is refused in words', () => {
    expect(flower([deed('2026-06-04', 'signSeen', ids.flower, {})]).conflicts).toMatchObject([
      { code: 'not-pollinated' },
    ])
  })
})
