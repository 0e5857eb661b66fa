import { counted } from '../formats/counted'
import { once } from '../once'
import type { Estimate } from '../chance/estimate'
import { flowerForms } from '../crops/forms/forms'
import type { CropGuide } from '../crops/guide'
import { habitAt, usualSchool } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import type { ISODate, Instant } from '../time/days'
import { addDays, dayInWords, daysBetween } from '../time/days'
import type { AroundFlower } from './around'
import { IN_THE_OPEN } from './around'
import type { Flower } from './flower'
import { stepsOf } from './method'
import type { School } from './schools'
import { schoolWords } from './schools'
import { unreachedUnder } from './units'
import type { FlowerStep } from './steps'
import { FLOWER_WORK } from './work'

/** Work that is due at a flower: from the first day it makes sense to the day after which it may be too late. */
export interface FlowerDue {
  step: FlowerStep
  from: ISODate
  until: ISODate
  /** the wait that the days come from */
  estimate: Estimate | null
  because: string
  /** not before this moment: what was done last has to work first */
  notBefore?: Instant | null
  /** the hours of this one, where they are not those of its step */
  hours?: { from: number; to: number }
}

/** Whole days of an estimate: the first day worth a look, and the last. What comes within half a day comes on the same day. */
function window(start: ISODate, { low, high }: Estimate): { from: ISODate; until: ISODate } {
  // A guide's 9 days come back from the logarithm as 9.000000001.
  return { from: addDays(start, Math.round(low)), until: addDays(start, Math.max(1, Math.ceil(high - 1e-6))) }
}

/** The first step before the look that was not done and is not passed by already; null when it waits for its look. */
function nextBeforeLook(flower: Flower, guide: CropGuide, { isVisited }: AroundFlower): FlowerStep | null {
  const isReached = isVisited || flowerForms[guide.form].strangeBy === 'wind'
  const steps = stepsOf(guide).filter(
    step => FLOWER_WORK[step].isDone && (isReached || !FLOWER_WORK[step].isAgainstStrangers),
  )
  const isDone = (step: FlowerStep) => FLOWER_WORK[step].isDone!(flower, guide)
  const last = steps.findLastIndex(step => isDone(step) && (step !== 'wash' || flower.washes.length > 0))
  return steps.find((step, i) => i > last && !isDone(step)) ?? null
}

/** Days before the first ripe fruit on which it is netted. */
const NET_AHEAD = 10
/** Days within which a bag comes off when the fruit swells. */
const UNCOVER_WITHIN = 4

/**
 * What is to be done next at a flower, or null when it has come to its end.
 *
 * @param flower its state from the log
 * @param guide the guide of its crop
 * @param knowledge what is expected of its crop
 * @param around what is around it where it stands
 */
export function dueAt(
  flower: Flower,
  guide: CropGuide,
  knowledge: CropKnowledge,
  around: AroundFlower = IN_THE_OPEN,
): FlowerDue | null {
  // Thousands of ended flowers need not remember that nothing is due at them.
  return ENDED.has(flower.status)
    ? null
    : once(
        flower,
        around.rain ? 'due before rain' : 'due',
        () => workOutDue(flower, guide, knowledge, around),
        [
          guide,
          knowledge,
          around.rain?.on,
          around.rain?.isToday,
          around.isVisited,
          around.air?.celsius,
          around.air?.humidity,
        ],
      )
}

const ENDED: ReadonlySet<Flower['status']> = new Set(['harvested', 'failed', 'missed', 'lost'])

function workOutDue(
  flower: Flower,
  guide: CropGuide,
  knowledge: CropKnowledge,
  around: AroundFlower,
): FlowerDue | null {
  const { rain } = around
  const due = nextAt(flower, guide, knowledge, around)
  if (due && rain && wantsPetalsOff(flower, guide) && (due.from > rain.on || due.step === 'takeLook')) {
    return {
      step: 'petalsOff',
      from: flower.pollinations.at(-1)!.on,
      until: rain.on,
      estimate: null,
      because: `Rain is likely ${rain.isToday ? 'today' : `on ${dayInWords(rain.on)}`}; wet petals rot on the stigma.`,
    }
  }
  return due
}

/** A flower that was left its petals loses them before rain, once it is pollinated and unless paper keeps it dry. */
const wantsPetalsOff = (flower: Flower, guide: CropGuide) =>
  flower.status === 'pollinated' &&
  !flower.petalsOffOn &&
  flower.emasculation?.school !== 'strip' &&
  flower.isolation?.way !== 'paper' &&
  stepsOf(guide).includes('petalsOff') &&
  usualSchool(guide, 'petals') === 'on'

