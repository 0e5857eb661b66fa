import { group } from 'd3-array'
import type { BloomDue } from '../bloom/due'
import type { Estimate } from '../chance/estimate'
import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import type { CropHistory } from '../crops/records'
import type { Cross } from '../crosses/cross'
import { crossDue } from '../crosses/due'
import type { FlowerStep } from '../flowers/due'
import { daysOverdue, dueAt } from '../flowers/due'
import type { Subject } from '../log/kind'
import { lotDue, sowingDue } from '../seed/due'
import type { ISODate } from '../time/days'

export type RoundStep = FlowerStep | 'choose' | 'sow' | 'countUp' | BloomDue['step']

/** Which two plants something is done for. */
export interface Parents { seedParentId: string, pollenParentId: string | null }

/** One thing to do at one tag. */
export interface Stop {
  subject: Subject
  code: string
  step: RoundStep
  /** null where it is done for no cross yet */
  crossId: string | null
  /** the parents of the cross, or of the cross that is hoped for; null where there are none */
  parents: Parents | null
  /** the plant that it is done at, where that is neither flower, packet nor tray */
  plantId: string | null
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

/** Work at a plant or a batch that follows from its bloom. */
export interface BloomWork extends Pick<Stop, 'subject' | 'code' | 'crossId' | 'parents'> { plantId: string, due: BloomDue }

/** What a crop brings to the round: what stands of it, what is expected of it, and what its bloom asks for. */
export interface CropOnRound { guide: CropGuide, knowledge: CropKnowledge, history: Omit<CropHistory, 'offspring'>, bloom?: BloomWork[] }

const parentsOf = (cross: Cross | undefined): Parents | null => cross ? { seedParentId: cross.seedParentId, pollenParentId: cross.pollenParentId } : null

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
    case 'sow': case 'sowBatch': return ['trays', 'labels']
    case 'collectPollen': return ['pollen tubes', 'drying agent', 'labels']
    default: return []
  }
}

type Due = { step: RoundStep, from: ISODate, until: ISODate, estimate?: Estimate | null, because: string } | null

/**
 * All work that is due by `until`, in the order of the round: first what an hour decides, by the hour at which it
 * must be done; the rest behind it; in each by place, so that nobody walks twice.
 *
 * @param placeOf where a plant stands; flowers are worked at their seed parent, packets and trays have no place
 */
export function roundUntil(crops: Iterable<CropOnRound>, placeOf: (plantId: string) => string | null, today: ISODate, until: ISODate = today): Stop[] {
  const stops: Stop[] = []
  for (const { guide, knowledge, history, bloom = [] } of crops) {
    const crosses = new Map(history.crosses.map(cross => [cross.id, cross]))
    const add = (at: Pick<Stop, 'subject' | 'code' | 'crossId' | 'parents' | 'plantId' | 'placeId'>, due: Due) => {
      if (!due || due.from > until) return
      stops.push({ ...at, crop: guide.id, estimate: null, ...due, overdue: daysOverdue(due, today), hours: hoursFor(due.step, guide), tools: toolsFor(due.step, guide) })
    }
    const addTagged = (type: Subject['type'], { id, code, crossId }: { id: string, code: string, crossId: string }, seedParentId: string | null, due: Due) =>
      add({ subject: { type, id }, code, crossId, parents: parentsOf(crosses.get(crossId)), plantId: null, placeId: seedParentId && placeOf(seedParentId) }, due)
    const flowersOf = group(history.flowers, flower => flower.crossId)
    for (const cross of history.crosses) addTagged('cross', { ...cross, crossId: cross.id }, cross.seedParentId, crossDue(cross, flowersOf.get(cross.id) ?? [], guide, today))
    for (const flower of history.flowers) addTagged('flower', flower, flower.seedParentId, dueAt(flower, guide, knowledge))
    for (const lot of history.lots) addTagged('seedLot', lot, null, lotDue(lot, guide))
    for (const sowing of history.sowings) addTagged('sowing', sowing, null, sowingDue(sowing, knowledge))
    for (const { due, ...at } of bloom) add({ ...at, placeId: placeOf(at.plantId) }, due)
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
