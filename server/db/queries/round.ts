import type { BloomWork, Stop } from '@virgulta/core/round/round'
import { carryList, roundUntil } from '@virgulta/core/round/round'
import { bloomIn, countByWeek, weeksOf } from '@virgulta/core/season/band'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays, instantAt, yearOf } from '@virgulta/core/time/days'
import { rollup } from 'd3-array'
import { and, eq, sql } from 'drizzle-orm'
import type { Round, Season } from '../../../shared/round'
import { MOST_NOTED } from '../../../shared/round'
import type { Database } from '../connection'
import { among } from '../connection'
import { remembered } from '../remembered'
import { entries, plants } from '../schema'
import { bloomSpans, bloomSubjects, bloomWork } from './bloom'
import type { LearntCrop } from './crops'
import { learnt, learntCrops } from './crops'
import type { Garden } from './garden'
import { linesBetween } from './lines'
import { parentsOf } from './plants'

/** How far ahead work can be foreseen from what stands in the garden now. */
const DAYS_FORESEEN = 400

/** What each crop brings to the round, with the work that its blooms ask for. */
async function onRound(db: Database, garden: Garden): Promise<{ crops: (LearntCrop & { bloom: BloomWork[] })[], placeOf: (plantId: string) => string | null }> {
  const work = await bloomWork(db, garden)
  const crops = [...(await learntCrops(db, garden)).values()].map(crop => ({ ...crop, bloom: work.get(crop.guide.id) ?? [] }))
  return { crops, placeOf: await placesOf(db, garden, crops) }
}

/** Where the seed parents of all crosses stand, and the plants whose bloom asks for work. */
async function placesOf(db: Database, garden: Garden, crops: (LearntCrop & { bloom: BloomWork[] })[]): Promise<(plantId: string) => string | null> {
  const seedParents = [...new Set(crops.flatMap(c => [...c.history.crosses.map(cross => cross.seedParentId), ...c.bloom.map(work => work.plantId)]))]
  const rows = await db.select({ id: plants.id, placeId: plants.placeId }).from(plants).where(and(eq(plants.gardenId, garden.id), among(plants.id, seedParents)))
  const placeOf = new Map(rows.map(p => [p.id, p.placeId]))
  return id => placeOf.get(id) ?? null
}

/**
 * The round of a day: for today what is due now; for a day to come what will first be due then; with what was
 * noted on that day.
 *
 * @param most stops that are given, the first ones of the walk
 */
export async function roundOn(db: Database, garden: Garden, day: ISODate, most: number): Promise<Round> {
  const { stops, ...round } = await remembered(garden, `round ${day}`, () => wholeRound(db, garden, day))
  return { ...round, stops: stops.slice(0, most) }
}

async function wholeRound(db: Database, garden: Garden, day: ISODate): Promise<Round> {
  const { gathered } = await learnt(db, garden)
  const { crops, placeOf } = await onRound(db, garden)
  const foreseen = roundUntil(crops, placeOf, garden.today, addDays(garden.today, 7))
  const wanted = day === garden.today
    ? foreseen.filter(stop => stop.from <= day)
    : day > garden.today ? roundUntil(crops, placeOf, garden.today, day).filter(stop => stop.from === day) : []
  const plants = await parentsOf(db, garden, wanted.flatMap(({ parents, plantId }) => [parents?.seedParentId ?? null, parents?.pollenParentId ?? null, plantId]))
  const plant = (id: string | null | undefined) => plants.get(id ?? '') ?? null
  const bloomsAt = await bloomSubjects(db, garden)
  const stops = wanted.map(stop => ({
    ...stop,
    seedParent: plant(stop.parents?.seedParentId), pollenParent: plant(stop.parents?.pollenParentId), plant: plant(stop.plantId), blooms: bloomsAt(stop.parents?.seedParentId),
    flower: gathered.flowers.get(stop.subject.id) ?? null,
    sowing: gathered.sowings.get(stop.subject.id) ?? null,
    seeds: gathered.lots.get(stop.subject.id)?.left ?? null,
  }))
  const pollen = new Map(stops.filter(s => ['pollinate', 'look'].includes(s.step)).flatMap(s => s.pollenParent ? [[s.pollenParent.id, s.pollenParent]] : []))
  return {
    day,
    stops,
    total: stops.length,
    atPlaces: countBy(stops, stop => stop.placeId ?? ''),
    carry: carryList(stops),
    pollen: [...pollen.values()],
    ahead: Array.from({ length: 7 }, (_, i) => addDays(garden.today, i + 1))
      .map(coming => ({ day: coming, steps: countBy(foreseen.filter(s => s.from === coming), stop => stop.step) })),
    done: await linesBetween(db, garden, instantAt(day, 0, garden.zone), instantAt(addDays(day, 1), 0, garden.zone), MOST_NOTED),
  }
}

const countBy = <K extends string>(stops: Stop[], key: (stop: Stop) => K) => Object.fromEntries(rollup(stops, same => same.length, key)) as Partial<Record<K, number>>

/** The season band of a year. */
export function seasonOf(db: Database, garden: Garden, year = yearOf(garden.today)): Promise<Season> {
  return remembered(garden, `season ${year}`, () => workOutSeason(db, garden, year))
}

async function workOutSeason(db: Database, garden: Garden, year: number): Promise<Season> {
  const { crops, placeOf } = await onRound(db, garden)
  const due = roundUntil(crops, placeOf, garden.today, addDays(garden.today, DAYS_FORESEEN))
  const dueByWeek = countByWeek(due.map(stop => stop.from < garden.today ? garden.today : stop.from), year)
  const day = sql<string>`to_char(${entries.happenedAt} at time zone ${garden.zone}, 'YYYY-MM-DD')`
  const done = await db.select({ day, count: sql<number>`count(*)::int` }).from(entries)
    .where(and(
      eq(entries.gardenId, garden.id), sql`${entries.kind} <> 'voided'`,
      sql`${entries.happenedAt} >= ${instantAt(`${year}-01-01`, 0, garden.zone)}`, sql`${entries.happenedAt} < ${instantAt(`${year + 1}-01-01`, 0, garden.zone)}`,
    )).groupBy(sql`1`)
  const blooms = await bloomSpans(db, garden, year)
  const doneByWeek = countByWeek(done.flatMap(d => Array<string>(d.count).fill(d.day)), year)
  return {
    year,
    weeks: weeksOf(year).map((week, i) => ({ ...week, done: doneByWeek[i]!, due: dueByWeek[i]! })),
    // Where no plant is in play, the usual bloom of the crops that were crossed.
    blooms: [...blooms, ...crops.filter(c => c.history.crosses.length && !blooms.some(b => b.crop === c.guide.id)).flatMap(({ guide }) =>
      bloomIn(year, guide.bloom).map(part => ({ name: guide.name, crop: guide.id, ...part })))],
  }
}
