import type { Flower } from '@virgulta/core/flowers/flower'
import type { GardenDay } from '@virgulta/core/garden/day'
import type { PollenKnown } from '@virgulta/core/garden/pollen'
import { noonOf, pollenKnown, seasonPollen, wantersOf, weakCrosses } from '@virgulta/core/garden/pollen'
import type { StoreClimate } from '@virgulta/core/stores/storeClimate'
import { tubeDoubts } from '@virgulta/core/pollen/due'
import { freezingOf } from '@virgulta/core/pollen/freezing'
import { isMoist } from '@virgulta/core/pollen/life'
import { costOf } from '@virgulta/core/pollen/shelf'
import { WORTH_USING } from '@virgulta/core/pollen/worth'
import { testVerdict } from '@virgulta/core/pollen/tells'
import type { Tube } from '@virgulta/core/pollen/tube'
import { isKept } from '@virgulta/core/pollen/tube'
import { addDays, dayOf } from '@virgulta/core/time/days'
import { max, min, rollup } from 'd3-array'
import type { Parent } from '../../../shared/parent'
import type {
  ExcursionView,
  PollenSeason,
  PollenShelf,
  StoreView,
  TubePage,
  TubeRow,
} from '../../../shared/pollen'
import { loggerIn } from '../../devices/coldLogger'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { linesOn } from '../held/lines'
import { parentsOf } from '../held/names'

const DAY_MS = 24 * 3_600_000
/** Excursions that are told of, and days of a store that are shown. */
const [TOLD_DAYS, SHOWN_DAYS] = [60, 60]
/** Days in which a tube that ended is still shown. */
const ENDED_DAYS = 30

/** The season's crosses with where their pollen comes from, and the names of their parents. */
export async function pollenSeason(db: Database, garden: Garden): Promise<PollenSeason> {
  const answers = seasonPollen(await gardenDay(db, garden))
  const parents = await parentsOf(
    db,
    garden,
    answers.flatMap(a => [a.need.seedParentId, a.need.donorId]),
  )
  return {
    answers: answers.map(answer => ({
      ...answer,
      seedParent: parents.get(answer.need.seedParentId)!,
      donor: parents.get(answer.need.donorId)!,
    })),
  }
}

/** Some tubes as the shelf shows them. */
function rowsOf(day: GardenDay, tubes: Tube[]): TubeRow[] {
  const { shelf, stores, now } = pollenKnown(day)
  const { crops, states } = day.garden
  const storeOf = new Map(stores.map(s => [s.id, { id: s.id, name: s.name }]))
  return tubes.map((tube): TubeRow => {
    const goodUntil = shelf.goodUntil(tube)
    const life = shelf.life(tube, now)
    const alive = shelf.viability(tube, now)
    const known = tube.donors.flatMap(id => states.plant.get(id) ?? [])
    const donors = tube.donors.map(id => states.plant.get(id) ?? { id, name: 'unknown', code: '' })
    return {
      tube,
      donors: donors.map(({ id, name, code }): Parent => ({ id, name, code })),
      alive,
      thaws: life.thaws,
      store: storeOf.get(tube.stays.at(-1)!.storeId ?? '') ?? null,
      goodUntil: goodUntil === null ? null : dayOf(new Date(goodUntil).toISOString(), day.zone),
      isDead: alive.median < WORTH_USING,
      wanted: wantersOf(day, tube).map(need => ({
        on: need.from,
        alive: shelf.viability(tube, noonOf(need.from, day)),
        crossId: need.crossId,
        code: need.code,
        aim: crops.get(need.crop)!.ofCross(need.crossId).crosses[0]!.aim,
      })),
      doubts: tubeDoubts(tube, life, known),
    }
  })
}

/** Excursions of late of some stores, the latest first, with what they cost. */
function excursionsOf(ground: PollenKnown, climates: StoreClimate[], only?: Tube): ExcursionView[] {
  const since = ground.now - TOLD_DAYS * DAY_MS
  const kept = only ? [only] : [...ground.tubes.values()].filter(t => !t.ended)
  return climates
    .flatMap(climate =>
      climate.excursions
        .filter(e => e.to >= since)
        .map((excursion): ExcursionView => ({
          ...excursion,
          store: { id: climate.store.id, name: climate.store.name },
          from: new Date(excursion.from).toISOString(),
          to: new Date(excursion.to).toISOString(),
          costs: kept.flatMap(tube => {
            const cost = costOf(excursion, climate, tube, ground.shelf, ground)
            return cost ? [{ tubeId: tube.id, code: tube.code, ...cost }] : []
          }),
        })),
    )
    .sort((a, b) => b.from.localeCompare(a.from))
}

/** All tubes that are kept, dry, or ended of late. */
export async function pollenShelf(db: Database, garden: Garden): Promise<PollenShelf> {
  const day = await gardenDay(db, garden)
  const known = pollenKnown(day)
  const shown = [...known.tubes.values()].filter(
    t => !t.ended || t.ended.on >= addDays(day.today, -ENDED_DAYS),
  )
  return {
    rows: rowsOf(day, shown),
    stores: known.stores,
    // Doors that were open for a moment are told of at their store.
    excursions: excursionsOf(known, [...known.climates.values()]).filter(e => e.cause === 'power'),
  }
}

