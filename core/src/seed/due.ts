import type { Estimate } from '../chance/estimate'
import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import { counted } from '../formats/counted'
import type { ISODate } from '../time/days'
import { addDays, dayInWords } from '../time/days'
import type { Chill } from './chill'
import type { Stay } from './course'
import { clockOf, countsAfterWeeks, isReadied, stayInWords } from './course'
import { dampingDue } from './damping'
import type { GrowingDeed } from './growing'
import type { SeedLot } from './lot'
import type { Sowing } from './sowing'

/** Work that is due at a packet, or at what was sown from it. */
export interface SeedDue {
  step:
    'sow' | 'putAway' | 'countUp' | 'watchTray' | 'prickOut' | 'lookInto' | 'moveOn' | 'deflask' | 'fetchBack'
  from: ISODate
  until: ISODate
  estimate: Estimate | null
  because: string
}

/** Days between two counts of a tray in which seedlings come up, by how slowly the crop comes up at all. */
const daysBetweenCounts = (daysToUp: Estimate) => Math.max(2, Math.round((daysToUp.high - daysToUp.low) / 5))

/** What is known where the work at seed is reckoned. */
interface SeedGround {
  guide: CropGuide
  knowledge: CropKnowledge
  /** how far what lies outdoors was chilled; absent: nothing is known of it */
  chill?: Chill | null
  /** absent: whenever it is */
  today?: ISODate
}

/** What is due next at seed that was sown, or lies in a bag, dish or flask; null when nothing more is awaited. */
export function sowingDue(sowing: Sowing, ground: SeedGround): SeedDue | null {
  if (sowing.ended) return null
  const stay = sowing.stays.at(-1)!
  const isAllUp = sowing.up >= sowing.seeds
  if (isReadied(stay)) return isAllUp ? null : readyingDue(sowing, stay, ground)
  if (sowing.raised > 0) return null
  const count = isAllUp ? null : countDue(sowing, ground)
  const watch = ground.today ? dampingDue(sowing, ground.today) : null
  // Who counts sees whether they stand: of what falls on one day it comes first.
  const all = [count, watch, prickOutDue(sowing, ground)].filter(due => due !== null)
  return all.sort((a, b) => a.from.localeCompare(b.from))[0] ?? null
}

/** After these nobody is asked to prick out. */
const SETTLED: GrowingDeed[] = ['prickedOut', 'leftThere', 'pottedOn', 'plantedOut']
/** Days from a look that found them too small to the next one. */
const PRICK_OUT_AGAIN = 7

/** Pricking out, where the crop is: some days after the first were up, and again after a look that found them too small. */
function prickOutDue(
  { looks, grown, standing, stays }: Sowing,
  { guide, today = '' }: SeedGround,
): SeedDue | null {
  const days = guide.growingOn.prickOutDays
  const up = looks.find(look => look.up > 0)
  const isDone = grown.some(({ did }) => SETTLED.includes(did))
  if (!days || !up || !standing || isDone || stays.at(-1)!.container === 'bed') return null
  if (addDays(up.on, Math.round(days.high * 3)) < today) return null
  const seen = grown.findLast(({ did }) => did === 'seen')
  const from = seen ? addDays(seen.on, PRICK_OUT_AGAIN) : addDays(up.on, Math.round(days.low))
  return {
    step: 'prickOut',
    from,
    until: addDays(from, 7),
    estimate: null,
    because: `The first were up on ${dayInWords(up.on)}${seen?.stage ? `; ${seen.stage} on ${dayInWords(seen.on)}` : ''}.`,
  }
}

/** An orchid seedling is big enough for the air after about so many weeks in its flask; a laboratory takes as long. */
const FLASK_WEEKS = 40

/** The day on which a stay should be over; null: nobody said. */
function endOf({ on, container, weeks }: Stay): ISODate | null {
  const grows = container === 'flask' || container === 'laboratory'
  return weeks !== null || grows ? addDays(on, (weeks ?? FLASK_WEEKS) * 7) : null
}