function nextAt(
  flower: Flower,
  guide: CropGuide,
  knowledge: CropKnowledge,
  around: AroundFlower,
): FlowerDue | null {
  switch (flower.status) {
    case 'chosen':
    case 'open':
    case 'waiting': {
      const step = nextBeforeLook(flower, guide, around)
      return step ? preparation(step, flower, guide, knowledge) : lookDue(flower, guide, knowledge)
    }
    case 'ready':
      return readyDue(flower, guide, around)
    case 'pollinated':
      return nextPass(flower, guide, knowledge) ?? takeLookDue(flower, knowledge)
    case 'taken':
      return fruitDue(flower, guide, knowledge)
    default:
      return null
  }
}

/** A stigma that was seen ready; in hot, dry air it is so for a shorter time where the guide says so. */
function readyDue(flower: Flower, { receptive }: CropGuide, { air }: AroundFlower): FlowerDue {
  const seen = flower.looks.at(-1)!.on
  const { dryAir, lasts } = receptive
  const isDry = dryAir && air && air.celsius > dryAir.above && air.humidity < dryAir.below
  const days = Math.floor(isDry ? lasts.low * dryAir.share : lasts.low)
  return {
    step: 'pollinate',
    from: seen,
    until: addDays(seen, Math.max(0, days)),
    estimate: null,
    because: `Seen ready on ${dayInWords(seen)}.${isDry ? ` Hot, dry air today (${Math.round(air.celsius)} °C, ${Math.round(air.humidity)} %): it is over sooner, so do it first.` : ''}`,
  }
}

/** What was done about the anthers, as it was done: what was left in was not taken out. */
const anthersInWords = ({ emasculation }: Flower) =>
  emasculation?.school === 'none' ? 'Left with its anthers' : 'Emasculated'

/** What was done last before the look, as it was done. */
function preparedInWords(flower: Flower): string {
  if (flower.isolation) return flower.isolation.way === 'none' ? 'Left open' : 'Covered'
  return flower.emasculatedOn ? anthersInWords(flower) : 'Chosen'
}

/** A step before the look, on the day on which it became due. */
function preparation(
  step: FlowerStep,
  flower: Flower,
  guide: CropGuide,
  knowledge: CropKnowledge,
): FlowerDue {
  const { chosenOn, emasculatedOn, isolation, washes } = flower
  const on = (day: ISODate, because: string, until = day): FlowerDue => ({
    step,
    from: day,
    until,
    estimate: null,
    because,
  })
  switch (step) {
    case 'thin':
      return on(chosenOn, 'What is left beside it draws on the plant, and is mistaken for it at the harvest.')
    case 'petalsOff':
      return on(chosenOn, `Chosen on ${dayInWords(chosenOn)}; here it is worked without them.`)
    case 'emasculate':
      return on(
        chosenOn,
        `Chosen on ${dayInWords(chosenOn)}; ${usualSchool(guide, 'emasculation') === 'none' ? 'here the anthers usually stay in' : 'what sheds must be out before it does'}.`,
      )
    case 'wash': {
      const { washes: wanted, washMinutes } = washing(guide)
      const { washedAt } = flower
      return {
        ...on(
          emasculatedOn ?? chosenOn,
          `Washing ${washes.length + 1} of ${wanted}${washedAt ? `, ${counted(washMinutes, 'minute')} after the last one` : ''}; the styles must be clean when they part.`,
        ),
        notBefore: washedAt && new Date(Date.parse(washedAt) + washMinutes * MINUTE_MS).toISOString(),
      }
    }
    case 'lensCheck':
      return on(emasculatedOn!, 'What was left behind would self the flower.')
    case 'cutSilks': {
      const from = addDays(
        isolation?.on ?? chosenOn,
        Math.max(0, Math.round(knowledge.days.toReceptive.low) - 1),
      )
      return on(from, 'Cut the day before, silks grow an even brush.', addDays(from, 2))
    }
    default:
      return emasculatedOn
        ? on(emasculatedOn, `${anthersInWords(flower)} on ${dayInWords(emasculatedOn)} and not covered yet.`)
        : on(chosenOn, `Chosen on ${dayInWords(chosenOn)}; it must be shut before it opens.`)
  }
}

const MINUTE_MS = 60_000

const washing = ({ emasculation }: CropGuide) =>
  emasculation.needed ? emasculation : { washes: 1, washMinutes: 1 }

/** Days after they were cut within which silks have grown a brush. */
const BRUSH_WITHIN = 2

