import { group } from 'd3-array'
import type { Estimate } from '../chance/estimate'
import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import type { Cross } from '../crosses/cross'
import { crossDue } from '../crosses/due'
import type { Flower } from '../flowers/flower'
import type { FlowerStep } from '../flowers/due'
import { daysOverdue, dueAt } from '../flowers/due'
import type { Subject } from '../log/kind'
import { lotDue, sowingDue } from '../seed/due'
import type { SeedLot } from '../seed/lot'
import type { Sowing } from '../seed/sowing'
import type { ISODate } from '../time/days'

export type RoundStep = FlowerStep | 'choose' | 'sow' | 'countUp'

/** One thing to do at one tag. */
export interface Stop {
  subject: Subject
  code: string
  step: RoundStep
  crossId: string
  crop: string
  placeId: string | null
  from: ISODate
  until: ISODate
  overdue: number
  /** hours of the day in which it should be done; null when any hour will do */
  hours: { from: number, to: number } | null
  estimate: Estimate | null
  because: string
  tools: string[]
}

/** What a crop brings to the round. */
export interface CropOnRound { guide: CropGuide, knowledge: CropKnowledge }

/** What stands in the garden and may need work. */
export interface Standing {
  crosses: (Cross & { placeId: string | null })[]
  flowers: (Flower & { placeId: string | null, crop: string })[]
  lots: (SeedLot & { crop: string })[]
  sowings: (Sowing & { crop: string })[]
}

/** Hours in which a step should be done: those of the flower for what the flower decides, any hour for the rest. */
function hoursFor(step: RoundStep, { receptive }: CropGuide): Stop['hours'] {
  return step === 'look' || step === 'pollinate' ? receptive.hours : null
}

function toolsFor(step: RoundStep, guide: CropGuide): string[] {
  switch (step) {
    case 'emasculate': case 'lensCheck': return guide.emasculation.needed ? guide.emasculation.tools : []
    case 'isolate': return guide.isolation.ways.includes('tie') ? ['soft tape', 'tags'] : ['bags', 'ties', 'tags']
    case 'look': case 'pollinate': return guide.pollination.tools
    case 'choose': return ['tags', 'pencil']
    case 'harvest': return ['packets', 'pencil']
    case 'sow': return ['trays', 'labels']
    default: return []
  }
}

/**
 * All work that is due by `until`, in the order of the round: first what an hour decides, by the hour at which it
 * must be done; the rest behind it; in each by place, so that nobody walks twice.
 */
export function roundUntil(standing: Standing, crops: Map<string, CropOnRound>, today: ISODate, until: ISODate = today): Stop[] {
  const stops: Stop[] = []
  const add = (type: Subject['type'], thing: { id: string, code: string, crossId: string, crop: string, placeId: string | null },
    due: { step: RoundStep, from: ISODate, until: ISODate, estimate: Estimate | null, because: string } | null) => {
    if (!due || due.from > until) return
    const { guide } = crops.get(thing.crop)!
    stops.push({
      subject: { type, id: thing.id }, code: thing.code, crossId: thing.crossId, crop: thing.crop, placeId: thing.placeId, ...due,
      overdue: daysOverdue(due, today), hours: hoursFor(due.step, guide), tools: toolsFor(due.step, guide),
    })
  }
  const flowersOf = group(standing.flowers, flower => flower.crossId)
  for (const cross of standing.crosses) {
    const crop = crops.get(cross.crop)
    if (crop) add('cross', { ...cross, crossId: cross.id }, crossDue(cross, flowersOf.get(cross.id) ?? [], crop.guide, today))
  }
  for (const flower of standing.flowers) {
    const crop = crops.get(flower.crop)
    if (crop) add('flower', flower, dueAt(flower, crop.guide, crop.knowledge))
  }
  for (const lot of standing.lots) {
    const crop = crops.get(lot.crop)
    if (crop) add('seedLot', { ...lot, placeId: null }, lotDue(lot, crop.guide))
  }
  for (const sowing of standing.sowings) {
    const crop = crops.get(sowing.crop)
    if (crop) add('sowing', sowing, sowingDue(sowing, crop.knowledge))
  }
  const latest = (stop: Stop) => stop.hours?.to ?? 24
  return stops.sort((a, b) =>
    latest(a) - latest(b)
    || (a.placeId ?? '~').localeCompare(b.placeId ?? '~')
    || a.until.localeCompare(b.until)
    || a.code.localeCompare(b.code))
}

/** What to take along for some stops, each tool once, the most used first. */
export function carryList(stops: Stop[]): string[] {
  const uses = new Map<string, number>()
  for (const tool of stops.flatMap(stop => stop.tools)) uses.set(tool, (uses.get(tool) ?? 0) + 1)
  return [...uses].sort((a, b) => b[1] - a[1]).map(([tool]) => tool)
}
