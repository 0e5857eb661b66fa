import * as v from 'valibot'
import { amount, kind, words } from '../log/kind'
import { own } from '../odds/kinds'

/** What is wished of a trait: that it comes in, that it stays, that it goes. */
const WAYS = ['bring', 'keep', 'lose'] as const

const end = v.nullable(v.pipe(v.number('Give a number.'), v.minValue(0, 'Give 0 or more.'), v.maxValue(1e6)))

export const Wish = v.strictObject({
  trait: words(60),
  way: v.picklist(WAYS, 'Choose bring in, keep or lose.'),
  /** classes of the trait, by their number; or a range of counts or measures, open at an end that is null */
  target: v.union([
    v.strictObject({
      classes: v.pipe(v.array(amount(0, 23)), v.minLength(1, 'Choose at least one class.'), v.maxLength(24)),
    }),
    v.pipe(
      v.strictObject({ from: end, to: end }),
      v.check(r => r.from !== null || r.to !== null, 'Give at least one end of the range.'),
      v.check(
        r => r.from === null || r.to === null || r.from <= r.to,
        'The lower end of the range comes first.',
      ),
    ),
  ]),
  weight: amount(1, 5),
  /** without it the aim is missed */
  must: v.boolean(),
})
export type Wish = v.InferOutput<typeof Wish>

const aim = {
  words: words(300),
  wishes: v.pipe(
    v.array(Wish),
    v.maxLength(40, 'An aim holds at most 40 wishes.'),
    v.check(list => new Set(list.map(w => w.trait)).size === list.length, 'Each trait is wished for once.'),
  ),
}

export const aimKinds = {
  aimSet: kind('aim', v.strictObject({ ...aim, crop: words(40) }), p => `set the aim: ${p.words}`, {
    needs: p => traitsOf(p.wishes),
  }),
  aimChanged: kind('aim', v.strictObject(aim), p => `changed the aim: ${p.words}`, {
    needs: p => traitsOf(p.wishes),
  }),
  aimEnded: kind('aim', v.strictObject({ reason: words(200) }), p => `ended the aim: ${p.reason}`),
}

const traitsOf = (wishes: Wish[]) => wishes.flatMap(wish => own('trait', wish.trait))
