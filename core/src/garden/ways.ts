import { max, min, rollup, sum } from 'd3-array'
import type { GenerationAhead } from '../ahead/steps'
import { stepsOf } from '../ahead/steps'
import type { Way } from '../ahead/way'
import type { OwnDefinitions } from '../crops/definition'
import { definitionOf } from '../crops/definition'
import type { CropGuide } from '../crops/guide'
import type { Cross } from '../crosses/cross'
import { once } from '../once'
import type { PlantWork } from '../round/round'
import type { Days } from '../season/band'
import { bloomEndingAfter, isYearRound } from '../season/band'
import type { ISODate } from '../time/days'
import { addDays, dayInWords, yearOf } from '../time/days'
import { inYear } from '../weather/climate'
import type { GardenDay } from './day'
import { cropLineage } from './lineage'
import type { CropLineage } from './lineage'
import type { HeldPlant } from './states'

/** One generation of a chosen way: as it was planned, and as it went. */
export interface StepTold extends GenerationAhead {
  planned: Days
  /** when it is to come by what was reached so far; null once it is done */
  foreseen: Days | null
  /** its plants in the garden, or seedlings up where those are more; and the first day of one */
  raised: number
  firstOn: ISODate | null
  /** of them those that left offspring, were crossed on purpose, or were kept */
  left: number
  /** null: not yet; a day where somebody said so, or its last work by what was noted elsewhere */
  doneOn: ISODate | null
}

/** A chosen way: planned against real. */
export interface WayTold extends Way {
  /** of the cross that it begins with */
  code: string
  parents: { seedParentId: string; pollenParentId: string | null }
  steps: StepTold[]
  /** days by which what is to come next is later than planned */
  late: number
}

const nothingOwn: OwnDefinitions = { traits: [], loci: [], rules: [], inheritances: [] }
/** Of crops that flower all year round a step has a month, and a season is a year. */
const [MONTH, MONTHS, DAYS_A_YEAR, LAST_YEAR] = [30, 12, 365, 9990]

/** From a flower to the flowers of its offspring, in years. */
const seasonsOf = ({ seasons }: CropGuide) => Math.max(1, seasons)

/** When a generation flowers that comes so many units after the first: years, or months of what flowers all year. */
function windowAt(from: ISODate, units: number, { bloom }: CropGuide): Days {
  if (isYearRound(bloom)) {
    const first = addDays(from, MONTH * units)
    return { from: first, to: addDays(first, MONTH - 1) }
  }
  return bloomEndingAfter(inYear(from, Math.min(LAST_YEAR, yearOf(from) + units)), bloom)
}

/** Genets of a way by generation: the offspring of its cross are the first, whoever comes of them one generation behind the last. */
function depthsIn(way: Way, { plants, lineage }: CropLineage, day: GardenDay): Map<number, number> {
  const { seedParentId, pollenParentId } = day.garden.states.cross.get(way.crossId)!
  const { parents, generations, genets, offspring, numberOf } = lineage
  const seed = numberOf.get(seedParentId)
  const pollen = numberOf.get(pollenParentId ?? '')
  /** Those of its trays; and where nobody knows the tray, those of its parents. */
  const isOfCross = (genet: number) => {
    const own = genets[genet]!.plants.flatMap(id => plants.get(id) ?? [])
    const crossId = own.find(plant => plant.crossId)?.crossId
    return crossId
      ? crossId === way.crossId
      : pollen !== undefined && parents.seed[genet] === seed && parents.pollen[genet] === pollen
  }
  const first = (seed === undefined ? [] : offspring[seed]!).filter(isOfCross)
  const depths = new Map(first.map(genet => [genet, 1]))
  const behind = new Set<number>()
  for (let reached = first; reached.length;) {
    reached = [...new Set(reached.flatMap(genet => offspring[genet]!))].filter(one => !behind.has(one))
    reached.forEach(one => behind.add(one))
  }
  for (const genet of [...behind].sort((a, b) => generations[a]! - generations[b]!)) {
    const [one, other] = [parents.seed[genet]!, parents.pollen[genet]!].map(of => depths.get(of) ?? 0)
    if (!depths.has(genet)) depths.set(genet, 1 + Math.max(one!, other!))
  }
  return depths
}

