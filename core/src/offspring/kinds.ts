import * as v from 'valibot'
import { kind, words } from '../log/kind'

/** What can be decided on an offspring. */
export const VERDICTS = ['keep', 'watch', 'discard'] as const

export const offspringKinds = {
  scored: kind('plant', v.strictObject({
    trait: words(60),
    value: v.pipe(v.number('Give a number.'), v.finite(), v.minValue(0, 'Give 0 or more.'), v.maxValue(1e6)),
  }), p => `scored ${p.trait}: ${p.value}`),
  judged: kind('plant', v.strictObject({
    verdict: v.picklist(VERDICTS, 'Choose keep, watch or discard.'),
    reason: words(200),
  }), p => `${p.verdict}: ${p.reason}`),
}
