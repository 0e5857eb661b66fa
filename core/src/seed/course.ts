import type { CropGuide } from '../crops/guide'
import { counted } from '../formats/counted'
import type { ISODate } from '../time/days'

/** What seed lies in on its way from the packet to its pot. */
export const containerWords = {
  tray: 'tray',
  pots: 'pots',
  bed: 'bed',
  bag: 'bag',
  dish: 'dish',
  flask: 'flask',
  laboratory: 'laboratory',
} as const
export type Container = keyof typeof containerWords

const inside: Record<Container, string> = {
  tray: 'in a tray',
  pots: 'in pots',
  bed: 'in a bed',
  bag: 'in a bag',
  dish: 'in a dish',
  flask: 'in a flask',
  laboratory: 'at the laboratory',
}

/** What it is like there. */
export const airWords = { warm: 'warm', cold: 'cold', outdoors: 'outdoors' } as const
type Air = keyof typeof airWords

/** Where seed lies from a day on. */
export interface Stay {
  on: ISODate
  container: Container
  air: Air
  /** after so many weeks it is moved on; null: it stays */
  weeks: number | null
  placeId: string | null
}

/** True for what seedlings grow in. */
export const isGrown = (container: Container): boolean => ['tray', 'pots', 'bed'].includes(container)

/** True while seed is made ready to come up: it is chilled, kept warm for so many weeks, or grows in a flask. */
export const isReadied = ({ container, air, weeks }: Pick<Stay, 'container' | 'air' | 'weeks'>): boolean =>
  !isGrown(container) || air === 'cold' || (air === 'warm' && weeks !== null)

/** True where the days to come up are counted after moist weeks; else they hold these. */
export const countsAfterWeeks = ({ seedHandling: { warmWeeks, coldWeeks } }: Handled): boolean =>
  warmWeeks !== null || coldWeeks !== null

type Handled = Pick<CropGuide, 'seedHandling'>

/** What the clock is read off. */
interface Clocked {
  sownOn: ISODate
  stays: Stay[]
  looks: { on: ISODate; up: number }[]
}

/**
 * The day from which the days to come up are counted: that of sowing, or where seed of the crop wants moist weeks first, the one on
 * which these were over. Seed that came up before was counted from its sowing.
 *
 * @returns null while the weeks last, and outdoors, where the weather ends them
 */
export function clockOf({ sownOn, stays, looks }: Clocked, guide: Handled): ISODate | null {
  if (!countsAfterWeeks(guide)) return sownOn
  const lastOf = stays.findLastIndex(stay => stay.air === 'outdoors' || isReadied(stay))
  if (lastOf < 0) return sownOn
  const begins = stays[lastOf + 1]?.on ?? null
  const firstUp = looks.find(({ up }) => up > 0)?.on
  return firstUp && (begins === null || firstUp < begins) ? sownOn : begins
}

/** The same where the days from it to the first seedlings tell of the crop: what came up in the cold tells nothing. */
export function clockToLearn(sowing: Clocked, guide: Handled): ISODate | null {
  const clock = clockOf(sowing, guide)
  const wasReadied = countsAfterWeeks(guide) && sowing.stays.some(isReadied)
  return wasReadied && clock === sowing.sownOn ? null : clock
}

/** Where seed goes next by its guide: from moist warmth into the cold, from the cold into a tray in the warmth. */
export function nextStay(
  { air, container, placeId }: Stay,
  { seedHandling: { coldWeeks } }: Handled,
): Omit<Stay, 'on'> {
  if (container === 'laboratory') return { container: 'flask', air: 'warm', weeks: null, placeId }
  if (container === 'flask') return { container: 'pots', air: 'warm', weeks: null, placeId }
  return air === 'warm' && coldWeeks
    ? { container, air: 'cold', weeks: middle(coldWeeks), placeId }
    : { container: isGrown(container) ? container : 'tray', air: 'warm', weeks: null, placeId }
}

const middle = ({ low, high }: { low: number; high: number }): number => Math.round((low + high) / 2)

/** How seed of a crop is begun as a rule. */
export function firstStay({ seedHandling }: Handled): Pick<Stay, 'container' | 'air' | 'weeks'> {
  const { kind, warmWeeks, coldWeeks } = seedHandling
  if (kind === 'flask') return { container: 'flask', air: 'warm', weeks: null }
  if (warmWeeks) return { container: 'bag', air: 'warm', weeks: middle(warmWeeks) }
  if (coldWeeks) return { container: 'bag', air: 'cold', weeks: middle(coldWeeks) }
  return { container: 'tray', air: 'warm', weeks: null }
}

/** Where seed lies, in words: "in a bag, cold, 8 weeks". */
export const stayInWords = ({ container, air, weeks }: Pick<Stay, 'container' | 'air' | 'weeks'>): string =>
  container === 'laboratory'
    ? `${inside[container]}${weeks ? `, back after ${counted(weeks, 'week')}` : ''}`
    : `${inside[container]}, ${airWords[air]}${weeks ? `, ${counted(weeks, 'week')}` : ''}`
