import * as v from 'valibot'
import { Code, Id, kind, words } from '../log/kind'

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
  plantLost: kind('plant', v.strictObject({ reason: words(200) }), p => `lost: ${p.reason}`),
}
