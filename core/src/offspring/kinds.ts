import * as v from 'valibot'
import { kind, words } from '../log/kind'
import { own } from '../odds/kinds'
import { TraitDescription } from './trait'

/** What can be decided on an offspring. */
export const VERDICTS = ['keep', 'watch', 'discard'] as const

export const offspringKinds = {
  traitAdded: kind('trait', v.strictObject({ crop: words(40), trait: TraitDescription }), p => `added the trait ${p.trait.name}`),
  traitChanged: kind('trait', v.strictObject({ trait: TraitDescription }), p => `described the trait ${p.trait.name} anew`),
  traitDropped: kind('trait', v.strictObject({}), () => 'dropped the trait'),
  scored: kind('plant', v.strictObject({
    trait: words(60),
    value: v.pipe(v.number('Give a number.'), v.finite(), v.minValue(0, 'Give 0 or more.'), v.maxValue(1e6)),
  }), p => `scored ${p.trait}: ${p.value}`, { needs: p => own('trait', p.trait) }),
  judged: kind('plant', v.strictObject({
    verdict: v.picklist(VERDICTS, 'Choose keep, watch or discard.'),
    reason: words(200),
  }), p => `${p.verdict}: ${p.reason}`),
}
