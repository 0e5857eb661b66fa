import type { Deed } from '@virgulta/core/log/entry'
import type { COLLECTING } from '@virgulta/core/pollen/kinds'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays } from '@virgulta/core/time/days'
import type { Scribe } from './scribe'

/** A collection of the story: from whom, when, into which store, and what was done with it later. */
interface Collection {
  donors: string[]
  crop: 'chilli' | 'hellebore' | 'squash'
  on: ISODate
  doses: number
  flowers: number
  store?: 'refrigerator' | 'freezer' | 'coolBox'
  /** when it went on into the freezer */
  frozenOn?: ISODate
  tests?: { on: ISODate; share: number; seen: number; phase?: 'before' | 'after' }[]
  drying?: 'shade' | 'agent' | 'none'
  doubt?: 'damp' | 'usedTool'
  splitOn?: ISODate
  ended?: { on: ISODate; reason: string }
  /** it still dries */
  isFresh?: boolean
}

const ways: Record<Collection['crop'], keyof typeof COLLECTING> = {
  chilli: 'wand',
  hellebore: 'buds',
  squash: 'flowers',
}

const collections: Collection[] = [
  {
    donors: ['Slate Hour'],
    crop: 'hellebore',
    on: '2026-01-22',
    doses: 40,
    flowers: 14,
    frozenOn: '2026-02-12',
    splitOn: '2026-02-11',
    tests: [
      { on: '2026-01-25', share: 0.78, seen: 120, phase: 'before' },
      { on: '2026-04-18', share: 0.61, seen: 96, phase: 'after' },
    ],
  },
  {
    donors: ['Winter Post'],
    crop: 'hellebore',
    on: '2026-01-14',
    doses: 25,
    flowers: 9,
    frozenOn: '2026-01-20',
  },
  {
    donors: ['Lark Gate'],
    crop: 'hellebore',
    on: '2026-02-16',
    doses: 30,
    flowers: 11,
    frozenOn: '2026-03-20',
    tests: [{ on: '2026-02-19', share: 0.7, seen: 80, phase: 'before' }],
  },
  {
    donors: ['Second Bell'],
    crop: 'hellebore',
    on: '2026-03-02',
    doses: 18,
    flowers: 6,
    tests: [{ on: '2026-05-06', share: 0.31, seen: 88 }],
  },
  {
    donors: ['Night Ferry'],
    crop: 'hellebore',
    on: '2026-02-04',
    doses: 12,
    flowers: 5,
    doubt: 'damp',
    ended: { on: '2026-05-28', reason: 'clumped, nothing grew on the medium' },
  },
  {
    donors: ['Double Rain'],
    crop: 'hellebore',
    on: '2026-02-09',
    doses: 16,
    flowers: 7,
    drying: 'agent',
    frozenOn: '2026-02-11',
  },
  {
    donors: ['Soot Wick'],
    crop: 'chilli',
    on: '2025-07-28',
    doses: 20,
    flowers: 24,
    frozenOn: '2025-07-30',
    tests: [{ on: '2026-03-04', share: 0.42, seen: 100, phase: 'after' }],
  },
  {
    donors: ['Small Lantern'],
    crop: 'chilli',
    on: '2026-06-04',
    doses: 24,
    flowers: 30,
    tests: [{ on: '2026-06-06', share: 0.66, seen: 60 }],
  },
  { donors: ['Small Lantern'], crop: 'chilli', on: '2026-05-21', doses: 14, flowers: 18 },
  {
    donors: ['Quick Tallow'],
    crop: 'chilli',
    on: '2026-05-18',
    doses: 22,
    flowers: 26,
    frozenOn: '2026-05-20',
  },
  {
    donors: ['Vesper Peg'],
    crop: 'chilli',
    on: '2026-06-02',
    doses: 10,
    flowers: 12,
    drying: 'none',
    doubt: 'usedTool',
  },
  { donors: ['Copper Wren'], crop: 'chilli', on: '2026-06-08', doses: 16, flowers: 20, store: 'coolBox' },
  { donors: ['Ink Thimble'], crop: 'chilli', on: '2026-06-11', doses: 12, flowers: 15, isFresh: true },
  {
    donors: ['Lake Bulk', 'Amber Sill', 'Green Furlong', 'Barn Shelf'],
    crop: 'squash',
    on: '2026-06-12',
    doses: 20,
    flowers: 12,
    store: 'coolBox',
    drying: 'none',
  },
]

