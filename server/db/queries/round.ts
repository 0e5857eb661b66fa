import type { Plant } from '@virgulta/core/plants/plant'
import { hoursInWords, hoursOn } from '@virgulta/core/bloom/hours'
import type { CropOnRound, RoundGround, Stop } from '@virgulta/core/round/round'
import { carryList, roundUntil } from '@virgulta/core/round/round'
import { bloomIn, countByWeek, weeksOf } from '@virgulta/core/season/band'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays, instantAt, yearOf } from '@virgulta/core/time/days'
import { rollup } from 'd3-array'
import { and, eq, sql } from 'drizzle-orm'
import { isLongGone } from '@virgulta/core/round/letGo'
import { resolvedPlace } from '../../../shared/garden'
import type { Round, RoundStop, Season } from '../../../shared/round'
import { MOST_NOTED } from '../../../shared/round'
import type { Database } from '../connection'
import { among } from '../connection'
import { heldGarden } from '../heldGarden'
import { remembered } from '../remembered'
import { entries, plants } from '../schema'
import { bloomSpans, bloomSubjects, bloomWork, parentBlooms } from './bloom'
import { grownCrops, learntCrops } from './crops'
import type { Garden } from './garden'
import { placesOf } from './garden'
import { linesBetween } from './lines'
import { pollenWork, tubesAtHand } from './pollen'
import { parentsOf } from './plants'
import { hoursAhead, rainAhead } from './weather'

/** Fruits that are named where some should come off. */
const MOST_FRUITS = 4

/** How far ahead work can be foreseen from what stands in the garden now. */
const DAYS_FORESEEN = 400

/** What each crop of the garden brings to the round: what stands, the work its blooms ask for, the hours of its flowers today. */
async function onRound(db: Database, garden: Garden): Promise<{ crops: CropOnRound[]; ground: RoundGround }> {
  const work = await bloomWork(db, garden)
  const pollen = await pollenWork(db, garden)
  const grown = await grownCrops(db, garden)
  const blooms = await parentBlooms(db, garden)
  const ahead = hoursAhead(garden)
  const crops = [...(await learntCrops(db, garden)).values()]
    .filter(({ guide }) => grown.has(guide.id))
    .map(({ guide, knowledge, history }): CropOnRound => ({
      guide,
      knowledge,
      history,
      work: [...(work.get(guide.id) ?? []), ...(pollen.get(guide.id) ?? [])],
      // Where nobody said where the garden lies there is no sun to go by: the guide's usual hours stand.
      ...(garden.isSited
        ? { hours: hoursOn(garden.today, garden.site, garden.zone, ahead, guide.bloom.hours) }
        : {}),
    }))
  const ids = [
    ...new Set(
      crops.flatMap(c => [
        ...c.history.crosses.map(cross => cross.seedParentId),
        ...(c.work ?? []).map(work => work.plantId),
      ]),
    ),
  ]
  const rows = await db
    .select({ id: plants.id, code: plants.code, name: plants.name, placeId: plants.placeId })
    .from(plants)
    .where(and(eq(plants.gardenId, garden.id), among(plants.id, ids)))
  const known = new Map(rows.map(p => [p.id, p]))
  const places = await placesOf(db, garden)
  return {
    crops,
    ground: {
      today: garden.today,
      placeOf: id => resolvedPlace(places, known.get(id)?.placeId ?? null),
      plantOf: id => known.get(id) ?? null,
      bloomOf: id => blooms.get(id) ?? null,
      places: places.map(place => place.id),
      rainOn: await rainAhead(db, garden),
    },
  }
}

/** All work that is due by a day, in the order of the round. */
export async function stopsUntil(db: Database, garden: Garden, until: ISODate): Promise<Stop[]> {
  const { crops, ground } = await onRound(db, garden)
  return roundUntil(crops, ground, until)
}

/**
 * The round of a day: for today what is due now; for a day to come what will first be due then; with what was
 * noted on that day.
 *
 * @param most stops that are given, the first ones of the walk
 */
