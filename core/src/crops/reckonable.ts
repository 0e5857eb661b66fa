import { progressOf } from '../crosses/progress'
import { dueAt } from '../flowers/due'
import type { Subject } from '../log/kind'
import { lotDue, sowingDue } from '../seed/due'
import type { ISODate } from '../time/days'
import type { Digest } from './digest'
import { NO_RECORDS, digestOf } from './digest'
import type { CropGuide } from './guide'
import type { CropKnowledge } from './knowledge'
import type { CropHistory } from './records'

/** A subject that breaks what is reckoned of it. It is left out and named, so that every screen shows the others. */
export interface LeftOut extends Subject {
  /** empty for what has no tag */ code: string
  crossId: string | null
}

const NOTHING: CropHistory = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] }

/** @throws {RangeError} for days that are none: they would go on into every list that is sorted by them */
function checkDays(days: ISODate[]): void {
  const wrong = days.find(day => Number.isNaN(Date.parse(day)))
  if (wrong !== undefined) throw new RangeError(`${wrong} is no day.`)
}

/** What every screen reckons of such a history. @throws what any of it breaks with */
function reckon(history: CropHistory, guide: CropGuide, knowledge: CropKnowledge): Digest {
  const digest = digestOf(history, guide)
  if (
    Object.values(digest.waits)
      .flat()
      .some(({ from, to }) => !Number.isFinite(from) || Number.isNaN(to ?? 0))
  )
    throw new RangeError('A wait is no number.')
  for (const cross of history.crosses) progressOf(cross, history.flowers, guide, cross.plannedOn)
  const dues = [
    ...history.flowers.map(f => dueAt(f, guide, knowledge)),
    ...history.lots.map(l => lotDue(l, guide)),
    ...history.sowings.map(s => sowingDue(s, { guide, knowledge })),
  ]
  checkDays([
    ...history.crosses.map(c => c.plannedOn),
    ...history.flowers.map(f => f.chosenOn),
    ...dues.flatMap(due => (due ? [due.from, due.until] : [])),
  ])
  return digest
}

/**
 * The history of one cross without what cannot be reckoned: states of the log are bounded when they are noted, but what an
 * earlier version noted, or a damaged disk gives, must not take the whole garden's screens away.
 *
 * @param history of the cross
 * @param knowledge of the crop, as far as its guide alone tells it
 */
export function reckonable(
  history: CropHistory,
  guide: CropGuide,
  knowledge: CropKnowledge,
): { history: CropHistory; digest: Digest; leftOut: LeftOut[] } {
  const holds = (part: Partial<CropHistory>) => {
    try {
      return reckon({ ...NOTHING, ...part }, guide, knowledge)
    } catch {
      return null
    }
  }
  const whole = holds(history)
  if (whole) return { history, digest: whole, leftOut: [] }

  const leftOut: LeftOut[] = []
  const crossId = history.crosses[0]!.id
  const sound = { ...NOTHING }
  const keep = <K extends keyof CropHistory>(
    part: K,
    type: Subject['type'],
    alone: (one: CropHistory[K][number]) => Partial<CropHistory>,
  ) => {
    const [held, broken] = [[] as CropHistory[K][number][], [] as CropHistory[K][number][]]
    for (const one of history[part]) (holds(alone(one)) ? held : broken).push(one)
    sound[part] = held as never
    leftOut.push(...broken.map(({ id, code }) => ({ type, id, code, crossId })))
  }
  keep('crosses', 'cross', cross => ({ crosses: [cross] }))
  keep('flowers', 'flower', flower => ({ crosses: sound.crosses, flowers: [flower] }))
  keep('lots', 'seedLot', lot => ({ flowers: sound.flowers, lots: [lot] }))
  keep('sowings', 'sowing', sowing => ({ lots: sound.lots, sowings: [sowing] }))
  keep('offspring', 'plant', plant => ({ offspring: [plant] }))
  const digest = sound.crosses.length ? holds(sound) : null
  return digest
    ? { history: sound, digest, leftOut }
    : {
        history: NOTHING,
        digest: NO_RECORDS,
        leftOut: history.crosses.map(({ id, code }) => ({ type: 'cross', id, code, crossId })),
      }
}
