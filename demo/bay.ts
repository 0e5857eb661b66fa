import { randomStream } from '@virgulta/core/chance/stream'
import { builtInGuide } from '@virgulta/core/crops/guides/all'
import type { Deed } from '@virgulta/core/log/entry'
import { OPEN_BED } from '@virgulta/core/places/place'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays, instantAt } from '@virgulta/core/time/days'
import type { DemoCross } from './programmes'
import { Nature } from './nature'
import { Scribe } from './scribe'
import type { DemoPlant } from './season'
import { raiseFamily, workCross } from './season'
import { DEMOS } from '../shared/demos'

const zone = 'Pacific/Auckland'
/** 15 December, early morning: high summer. */
const now = instantAt('2026-12-15', 5.75, zone)
const [WALK, ROWS, HOUSE, FRAME] = ['Lily walk', 'Dahlia rows', 'Long house', 'Seed frame']

/** A small garden by the sea, south of the equator, that does not exist: its summers run over New Year. */
export const bayWish = {
  name: DEMOS.bay as string,
  keeper: 'Marit Oxenby',
  zone,
  site: { latitude: -42.4, longitude: 173.6 },
  isDemo: true,
  clockAt: now,
  placeNames: [WALK, ROWS, HOUSE, FRAME],
}

interface BayPlant {
  name: string
  crop: string
  place: string
  /** month and day of its first flower */
  first: string
  days: number
}
const plant =
  (crop: string, place: string) =>
  (name: string, first: string, days: number): BayPlant => ({
    name,
    crop,
    place,
    first,
    days,
  })
const [lily, dahlia, tomato] = [plant('lily', WALK), plant('dahlia', ROWS), plant('tomato', HOUSE)]

const stock: BayPlant[] = [
  lily('Wrack Lantern', '12-08', 26),
  lily('Tidewater Hush', '12-12', 24),
  lily('Copper Sound', '12-27', 22),
  lily('Ferry Ghost', '01-04', 24),
  dahlia('Gullspit', '01-06', 95),
  dahlia('Crayline Dusk', '01-12', 90),
  dahlia('Low Marram', '12-30', 100),
  tomato('Deckhand Small', '11-22', 80),
  tomato('Bosun Long', '11-28', 85),
]

const cross = (
  key: string,
  crop: string,
  seedParent: string,
  pollenParent: string,
  aim: string,
  begins: ISODate,
  flowers: number,
  sow: DemoCross['sow'] = null,
): DemoCross => ({
  key,
  crop,
  seedParent,
  pollenParent,
  aim,
  begins,
  flowers,
  planned: flowers,
  keepers: 2,
  sow,
  judge: null,
})

/** Last summer's crosses with what was sown of them in spring, and those of this one. */
const programme: DemoCross[] = [
  cross(
    'L1',
    'lily',
    'Wrack Lantern',
    'Tidewater Hush',
    'A short lily that holds in the sea wind',
    '2025-12-18',
    9,
    {
      on: '2026-08-20',
      seeds: 60,
    },
  ),
  cross('L2', 'lily', 'Copper Sound', 'Ferry Ghost', 'Late lilies of a warm colour', '2026-01-08', 8, {
    on: '2026-08-21',
    seeds: 48,
  }),
  cross('D1', 'dahlia', 'Low Marram', 'Gullspit', 'A dark dahlia on a low plant', '2026-01-20', 6, {
    on: '2026-09-14',
    seeds: 40,
  }),
  cross('T1', 'tomato', 'Deckhand Small', 'Bosun Long', 'Long fruit on a small plant', '2026-12-02', 8),
  cross('L3', 'lily', 'Wrack Lantern', 'Ferry Ghost', 'The late colour on the early plant', '2026-12-11', 8),
  cross('L4', 'lily', 'Tidewater Hush', 'Copper Sound', 'A scented one that is not tall', '2026-12-14', 6),
  cross('D2', 'dahlia', 'Crayline Dusk', 'Low Marram', 'Dusk colour, low growth', '2027-01-16', 6),
]
/** Seasons whose blooms were noted, by the year in which their summer begins. */
const SEASONS = [2024, 2025, 2026]

/** The story of the garden by the sea as log entries. */
export function bayEntries(places: { id: string; name: string }[], seed = 20261215) {
  const scribe = new Scribe(randomStream(seed), new Map(), { zone, now })
  const nature = new Nature(randomStream(seed + 4))
  const placeId = (name: string) => places.find(p => p.name === name)!.id
  const house = {
    ...OPEN_BED,
    shelter: 'glass',
    visitors: false,
    warmth: { by: 'range', low: 14, high: 29 },
  } as const
  scribe.note('2024-09-01', 8, 'placeSet', placeId(HOUSE), house)
  scribe.note('2024-09-01', 8.1, 'placeSet', placeId(FRAME), {
    ...OPEN_BED,
    shelter: 'net',
    visitors: false,
    shade: 'half',
  })

  const plants = new Map<string, DemoPlant>()
  stock.forEach(({ name, crop, place, first, days }, i) => {
    const day = addDays('2024-09-02', i)
    const id = scribe.id(day)
    plants.set(name, { id, placeId: placeId(place), genes: {} })
    scribe.note(day, 9, 'plantAdded', id, {
      code: scribe.code(day),
      name,
      crop,
      plantKind: crop === 'tomato' ? 'line' : 'clone',
      placeId: placeId(place),
      note: null,
      seedParentId: null,
      pollenParentId: null,
    })
    for (const season of SEASONS) {
      const begins = `${first < '07' ? season + 1 : season}-${first}`
      const on = addDays(begins, scribe.between(-4, 4))
      scribe.note(on, 9, 'bloomSeen', id, { sign: 'first', on })
      const last = addDays(on, days + scribe.between(-4, 4))
      scribe.note(last, 9, 'bloomSeen', id, { sign: 'last', on: last })
    }
  })

  for (const one of programme) {
    const [seedParent, pollenParent] = [plants.get(one.seedParent)!, plants.get(one.pollenParent)!]
    const plannedOn = addDays(one.begins, -40)
    const crossId = scribe.id(plannedOn)
    scribe.note(plannedOn, 20, 'crossPlanned', crossId, {
      code: scribe.code(plannedOn),
      crop: one.crop,
      aim: one.aim,
      flowersPlanned: one.planned,
      keepersWanted: one.keepers,
      seedParentId: seedParent.id,
      pollenParentId: pollenParent.id,
      selfMeant: false,
    })
    const stage = {
      scribe,
      nature,
      guide: builtInGuide(one.crop)!,
      cross: one,
      crossId,
      seedParent,
      pollenParent,
    }
    raiseFamily(stage, workCross(stage), placeId(FRAME))
  }
  return { entries: scribe.entries as Deed[], serials: [...scribe.serials] }
}