type Couple = Pick<HeldPlant, 'seedParentId' | 'pollenParentId'>
const earliest = (days: ISODate[]): ISODate | null => min(days) ?? null
const latest = (days: ISODate[]): ISODate | undefined => max(days)

/** What was reached of each step of a way, by the garden's records. */
function realOf(way: Way, steps: GenerationAhead[], day: GardenDay) {
  const lineage = cropLineage(day.garden, way.crop)
  const { numberOf, genets } = lineage.lineage
  const { cross, sowing } = day.garden.states
  const depths = depthsIn(way, lineage, day)
  const depthOf = (id: string | null) => depths.get(numberOf.get(id ?? '') ?? -1) ?? 0
  const depthOfCross = (one: Couple) => Math.max(depthOf(one.seedParentId), depthOf(one.pollenParentId))
  const own = [...depths.keys()].map(genet => lineage.plants.get(genets[genet]!.plants[0]!)!)
  const crosses = [...cross.values()].filter(one => one.crop === way.crop && one.id !== way.crossId)
  /** Of a generation of backcrosses only those count that come of a plant outside, of another none of those. */
  const isMeant = ({ depth, isBack }: GenerationAhead, one: Couple) =>
    depth === 1 ||
    isBack === null ||
    isBack === [one.seedParentId, one.pollenParentId].some(id => !depthOf(id))
  return steps.map((step, i) => {
    const { depth, isOfKept } = step
    const plants = own.filter(plant => depthOf(plant.id) === depth && isMeant(step, plant))
    const kept = plants.filter(plant => plant.verdict?.verdict === 'keep' && !plant.lost)
    const isLast = i === steps.length - 1
    if (isOfKept) {
      const multiplied = kept.filter(({ id }) => genets[numberOf.get(id)!]!.plants.length > 1)
      const left = multiplied.length
      return { raised: kept.length, firstOn: null, left, lastOn: undefined, isReached: left > 0 }
    }
    const sown = new Set(
      depth === 1
        ? [way.crossId]
        : crosses.filter(one => depthOfCross(one) === depth - 1 && isMeant(step, one)).map(one => one.id),
    )
    const trays = [...sowing.values()].filter(tray => sown.has(tray.crossId) && tray.up > 0)
    const raised = Math.max(
      sum(plants, plant => plant.plants ?? 1),
      sum(trays, tray => tray.up),
    )
    const firstOn = earliest([
      ...plants.map(one => one.since),
      ...trays.flatMap(tray => tray.looks[0]?.on ?? []),
    ])
    if (isLast || steps[i + 1]!.isOfKept)
      return {
        ...{ raised, firstOn, left: kept.length },
        lastOn: latest(kept.map(plant => plant.verdict!.on)),
        isReached: !isLast && kept.length >= (step.parents ?? 1),
      }
    const next = own.filter(plant => depthOf(plant.id) === depth + 1 && isMeant(steps[i + 1]!, plant))
    const made = crosses.filter(one => depthOfCross(one) === depth && isMeant(steps[i + 1]!, one))
    const parents = new Set(
      [...made, ...next]
        .flatMap(one => [one.seedParentId, one.pollenParentId])
        .filter(id => depthOf(id) === depth),
    )
    return {
      ...{ raised, firstOn, left: parents.size },
      lastOn: latest(made.map(one => one.plannedOn)),
      isReached: next.length > 0 || (raised > 0 && parents.size >= (step.parents ?? raised)),
    }
  })
}

/** The ways that are gone in a garden, planned against real, the latest first. */
export const waysOf = (day: GardenDay): WayTold[] =>
  once(day, 'ways', () =>
    [...day.garden.states.way.values()]
      .sort((a, b) => (b.chosenOn + b.id).localeCompare(a.chosenOn + a.id))
      .flatMap(way => wayTold(day, way) ?? []),
  )