const daysOf = (climate: StoreClimate, { zone }: GardenDay, since: number) =>
  [
    ...rollup(
      climate.readings.filter(r => r.at >= since),
      all => ({ low: min(all, r => r.celsius)!, high: max(all, r => r.celsius)! }),
      r => dayOf(new Date(r.at).toISOString(), zone),
    ),
  ].map(([day, range]) => ({ day, ...range }))

/** The stores of a garden, with what they were like. */
export async function pollenStores(db: Database, garden: Garden): Promise<StoreView[]> {
  const day = await gardenDay(db, garden)
  const ground = pollenKnown(day)
  return ground.stores.map((store): StoreView => {
    const climate = ground.climates.get(store.id)!
    const logger = loggerIn(store)
    return {
      store,
      typical: climate.typical,
      tubes: [...ground.tubes.values()].filter(t => !t.ended && t.stays.at(-1)!.storeId === store.id).length,
      days: daysOf(climate, day, ground.now - SHOWN_DAYS * DAY_MS),
      excursions: excursionsOf(ground, [climate]),
      gaps: climate.gaps.map(g => ({
        from: new Date(g.from).toISOString(),
        to: new Date(g.to).toISOString(),
      })),
      logger: logger && { name: logger.name, isSimulated: logger.isSimulated },
      read: ground.read
        .filter(r => r.storeId === store.id)
        .map(({ id, source, rows }) => ({
          id,
          source,
          from: rows[0]![0],
          to: rows.at(-1)![0],
          rows: rows.length,
        }))
        .sort((a, b) => b.from.localeCompare(a.from)),
    }
  })
}

/** What became of a flower, as far as its pollen may have to do with it. */
function outcomeOf(flower: Flower | undefined): string {
  if (!flower) return 'not in the garden'
  if (flower.takenOn) return 'took'
  if (flower.failed) return `failed: ${flower.failed.reason}`
  return flower.lost ? `lost: ${flower.lost.reason}` : 'not looked at yet'
}

/** One tube with its history; null when it is not in the garden. */
export async function tubePage(db: Database, garden: Garden, id: string): Promise<TubePage | null> {
  const day = await gardenDay(db, garden)
  const ground = pollenKnown(day)
  const { shelf, tubes, climates, stores, now } = ground
  const tube = tubes.get(id)
  if (!tube) return null
  const [row] = rowsOf(day, [tube])
  const begin = Date.parse(tube.collectedAt)
  const end = tube.ended
    ? noonOf(tube.ended.on, day)
    : Math.min(shelf.goodUntil(tube) ?? now, now + 400 * DAY_MS)
  const last = Math.max(now, end) + 10 * DAY_MS
  const step = Math.max(DAY_MS, (last - begin) / 160)
  const moments = Array.from({ length: Math.floor((last - begin) / step) + 1 }, (_, i) => begin + i * step)
  const stood = [...new Set(tube.stays.flatMap(s => s.storeId ?? []))].flatMap(
    storeId => climates.get(storeId) ?? [],
  )
  const days = tube.stays.flatMap((stay, i) => {
    const climate = climates.get(stay.storeId ?? '')
    const [from, until] = [
      dayOf(stay.from, garden.zone),
      tube.stays[i + 1] ? dayOf(tube.stays[i + 1]!.from, garden.zone) : garden.today,
    ]
    return climate
      ? daysOf(climate, day, Date.parse(stay.from)).filter(d => d.day >= from && d.day <= until)
      : []
  })
  const weak = isKept(tube) ? weakCrosses(day, tube) : []
  const seedParents = await parentsOf(
    db,
    garden,
    weak.map(w => w.seedParentId),
  )
  return {
    ...row!,
    stores,
    days,
    course: moments.map(at => {
      const { median, low, high } = shelf.viability(tube, at)
      return { at: new Date(at).toISOString(), alive: { median, low, high } }
    }),
    thawed: stood
      .flatMap(c => c.thaws)
      .filter(at => at >= begin && at <= now)
      .map(at => new Date(at).toISOString()),
    tests: tube.tests.map(test => ({
      ...test,
      verdict: testVerdict(test.alive, test.seen, WORTH_USING, test.fields.length),
    })),
    freezing: freezingOf(tube),
    isMoist: isMoist(tube, ground),
    uses: tube.uses.map(use => {
      const flower = day.garden.states.flower.get(use.flowerId)
      return {
        flowerId: use.flowerId,
        crossId: flower?.crossId ?? '',
        code: flower?.code ?? '',
        on: use.on,
        doses: use.doses,
        alive: shelf.viability(tube, Date.parse(use.at)),
        outcome: outcomeOf(flower),
      }
    }),
    weak: weak.map(cross => ({ ...cross, seedParent: seedParents.get(cross.seedParentId)! })),
    excursions: excursionsOf(ground, stood, tube).filter(e => e.costs.length),
    others: [...tubes.values()]
      .filter(t => t.id !== id && t.crop === tube.crop && isKept(t) && t.left > 0)
      .map(t => ({ id: t.id, code: t.code, left: t.left, donorIds: t.donors })),
    splitFrom:
      tube.splitFrom && tubes.has(tube.splitFrom.tubeId)
        ? { id: tube.splitFrom.tubeId, code: tubes.get(tube.splitFrom.tubeId)!.code }
        : null,
    log: await linesOn(db, garden, [id]),
  }
}
