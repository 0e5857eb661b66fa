import * as v from 'valibot'
import { counted } from '../formats/counted'
import { Id, amount, keysOf, kind } from '../log/kind'
import { Celsius } from '../weather/kinds'

/** What stands between the flowers of a place and the open: whether visitors usually get through it, and rain. */
export const SHELTERS = {
  open: { words: 'in the open', visitors: true, rain: true },
  net: { words: 'under a net', visitors: false, rain: true },
  glass: { words: 'under glass or film', visitors: false, rain: false },
  window: { words: 'indoors, by a window', visitors: false, rain: false },
  lights: { words: 'indoors, under lights', visitors: false, rain: false },
} as const
export type Shelter = keyof typeof SHELTERS

export const SHADES = { sun: 'full sun', half: 'half shade', shade: 'shade' } as const

/** Where the warmth of a place comes from: the weather, a range that people tell, or the logger of a store. */
const Warmth = v.variant('by', [
  v.strictObject({ by: v.literal('weather') }),
  v.pipe(
    v.strictObject({ by: v.literal('range'), low: Celsius, high: Celsius }),
    v.check(({ low, high }) => low <= high, 'The colder temperature comes first.'),
  ),
  v.strictObject({ by: v.literal('store'), storeId: Id }),
])

/** What it is like at a place. */
export const Conditions = v.strictObject({
  shelter: v.picklist(keysOf(SHELTERS)),
  /** bees and others can come to its flowers */ visitors: v.boolean(),
  shade: v.picklist(keysOf(SHADES)),
  warmth: Warmth,
})
export type Conditions = v.InferOutput<typeof Conditions>

/** What is said of the places of a garden; their names and their order are in no log. */
export const placeKinds = {
  placeSet: kind('place', Conditions, conditionsInWords, {
    needs: ({ warmth }) => (warmth.by === 'store' ? [{ type: 'store', id: warmth.storeId }] : []),
  }),
  /** where plants stand within it: in rows, as plots of a trial or as they come */
  spotsGiven: kind(
    'place',
    v.strictObject({
      spots: v.pipe(
        v.array(
          v.strictObject({
            plantId: Id,
            row: amount(1, 1000),
            at: amount(1, 1000),
            block: v.nullable(amount(1, 100)),
          }),
        ),
        v.minLength(1, 'Give at least one plant its spot.'),
        v.maxLength(2000, 'Give at most 2000 plants their spots at a time.'),
        v.check(
          spots => new Set(spots.map(({ row, at }) => `${row}/${at}`)).size === spots.length,
          'Two plants cannot stand on one spot.',
        ),
        v.check(
          spots => new Set(spots.map(s => s.plantId)).size === spots.length,
          'A plant cannot stand on two spots.',
        ),
      ),
    }),
    p => `${counted(p.spots.length, 'plant')} laid out in rows`,
    { changes: p => p.spots.map(({ plantId }) => ({ type: 'plant', id: plantId })) },
  ),
}

/** "under glass or film, no visitors, half shade, 14–28 °C" */
export function conditionsInWords({ shelter, visitors, shade, warmth }: Conditions): string {
  return [
    SHELTERS[shelter].words,
    visitors === SHELTERS[shelter].visitors ? '' : visitors ? 'visitors come in' : 'visitors kept out',
    shade === 'sun' ? '' : SHADES[shade],
    { weather: '', store: 'as warm as one of the stores', range: rangeInWords(warmth) }[warmth.by],
  ]
    .filter(Boolean)
    .join(', ')
}

const rangeInWords = (warmth: Conditions['warmth']) =>
  warmth.by === 'range' ? `${warmth.low}–${warmth.high} °C` : ''
