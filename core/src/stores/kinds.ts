import * as v from 'valibot'
import { Id, keysOf, kind, name, words } from '../log/kind'
import { Moment } from '../time/moment'
import { Celsius } from '../weather/kinds'

/** Where things are kept, with the temperature in °C that is usual for it and the range outside which it is an excursion. */
export const STORE_KINDS = {
  bench: { words: 'bench or drawer', celsius: 20, good: { low: 5, high: 26 } },
  coolBox: { words: 'cool box', celsius: 8, good: { low: 1, high: 14 } },
  refrigerator: { words: 'refrigerator', celsius: 4, good: { low: 0.5, high: 8 } },
  freezer: { words: 'freezer', celsius: -18, good: { low: -40, high: -12 } },
} as const
export type StoreKind = keyof typeof STORE_KINDS

/** °C in the hand and on the bench. */
export const ROOM_CELSIUS = 20

/** A reading of a logger: moment (UTC), °C. */
const StoreRow = v.strictTuple([Moment, Celsius])

/** Places that keep things, and what was measured in them. */
export const storeKinds = {
  storeSet: kind(
    'store',
    v.strictObject({
      name: name(60),
      keeps: v.picklist(keysOf(STORE_KINDS)),
      /** °C that it is set to */ celsius: Celsius,
      /** a logger stands in it */ isLogged: v.boolean(),
    }),
    p => `${p.name}: ${STORE_KINDS[p.keeps].words}, set to ${p.celsius} °C`,
  ),
  storeRead: kind(
    'storeReadings',
    v.strictObject({
      storeId: Id,
      source: words(120),
      rows: v.pipe(v.array(StoreRow), v.minLength(1, 'There is no reading in it.'), v.maxLength(800)),
    }),
    p => `read ${p.rows.length} temperatures of a store from ${p.source}`,
    { needs: p => [{ type: 'store', id: p.storeId }] },
  ),
}
