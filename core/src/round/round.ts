import { ascending, group } from 'd3-array'
import type { BloomDue } from '../bloom/due'
import type { BestDay, FlowerHours } from '../bloom/hours'
import { bestDayInWords } from '../bloom/hours'
import type { Estimate } from '../chance/estimate'
import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import { shareEstimate } from '../crops/knowledge'
import type { CropHistory } from '../crops/records'
import { flowersByCross } from '../crops/records'
import type { Cross } from '../crosses/cross'
import type { ParentBloom } from '../crosses/due'
import { crossDue } from '../crosses/due'
import { daysOverdue, dueAt } from '../flowers/due'
import type { AroundFlower } from '../flowers/around'
import { IN_THE_OPEN } from '../flowers/around'
import type { Subject } from '../log/kind'
import type { FruitLoad } from '../plants/fruitLoad'
import { fruitLoadOf, loadInWords } from '../plants/fruitLoad'
import type { Plant } from '../plants/plant'
import { carryingInWords, carryingOf, lastFruitOn } from '../plants/carrying'
import { bearingOf } from '../plants/plant'
import type { Chill } from '../seed/chill'
import { familiesOf, familyDues, placeOfFamily } from '../offspring/growingOn'
import { lotDue, sowingDue } from '../seed/due'
import type { Sowing } from '../seed/sowing'
import type { PollenDue } from '../pollen/due'
import type { ISODate, Instant } from '../time/days'
import type { Parents, Stop } from './stop'
import { hoursFor } from './stopHours'
import type { RoundStep } from './work'
import { WORK } from './work'

/** What a way over generations asks for while one of them flowers. */
interface WayDue {
  step: 'goOn'
  from: ISODate
  until: ISODate
  because: string
  way: NonNullable<Stop['way']>
}

/** Work at a plant, a batch or a tube of its pollen, or for a way; indoors, or at no plant, it has no place in the walk. */
export interface PlantWork extends Pick<Stop, 'subject' | 'code' | 'crossId' | 'parents' | 'plantId'> {
  isIndoors?: boolean
  due: BloomDue | PollenDue | WayDue
}

/** What a crop brings to the round: what stands of it, what is expected of it, and what its bloom and its pollen ask for. */
export interface CropOnRound {
  guide: CropGuide
  knowledge: CropKnowledge
  history: CropHistory
  work?: PlantWork[]
  /** the hours of its flowers today at a place, as the weather moves them there; absent: those of its guide */
  hoursAt?: (placeId: string | null) => FlowerHours
  /** the best day of the coming week at a place, where its flowers go by the sun; absent: it makes no difference */
  bestDayAt?: (placeId: string | null) => BestDay | null
}

type PlantOnRound = Pick<
  Plant,
  | 'code'
  | 'name'
  | 'plants'
  | 'plantKind'
  | 'size'
  | 'condition'
  | 'pottedOn'
  | 'sowingId'
  | 'since'
  | 'stalksCut'
>

/** The garden around a round. */
export interface RoundGround {
  today: ISODate
  /** where a plant stands; flowers are worked at their seed parent, packets have no place */
  placeOf: (plantId: string) => string | null
  /** the places in the order of the walk; absent: by their ids */
  places?: string[]
  /** a plant, for work at the plant itself, and how many of it stand there */
  plantOf?: (plantId: string) => PlantOnRound | null
  /** when a plant is foretold to flower this season; absent, or null where nothing is foretold: as its crop usually does */
  bloomOf?: (plantId: string) => ParentBloom | null
  /** what is around the flowers of a plant; absent: nothing is known of it */
  aroundOf?: (plantId: string) => AroundFlower
  /** how far seed was chilled that lies outdoors; absent, or null: nothing is known of it */
  chillOf?: (sowing: Sowing, guide: CropGuide) => Chill | null
  /** where what stands at a place stands since places were merged; absent: where it was put */
  resolved?: (placeId: string | null) => string | null
  /** true for a cross whose pollen waits in a tube, so that no hour of its father's flowers counts */
  isFromShelf?: (crossId: string) => boolean
}

const parentsOf = (cross: Cross | undefined): Parents | null =>
  cross ? { seedParentId: cross.seedParentId, pollenParentId: cross.pollenParentId } : null

type Due = {
  step: RoundStep
  from: ISODate
  until: ISODate
  estimate?: Estimate | null
  because: string
  missing?: number
  way?: Stop['way']
  notBefore?: Instant | null
  hours?: { from: number; to: number }
} | null

/**
 * All work that is due by `until`, in the order of the round: first what an hour decides, by the hour at which it must be done; the
 * rest behind it; in each by the places as they are walked, and there first what cannot wait.
 */
