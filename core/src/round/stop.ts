import type { Estimate } from '../chance/estimate'
import type { AroundFlower } from '../flowers/around'
import type { Subject } from '../log/kind'
import type { ISODate, Instant } from '../time/days'
import type { RoundStep } from './work'

/** Which two plants something is done for. */
export interface Parents {
  seedParentId: string
  pollenParentId: string | null
}

/** One thing to do at one tag. */
export interface Stop {
  subject: Subject
  code: string
  step: RoundStep
  /** null where it is done for no cross yet */
  crossId: string | null
  /** the parents of the cross, or of the cross that is hoped for; null where there are none */
  parents: Parents | null
  /** the plant that it is done at, where that is neither flower, packet nor tray */
  plantId: string | null
  crop: string
  placeId: string | null
  from: ISODate
  until: ISODate
  overdue: number
  /** hours of the day in which it should be done, and what the weather made of them; null when any hour will do */
  hours: { from: number; to: number; weather: string | null } | null
  /** what is around the flower; null for what is done elsewhere */
  around: AroundFlower | null
  /** not before this moment: what was done last has to work first; null where nothing is waited for */
  notBefore: Instant | null
  /** false where a window closes today */
  canWait: boolean
  estimate: Estimate | null
  because: string
  tools: string[]
  /** for a cross that lacks flowers: how many */
  missing?: number
  /** for a way over generations: which of its steps */
  way?: { step: number; name: string }
}

/** Stops that are one: the same step, for the same cross, at the same place, one after the other. */
export function merged<S extends Stop>(stops: S[]): S[][] {
  const groups: S[][] = []
  for (const stop of stops) {
    const last = groups.at(-1)?.[0]
    if (
      last &&
      last.subject.type === 'flower' &&
      stop.subject.type === 'flower' &&
      last.step === stop.step &&
      last.crossId === stop.crossId &&
      last.placeId === stop.placeId
    )
      groups.at(-1)!.push(stop)
    else groups.push([stop])
  }
  return groups
}

/** Things of which each stop takes one; the others are taken along once. */
const usedUp = new Set(['tags', 'mesh bags', 'paper bags', 'clips', 'packets', 'pollen tubes', 'nets'])

/** What to take along for some stops: each thing once, the most used first, with how many of what is used up. */
export function carryList(
  stops: (Pick<Stop, 'tools' | 'step'> & { missing?: number })[],
): { what: string; count: number | null }[] {
  const uses = new Map<string, { stops: number; count: number }>()
  for (const { tools, missing = 1 } of stops) {
    for (const tool of tools) {
      const known = uses.get(tool) ?? { stops: 0, count: 0 }
      uses.set(tool, { stops: known.stops + 1, count: known.count + missing })
    }
  }
  return [...uses]
    .sort((a, b) => b[1].stops - a[1].stops)
    .map(([what, { count }]) => ({ what, count: usedUp.has(what) ? count : null }))
}