/** Crosses of the coming winter, whose parents hardly flower together. */
const winter = [
  { seedParent: 'Winter Post', pollenParent: 'Lark Gate', aim: 'Early, and looking up', flowers: 12 },
  { seedParent: 'Slate Hour', pollenParent: 'Lark Gate', aim: 'Slate colour that looks up', flowers: 10 },
  { seedParent: 'Winter Post', pollenParent: 'Second Bell', aim: 'Early double', flowers: 8 },
  { seedParent: 'Second Bell', pollenParent: 'Winter Post', aim: 'Double, and looking up', flowers: 6 },
] as const

/**
 * Tells of the pollen of the demo garden: where it is kept, what was collected, tested and thrown away; and out of which tube some of
 * the flowers of the story got theirs.
 *
 * @param told the story so far; pollinations that came out of a tube are changed in place
 */
export function tellPollen(scribe: Scribe, founders: Map<string, { id: string }>, told: Deed[]): void {
  const stores = {
    bench: ['Drying shelf', 'bench', 18, false],
    coolBox: ['Blue cool box', 'coolBox', 8, false],
    refrigerator: ['Workroom refrigerator', 'refrigerator', 4, true],
    freezer: ['Workroom freezer', 'freezer', -18, true],
  } as const
  const storeIds = Object.fromEntries(
    Object.entries(stores).map(([key, [name, keeps, celsius, isLogged]]) => {
      const id = scribe.id('2025-03-01')
      scribe.note('2025-03-01', 15, 'storeSet', id, { name, keeps, celsius, isLogged })
      return [key, id]
    }),
  ) as Record<keyof typeof stores, string>
  const tubes = collections.map(of => {
    const {
      donors,
      crop,
      on,
      doses,
      flowers,
      store = 'refrigerator',
      frozenOn,
      tests = [],
      drying = 'shade',
      doubt,
      splitOn,
      ended,
      isFresh,
    } = of
    const id = scribe.id(on)
    const donorIds = donors.map(name => founders.get(name)!.id)
    scribe.note(on, crop === 'squash' ? 5.2 : 15.5, 'pollenCollected', id, {
      code: scribe.code(on),
      crop,
      donors: donorIds,
      way: ways[crop],
      stage: crop === 'hellebore' ? 'eve' : 'shedding',
      flowers,
    })
    const tubedOn = drying === 'none' ? on : addDays(on, 1)
    if (!isFresh)
      scribe.note(tubedOn, crop === 'squash' ? 5.4 : 17, 'pollenTubed', id, {
        drying,
        doses,
        hasDesiccant: drying !== 'none',
        storeId: storeIds[store],
      })
    if (splitOn) {
      const part = scribe.id(splitOn)
      scribe.note(splitOn, 11, 'tubeSplit', id, {
        into: [{ id: part, code: scribe.code(splitOn), doses: 12 }],
        crop,
        donors: donorIds,
      })
      scribe.note(splitOn, 11.2, 'tubeMoved', part, { toId: storeIds[store], fromId: null })
    }
    if (frozenOn)
      scribe.note(frozenOn, 16, 'tubeMoved', id, { toId: storeIds.freezer, fromId: storeIds[store] })
    for (const { on: day, share, seen, phase } of tests) {
      const fields = Array.from({ length: 4 }, (_, i) => ({
        alive: Math.round((share * seen) / 4) + (i % 3) - 1,
        seen: Math.round(seen / 4),
      }))
      scribe.note(day, 10, 'tubeTested', id, { method: 'germinated', fields, ...(phase ? { phase } : {}) })
    }
    if (doubt) scribe.note(addDays(on, 3), 12, 'tubeDoubted', id, { doubt })
    if (ended) scribe.note(ended.on, 12, 'tubeEnded', id, { reason: ended.reason })
    return {
      id,
      doses,
      from: `${addDays(tubedOn, 1)}T12:00`,
      until: ended?.on ?? '9999',
      donorId: donorIds.length === 1 ? donorIds[0] : null,
      left: doses,
    }
  })
  for (const { seedParent, pollenParent, aim, flowers } of winter) {
    const id = scribe.id('2026-06-09')
    scribe.note('2026-06-09', 20.5, 'crossPlanned', id, {
      code: scribe.code('2026-06-09'),
      crop: 'hellebore',
      aimId: null,
      aim,
      flowersPlanned: flowers,
      keepersWanted: 1,
      seedParentId: founders.get(seedParent)!.id,
      pollenParentId: founders.get(pollenParent)!.id,
      selfMeant: false,
    })
  }
  for (const [i, deed] of told.entries()) {
    if (deed.kind !== 'pollinated' || i % 2) continue
    const tube = tubes.find(
      t =>
        t.donorId === deed.payload.pollenParentId &&
        t.from < deed.happenedAt &&
        deed.happenedAt < t.until &&
        t.left > 3,
    )
    if (!tube) continue
    tube.left--
    deed.payload = { ...deed.payload, tubeId: tube.id, doses: 1 }
  }
}
