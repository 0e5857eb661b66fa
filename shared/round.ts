import type { TubeAtHand, TubeForCross } from '@virgulta/core/garden/pollen'
import type { Ripening } from '@virgulta/core/garden/fruits'
import type { Blooming } from '@virgulta/core/bloom/note'
import type { LeftOut } from '@virgulta/core/crops/reckonable'
import type { Flower } from '@virgulta/core/flowers/flower'
import { Day } from '@virgulta/core/log/kind'
import type { Instant } from '@virgulta/core/time/days'
import type { Stop } from '@virgulta/core/round/stop'
import type { SeasonWeek } from '@virgulta/core/season/band'
import type { Sowing } from '@virgulta/core/seed/sowing'
import type { MarkKind } from '@virgulta/core/tags/marks'
import * as v from 'valibot'
import type { Parent } from './parent'
import type { LogLine } from './entries'

/** The day a round is asked for, absent: today; and how much of it. */
export const RoundQuery = v.object({
  on: v.optional(Day),
  /** stops that are wanted, the first ones of the walk */
  most: v.optional(
    v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(5000)),
    '100',
  ),
})

/** The year a season is asked for; absent: the present one. */
export const SeasonQuery = v.object({
  year: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1900), v.maxValue(2199))),
})

/** Lines of a day's log that come with its round, the last ones; the garden's log has them all. */
export const MOST_NOTED = 60

/** Where the tool of a person was last: at which plant, with whose pollen. */
export interface LastPass {
  seedParentId: string
  /** null: of nobody in particular */
  pollenParentId: string | null
  at: Instant
}

export interface LastPassAnswer {
  last: LastPass | null
}

/** A stop with the names and states that its screen shows. */
export interface RoundStop extends Stop {
  seedParent: Parent | null
  pollenParent: Parent | null
  /** the plant that it is done at, where that is neither flower, packet nor tray */
  plant: Parent | null
  /** where a bloom of the seed parent is noted: at the batch of it that stands, else at the plant */
  blooms: { type: 'plant' | 'batch'; id: string; blooming: Blooming } | null
  /** marks of the seed parent, where it has some: what they are made of, and what each means */
  marks: { of: MarkKind; marks: { mark: string; pollenParentId: string; name: string }[] } | null
  flower: Flower | null
  /** tubes of the pollen parent that could be used, what dies first in front */
  tubes: TubeForCross[]
  sowing: Sowing | null
  /** fruits that may come off, the youngest first, for a plant that carries too many */
  fruits: { id: string; code: string }[] | null
  /** when a fruit is likely ripe, and whether to cut it now; null for other stops */
  ripening: Ripening | null
  /** seeds left, for a packet */
  seeds: number | null
}

/** The round of one day, and the days after it. */
export interface Round {
  day: string
  /** the first ones of the walk */
  stops: RoundStop[]
  /** how many there are */
  total: number
  /** how many there are at each place; the empty name is no place */
  atPlaces: Partial<Record<string, number>>
  carry: { what: string; count: number | null }[]
  /** work that was left undone for so long that it is asked once whether it is let go */
  letGo: RoundStop[]
  /** what it goes by without knowing it, in sentences */
  guesses: string[]
  /** what cannot be reckoned, and is on no screen until it is put right */
  leftOut: LeftOut[]
  /** what two notes say of a flower that does not go together */
  torn: { flower: Flower; seedParent: Parent }[]
  /** what the weather made of the day's hours, crop by crop */
  weather: { crop: string; words: string }[]
  /** whose pollen is wanted, with the tubes of it that could be taken along */
  pollen: (Parent & { tubes: TubeAtHand[] })[]
  ahead: { day: string; steps: Partial<Record<Stop['step'], number>> }[]
  /** the last of what was noted, at most {@link MOST_NOTED} lines */
  done: LogLine[]
}

/** The garden's year: work done and due by week, and who blooms when. */
export interface Season {
  year: number
  weeks: SeasonWeek[]
  blooms: { name: string; crop: string; from: string; to: string }[]
}
