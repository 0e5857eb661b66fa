import { wayKinds } from '../ahead/kinds'
import { aimKinds } from '../aims/kinds'
import { bloomKinds } from '../bloom/kinds'
import { cropKinds } from '../crops/kinds'
import { crossKinds } from '../crosses/kinds'
import { flowerKinds } from '../flowers/kinds'
import { geneticKinds } from '../odds/kinds'
import { offspringKinds } from '../offspring/kinds'
import { placeKinds } from '../places/kinds'
import { plantKinds } from '../plants/kinds'
import { pollenKinds } from '../pollen/kinds'
import { growingKinds } from '../seed/growing'
import { seedKinds } from '../seed/kinds'
import { storeKinds } from '../stores/kinds'
import { weatherKinds } from '../weather/kinds'

/** Every kind of entry. An area registers its kinds here and nowhere else. */
export const kinds = {
  ...placeKinds,
  ...plantKinds,
  ...crossKinds,
  ...flowerKinds,
  ...seedKinds,
  ...growingKinds,
  ...offspringKinds,
  ...geneticKinds,
  ...aimKinds,
  ...wayKinds,
  ...bloomKinds,
  ...weatherKinds,
  ...cropKinds,
  ...storeKinds,
  ...pollenKinds,
}

export type KindName = keyof typeof kinds