export function roundUntil(
  crops: Iterable<CropOnRound>,
  {
    today,
    placeOf,
    places = [],
    plantOf = () => null,
    bloomOf = () => null,
    aroundOf = () => IN_THE_OPEN,
    isFromShelf = () => false,
    chillOf = () => null,
    resolved = id => id,
  }: RoundGround,
  until: ISODate = today,
): Stop[] {
  const stops: Stop[] = []
  const isDue = (due: Due): due is Due & object => due !== null && due.from <= until
  for (const crop of crops) {
    const { guide, knowledge, history, work = [] } = crop
    const crosses = new Map(history.crosses.map(cross => [cross.id, cross]))
    const add = (
      at: Pick<Stop, 'subject' | 'code' | 'crossId' | 'parents' | 'plantId' | 'placeId'>,
      due: Due,
    ) => {
      if (!isDue(due)) return
      stops.push({
        ...at,
        crop: guide.id,
        around: at.subject.type === 'flower' ? aroundOf(at.parents?.seedParentId ?? '') : null,
        estimate: null,
        notBefore: null,
        ...due,
        overdue: daysOverdue(due, today),
        canWait: due.until > today,
        hours: hoursFor(
          due,
          { guide, hours: crop.hoursAt?.(at.placeId), isFresh: !isFromShelf(at.crossId ?? '') },
          due.from <= today,
        ),
        tools: WORK[due.step].tools?.(guide) ?? [],
      })
    }
    const addTagged = (
      type: Subject['type'],
      { id, code, crossId }: { id: string; code: string; crossId: string },
      placeId: string | null,
      due: Due,
    ) => {
      // At most of what there is nothing is due.
      if (!isDue(due)) return
      add(
        {
          subject: { type, id },
          code,
          crossId,
          parents: parentsOf(crosses.get(crossId)),
          plantId: null,
          placeId,
        },
        due,
      )
    }
    const flowersOf = flowersByCross(history)
    const loads = loadsOf(crop, plantOf)
    for (const cross of history.crosses) {
      const mother = plantOf(cross.seedParentId)
      const bloom = bloomOf(cross.seedParentId)
      const due = crossDue(cross, flowersOf.get(cross.id) ?? [], guide, today, bloom, mother?.stalksCut)
      const load = loads.get(cross.seedParentId)
      const best = due && due.from <= today ? crop.bestDayAt?.(placeOf(cross.seedParentId)) : null
      const against =
        due && mother
          ? carryingInWords(
              carryingOf(mother, guide, today, lastFruitOn(history.flowers, cross.seedParentId)),
            )
          : ''
      addTagged(
        'cross',
        { ...cross, crossId: cross.id },
        placeOf(cross.seedParentId),
        due && {
          ...due,
          because: [
            due.because,
            load?.isFull ? `But its plant ${loadInWords(load)}: more would cost the fruits it has.` : '',
            against,
            best ? bestDayInWords(best, today) : '',
          ]
            .filter(Boolean)
            .join(' '),
        },
      )
    }
    for (const flower of history.flowers)
      addTagged(
        'flower',
        flower,
        placeOf(flower.seedParentId),
        dueAt(flower, guide, knowledge, aroundOf(flower.seedParentId)),
      )
    for (const [plantId, load] of loads) {
      const plant = plantOf(plantId)
      const due = thinFruitDue(load, today)
      if (plant && due)
        add(
          {
            subject: { type: 'plant', id: plantId },
            code: plant.code,
            crossId: null,
            parents: null,
            plantId,
            placeId: placeOf(plantId),
          },
          due,
        )
    }
    for (const lot of history.lots) addTagged('seedLot', lot, null, lotDue(lot, guide, today))
    for (const sowing of history.sowings) {
      const chill = chillOf(sowing, guide)
      addTagged(
        'sowing',
        sowing,
        resolved(sowing.placeId),
        sowingDue(sowing, { guide, knowledge, chill, today }),
      )
    }
    for (const family of familiesOf(history)) {
      const { id, code } = family.cross
      for (const due of familyDues(family, guide, knowledge, today))
        addTagged('cross', { id, code, crossId: id }, resolved(placeOfFamily(family)), due)
    }
    for (const { due, isIndoors, ...at } of work)
      add({ ...at, placeId: isIndoors || !at.plantId ? null : placeOf(at.plantId) }, due)
  }
  const walked = new Map(places.map((id, i) => [id, i]))
  const order = (stop: Stop) => walked.get(stop.placeId ?? '') ?? places.length
  // Windows that close within one hour are one: nobody walks the garden twice for minutes.
  // What gives pollen is looked at as soon as it may shed: what waits for its pollen comes after it.
  const latest = ({ step, hours }: Stop) =>
    Math.ceil(hours ? (step === 'donorLook' ? hours.from : hours.to) : 24)
  return stops.sort(
    (a, b) =>
      latest(a) - latest(b) ||
      order(a) - order(b) ||
      ascending(a.placeId ?? '~', b.placeId ?? '~') ||
      Number(a.canWait) - Number(b.canWait) ||
      ascending(a.until, b.until) ||
      ascending(a.step, b.step) ||
      ascending(a.crossId ?? '', b.crossId ?? '') ||
      ascending(a.code, b.code),
  )
}

/** What each plant carries that has fruits, or flowers that may become some. */
function loadsOf(
  { guide, knowledge, history }: CropOnRound,
  plantOf: (plantId: string) => PlantOnRound | null,
): Map<string, FruitLoad> {
  const bearingAt = (id: string) => {
    const plant = plantOf(id)
    return plant ? bearingOf(plant) : undefined
  }
  const fruiting = group(
    history.flowers.filter(f => f.status === 'taken' || f.status === 'pollinated'),
    flower => flower.seedParentId,
  )
  const takeRate = fruiting.size ? shareEstimate(knowledge.shares.take).median : 0
  return new Map(
    [...fruiting].map(([plantId, own]) => [plantId, fruitLoadOf(own, guide, takeRate, bearingAt(plantId))]),
  )
}

/** The advice to take fruits off a plant that carries more than it may; null while it does not. */
const thinFruitDue = (load: FruitLoad, today: ISODate): Due =>
  load.tooMany > 0
    ? {
        step: 'thinFruit',
        from: today,
        until: today,
        because: `It ${loadInWords(load)}. Take ${load.tooMany} off, the youngest first.`,
      }
    : null
