import { believe, surfaceOf } from '@virgulta/core/pollen/belief'
import { climateOf } from '@virgulta/core/stores/storeClimate'
import { POLLEN_AGES, POLLEN_PRIORS, Q10_POINTS } from '@virgulta/core/pollen/prior'
import { shelfOf } from '@virgulta/core/pollen/shelf'
import type { Store } from '@virgulta/core/stores/store'
import type { Tube } from '@virgulta/core/pollen/tube'
import type { Row } from './measure'
import { timed } from './measure'

const [TUBES, HOURS] = [2000, 24 * 365]
const SHELF_AIM_MS = 200
const HOUR_MS = 3_600_000
const NOW = Date.UTC(2026, 5, 12)

const store: Store = { id: 'freezer', name: 'Freezer', keeps: 'freezer', celsius: -18, isLogged: true }
const readings = Array.from({ length: HOURS }, (_, i) => ({
  at: NOW - (HOURS - i) * HOUR_MS,
  celsius: -18 + Math.sin(i / 24) + (i % 2900 < 9 ? 20 : 0),
}))
const lifeAt = (days: number, thaws: number) => ({ aging: Q10_POINTS.map(() => days), thaws, ices: 0 })
const at = (hoursAgo: number) => new Date(NOW - hoursAgo * HOUR_MS).toISOString()

/** A tube that went into the freezer some time ago; every fifth was tested, every second has donors of its own. */
function tubeAt(i: number): Tube {
  const age = 48 + ((i * 37) % (HOURS - 100))
  return {
    id: `tube ${i}`,
    code: `26-${i}`,
    crop: i % 3 ? 'hellebore' : 'chilli',
    donors: [`plant ${i % 2 ? i : i % 40}`],
    way: 'buds',
    stage: 'eve',
    flowers: 5,
    collectedOn: at(age).slice(0, 10),
    collectedAt: at(age),
    waits: null,
    isCovered: null,
    isFresh: false,
    tubed: { at: at(age - 24), on: at(age - 24).slice(0, 10), drying: 'shade', hasDesiccant: true },
    stays: [
      { storeId: null, from: at(age) },
      { storeId: store.id, from: at(age - 24) },
    ],
    thaws: [],
    doses: 20,
    left: 12,
    uses: [],
    tests:
      i % 5
        ? []
        : [
            {
              at: at(age - 40),
              on: at(age - 40).slice(0, 10),
              method: 'germinated',
              alive: 41,
              seen: 60,
              fields: [],
              phase: null,
            },
          ],
    splitFrom: null,
    toppedUp: [],
    doubts: [],
    ended: null,
  }
}

/**
 * A shelf of tubes in one place with a year of hourly readings: what is alive of each on a date, and until
 * when each is worth a flower.
 */
export async function pollenRows(): Promise<Row[]> {
  const tubes = new Map(Array.from({ length: TUBES }, (_, i) => [`tube ${i}`, tubeAt(i)] as const))
  const shelf = () =>
    shelfOf(
      {
        tubes,
        climates: new Map([[store.id, climateOf(store, readings, POLLEN_AGES, NOW)]]),
        classOf: crop => (crop === 'hellebore' ? 'long' : 'medium'),
      },
      NOW,
    )
  const all = (tell: (of: ReturnType<typeof shelf>, tube: Tube) => unknown) => async () => {
    const of = shelf()
    return [...tubes.values()].map(tube => tell(of, tube)).length === TUBES
  }
  return [
    await timed(
      `pollen: what is alive in ${TUBES} tubes after a year of hourly readings`,
      1,
      10,
      all((of, tube) => of.viability(tube, NOW)),
      SHELF_AIM_MS,
    ),
    await timed(
      `pollen: the same, and until when each of them is worth a flower`,
      1,
      5,
      all((of, tube) => [of.viability(tube, NOW), of.goodUntil(tube)]),
    ),
    await timed(
      'pollen: a tube believed anew after its tests',
      1,
      100,
      async () =>
        believe(
          POLLEN_PRIORS.long,
          surfaceOf(POLLEN_PRIORS.long, [
            { alive: 41, seen: 60, fields: 3, method: 'germinated', life: lifeAt(20, 0) },
            { alive: 12, seen: 50, fields: 3, method: 'germinated', life: lifeAt(80, 1) },
          ]),
        ).tests === 2,
    ),
  ]
}