/** Days after the flower was prepared on which a garden pollinates by habit, whatever the stigma; receptive: by what is expected. */
const HABIT_DAYS: Record<School<'timing'>, number | null> = { atOnce: 0, nextMorning: 1, receptive: null }

function lookDue(flower: Flower, guide: CropGuide, knowledge: CropKnowledge): FlowerDue {
  const { silksCutOn } = flower
  const start = silksCutOn ?? flower.isolation?.on ?? flower.emasculatedOn ?? flower.chosenOn
  const habit = habitAt(guide, 'timing')
  const fixed = habit && HABIT_DAYS[habit]
  const expected = {
    ...(silksCutOn
      ? { from: addDays(start, 1), until: addDays(start, BRUSH_WITHIN) }
      : window(start, knowledge.days.toReceptive)),
    ...(fixed === null ? {} : { from: addDays(start, fixed) }),
  }
  const lastLook = flower.looks.at(-1)
  const again = lastLook ? addDays(lastLook.on, 1) : expected.from
  const from = again > expected.from ? again : expected.from
  return {
    step: 'look',
    from,
    // Looked at and not ready on the last expected day: it stays worth a look the day after.
    until: from > expected.until ? from : expected.until,
    estimate: knowledge.days.toReceptive,
    because: lastLook
      ? `Not ready on ${dayInWords(lastLook.on)}; look again a day later.`
      : silksCutOn
        ? `Silks cut on ${dayInWords(silksCutOn)}; a day later they stand in an even brush.`
        : `${preparedInWords(flower)} on ${dayInWords(start)}; ${fixed === null ? 'ready about then' : `here it is ${schoolWords('timing', habit!)}`}.`,
  }
}

/** The pass after the sign, where the guide asks for one more day; null where it was done, or the sign ends them. */
function lastPass({ signOn, pollinations }: Flower, { pollination }: CropGuide): FlowerDue | null {
  if (pollination.sign?.then !== 'oneMore' || pollinations.at(-1)!.on > signOn!) return null
  const from = addDays(signOn!, 1)
  return {
    step: 'pollinate',
    from,
    until: from,
    estimate: null,
    because: `The sign showed on ${dayInWords(signOn!)}; once more on the day after, and no more.`,
  }
}

/** The next pass of pollen, while the crop wants more and no sign can be seen yet. */
function nextPass(flower: Flower, guide: CropGuide, knowledge: CropKnowledge): FlowerDue | null {
  const school = usualSchool(guide, 'passes') ?? 'once'
  const { pollinations, takeLooks } = flower
  const limit = guide.pollination.passes
  const last = pollinations.at(-1)!
  const left = takeLooks.length || last.reached === null ? 0 : unreachedUnder(flower)
  if (left && addDays(last.on, 1) < addDays(pollinations[0]!.on, OPENS_FOR)) return clusterPass(flower, left)
  if (pollinations.length >= limit || takeLooks.length) return null
  if (flower.signOn) return lastPass(flower, guide)
  if (school === 'once') return null
  const passesThatDay = pollinations.filter(p => p.on === last.on).length
  const isSecond = school === 'twiceDaily' && passesThatDay < 2
  const from = addDays(last.on, isSecond ? 0 : 1)
  if (from >= window(last.on, knowledge.days.toTake).from) return null
  return {
    step: 'pollinate',
    from,
    until: from,
    estimate: null,
    because: `Pass ${pollinations.length + 1} of at most ${limit}, until the sign shows; the last on ${dayInWords(last.on)}.`,
    ...(isSecond ? { hours: secondHours(guide) } : {}),
  }
}

/** Twice a day means two hours of the day: what is usually done before noon is done once more towards evening, and the other way round. */
const secondHours = ({ receptive: { hours } }: CropGuide): { from: number; to: number } =>
  hours.from < 14 ? { from: 15, to: 19 } : { from: 6, to: 10 }

/** Days for which the flowers of a cluster open one after the other and are worked. */
const OPENS_FOR = 21

/** Pollen for the flowers of a cluster that opened since: each is worked once, and counted. */
function clusterPass({ pollinations, seen, blooms }: Flower, left: number): FlowerDue {
  const last = pollinations.at(-1)!
  const from = addDays(last.on, 1)
  const foreseen =
    seen?.on === last.on && seen.tomorrow ? `${seen.tomorrow} were seen to be ready then` : null
  return {
    step: 'pollinate',
    from,
    until: addDays(from, 1),
    estimate: null,
    because: `${left} of its ${blooms} flowers have no pollen yet; ${foreseen ?? `the last pass was on ${dayInWords(last.on)}`}.`,
  }
}

