/** Deeds for tests: short ways to write down what happened to one flower, packet or tray. */
import type { Deed, LoggedDeed } from '../log/entry'
import type { ISODate } from '../time/days'

type PayloadOf<K extends Deed['kind']> = Extract<Deed, { kind: K }>['payload']

let serial = 0

/** A UUID that is greater than those before it. */
export const newId = (): string => `00000000-0000-7000-8000-${String(++serial).padStart(12, '0')}`

/** A deed on a day at noon; those of one day follow each other. */
export function deed<K extends Deed['kind']>(
  day: ISODate,
  kind: K,
  subjectId: string,
  payload: PayloadOf<K>,
): LoggedDeed {
  return { id: newId(), kind, subjectId, payload, day, happenedAt: `${day}T12:00:00.000Z` } as LoggedDeed
}

/** A deed in which something else was written. */
export const withPayload = (one: LoggedDeed, more: object): LoggedDeed =>
  // Spread as what they are, the compiler would compare each kind of deed with each payload.
  ({ ...(one as object), payload: { ...(one.payload as object), ...more } }) as LoggedDeed

/** The ids of the little garden that the tests play in. */
export const ids = {
  cross: newId(),
  seedParent: newId(),
  pollenParent: newId(),
  other: newId(),
  flower: newId(),
  lot: newId(),
  sowing: newId(),
}

/** A flower chosen on a day. */
export const chosen = (day: ISODate, flowerId = ids.flower, blooms = 1) =>
  deed(day, 'flowerChosen', flowerId, {
    code: '26-4RMX',
    crossId: ids.cross,
    seedParentId: ids.seedParent,
    pollenParentId: ids.pollenParent,
    blooms,
  })

/** All steps of one flower up to pollination on the day after it was chosen. */
export const upToPollination = (day: ISODate, nextDay: ISODate, flowerId = ids.flower) => [
  chosen(day, flowerId),
  deed(day, 'emasculated', flowerId, {}),
  deed(day, 'lensChecked', flowerId, { found: 'clean' }),
  deed(day, 'isolated', flowerId, { way: 'bag' }),
  deed(nextDay, 'looked', flowerId, { look: 'ready' }),
  deed(nextDay, 'pollinated', flowerId, { pollenParentId: ids.pollenParent, selfMeant: false }),
]

/** A harvest of one fruit. */
export const harvest = (day: ISODate, seeds: number, sound: number, empty: number, flowerId = ids.flower) =>
  deed(day, 'harvested', ids.lot, {
    code: '26-5TWK',
    crossId: ids.cross,
    flowers: [{ flowerId, fruits: 1 }],
    seeds,
    sound,
    empty,
  })

/** Seeds of the packet sown in a tray. */
export const sow = (day: ISODate, seeds: number) =>
  deed(day, 'sown', ids.sowing, {
    code: '26-7HNA',
    lotId: ids.lot,
    crossId: ids.cross,
    seeds,
    container: 'tray',
    placeId: null,
  })
