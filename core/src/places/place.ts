import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import type { Conditions } from './kinds'
import { SHELTERS } from './kinds'

/** What it was like at a place from a day on, until the next was told. */
export interface Spell {
  since: ISODate
  conditions: Conditions
}

/** What is known of a place: it is compared later under which conditions something was done. */
export interface PlaceHistory {
  id: string
  /** in the order of their days, one a day */
  spells: Spell[]
}

/** The place after one more deed. @throws {Refusal} for a place that was never described */
export function placeAfter(place: PlaceHistory | null, deed: LoggedDeed, id: string): PlaceHistory {
  if (deed.kind === 'placeSet')
    return {
      id,
      spells: [
        ...(place?.spells ?? []).filter(spell => spell.since !== deed.day),
        { since: deed.day, conditions: deed.payload },
      ],
    }
  if (deed.kind === 'spotsGiven') return place ?? { id, spells: [] }
  if (!place) throw new Refusal('unknown-place', 'Nobody has said yet what it is like at this place.')
  return place
}

/** A bed in the garden, as a place is taken that nobody described. */
export const OPEN_BED: Conditions = {
  shelter: 'open',
  visitors: true,
  shade: 'sun',
  warmth: { by: 'weather' },
}

/** What it was like at a place on a day; before the first day that was told of, as on that day. */
export function conditionsOn(place: PlaceHistory | undefined, day: ISODate): Conditions {
  const spells = place?.spells ?? []
  return (spells.findLast(spell => spell.since <= day) ?? spells[0])?.conditions ?? OPEN_BED
}

/** True where rain falls on the flowers. */
export const isRainedOn = ({ shelter }: Conditions): boolean => SHELTERS[shelter].rain
