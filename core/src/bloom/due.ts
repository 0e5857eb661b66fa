import type { ISODate } from '../time/days'
import { addDays, dayInWords, dayNumber, dayOfNumber } from '../time/days'
import type { Batch } from './batch'
import { quantileIn } from './chances'
import type { Blooming } from './note'
import { openBloom } from './note'
import type { BloomWindow } from './foretell'
import type { Task } from './task'

/** Work that follows from wanting two plants to meet. */
export interface BloomDue {
  step: 'bloomLook' | 'bloomEnd' | 'sowBatch' | Task['does']
  from: ISODate
  until: ISODate
  because: string
}

/** From this chance on a first or last flower is worth a look; and days until the next one after a look in vain. */
const [WORTH_A_LOOK, DAYS_BETWEEN_LOOKS] = [0.25, 3]
/** With this chance a bloom is over that nobody saw end. */
const SURELY = 0.9

/**
 * When a plant should be looked at for its first or its last flower; null when this season's bloom is over,
 * noted or not.
 *
 * @param window of this season
 */
export function bloomLookDue(window: BloomWindow, blooming: Blooming, today: ISODate): BloomDue | null {
  if (
    window.isOver ||
    dayNumber(today) > quantileIn(window.start, SURELY) + quantileIn(window.length, SURELY)
  )
    return null
  const open = openBloom(blooming, today)
  const look = (step: BloomDue['step'], from: ISODate, last: ISODate | null, because: string): BloomDue => {
    const again = last ? addDays(last, DAYS_BETWEEN_LOOKS) : from
    const day = again > from ? again : from
    return { step, from: day, until: addDays(day, 7), because }
  }
  if (!window.isBegun) {
    const from = dayOfNumber(quantileIn(window.start, WORTH_A_LOOK))
    return look(
      'bloomLook',
      from,
      blooming.notYetOn,
      `Its first flower is likely from about ${dayInWords(from)}; noted, it makes the next forecast better.`,
    )
  }
  const from = dayOfNumber(quantileIn(window.start, 0.5) + quantileIn(window.length, 0.5) - 1)
  return look(
    'bloomEnd',
    from,
    open?.seen ?? null,
    `In bloom since ${dayInWords(open?.first ?? open?.seen ?? from)}; the last flower is likely about ${dayInWords(from)}.`,
  )
}

/** When a planned batch is to be sown; null once it is. */
export function batchDue({ sownOn, ended, plannedFor, why }: Batch): BloomDue | null {
  return sownOn || ended
    ? null
    : { step: 'sowBatch', from: plannedFor, until: addDays(plannedFor, 3), because: why }
}

/** When planned work is to be done; null once it is. */
export function taskDue({ does, from, until, why, doneOn, ended }: Task): BloomDue | null {
  const last = doneOn.at(-1)
  const because = does === 'remind' && last ? `${why}. Last done on ${dayInWords(last, true)}.` : why
  return ended ? null : { step: does, from, until, because }
}
