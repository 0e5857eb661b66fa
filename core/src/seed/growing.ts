import * as v from 'valibot'
import { counted } from '../formats/counted'
import { amount, keysOf, kind, words } from '../log/kind'
import type { ISODate } from '../time/days'

/** What is done with seedlings, or seen of them, until they are judged. */
export const GROWING = {
  seen: 'looked at',
  prickedOut: 'pricked out',
  leftThere: 'left where they were sown',
  pottedOn: 'potted on',
  hardenedOff: 'hardened off',
  plantedOut: 'planted out',
  fed: 'fed',
  green: 'still green',
  resting: 'gone dormant',
  lifted: 'lifted and replanted at once',
  growing: 'in growth again',
  noFlower: 'no flower yet',
  firstFlower: 'the first flower is open',
  budsOff: 'first flowers taken off',
} as const
export type GrowingDeed = keyof typeof GROWING

/** What can be noted of a single tray or plant; first flowers are noted there as its bloom, with all that follows. */
export const GROWING_ALONE = keysOf(GROWING).filter(
  did => !['seen', 'green', 'noFlower', 'firstFlower'].includes(did),
)

const Note = v.strictObject({
  did: v.picklist(keysOf(GROWING), 'Say what was done with them.'),
  /** the stage that they showed, in the words of their crop */
  stage: v.optional(words(60)),
})

/** One thing that was done with seedlings, or seen of them. */
export interface Grown {
  on: ISODate
  did: GrowingDeed
  stage: string | null
}

/** What was noted of seedlings with one note more. */
export const withGrown = (
  grown: Grown[],
  { did, stage }: v.InferOutput<typeof Note>,
  on: ISODate,
): Grown[] => [...grown, { on, did, stage: stage ?? null }]

/** The stage that was seen last; null: nobody noted one. */
export const stageOf = (grown: Grown[]): string | null => grown.findLast(({ stage }) => stage)?.stage ?? null

const inWords = ({ did, stage }: v.InferOutput<typeof Note>): string =>
  stage ? `${GROWING[did]}: ${stage}` : GROWING[did]

export const growingKinds = {
  /** the seedlings of a tray, before they have tags */
  trayGrown: kind('sowing', Note, inWords),
  plantGrown: kind('plant', Note, inWords),
  /** all plants of a family, with its trays */
  familyGrown: kind('cross', Note, inWords),
  /** too many stood in the tray; they were not lost to anything */
  seedlingsThinned: kind(
    'sowing',
    v.strictObject({ count: amount(1, 1_000_000) }),
    p => `${counted(p.count, 'seedling')} thinned out`,
  ),
}
