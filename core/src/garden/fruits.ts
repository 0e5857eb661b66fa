import { durationQuantiles } from '../chance/duration'
import { shareEstimate } from '../crops/knowledge'
import { isBaggedUntilHarvest } from '../flowers/due'
import type { Flower } from '../flowers/flower'
import { takenUnder } from '../flowers/units'
import { once } from '../once'
import { isRainedOn } from '../places/place'
import type { CutOrWait, DayAhead } from '../seed/ripeness'
import { FIT_FROM, chanceRipe, cutOrWait, possibleDays, slicesOf } from '../seed/ripeness'
import type { ISODate } from '../time/days'
import { addDays, dayInWords, daysBetween } from '../time/days'
import { conditionsAt, warmthAt } from './conditions'
import type { GardenDay } from './day'
import type { LearntCrop } from './learnt'

/** A fruit on its plant: when it is likely ripe, and whether to cut it now. */
export interface Ripening extends CutOrWait {
  pollinatedOn: ISODate
  /** days since then */ age: number
  /** four in five fruits like it are ripe between the first and the last, half of them by the second */
  ripe: { low: ISODate; median: ISODate; high: ISODate }
  /** how likely it is ripe today, and within a week */
  now: number
  inAWeek: number
  /** before this day hardly any of its seed is fit, however early it has to be cut */
  notBefore: ISODate
  /** the day of the next look, up to which waiting is weighed */
  nextLook: ISODate
  /** sound seeds that it should hold */
  seeds: number
  /** wet and frosty days until then, in words; empty where none is foretold */
  threats: string[]
}

export interface HangingFruit extends Ripening {
  flower: Flower
  crop: string
}

/** From this much rain on, in mm, a day is a wet one; below this, in °C, it freezes. */
const [WET_MM, FROST_CELSIUS] = [1, -1]
/** Whoever looks at fruit does so at least this often. */
const [LEAST_DAYS, MOST_DAYS] = [2, 7]

const slicesIn = ({ guide, digest }: LearntCrop): Float64Array =>
  once(
    digest,
    'slices to ripe',
    () => slicesOf(durationQuantiles(guide.ripening.daysAfterPollination, digest.waits.toRipe)),
    [guide],
  )

/** What the days ahead hold for a plant where it stands. */
function daysAhead(day: GardenDay, plantId: string, count: number): DayAhead[] {
  const isWetThere = isRainedOn(conditionsAt(day, plantId, day.today))
  const isByWeather = warmthAt(day, plantId, day.today) === null
  return Array.from({ length: count }, (_, i): DayAhead => {
    const view = day.weather.view(addDays(day.today, i + 1))
    return {
      isWet: isWetThere && (view?.rainMm ?? 0) >= WET_MM,
      isFrosty: isByWeather && view?.from === 'forecast' && view.tmin < FROST_CELSIUS,
    }
  })
}

/** When the fruit of a flower that took is likely ripe, and whether to cut it today. */
export function ripeningOf(day: GardenDay, flower: Flower, crop: LearntCrop): Ripening {
  const { guide, knowledge } = crop
  const pollinatedOn = flower.pollinations.at(-1)!.on
  const age = daysBetween(pollinatedOn, day.today)
  const unripeAt = flower.fruitLooks.length ? daysBetween(pollinatedOn, flower.fruitLooks.at(-1)!) : 0
  const slices = slicesIn(crop)
  const possible = possibleDays(slices, unripeAt)
  const at = (share: number) =>
    addDays(pollinatedOn, Math.round(possible[Math.floor(share * (possible.length - 1))]!))
  const { low, high } = knowledge.days.toRipe
  const until = Math.min(MOST_DAYS, Math.max(LEAST_DAYS, Math.round((high - low) / 6)))
  const ahead = daysAhead(day, flower.seedParentId, until)
  const seeds =
    takenUnder(flower) *
    knowledge.seedsPerFruit.estimate.median *
    shareEstimate(knowledge.shares.sound).median
  const count = (of: keyof DayAhead) => ahead.filter(one => one[of]).length
  return {
    pollinatedOn,
    age,
    ripe: { low: at(0.1), median: at(0.5), high: at(0.9) },
    now: chanceRipe(possible, age),
    inAWeek: chanceRipe(possible, age + 7),
    notBefore:
      flower.filledOn ??
      addDays(pollinatedOn, Math.round(FIT_FROM * slices[Math.floor(slices.length / 10)]!)),
    nextLook: addDays(day.today, until),
    seeds,
    threats: [
      ...(count('isWet') ? [`${count('isWet')} wet of the next ${until} days`] : []),
      ...(count('isFrosty') ? ['frost'] : []),
    ],
    ...cutOrWait(
      possible,
      age,
      ahead,
      {
        splits: guide.ripening.splits,
        losses: guide.ripening.losses,
        isFilled: flower.filledOn !== null,
        isHeld: isBaggedUntilHarvest(flower, guide) || flower.nettedOn !== null,
      },
      seeds,
    ),
  }
}

/** Every fruit that hangs on its plant. */
export const hangingFruits = (day: GardenDay): HangingFruit[] =>
  once(day, 'hanging fruits', () =>
    [...day.garden.crops.values()].flatMap(crop =>
      crop.history.flowers
        .filter(flower => flower.status === 'taken')
        .map(flower => ({ flower, crop: crop.guide.id, ...ripeningOf(day, flower, crop) })),
    ),
  )

/** Whether to cut a fruit, in a sentence with both numbers; while no cut makes sense, with the day from which one does. */
export function cutInWords(ripening: Ripening, today: ISODate): string {
  const { advice, byCutting, byWaiting, seeds, threats, now, notBefore, nextLook } = ripening
  if (today < notBefore) return `Let it hang: before ${dayInWords(notBefore)} hardly any of its seed is fit.`
  const whole = seeds >= 10 ? Math.round(seeds) : seeds.toFixed(1)
  const lost = (n: number) => (n < 0.1 ? 'none' : n < 10 ? n.toFixed(1) : String(Math.round(n)))
  const why = threats.length ? ` (${threats.join(', ')})` : ''
  const both = `of ${whole} sound seeds ${lost(byCutting)} would not be fit if it is cut today, and ${lost(byWaiting)} lost or unfit if on ${dayInWords(nextLook)}${why}`
  const what = advice === 'wait' ? 'Let it hang' : now > 0.5 ? 'Likely ripe: cut it' : 'Better cut it early'
  return `${what}: ${both}.`
}
