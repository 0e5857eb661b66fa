import type { RoundStep } from './round'

/** A short word for a step, for lists and counts. */
export const stepWords: Record<RoundStep, string> = {
  choose: 'choose flowers', thin: 'thin', petalsOff: 'petals off', emasculate: 'emasculate', wash: 'wash', lensCheck: 'lens check', isolate: 'cover', cutSilks: 'cut silks', look: 'look', pollinate: 'pollinate',
  coverAgain: 'cover again', takeLook: 'look for take', uncover: 'cover off', net: 'net', harvest: 'harvest', thinFruit: 'thin fruits', sow: 'sow', countUp: 'count seedlings',
  bloomLook: 'look for first flowers', bloomEnd: 'look for last flowers', sowBatch: 'sow a batch', holdBack: 'hold back', bringBack: 'bring back', collectPollen: 'collect pollen', tubePollen: 'fill into tubes', testPollen: 'test pollen',
}
