import { max } from 'd3-array'
import { chanceOfBatches } from './batchChances'
import type { Window } from './overlap'
import { receptiveWindow, sheddingWindow, usualTerms } from './overlap'

/** A bloom that is coming, in the season it belongs to. */
export interface ComingBloom extends Window {
  season: number
}

/** When two plants may meet next, and how likely they are open together for so many days. */
export interface NextMeeting {
  /** null: no season is known in which both flower */
  season: number | null
  chance: number | null
}

/**
 * Whether two plants meet in the next season in which both flower.
 *
 * @param bloom how long after its first flower a plant is ready, and sheds, in the crop
 * @param days that they are to be open together
 */
export function nextMeeting(
  seeds: ComingBloom[],
  pollens: ComingBloom[],
  bloom: { receptiveAfter: number; shedsAfter: number },
  days: number,
): NextMeeting {
  const season =
    [...new Set(seeds.map(w => w.season))].sort().find(s => pollens.some(w => w.season === s)) ?? null
  if (season === null) return { season, chance: null }
  const shedding = pollens.filter(w => w.season === season).map(w => sheddingWindow(w, bloom))
  const chance = max(
    seeds.filter(w => w.season === season),
    w => chanceOfBatches(receptiveWindow(w, bloom), shedding, { ...usualTerms, atLeastDays: days }),
  )!
  return { season, chance }
}
