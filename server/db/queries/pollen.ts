import { covering, sheddingWindow } from '@virgulta/core/bloom/overlap'
import { dayNumber } from '@virgulta/core/bloom/chances'
import { seasonOf } from '@virgulta/core/bloom/season'
import { betaQuantile } from '@virgulta/core/chance/distributions'
import { usualSchool } from '@virgulta/core/crops/guide'
import { cropYields, shareEstimate } from '@virgulta/core/crops/knowledge'
import { crossDue } from '@virgulta/core/crosses/due'
import { chancesWith, stemOf } from '@virgulta/core/crosses/stem'
import { without } from '@virgulta/core/crops/digest'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { StoreClimate } from '@virgulta/core/pollen/climate'
import { climateOf } from '@virgulta/core/pollen/climate'
import { collectDue, fatherDoubts, tubeDoubts, tubeDue } from '@virgulta/core/pollen/due'
import type { PollenGround } from '@virgulta/core/pollen/life'
import type { PollenAnswer, PollenNeed } from '@virgulta/core/pollen/plan'
import { pollenPlan } from '@virgulta/core/pollen/plan'
import type { Shelf } from '@virgulta/core/pollen/shelf'
import { WORTH_USING, costOf, shelfOf } from '@virgulta/core/pollen/shelf'
import type { Store, StoreReadings } from '@virgulta/core/pollen/store'
import { readingsWith } from '@virgulta/core/pollen/store'
import { testVerdict } from '@virgulta/core/pollen/tells'
import type { Tube } from '@virgulta/core/pollen/tube'
import { isKept } from '@virgulta/core/pollen/tube'
import { afterPasses, takeKept, weakAdvice, withTake } from '@virgulta/core/pollen/weak'
import type { PlantWork } from '@virgulta/core/round/round'
import type { ISODate } from '@virgulta/core/time/days'
import { bloomEndingAfter } from '@virgulta/core/season/band'
import { addDays, dayOf, instantAt } from '@virgulta/core/time/days'
import { group, max, mean, min, rollup } from 'd3-array'
import { LRUCache } from 'lru-cache'
import type { CrossPage, Parent } from '../../../shared/crosses'
import type {
  ExcursionView,
  PollenSeason,
  PollenShelf,
  StoreView,
  TubeAtHand,
  TubePage,
  TubeRow,
  WeakCross,
} from '../../../shared/pollen'
import { loggerIn } from '../../devices/coldLogger'
import type { Database } from '../connection'
import { heldGarden } from '../heldGarden'
import { statesOf } from '../readModels'
import { remembered } from '../remembered'
import { bloomOf } from './bloom'
import { groundOf, windowsIn } from './bloomGround'
import { learntCrops } from './crops'
import type { Garden } from './garden'
import { linesOn } from './lines'
import { parentsOf } from './plants'

const HOUR_MS = 3_600_000
const DAY_MS = 24 * HOUR_MS
/** How far back a logger is asked: pollen is not kept for longer. */
const LOGGED_DAYS = 800
/** Excursions that are told of, and days of a store that are shown. */
const [TOLD_DAYS, SHOWN_DAYS] = [60, 60]
/** Days in which a tube that ended is still shown. */
const ENDED_DAYS = 30

interface Ground extends PollenGround {
  shelf: Shelf
  stores: Store[]
  read: StoreReadings[]
  now: number
}

/** Climates change with their readings and the hour, not with every entry of the log. */
const climatesKnown = new LRUCache<string, StoreClimate>({ max: 200 })

/** What a store was like from a moment on until this hour. */
function climateIn(store: Store, read: StoreReadings[], from: number, now: number): StoreClimate {
  const hour = Math.floor(now / HOUR_MS) * HOUR_MS
  const key = JSON.stringify([store, read.map(r => r.id), from, hour])
  const known = climatesKnown.get(key)
  if (known) return known
  const climate = climateOf(store, readingsWith(loggerIn(store)?.readings(from, hour) ?? [], read), hour)
  climatesKnown.set(key, climate)
  return climate
}