function takeLookDue(flower: Flower, knowledge: CropKnowledge): FlowerDue {
  const start = flower.pollinations.at(-1)!.on
  const expected = window(start, knowledge.days.toTake)
  const lastLook = flower.takeLooks.at(-1)
  const from = lastLook && addDays(lastLook, 2) > expected.from ? addDays(lastLook, 2) : expected.from
  return {
    step: 'takeLook',
    from,
    until: from > expected.until ? from : expected.until,
    estimate: knowledge.days.toTake,
    because: `Pollinated on ${dayInWords(start)}; a take shows from about ${dayInWords(expected.from)}.`,
  }
}

/** True while a cover is on the flower, or on its fruit. */
const isCovered = ({ uncoveredOn, coveredAgainOn, isolation }: Flower): boolean =>
  !uncoveredOn && (coveredAgainOn !== null || (isolation !== null && isolation.way !== 'none'))

/** True for a fruit whose bag stays on until the harvest, and holds what would fall. */
export const isBaggedUntilHarvest = (flower: Flower, guide: CropGuide): boolean =>
  guide.isolation.until === 'harvest' && isCovered(flower)

/** What a fruit on the plant asks for: its bag off, a net before it splits, the harvest. */
function fruitDue(flower: Flower, guide: CropGuide, knowledge: CropKnowledge): FlowerDue {
  const start = flower.pollinations.at(-1)!.on
  const ripe = window(start, knowledge.days.toRipe)
  const steps = stepsOf(guide)
  const isBagged = isBaggedUntilHarvest(flower, guide)
  if (isCovered(flower) && !isBagged && steps.includes('uncover')) {
    return {
      step: 'uncover',
      from: flower.takenOn!,
      until: addDays(flower.takenOn!, UNCOVER_WITHIN),
      estimate: null,
      because: 'It has taken; a bag or tie would hold the fruit back.',
    }
  }
  if (!flower.nettedOn && !isBagged && steps.includes('net')) {
    const from = addDays(ripe.from, -NET_AHEAD)
    return {
      step: 'net',
      from: from > flower.takenOn! ? from : flower.takenOn!,
      until: ripe.from,
      estimate: knowledge.days.toRipe,
      because: `Ripe from about ${dayInWords(ripe.from)}; it splits and drops its seed.`,
    }
  }
  const left = flower.fruitLooks.filter(on => on > (flower.filledOn ?? '')).at(-1)
  const { fills } = guide.ripening
  if (fills && !flower.filledOn && steps.includes('fill')) {
    const first = addDays(start, Math.round(fills.low))
    const again = left && addDays(left, LOOK_FOR_FILLED)
    const from = again && again > first ? again : first
    return {
      step: 'fill',
      from,
      until: addDays(from, Math.round(fills.high - fills.low)),
      estimate: null,
      because: `Pollinated on ${dayInWords(start)}; usually filled after ${Math.round(fills.low)} to ${Math.round(fills.high)} days.`,
    }
  }
  if (left) {
    const from = addDays(left, daysBetweenLooks(knowledge.days.toRipe))
    return {
      step: 'harvest',
      from,
      until: from > ripe.until ? from : ripe.until,
      estimate: knowledge.days.toRipe,
      because: `Not ripe on ${dayInWords(left)}; look again about ${dayInWords(from)}.`,
    }
  }
  // By days, a fruit is cut when half of them are ripe; by its colour or the first split it is looked at from the first on.
  return habitAt(guide, 'harvest') === 'days'
    ? {
        step: 'harvest',
        from: addDays(start, Math.round(knowledge.days.toRipe.median)),
        until: ripe.until,
        estimate: knowledge.days.toRipe,
        because: `Pollinated on ${dayInWords(start)}; here it is harvested by days.`,
      }
    : {
        step: 'harvest',
        ...ripe,
        estimate: knowledge.days.toRipe,
        because: `${flower.filledOn ? `Filled on ${dayInWords(flower.filledOn)}` : `Pollinated on ${dayInWords(start)}`}; look for ${habitAt(guide, 'harvest') === 'split' ? 'the first split' : 'the ripeness cue'}.`,
      }
}

/** Days between two looks at grain that is still milk. */
const LOOK_FOR_FILLED = 4

/** Days between two looks at a fruit, by how far fruits of the crop lie apart in ripening. */
const daysBetweenLooks = ({ low, high }: Estimate) => Math.max(2, Math.round((high - low) / 6))

/** How many days past its last day a work is on `today`; 0 while it is in time. */
export const daysOverdue = (due: { until: ISODate }, today: ISODate): number =>
  Math.max(0, daysBetween(due.until, today))
