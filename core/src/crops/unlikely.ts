import type { GuideRange } from '../chance/estimate'
import type { Flower } from '../flowers/flower'
import { counted } from '../formats/counted'
import type { Deed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { Sowing } from '../seed/sowing'
import type { ISODate } from '../time/days'
import { dayInWords, daysBetween } from '../time/days'
import type { CropGuide } from './guide'

/** So many times the guide's longest wait, and some days more, is more than can be: sooner a wrong day, or another flower. */
const [TIMES, DAYS_MORE] = [4, 10]

/**
 * Asks before a wait is noted that is far longer than can be.
 *
 * @throws {Refusal} `unlikely`, which may be noted all the same; its record then weighs little
 */
function askIfTooLong(what: string, from: ISODate | undefined, to: ISODate, usual: GuideRange): void {
  if (!from) return
  const days = daysBetween(from, to)
  if (days <= usual.high * TIMES + DAYS_MORE) return
  const range = `${Math.round(usual.low)}–${Math.max(1, Math.round(usual.high))}`
  throw new Refusal(
    'unlikely',
    `${what} ${counted(days, 'day')} after ${dayInWords(from, true)}, where ${range} are usual. Is the day right, and the tag?`,
    'happenedAt',
  )
}

/** Asks about the wait that a step at a flower ends. @param flower with the deed */
export function askAboutFlower(deed: Deed, flower: Flower, guide: CropGuide, on: ISODate): void {
  const pollinated = flower.pollinations.at(-1)?.on
  switch (deed.kind) {
    case 'looked':
      return deed.payload.look === 'ready'
        ? askIfTooLong(
            'Ready',
            flower.isolation?.on ?? flower.emasculatedOn ?? undefined,
            on,
            guide.receptive.daysAfterIsolation,
          )
        : undefined
    case 'takeNoted':
      return deed.payload.take === 'taken'
        ? askIfTooLong('Taken', pollinated, on, guide.take.daysAfterPollination)
        : undefined
    case 'harvested':
      return askIfTooLong('Harvested', pollinated, on, guide.ripening.daysAfterPollination)
  }
}

/** Asks about first seedlings that come long after all hope. @param sowing with the deed */
export function askAboutSowing(deed: Deed, sowing: Sowing, guide: CropGuide, on: ISODate): void {
  if (deed.kind === 'seedlingsUp' && deed.payload.count > 0 && sowing.up === deed.payload.count)
    askIfTooLong('The first seedlings up', sowing.sownOn, on, guide.sowing.daysToUp)
}
