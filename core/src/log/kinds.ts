import { crossKinds } from '../crosses/kinds'
import { flowerKinds } from '../flowers/kinds'
import { offspringKinds } from '../offspring/kinds'
import { plantKinds } from '../plants/kinds'
import { seedKinds } from '../seed/kinds'

/** Every kind of entry. An area registers its kinds here and nowhere else. */
export const kinds = { ...plantKinds, ...crossKinds, ...flowerKinds, ...seedKinds, ...offspringKinds }

export type KindName = keyof typeof kinds