export async function roundOn(db: Database, garden: Garden, day: ISODate, most: number): Promise<Round> {
  const { stops, ...round } = await remembered(garden, `round ${day} ${garden.now.slice(0, 13)}`, () =>
    wholeRound(db, garden, day),
  )
  return { ...round, stops: stops.slice(0, most) }
}

async function wholeRound(db: Database, garden: Garden, day: ISODate): Promise<Round> {
  const { states, leftOut } = await heldGarden(db, garden)
  const { crops, ground } = await onRound(db, garden)
  const all = roundUntil(crops, ground, addDays(garden.today, 7))
  const foreseen = all.filter(stop => !isLongGone(stop))
  const wanted =
    day === garden.today
      ? foreseen.filter(stop => stop.from <= day)
      : day > garden.today
        ? roundUntil(crops, ground, day).filter(stop => stop.from === day)
        : []
  const longGone = day === garden.today ? all.filter(isLongGone) : []
  const torn = [...states.flower.values()].filter(flower => flower.conflicts.length)
  const plants = await parentsOf(db, garden, [
    ...torn.map(f => f.seedParentId),
    ...[...wanted, ...longGone].flatMap(({ parents, plantId }) => [
      parents?.seedParentId ?? null,
      parents?.pollenParentId ?? null,
      plantId,
    ]),
  ])
  const plant = (id: string | null | undefined) => plants.get(id ?? '') ?? null
  const bloomsAt = await bloomSubjects(db, garden)
  const atHand = await tubesAtHand(db, garden)
  const marksOf = await marksOn(
    db,
    garden,
    wanted.flatMap(stop => stop.parents?.seedParentId ?? []),
  )
  /** the youngest first */
  const fruitsOn = (plantId: string) =>
    [...states.flower.values()]
      .filter(f => f.seedParentId === plantId && f.status === 'taken')
      .sort((a, b) => b.takenOn!.localeCompare(a.takenOn!))
      .slice(0, MOST_FRUITS)
      .map(({ id, code }) => ({ id, code }))
  const shown = (stop: Stop): RoundStop => ({
    ...stop,
    seedParent: plant(stop.parents?.seedParentId),
    pollenParent: plant(stop.parents?.pollenParentId),
    plant: plant(stop.plantId),
    blooms: bloomsAt(stop.parents?.seedParentId),
    marks: marksOf.get(stop.parents?.seedParentId ?? '') ?? null,
    flower: states.flower.get(stop.subject.id) ?? null,
    tubes: ['pollinate', 'look'].includes(stop.step)
      ? (atHand.get(stop.parents?.pollenParentId ?? '') ?? [])
      : [],
    sowing: states.sowing.get(stop.subject.id) ?? null,
    fruits: stop.step === 'thinFruit' ? fruitsOn(stop.subject.id) : null,
    seeds: states.seedLot.get(stop.subject.id)?.left ?? null,
  })
  const stops = wanted.map(shown)
  const pollen = new Map(
    stops
      .filter(s => ['pollinate', 'look'].includes(s.step))
      .flatMap(s => (s.pollenParent ? [[s.pollenParent.id, s.pollenParent]] : [])),
  )
  return {
    day,
    stops,
    total: stops.length,
    atPlaces: countBy(stops, stop => stop.placeId ?? ''),
    carry: carryList(stops),
    letGo: longGone.map(shown),
    guesses: guessesOf(garden, crops),
    leftOut,
    torn: torn.map(flower => ({ flower, seedParent: plant(flower.seedParentId)! })),
    weather: crops.flatMap(({ guide, hours }) =>
      day === garden.today &&
      hours?.receptive.because.length &&
      stops.some(s => s.crop === guide.id && s.hours)
        ? [{ crop: guide.id, words: hoursInWords('receptive', hours.receptive) }]
        : [],
    ),
    pollen: [...pollen.values()].map(parent => ({ ...parent, tubes: atHand.get(parent.id) ?? [] })),
    ahead: Array.from({ length: 7 }, (_, i) => addDays(garden.today, i + 1)).map(coming => ({
      day: coming,
      steps: countBy(
        foreseen.filter(s => s.from === coming),
        stop => stop.step,
      ),
    })),
    done: await linesBetween(
      db,
      garden,
      instantAt(day, 0, garden.zone),
      instantAt(addDays(day, 1), 0, garden.zone),
      MOST_NOTED,
    ),
  }
}