/** Tubes, stores and what is known of them now. */
function pollenGround(db: Database, garden: Garden): Promise<Ground> {
  return remembered(garden, `pollen ${garden.now.slice(0, 13)}`, async () => {
    const { states } = await heldGarden(db, garden)
    const tubes = states.tube
    const stores = [...states.store.values()]
    const read = [...states.storeReadings.values()]
    const now = Date.parse(garden.now)
    const first = min([...tubes.values()].flatMap(t => t.stays.map(s => Date.parse(s.from)))) ?? now
    const from = Math.max(first, now - LOGGED_DAYS * DAY_MS)
    const climates = new Map(
      stores.map(store => [
        store.id,
        climateIn(
          store,
          read.filter(r => r.storeId === store.id),
          from,
          now,
        ),
      ]),
    )
    const crops = await learntCrops(db, garden)
    const ground = { tubes, climates }
    return {
      ...ground,
      stores,
      read,
      now,
      shelf: shelfOf(ground, crop => crops.get(crop)?.guide.pollination.pollen ?? 'medium', now),
    }
  })
}

const noon = (day: ISODate, garden: Garden) => Date.parse(instantAt(day, 12, garden.zone))

/** Pollen that the crosses of this season, and those planned for the next, still need. */
async function needsOf(db: Database, garden: Garden): Promise<PollenNeed[]> {
  const ground = await groundOf(db, garden)
  return [...ground.crops.values()].flatMap(({ crop: { guide, history } }) => {
    const flowersOf = group(history.flowers, f => f.crossId)
    const touches = usualSchool(guide, 'passes') === 'once' ? 1 : guide.pollination.passes
    return history.crosses.flatMap((cross): PollenNeed[] => {
      if (!cross.pollenParentId || cross.pollenParentId === cross.seedParentId) return []
      const flowers = flowersOf.get(cross.id) ?? []
      const usual = bloomEndingAfter(cross.plannedOn, guide.bloom)
      const season = seasonOf(usual.from, guide.bloom)
      const bloom = bloomOf(ground, garden, cross.seedParentId, season) ?? { ...usual, over: usual.to }
      const open = flowers.filter(
        f => !f.pollinations.length && ['chosen', 'open', 'waiting', 'ready'].includes(f.status),
      ).length
      const lacking = open + (crossDue(cross, flowers, guide, garden.today, bloom)?.missing ?? 0)
      if (!lacking || bloom.over < garden.today) return []
      const from = [bloom.from, garden.today, cross.plannedOn].sort().at(-1)!
      const to = bloom.to > from ? bloom.to : from
      const donor = ground.plants.get(cross.pollenParentId)
      const windows = donor ? windowsIn(ground, garden, donor, season) : []
      const sheds = windows.map(w => covering(sheddingWindow(w, guide.bloom)))
      const days = Array.from({ length: dayNumber(to) - dayNumber(from) + 1 }, (_, i) => dayNumber(from) + i)
      const freshShare = mean(days, day => max(sheds, ({ first, p }) => p[day - first] ?? 0) ?? 0) ?? 0
      return [
        {
          crossId: cross.id,
          code: cross.code,
          crop: guide.id,
          seedParentId: cross.seedParentId,
          donorId: cross.pollenParentId,
          flowers: lacking,
          doses: lacking * touches,
          from,
          to,
          freshShare,
          donorBloom: bloomOf(ground, garden, cross.pollenParentId, season),
          pollenClass: guide.pollination.pollen,
        },
      ]
    })
  })
}

/** Where the pollen of each cross of this season comes from. */
export function planOf(db: Database, garden: Garden): Promise<PollenAnswer[]> {
  return remembered(garden, `pollen plan ${garden.now.slice(0, 13)}`, async () => {
    const { tubes, shelf } = await pollenGround(db, garden)
    const kept = [...tubes.values()].filter(tube => isKept(tube) && tube.left > 0)
    return pollenPlan(
      await needsOf(db, garden),
      kept.map(tube => ({
        id: tube.id,
        code: tube.code,
        donors: tube.donors,
        left: tube.left,
        aliveOn: day => shelf.viability(tube, noon(day, garden)),
      })),
      garden.today,
    )
  })
}

