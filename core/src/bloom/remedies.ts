import type { CropGuide } from '../crops/guide'
import { counted } from '../formats/counted'
import { bestBatches, chanceOfBatches } from './batches'
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

const batches = (count: number) => (count === 1 ? 'one batch more' : `${count} batches more`)

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
          `${best.days.length === 1 ? 'A tray' : `${best.days.length} trays`} and room on a bench until they have flowered.`,
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
