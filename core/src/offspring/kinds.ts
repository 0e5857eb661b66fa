import * as v from 'valibot'
import { Id, kind, name, words } from '../log/kind'
import { own } from '../odds/kinds'
import { scoreInWords } from './score'
import { TraitDescription } from './trait'

/** A score as a line of the log: the trait's own name and the word of its step; a trait that is gone is told by its number. */
function scoredWords({ value }: { value: number }, trait: TraitDescription | undefined): string {
  return trait ? `scored ${trait.name}: ${scoreInWords(trait, value)}` : `scored a trait: ${value}`
}

/** What can be decided on an offspring. */
export const VERDICTS = ['keep', 'watch', 'discard'] as const

export const offspringKinds = {
  traitAdded: kind(
    'trait',
    v.strictObject({ crop: words(40), trait: TraitDescription }),
    p => `added the trait ${p.trait.name}`,
  ),
  traitChanged: kind(
    'trait',
    v.strictObject({ trait: TraitDescription }),
    p => `described the trait ${p.trait.name} anew`,
  ),
  traitDropped: kind('trait', v.strictObject({}), () => 'dropped the trait'),
  scored: kind(
    'plant',
    v.strictObject({
      trait: words(60),
      value: v.pipe(
        v.number('Give a number.'),
        v.finite(),
        v.minValue(0, 'Give 0 or more.'),
        v.maxValue(1e6),
      ),
      /** who looked; absent: nobody said */
      by: v.optional(name(80)),
      /** a second look on the day of the first, which was not in sight */
      again: v.optional(v.literal(true)),
    }),
    (p, names) => `${scoredWords(p, names?.trait(p.trait))}${p.again ? ', looked at again' : ''}`,
    { needs: p => own('trait', p.trait) },
  ),
  /** there was nothing to score: no flower yet, broken off, already cut */
  scoreMissing: kind(
    'plant',
    v.strictObject({ trait: words(60), by: v.optional(name(80)) }),
    (p, names) => `nothing to score: ${names?.trait(p.trait)?.name ?? 'a trait'}`,
    { needs: p => own('trait', p.trait) },
  ),
  remarked: kind('plant', v.strictObject({ words: words(300) }), p => p.words),
  /** a picture of it, which is sent on its own way under this id */
  photographed: kind(
    'plant',
    v.strictObject({ photoId: Id, words: v.nullable(words(300)) }),
    p => `photographed${p.words ? `: ${p.words}` : ''}`,
  ),
  photoDropped: kind('plant', v.strictObject({ photoId: Id }), () => 'a photograph taken away'),
  judged: kind(
    'plant',
    v.strictObject({
      verdict: v.picklist(VERDICTS, 'Choose keep, watch or discard.'),
      reason: words(200),
    }),
    p => `${p.verdict}: ${p.reason}`,
  ),
}
