import * as v from 'valibot'
import { Code, Id, amount, kind, words } from '../log/kind'

/** Kinds of plant material; a seedling is one plant of a family. */
export const PLANT_KINDS = ['clone', 'line', 'population', 'seedling'] as const

const described = {
  name: words(80),
  plantKind: v.picklist(PLANT_KINDS, 'Choose clone, line, population or seedling.'),
  placeId: v.nullable(Id),
  note: v.nullable(words(2000)),
}

export const plantKinds = {
  plantAdded: kind('plant', v.strictObject({
    ...described,
    code: Code,
    crop: words(40),
    /** parents, where they are known */
    seedParentId: v.nullable(Id),
    pollenParentId: v.nullable(Id),
  }), p => `added ${p.name}`, {
    codes: p => [{ code: p.code }],
    needs: p => [p.seedParentId, p.pollenParentId].flatMap(id => id ? [{ type: 'plant', id }] : []),
  }),
  plantDescribed: kind('plant', v.strictObject(described), p => `described as ${p.name}`),
  /** not to be a parent any more; it may stay in the garden */
  struckOff: kind('plant', v.strictObject({ reason: words(200) }), p => `struck off: ${p.reason}`),
  reinstated: kind('plant', v.strictObject({ reason: words(200) }), p => `a candidate again: ${p.reason}`),
  setsCounted: kind('plant', v.strictObject({ sets: v.nullable(amount(1, 12)) }), p => p.sets ? `${p.sets} sets of chromosomes` : 'sets of chromosomes not known'),
  plantLost: kind('plant', v.strictObject({ reason: words(200) }), p => `lost: ${p.reason}`),
}
