import * as v from 'valibot'
import { Code, Id, amount, kind, words } from '../log/kind'

export const LOOKS = ['ready', 'notYet', 'tooLate'] as const
export const TAKES = ['taken', 'notYet', 'failed'] as const
export const ISOLATIONS = ['bag', 'net', 'tie', 'none'] as const

const isolationWords = { bag: 'bagged', net: 'netted', tie: 'tied shut', none: 'left open' }
const lookWords = { ready: 'ready', notYet: 'not yet ready', tooLate: 'too late' }

export const flowerKinds = {
  flowerChosen: kind('flower', v.strictObject({
    code: Code,
    crossId: Id,
    seedParentId: Id,
    pollenParentId: v.nullable(Id),
    /** single flowers under this tag */
    blooms: amount(1, 200),
  }), p => p.blooms === 1 ? 'flower chosen and tagged' : `cluster of ${p.blooms} chosen and tagged`, {
    codes: p => [{ code: p.code }],
    needs: p => [{ type: 'cross', id: p.crossId }, { type: 'plant', id: p.seedParentId }],
  }),
  emasculated: kind('flower', v.strictObject({}), () => 'emasculated'),
  lensChecked: kind('flower', v.strictObject({ found: v.picklist(['clean', 'anthersLeft']) }),
    p => p.found === 'clean' ? 'lens check: clean' : 'lens check: anthers left'),
  isolated: kind('flower', v.strictObject({ way: v.picklist(ISOLATIONS) }), p => isolationWords[p.way]),
  looked: kind('flower', v.strictObject({ look: v.picklist(LOOKS) }), p => `stigma ${lookWords[p.look]}`),
  pollinated: kind('flower', v.strictObject({ pollenParentId: Id, selfMeant: v.boolean() }), () => 'pollinated', {
    needs: p => [{ type: 'plant', id: p.pollenParentId }],
  }),
  takeNoted: kind('flower', v.strictObject({ take: v.picklist(TAKES), reason: v.nullable(words(200)) }),
    p => p.take === 'taken' ? 'taken' : p.take === 'notYet' ? 'cannot tell yet whether it took' : `failed: ${p.reason ?? 'no reason noted'}`),
  flowerLost: kind('flower', v.strictObject({ reason: words(200) }), p => `lost: ${p.reason}`),
}
