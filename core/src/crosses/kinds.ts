import * as v from 'valibot'
import { counted } from '../formats/counted'
import type { Subject } from '../log/kind'
import { Code, Id, amount, kind, words } from '../log/kind'
import { own } from '../odds/kinds'

/** Share of the offspring that is wanted; where the parents are in doubt the shares it may be, with their weights. */
export const WantedShare = v.union(
  [
    v.pipe(
      v.number(),
      v.gtValue(0, 'The share of wanted plants lies above 0.'),
      v.maxValue(1, 'The share of wanted plants is at most 1.'),
    ),
    v.pipe(
      v.array(
        v.strictObject({
          weight: v.pipe(v.number(), v.gtValue(0), v.maxValue(1)),
          share: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
        }),
      ),
      v.minLength(2),
      v.maxLength(200),
      v.check(
        shares => Math.abs(shares.reduce((sum, { weight }) => sum + weight, 0) - 1) < 1e-3,
        'The weights of the shares come to 1.',
      ),
    ),
  ],
  'The share of wanted plants lies above 0 and up to 1.',
)

const plan = {
  aim: words(300),
  /** none of a cross that was made elsewhere, of which there is seed */ flowersPlanned: amount(0, 2000),
  keepersWanted: amount(1, 1000),
  /** where the odds were worked out; else the crop's usual share of keepers counts */
  wantedShare: v.optional(v.nullable(WantedShare)),
  /** how sure the plan is to be of its keepers */
  confidence: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0.5, 'Plan with a confidence of at least a half.'),
      v.maxValue(0.999, 'Plan with a confidence of at most 0.999.'),
    ),
  ),
}

export const crossKinds = {
  crossPlanned: kind(
    'cross',
    v.strictObject({
      ...plan,
      code: Code,
      crop: words(40),
      seedParentId: Id,
      /** null for open-pollinated seed */
      pollenParentId: v.nullable(Id),
      /** said yes to "is a self meant?" */
      selfMeant: v.boolean(),
      /** said yes to "is a cross between two crops meant?" */
      wideMeant: v.optional(v.boolean()),
      /** the aim it was planned for */
      aimId: v.optional(v.nullable(Id)),
    }),
    p => (p.flowersPlanned ? `planned ${counted(p.flowersPlanned, 'flower')}: ${p.aim}` : p.aim),
    {
      codes: p => [{ code: p.code }],
      needs: p => [
        ...[p.seedParentId, p.pollenParentId].flatMap((id): Subject[] => (id ? [{ type: 'plant', id }] : [])),
        ...own('aim', p.aimId ?? ''),
      ],
    },
  ),
  planChanged: kind(
    'cross',
    v.strictObject(plan),
    p => `plan changed to ${counted(p.flowersPlanned, 'flower')}: ${p.aim}`,
  ),
}