/** The season's crosses with where their pollen comes from, and the names of their parents. */
export async function pollenSeason(db: Database, garden: Garden): Promise<PollenSeason> {
  const answers = await planOf(db, garden)
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
async function rowsOf(db: Database, garden: Garden, tubes: Tube[]): Promise<TubeRow[]> {
  const { shelf, stores, now } = await pollenGround(db, garden)
  const plan = await planOf(db, garden)
  const crops = await learntCrops(db, garden)
  const plants = await statesOf(db, garden.id, 'plant', [...new Set(tubes.flatMap(t => t.donors))])
  const storeOf = new Map(stores.map(s => [s.id, { id: s.id, name: s.name }]))
  return tubes.map((tube): TubeRow => {
    const alive = shelf.viability(tube, now)
    const goodUntil = shelf.goodUntil(tube)
    const { thaws } = shelf.life(tube, now)
    const donors = tube.donors.map((id): Parent => ({
      id,
      name: plants.get(id)?.name ?? 'unknown',
      code: plants.get(id)?.code ?? '',
    }))
    const lost = tube.donors.flatMap(id => {
      const plant = plants.get(id)
      const gone = plant?.struckOff ?? plant?.lost
      return gone ? [{ name: plant!.name, reason: gone.reason }] : []
    })
    return {
      tube,
      donors,
      alive,
      thaws,
      store: storeOf.get(tube.stays.at(-1)!.storeId ?? '') ?? null,
      goodUntil: goodUntil === null ? null : dayOf(new Date(goodUntil).toISOString(), garden.zone),
      isDead: alive.median < WORTH_USING,
      wanted: plan
        .filter(a => tube.donors.length === 1 && a.need.donorId === tube.donors[0])
        .map(({ need }) => ({
          on: need.from,
          alive: shelf.viability(tube, noon(need.from, garden)),
          crossId: need.crossId,
          code: need.code,
          aim: crops.get(need.crop)!.ofCross(need.crossId).crosses[0]!.aim,
        })),
      doubts: tubeDoubts(tube, thaws, lost),
    }
  })
}

/** Excursions of late of some stores, the latest first, with what they cost. */
function excursionsOf(ground: Ground, climates: StoreClimate[], only?: Tube): ExcursionView[] {
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
  const ground = await pollenGround(db, garden)
  const shown = [...ground.tubes.values()].filter(
    t => !t.ended || t.ended.on >= addDays(garden.today, -ENDED_DAYS),
  )
  return {
    rows: await rowsOf(db, garden, shown),
    stores: ground.stores,
    // Doors that were open for a moment are told of at their store.
    excursions: excursionsOf(ground, [...ground.climates.values()]).filter(e => e.cause === 'power'),
  }
}

const daysOf = (climate: StoreClimate, garden: Garden, since: number) =>
  [
    ...rollup(
      climate.readings.filter(r => r.at >= since),
      all => ({ low: min(all, r => r.celsius)!, high: max(all, r => r.celsius)! }),
      r => dayOf(new Date(r.at).toISOString(), garden.zone),
    ),
  ].map(([day, range]) => ({ day, ...range }))

/** The stores of a garden, with what they were like. */
export async function pollenStores(db: Database, garden: Garden): Promise<StoreView[]> {
  const ground = await pollenGround(db, garden)
  return ground.stores.map((store): StoreView => {
    const climate = ground.climates.get(store.id)!
    const logger = loggerIn(store)
    return {
      store,
      typical: climate.typical,
      tubes: [...ground.tubes.values()].filter(t => !t.ended && t.stays.at(-1)!.storeId === store.id).length,
      days: daysOf(climate, garden, ground.now - SHOWN_DAYS * DAY_MS),
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
  const ground = await pollenGround(db, garden)
  const { shelf, tubes, climates, stores, now } = ground
  const tube = tubes.get(id)
  if (!tube) return null
  const [row] = await rowsOf(db, garden, [tube])
  const begin = Date.parse(tube.collectedAt)
  const end = tube.ended
    ? noon(tube.ended.on, garden)
    : Math.min(shelf.goodUntil(tube) ?? now, now + 400 * DAY_MS)
  const last = Math.max(now, end) + 10 * DAY_MS
  const step = Math.max(DAY_MS, (last - begin) / 160)
  const moments = Array.from({ length: Math.floor((last - begin) / step) + 1 }, (_, i) => begin + i * step)
  const { states } = await heldGarden(db, garden)
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
      ? daysOf(climate, garden, Date.parse(stay.from)).filter(d => d.day >= from && d.day <= until)
      : []
  })
  const withFreezing = freezingOf(tube)
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
    tests: tube.tests.map(test => ({ ...test, verdict: testVerdict(test.alive, test.seen, WORTH_USING) })),
    freezing: withFreezing,
    uses: tube.uses.map(use => {
      const flower = states.flower.get(use.flowerId)
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
    weak: isKept(tube) ? await weakCrosses(db, garden, tube) : [],
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

/** How much of what was alive before freezing is alive after it, from two beliefs that know nothing but the counts. */
function freezingOf({ tests }: Tube): TubePage['freezing'] {
  const before = tests.filter(t => t.phase === 'before').at(-1)
  const after = tests.find(t => t.phase === 'after' && (!before || t.at > before.at))
  if (!before || !after) return null
  const quantiles = ({ alive, seen }: { alive: number; seen: number }) =>
    Array.from({ length: 40 }, (_, i) => betaQuantile((i + 0.5) / 40, alive + 1, seen - alive + 1))
  const [a, b] = [quantiles(before), quantiles(after)]
  const ratios = b.flatMap(y => a.map(x => y / x)).sort((x, y) => x - y)
  const at = (p: number) => ratios[Math.floor(p * (ratios.length - 1))]!
  return { before, after, kept: { median: at(0.5), low: at(0.1), high: at(0.9) } }
}

/** The crosses that count on a tube that is weak by then, with what could be done. */
async function weakCrosses(db: Database, garden: Garden, tube: Tube): Promise<WeakCross[]> {
  const { shelf, tubes } = await pollenGround(db, garden)
  const plan = (await planOf(db, garden)).filter(
    a => tube.donors.length === 1 && a.need.donorId === tube.donors[0],
  )
  const crops = await learntCrops(db, garden)
  const parents = await parentsOf(
    db,
    garden,
    plan.map(a => a.need.seedParentId),
  )
  return plan.flatMap(({ need }): WeakCross[] => {
    const alive = shelf.viability(tube, noon(need.from, garden))
    const { guide, digest, digests, ofCross } = crops.get(need.crop)!
    const own = ofCross(need.crossId)
    const cross = own.crosses[0]!
    const yields = cropYields(guide, digest, cross)
    const advice = weakAdvice(alive.median, shareEstimate(yields.shares.take).median)
    if (!advice) return []
    const stem = stemOf(
      { cross, ...own },
      cropYields(guide, without(digest, digests.get(cross.id)!), cross),
      yields,
    )
    const with_ = (factor: number) => chancesWith(stem, withTake(yields, factor))
    const factor = takeKept(alive.median)
    const fresh = with_(1).after(need.flowers)
    const others = [...tubes.values()]
      .filter(
        t =>
          t.id !== tube.id &&
          isKept(t) &&
          t.left > 0 &&
          t.donors.length === 1 &&
          t.donors[0] === tube.donors[0],
      )
      .map(t => ({ id: t.id, code: t.code, alive: shelf.viability(t, noon(need.from, garden)) }))
      .filter(o => o.alive.median > alive.median * 1.2)
    return [
      {
        ...advice,
        crossId: cross.id,
        code: cross.code,
        seedParent: parents.get(need.seedParentId)!,
        on: need.from,
        alive,
        wanted: cross.keepersWanted,
        chance: {
          fresh,
          weak: with_(factor).after(need.flowers),
          withPasses:
            advice.passes &&
            with_(afterPasses(advice.weak, advice.passes) / advice.fresh).after(need.flowers),
        },
        flowersMore: with_(factor).flowersFor(fresh, need.flowers),
        others,
      },
    ]
  })
}

/** Where only the day of a pass is known, what was alive is told for its noon. */
const NOON = 12

/** Pollen out of tubes at some flowers: which tube, and what was alive in it then. */
export async function pollenAt(
  db: Database,
  garden: Garden,
  flowers: Flower[],
): Promise<CrossPage['pollen']> {
  const used = flowers.flatMap(f =>
    f.pollinations.flatMap(p =>
      p.tubeId ? [{ flowerId: f.id, tubeId: p.tubeId, at: p.at ?? instantAt(p.on, NOON, garden.zone) }] : [],
    ),
  )
  if (!used.length) return {}
  const { tubes, shelf } = await pollenGround(db, garden)
  return Object.fromEntries(
    used.flatMap(({ flowerId, tubeId, at }) => {
      const tube = tubes.get(tubeId)
      return tube
        ? [
            [
              flowerId,
              {
                tubeId,
                code: tube.code,
                alive: shelf.viability(tube, Date.parse(at)),
                doubts: fatherDoubts(tube),
              },
            ],
          ]
        : []
    }),
  )
}

/** Tubes that could be used now, by donor: the ones that die first come first. */
export async function tubesAtHand(db: Database, garden: Garden): Promise<Map<string, TubeAtHand[]>> {
  const { tubes, shelf, now } = await pollenGround(db, garden)
  const kept = [...tubes.values()]
    .filter(t => isKept(t) && t.left > 0 && t.donors.length === 1)
    .map(t => ({ donor: t.donors[0]!, id: t.id, code: t.code, left: t.left, alive: shelf.viability(t, now) }))
    .sort(
      (a, b) =>
        Number(b.alive.median >= WORTH_USING) - Number(a.alive.median >= WORTH_USING) ||
        a.alive.median - b.alive.median,
    )
  return rollup(
    kept,
    all => all.map(({ donor: _, ...tube }) => tube),
    t => t.donor,
  )
}

/** Work that pollen asks for, by crop: to collect it, to fill dry pollen into tubes, to test what is counted on. */
export function pollenWork(db: Database, garden: Garden): Promise<Map<string, PlantWork[]>> {
  return remembered(garden, `pollen work ${garden.now.slice(0, 13)}`, async () => {
    const { tubes } = await pollenGround(db, garden)
    const plan = await planOf(db, garden)
    const wanted = new Map(
      plan
        .flatMap(a => a.tubes.map((t): [string, ISODate] => [t.id, a.need.from]))
        .sort((a, b) => b[1].localeCompare(a[1])),
    )
    const donors = await parentsOf(
      db,
      garden,
      plan.map(a => a.need.donorId),
    )
    // A donor is collected from once for all its crosses, and not again while what was collected dries.
    const drying = new Set([...tubes.values()].filter(t => !t.tubed && !t.ended).flatMap(t => t.donors))
    const collected = new Map<string, PlantWork>()
    for (const answer of plan) {
      const { donorId, seedParentId, crossId } = answer.need
      const due = collectDue(answer)
      if (!due || collected.has(donorId) || drying.has(donorId) || !donors.has(donorId)) continue
      collected.set(donorId, {
        subject: { type: 'plant', id: donorId },
        code: donors.get(donorId)!.code,
        plantId: donorId,
        crossId,
        parents: { seedParentId, pollenParentId: donorId },
        due,
      })
    }
    const ofTubes = [...tubes.values()].flatMap((tube): PlantWork[] => {
      const due = tubeDue(tube, wanted.get(tube.id) ?? null, garden.today)
      return due
        ? [
            {
              subject: { type: 'tube', id: tube.id },
              code: tube.code,
              plantId: tube.donors[0]!,
              isIndoors: true,
              crossId: null,
              parents: null,
              due,
            },
          ]
        : []
    })
    const cropOf = new Map([
      ...plan.map((a): [string, string] => [a.need.donorId, a.need.crop]),
      ...[...tubes.values()].map((t): [string, string] => [t.id, t.crop]),
    ])
    return group([...collected.values(), ...ofTubes], work => cropOf.get(work.subject.id) ?? '')
  })
}
