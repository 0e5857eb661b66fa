import * as v from 'valibot'
import { Day, Id, amount, kind, words } from '../log/kind'
import { PlanAhead } from './plan'
import { PLAN_KINDS } from './planWords'

export const wayKinds = {
  wayChosen: kind(
    'way',
    v.strictObject({
      crop: words(40),
      plan: PlanAhead,
      /** the cross whose offspring are its first generation */
      crossId: Id,
      /** when the first generation flowers */
      from: Day,
    }),
    p => `chose a way: ${PLAN_KINDS[p.plan.kind].name.toLowerCase()}`,
    { needs: p => [{ type: 'cross', id: p.crossId }] },
  ),
  wayStepDone: kind(
    'way',
    v.strictObject({
      /** which of its steps, the first is 0 */
      step: amount(0, 60),
      name: words(40),
    }),
    p => `done on its way: ${p.name}`,
  ),
  wayEnded: kind('way', v.strictObject({ reason: words(200) }), p => `left the way: ${p.reason}`),
}
