import { max, rollup } from 'd3-array'
import { counted } from '../formats/counted'
import type { CropGuide } from '../crops/guide'
import type { Flower } from '../flowers/flower'
import { once } from '../once'
import { scoreInWords } from '../offspring/score'
import type { ISODate } from '../time/days'
import { dayInWords, daysBetween } from '../time/days'
import type { Plant } from './plant'

/** Whether a plant may carry fruit: as much as it bears, a little, or none this season. */
export interface Carrying {
  may: 'full' | 'little' | 'none'
  /** what speaks against it, in sentences */
  reasons: string[]
}

/** Days for which a plant that was potted on makes roots first, and within which a score tells how it stands. */
const [ROOTS_FOR, SCORE_TELLS_FOR] = [30, 400]
const YEAR = 365
/** Days to ripeness from which a fruit takes so much that its plant rests a season. */
const SLOW_FRUIT = 150

type Asked = Pick<Plant, 'since' | 'size' | 'condition' | 'pottedOn' | 'sowingId'>

/**
 * Whether a plant may carry fruit: by its age, its size, its health, and its rest since the last fruit. Rules of thumb; the
 * decision is the gardener's.
 *
 * @param lastFruitOn the day of its last harvest; null: none is known
 */
export function carryingOf(
  plant: Asked,
  guide: CropGuide,
  today: ISODate,
  lastFruitOn: ISODate | null,
): Carrying {
  const against = [
    ...ofAge(plant, guide, today),
    ...ofSize(plant),
    ...ofHealth(plant, guide, today),
    ...ofRest(plant, guide, today, lastFruitOn),
  ]
  const may = against.some(one => one.may === 'none') ? 'none' : against.length ? 'little' : 'full'
  return { may, reasons: against.map(({ words }) => words) }
}

interface Against {
  may: 'little' | 'none'
  words: string
}

function ofAge({ since, sowingId }: Asked, { seasons }: CropGuide, today: ISODate): Against[] {
  const age = daysBetween(since, today)
  return sowingId && seasons > 1 && age < YEAR
    ? [
        {
          may: 'none',
          words: `It was raised ${counted(age, 'day')} ago, and builds strength in its first year.`,
        },
      ]
    : []
}

const ofSize = ({ size }: Asked): Against[] =>
  size === 'small' ? [{ may: 'little', words: 'It is not grown up.' }] : []

function ofHealth({ condition }: Asked, guide: CropGuide, today: ISODate): Against[] {
  if (!condition || daysBetween(condition.on, today) > SCORE_TELLS_FOR) return []
  return (['health', 'vigour'] as const).flatMap(id => {
    const trait = guide.judging.traits.find(one => one.id === id)
    const value = condition[id]
    if (!trait || value === null || value > 1 || (id === 'vigour' && value > 0)) return []
    const words = `Its ${trait.name} was scored “${scoreInWords(trait, value)}” on ${dayInWords(condition.on)}.`
    return [{ may: value === 0 ? 'none' : 'little', words }]
  })
}

function ofRest(
  { pottedOn }: Asked,
  guide: CropGuide,
  today: ISODate,
  lastFruitOn: ISODate | null,
): Against[] {
  const potted = pottedOn.at(-1)
  const isSlow = guide.ripening.daysAfterPollination.high >= SLOW_FRUIT || guide.fruitLoad?.high === 1
  const wasLately = lastFruitOn !== null && daysBetween(lastFruitOn, today) < YEAR && guide.seasons > 1
  return [
    ...(potted && daysBetween(potted, today) < ROOTS_FOR
      ? [{ may: 'little' as const, words: `It was potted on ${dayInWords(potted)}, and makes roots first.` }]
      : []),
    ...(isSlow && wasLately
      ? [
          {
            may: 'little' as const,
            words: `It bore fruit until ${dayInWords(lastFruitOn)}; after so long a fruit a plant rests a season.`,
          },
        ]
      : []),
  ]
}

/** The day of the last harvest from a plant; null where there was none. */
export const lastFruitOn = (flowers: Flower[], plantId: string): ISODate | null =>
  once(flowers, 'last fruits', () =>
    rollup(
      flowers.filter(flower => flower.harvest),
      own => max(own, flower => flower.harvest!.on)!,
      flower => flower.seedParentId,
    ),
  ).get(plantId) ?? null

/** What speaks against it, in a line; empty where nothing does. */
export function carryingInWords({ may, reasons }: Carrying): string {
  if (may === 'full') return ''
  return `${reasons.join(' ')} ${may === 'none' ? 'Better no fruit this season.' : 'Let it carry little.'}`
}
