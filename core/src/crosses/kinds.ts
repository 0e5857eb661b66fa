import * as v from 'valibot'
import { Code, Id, amount, kind, words } from '../log/kind'

const plan = {
  aim: words(300),
  flowersPlanned: amount(1, 2000),
  keepersWanted: amount(1, 1000),
}

export const crossKinds = {
  crossPlanned: kind('cross', v.strictObject({
    ...plan,
    code: Code,
    crop: words(40),
    seedParentId: Id,
    /** null for open-pollinated seed */
    pollenParentId: v.nullable(Id),
    /** said yes to "is a self meant?" */
    selfMeant: v.boolean(),
  }), p => `planned ${p.flowersPlanned} flowers: ${p.aim}`, {
    codes: p => [{ code: p.code }],
    needs: p => [p.seedParentId, p.pollenParentId].flatMap(id => id ? [{ type: 'plant', id }] : []),
  }),
  planChanged: kind('cross', v.strictObject(plan), p => `plan changed to ${p.flowersPlanned} flowers: ${p.aim}`),
}