/** The next look into a bag, dish or flask, or moving its seed on where its weeks are over. */
function readyingDue(sowing: Sowing, stay: Stay, { guide, today = '' }: SeedGround): SeedDue {
  const { seedHandling } = guide
  const { container } = stay
  const isFlask = container === 'flask'
  const isAway = container === 'laboratory'
  const end = endOf(stay)
  const looks = [...sowing.looks, ...sowing.flask.looks, ...sowing.flask.replated].map(({ on }) => on).sort()
  const last = looks.filter(on => on >= stay.on).at(-1)
  const next = addDays(last ?? stay.on, last ? seedHandling.lookEveryDays : seedHandling.firstLookDays)
  const since = `${sowing.code} lies ${stayInWords(stay)}, since ${dayInWords(stay.on)}`
  // Once its weeks are over nobody is asked for a look that was missed.
  if (end !== null && (isAway || end <= next || end <= today))
    return {
      step: isAway ? 'fetchBack' : isFlask ? 'deflask' : 'moveOn',
      from: end,
      until: addDays(end, 7),
      estimate: null,
      because: `${since}.`,
    }
  return {
    step: 'lookInto',
    from: next,
    until: addDays(next, 3),
    estimate: null,
    because: `${since}${last ? `; last looked at on ${dayInWords(last)}` : ''}${end ? `; until ${dayInWords(end)}` : ''}.`,
  }
}

/** The next count of a tray. */
function countDue(sowing: Sowing, { guide, knowledge, chill }: SeedGround): SeedDue | null {
  const wait = knowledge.days.toUp
  const lastLook = sowing.looks.at(-1)?.on
  const begins = clockAhead(sowing, guide, chill ?? null)
  const firstDay = addDays(begins, Math.floor(wait.low))
  const lastDay = addDays(begins, Math.ceil(wait.high) * 2)
  const from = lastLook ? addDays(lastLook, daysBetweenCounts(wait)) : firstDay
  // Past twice the usual wait nothing is asked any more; giving the tray up stays with the person.
  if (from > lastDay) return null
  return {
    step: 'countUp',
    from,
    until: addDays(from, daysBetweenCounts(wait)),
    estimate: wait,
    because: lastLook
      ? `Last counted on ${dayInWords(lastLook)}.`
      : `${beganInWords(sowing, begins, chill ?? null)}; the first come up from about ${dayInWords(firstDay)}.`,
  }
}

/**
 * The day from which the days to come up are counted, or will be: outdoors from when it is chilled enough, by the weather, else after
 * the most weeks that its crop wants; in a bag from when its weeks are to be over.
 */
export function clockAhead(sowing: Sowing, guide: CropGuide, chill: Chill | null): ISODate {
  const clock = clockOf(sowing, guide)
  const stay = sowing.stays.at(-1)!
  if (clock) return clock
  if (stay.air !== 'outdoors') return endOf(stay) ?? sowing.sownOn
  return chill?.enoughOn ?? addDays(stay.on, Math.round((guide.seedHandling.coldWeeks?.high ?? 0) * 7))
}

function beganInWords(sowing: Sowing, begins: ISODate, chill: Chill | null): string {
  if (begins === sowing.sownOn) return `Sown on ${dayInWords(begins)}`
  const isOutdoors = sowing.stays.at(-1)!.air === 'outdoors'
  if (isOutdoors && !chill)
    return `Outdoors since ${dayInWords(sowing.stays.at(-1)!.on)}; no weather is known, so by the guide chilled enough by about ${dayInWords(begins)}`
  if (chill) return `${chill.days} of ${chill.wants} chill days so far, all by about ${dayInWords(begins)}`
  return `Warm since ${dayInWords(begins)}`
}

/** Chill days that seed outdoors wants; null where its crop's days to come up hold its winter. */
export const chillWanted = (guide: CropGuide): number | null =>
  countsAfterWeeks(guide) && guide.seedHandling.coldWeeks
    ? Math.round(guide.seedHandling.coldWeeks.low * 7)
    : null

/** Seed that nobody put away within so many days after it was dry is taken for put away. */
const PUT_AWAY_DAYS = 30

/**
 * What a packet asks for: seed that must not wait to be sown, and harvested seed that is dry to be put away.
 *
 * @param today absent: whenever it is
 */
export function lotDue(lot: SeedLot, guide: CropGuide, today = ''): SeedDue | null {
  const { left, reserveSince, harvestedOn, received, splitFrom, sown, stored } = lot
  if (left === 0 || reserveSince) return null
  const { kind, dryDays } = guide.seedHandling
  const since = `${received ? 'Received' : 'Harvested'} on ${dayInWords(harvestedOn)}`
  if (kind === 'sowAtOnce')
    return {
      step: 'sow',
      from: harvestedOn,
      until: addDays(harvestedOn, 14),
      estimate: null,
      because: `${since}; this seed does not keep.`,
    }
  const dryOn = addDays(harvestedOn, dryDays)
  const isElsewhere = received !== null || splitFrom !== null || sown > 0 || stored.length > 0
  if (isElsewhere || dryDays === 0 || addDays(dryOn, PUT_AWAY_DAYS) < today) return null
  return {
    step: 'putAway',
    from: dryOn,
    until: addDays(dryOn, 7),
    estimate: null,
    because: `${since}; dry after about ${counted(dryDays, 'day')}.`,
  }
}
