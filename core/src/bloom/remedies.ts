import { max } from 'd3-array'
import type { CropGuide } from '../crops/guide'
import { counted, plural } from '../formats/counted'
import type { ISODate } from '../time/days'
import { addDays, dayOfNumber } from '../time/days'
import { bestBatches, chanceOfBatches } from './batchChances'
import { quantileIn } from './chances'
import type { MeetingTerms, Window } from './overlap'

/** Two plants that should meet. */
export interface MeetingCase {
  seed: Window
  /** what of the pollen parent will flower in any case */
  pollen: Window[]
  atLeastDays: number
  bloom: CropGuide['bloom']
  names: { seed: string; pollen: string }
  /** batches of the pollen parent that could still be sown: on which days, and when each would shed; null where it is not sown */
  sowing: { candidates: number[]; windowOf: (day: number) => Window } | null
  /** more batches that are thought of */
  most?: number
}

/** One way to make two plants meet. */
export interface Remedy {
  does: 'nothing' | 'sow' | 'hold' | 'store' | 'both'
  what: string
  probability: number
  /** more than without it */
  gain: number
  /** days to sow on, as day numbers */
  days: number[]
  cost: string
  against: string
}

const batches = (count: number) => plural(count, 'one batch more', `${count} batches more`)

/**
 * Ways to make two plants meet, each by itself: leave it, sow more batches of the pollen parent, hold the seed parent back,
 * store pollen of an earlier bloom. Each with its probability (exact, see {@link chanceOfBatches}), its cost, and what
 * speaks against it.
 */
export function remediesFor({
  seed,
  pollen,
  atLeastDays,
  bloom,
  names,
  sowing,
  most = 3,
}: MeetingCase): Remedy[] {
  const terms: MeetingTerms = { pollenKeepsDays: 0, holdDays: 0, atLeastDays }
  const plain = chanceOfBatches(seed, pollen, terms)
  const remedy = (
    does: Remedy['does'],
    what: string,
    probability: number,
    cost: string,
    against: string,
    days: number[] = [],
  ): Remedy => ({ does, what, probability, gain: probability - plain, days, cost, against })
  const found = [
    remedy(
      'nothing',
      'Leave it as it is',
      plain,
      'nothing',
      plain < 0.8 ? 'The cross may not happen this season.' : 'Nothing.',
    ),
  ]
  if (sowing) {
    for (const best of bestBatches(seed, sowing.windowOf, sowing.candidates, most, terms, pollen)) {
      found.push(
        remedy(
          'sow',
          `Sow ${batches(best.days.length)} of ${names.pollen}`,
          best.probability,
          `${plural(best.days.length, 'A tray', `${best.days.length} trays`)} and room on a bench until they have flowered.`,
          'Sown later than usual they may stay small and give few flowers.',
          best.days,
        ),
      )
    }
  }
  const { hold, keeps } = bloom
  if (hold)
    found.push(
      remedy(
        'hold',
        `Hold ${names.seed} back by up to ${counted(hold.days, 'day')}`,
        chanceOfBatches(seed, pollen, { ...terms, holdDays: hold.days }),
        hold.how,
        hold.against,
      ),
    )
  if (keeps)
    found.push(
      remedy(
        'store',
        `Store pollen of ${names.pollen} for up to ${counted(keeps.days, 'day')}`,
        chanceOfBatches(seed, pollen, { ...terms, pollenKeepsDays: keeps.days }),
        keeps.how,
        keeps.against,
      ),
    )
  if (hold && keeps) {
    found.push(
      remedy(
        'both',
        'Do both: hold back, and store pollen',
        chanceOfBatches(seed, pollen, { ...terms, holdDays: hold.days, pollenKeepsDays: keeps.days }),
        `${hold.how} ${keeps.how}`,
        `${hold.against} ${keeps.against}`,
      ),
    )
  }
  return found
}

/** What a remedy asks of the hands, beside sowing. */
export interface RemedyWork {
  does: 'holdBack' | 'bringBack' | 'collectPollen'
  /** which of the two plants it is done at */
  at: 'seed' | 'pollen'
  from: ISODate
  until: ISODate
  why: string
}

/** Days before its bloom may begin at which a plant is put into the cool, and days that this, and bringing it back, may take. */
const [COOL_AHEAD, COOL_WITHIN, BACK_WITHIN] = [7, 3, 2]
/** Days within which pollen is collected once the plant sheds. */
const COLLECT_WITHIN = 3

/** Days that a remedy holds the seed parent back, and keeps pollen; 0 where it does not. */
export const daysOf = ({ does }: Remedy, { hold, keeps }: CropGuide['bloom']) => ({
  held: does === 'hold' || does === 'both' ? (hold?.days ?? 0) : 0,
  kept: does === 'store' || does === 'both' ? (keeps?.days ?? 0) : 0,
})

/**
 * The work of a remedy with its dates, none of it before today: a plant goes into the cool a week before its bloom may
 * begin and comes back after the days that the crop allows; pollen is collected as its plant begins to shed, while it does.
 *
 * @param today nothing is planned before it
 */
export function remedyWork(
  remedy: Remedy,
  { seed, pollen: [shed], bloom, names }: Pick<MeetingCase, 'seed' | 'pollen' | 'bloom' | 'names'>,
  today: ISODate,
): RemedyWork[] {
  const { held, kept } = daysOf(remedy, bloom)
  const notBefore = (day: number) => max([today, dayOfNumber(day)])!
  const cool = notBefore(quantileIn(seed.start, 0.1) - COOL_AHEAD)
  const back = addDays(cool, held)
  const work: RemedyWork[] = []
  if (held)
    work.push(
      {
        does: 'holdBack',
        at: 'seed',
        from: cool,
        until: addDays(cool, COOL_WITHIN),
        why: `Holds ${names.seed} back to meet ${names.pollen}.`,
      },
      {
        does: 'bringBack',
        at: 'seed',
        from: back,
        until: addDays(back, BACK_WITHIN),
        why: `${counted(held, 'day in the cool is', 'days in the cool are')} enough; longer costs buds.`,
      },
    )
  if (kept && shed) {
    const begins = quantileIn(shed.start, 0.5)
    const from = notBefore(begins)
    const lastOfIt = dayOfNumber(begins + quantileIn(shed.length, 0.5) - 1)
    work.push({
      does: 'collectPollen',
      at: 'pollen',
      from,
      until: max([addDays(from, COLLECT_WITHIN), lastOfIt])!,
      why: `For ${names.seed}, which flowers later; good for about ${counted(kept, 'day')}.`,
    })
  }
  return work
}