function wayTold(day: GardenDay, way: Way): WayTold | null {
  const guide = day.garden.crops.get(way.crop)?.guide
  const cross = day.garden.states.cross.get(way.crossId)
  if (!guide || !cross) return null
  const inheritances = [...day.garden.states.inheritance.values()]
  const { mating } = definitionOf(guide, { ...nothingOwn, inheritances }).inheritance
  const steps = stepsOf(way.plan, mating === 'selfing')
  const real = realOf(way, steps, day)
  const perYear = isYearRound(guide.bloom) ? MONTHS : 1
  const unitsTo = ({ after, blooms }: GenerationAhead) => perYear * (seasonsOf(guide) * after + blooms)
  let late = 0
  const told = steps.map((step, i): StepTold => {
    const { isReached, lastOn, ...own } = real[i]!
    const planned = windowAt(way.from, unitsTo(step), guide)
    const said = way.done.find(one => one.step === i)?.on
    const doneOn = said ?? (isReached ? (lastOn ?? day.today) : null)
    if (doneOn) return { ...step, planned, ...own, doneOn, foreseen: null }
    const at = () => windowAt(way.from, unitsTo(step) + late, guide)
    while (at().to < day.today) late++
    return { ...step, planned, ...own, doneOn, foreseen: at() }
  })
  const next = told.find(step => step.foreseen)
  return {
    ...way,
    code: cross.code,
    parents: { seedParentId: cross.seedParentId, pollenParentId: cross.pollenParentId },
    steps: told,
    late: next ? Math.round((Date.parse(next.foreseen!.from) - Date.parse(next.planned.from)) / 864e5) : 0,
  }
}

/** Crosses of a crop that a way can begin with, the latest first, and when their offspring flower first. */
export function beginnings(day: GardenDay, crop: string): { cross: Cross; from: ISODate }[] {
  const guide = day.garden.crops.get(crop)?.guide
  if (!guide) return []
  const { cross, sowing } = day.garden.states
  const up = rollup(
    [...sowing.values()].filter(tray => tray.looks.length),
    trays => min(trays, tray => tray.looks[0]!.on)!,
    tray => tray.crossId,
  )
  const [later, units] = isYearRound(guide.bloom)
    ? [addDays(day.today, DAYS_A_YEAR * seasonsOf(guide)), 0]
    : [day.today, seasonsOf(guide)]
  return [...cross.values()]
    .filter(one => one.crop === crop)
    .sort((a, b) => (b.plannedOn + b.code).localeCompare(a.plannedOn + a.code))
    .map(one => {
      const since = up.get(one.id)
      return { cross: one, from: since ? windowAt(since, 0, guide).from : windowAt(later, units, guide).from }
    })
}

/** What the chosen ways of a crop ask for: each generation that is still to come, while it flowers. */
export function wayWork(day: GardenDay, crop: string): PlantWork[] {
  return waysOf(day)
    .filter(way => way.crop === crop && !way.ended)
    .flatMap(({ id, code, crossId, parents, steps }) =>
      steps.flatMap((step, i): PlantWork[] =>
        step.foreseen
          ? [
              {
                subject: { type: 'way', id },
                code,
                plantId: null,
                crossId,
                parents,
                due: {
                  step: 'goOn',
                  ...{ from: step.foreseen.from, until: step.foreseen.to },
                  because: `${step.name}: ${step.does}${wordsOfReal(step)}`,
                  way: { step: i, name: step.name },
                },
              },
            ]
          : [],
      ),
    )
}

/** What there is of a generation, beside what was planned. */
function wordsOfReal({ raised, plants, planned, foreseen }: StepTold): string {
  const isLater = foreseen !== null && foreseen.from > planned.from
  return [
    raised ? ` So far ${raised} raised, ${plants} planned.` : ' None of it stands in the garden yet.',
    isLater ? ` It was planned for ${dayInWords(planned.from, true)}.` : '',
  ].join('')
}