/** What the round goes by without knowing it, in sentences. */
function guessesOf(garden: Garden, crops: CropOnRound[]): string[] {
  if (!crops.length) return []
  if (!garden.isSited)
    return [
      'Where the garden lies is not said yet: hours are the usual ones of the guides, and so are the months of bloom.',
    ]
  return garden.hasStation
    ? garden.isDemo
      ? []
      : ['The simulated weather station is on, to try: nobody measured what moves these hours.']
    : ['No weather is known today: hours are the usual ones, by the sun alone, and rain is not foretold.']
}

/** The marks of some plants, with the names of what they mean. */
async function marksOn(
  db: Database,
  garden: Garden,
  plantIds: string[],
): Promise<Map<string, NonNullable<RoundStop['marks']>>> {
  const rows = await db
    .select({ id: plants.id, marks: sql<Plant['marks']>`${plants.state} -> 'marks'` })
    .from(plants)
    .where(
      and(
        eq(plants.gardenId, garden.id),
        among(plants.id, [...new Set(plantIds)]),
        sql`jsonb_typeof(${plants.state} -> 'marks') = 'object'`,
      ),
    )
  const fathers = await parentsOf(
    db,
    garden,
    rows.flatMap(row => row.marks!.marks.map(m => m.pollenParentId)),
  )
  return new Map(
    rows.map(({ id, marks }) => [
      id,
      {
        of: marks!.of,
        marks: marks!.marks.map(m => ({ ...m, name: fathers.get(m.pollenParentId)?.name ?? '' })),
      },
    ]),
  )
}

const countBy = <K extends string>(stops: Stop[], key: (stop: Stop) => K) =>
  Object.fromEntries(rollup(stops, same => same.length, key)) as Partial<Record<K, number>>

/** The season band of a year. */
export function seasonOf(db: Database, garden: Garden, year = yearOf(garden.today)): Promise<Season> {
  return remembered(garden, `season ${year}`, () => workOutSeason(db, garden, year))
}

async function workOutSeason(db: Database, garden: Garden, year: number): Promise<Season> {
  const { crops } = await onRound(db, garden)
  const due = await stopsUntil(db, garden, addDays(garden.today, DAYS_FORESEEN))
  const dueByWeek = countByWeek(
    due.map(stop => (stop.from < garden.today ? garden.today : stop.from)),
    year,
  )
  const day = sql<string>`to_char(${entries.happenedAt} at time zone ${garden.zone}, 'YYYY-MM-DD')`
  const done = await db
    .select({ day, count: sql<number>`count(*)::int` })
    .from(entries)
    .where(
      and(
        eq(entries.gardenId, garden.id),
        sql`${entries.kind} <> 'voided'`,
        sql`${entries.happenedAt} >= ${instantAt(`${year}-01-01`, 0, garden.zone)}`,
        sql`${entries.happenedAt} < ${instantAt(`${year + 1}-01-01`, 0, garden.zone)}`,
      ),
    )
    .groupBy(sql`1`)
  const blooms = await bloomSpans(db, garden, year)
  const doneByWeek = countByWeek(
    done.flatMap(d => Array<string>(d.count).fill(d.day)),
    year,
  )
  return {
    year,
    weeks: weeksOf(year).map((week, i) => ({ ...week, done: doneByWeek[i]!, due: dueByWeek[i]! })),
    // Where no plant is in play, the usual bloom of the crops that were crossed.
    blooms: [
      ...blooms,
      ...crops
        .filter(c => c.history.crosses.length > 0 && !blooms.some(b => b.crop === c.guide.id))
        .flatMap(({ guide }) =>
          bloomIn(year, guide.bloom).map(part => ({ name: guide.name, crop: guide.id, ...part })),
        ),
    ],
  }
}
