import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import { IN_THE_OPEN } from '../flowers/around'
import { daysOverdue, dueAt } from '../flowers/due'
import type { Flower } from '../flowers/flower'
import type { Subject } from '../log/kind'
import type { ISODate } from '../time/days'
import type { Stop } from './stop'
import { hoursFor } from './stopHours'
import { WORK } from './work'

interface FlowerStop extends Stop {
  flower: Flower | null
}

/** What is known where stops are shown: the crops, and the day. */
interface Ground {
  cropOf: (id: string) => { guide: CropGuide; knowledge: CropKnowledge } | undefined
  today: ISODate
}

/**
 * The stops of today's round once something was noted: a flower goes on to its next step where that is due today, and leaves the
 * round where it is not. It stands in for the round itself, which is reckoned anew with the weather and everything else: what is
 * noted elsewhere than at flowers waits for that.
 *
 * @param flowers as they are now
 * @param removed what is in the garden no more
 * @returns the same object for a stop that nothing happened to
 */
export function stopsAfter<S extends FlowerStop>(
  stops: S[],
  flowers: Flower[],
  removed: Subject[],
  { cropOf, today }: Ground,
): S[] {
  const changed = new Map(flowers.map(flower => [flower.id, flower]))
  const gone = new Set(removed.map(({ type, id }) => `${type} ${id}`))
  return stops.flatMap(stop => {
    if (gone.has(`${stop.subject.type} ${stop.subject.id}`)) return []
    const flower = stop.subject.type === 'flower' ? changed.get(stop.subject.id) : undefined
    const crop = flower && cropOf(stop.crop)
    if (!crop) return [stop]
    const due = dueAt(flower, crop.guide, crop.knowledge, stop.around ?? IN_THE_OPEN)
    if (!due || due.from > today) return []
    return [
      {
        ...stop,
        notBefore: null,
        ...due,
        flower,
        overdue: daysOverdue(due, today),
        canWait: due.until > today,
        hours: due.step === stop.step && !due.hours ? stop.hours : hoursFor(due, crop, true),
        tools: WORK[due.step].tools?.(crop.guide) ?? [],
      },
    ]
  })
}
