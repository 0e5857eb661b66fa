import { cropKnowledge } from '@virgulta/core/crops/knowledge'
import { NO_RECORDS } from '@virgulta/core/crops/digest'
import { builtInGuide } from '@virgulta/core/crops/guides/all'
import type { LoggedDeed } from '@virgulta/core/log/entry'
import { fold } from '@virgulta/core/log/fold'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { CropOnRound } from '@virgulta/core/round/round'
import { roundUntil } from '@virgulta/core/round/round'
import type { Sowing } from '@virgulta/core/seed/sowing'
import { tagCodes } from '@virgulta/core/tags/code'
import { addDays } from '@virgulta/core/time/days'
import { v7 } from 'uuid'
import type { Row } from './measure'
import { timed } from './measure'

const [STOPS, ENTRIES] = [300, 100_000]
const ROUND_AIM_MS = 100
const ids = { cross: v7(), seedParent: v7(), pollenParent: v7() }
const codes = tagCodes(2026, 0, STOPS).codes

/** Ten deeds of one flower, from its tag to its take. */
function deedsOf(flowerId: string, i: number): LoggedDeed[] {
  const on = (day: number, kind: string, payload: object, minute = 0) =>
    ({
      id: v7(),
      kind,
      subjectId: flowerId,
      payload,
      day: `2026-06-${String(day).padStart(2, '0')}`,
      happenedAt: `2026-06-${String(day).padStart(2, '0')}T07:${String(minute).padStart(2, '0')}:00.000Z`,
    }) as LoggedDeed
  return [
    on(8, 'flowerChosen', {
      code: codes[i % STOPS],
      crossId: ids.cross,
      seedParentId: ids.seedParent,
      pollenParentId: ids.pollenParent,
      blooms: 1,
    }),
    on(8, 'emasculated', { school: 'pluck', count: 6 }, 1),
    on(8, 'lensChecked', { found: 'clean' }, 2),
    on(8, 'isolated', { way: 'mesh' }, 3),
    on(9, 'looked', { look: 'notYet' }),
    on(10, 'looked', { look: 'ready' }),
    on(
      10,
      'pollinated',
      { pollenParentId: ids.pollenParent, selfMeant: false, tool: 'brush', grains: 'many' },
      1,
    ),
    on(10, 'isolated', { way: 'mesh' }, 2),
    on(13, 'takeNoted', { take: 'notYet', reason: null }),
    on(15, 'takeNoted', { take: 'taken', reason: null }),
  ]
}

const VESSELS = 500
const rose = builtInGuide('rose')!

/** A bag in the cold, with looks. */
function vesselOf(i: number): Sowing {
  const id = v7()
  const sownOn = addDays('2026-01-01', i % 150)
  const at = (days: number, kind: string, payload: object) =>
    ({
      id: v7(),
      kind,
      subjectId: id,
      payload,
      day: addDays(sownOn, days),
      happenedAt: `${addDays(sownOn, days)}T08:00:00.000Z`,
    }) as LoggedDeed
  return fold('sowing', id, [
    at(0, 'sown', {
      code: codes[i % STOPS],
      lotId: v7(),
      crossId: ids.cross,
      seeds: 30,
      container: i % 3 ? 'bag' : 'tray',
      air: i % 3 ? 'cold' : 'outdoors',
      weeks: i % 3 ? 15 : null,
      placeId: null,
    }),
    ...[21, 31, 41].map(days => at(days, 'seedlingsUp', { count: days === 41 ? 2 : 0, sprouted: true })),
  ])!
}

/** A day of many stops, a long log folded. */
export async function roundRows(): Promise<Row[]> {
  const guide = builtInGuide('chilli')!
  const knowledge = cropKnowledge(guide, NO_RECORDS)
  const flower = (i: number): Flower => ({
    ...fold('flower', v7(), deedsOf(v7(), i).slice(0, 4))!,
    seedParentId: `plant ${i % 40}`,
  })
  const crop: CropOnRound = {
    guide,
    knowledge,
    history: {
      crosses: [],
      flowers: Array.from({ length: STOPS }, (_, i) => flower(i)),
      lots: [],
      sowings: [],
      offspring: [],
    },
  }
  const ground = {
    today: '2026-06-10',
    placeOf: (id: string) => id,
    places: Array.from({ length: 40 }, (_, i) => `plant ${39 - i}`),
  }
  const vessels: CropOnRound = {
    guide: rose,
    knowledge: cropKnowledge(rose, NO_RECORDS),
    history: {
      crosses: [],
      flowers: [],
      lots: [],
      sowings: Array.from({ length: VESSELS }, (_, i) => vesselOf(i)),
      offspring: [],
    },
  }
  const logs = Array.from({ length: ENTRIES / 10 }, (_, i) => {
    const id = v7()
    return { id, deeds: deedsOf(id, i) }
  })
  return [
    await timed(
      `round: a day of ${roundUntil([crop], ground).length} stops built`,
      1,
      20,
      async () => roundUntil([crop], ground).length > 0,
      ROUND_AIM_MS,
    ),
    await timed(
      `round: a day of ${roundUntil([vessels], ground).length} stops at ${VESSELS} bags and trays on their clock`,
      1,
      20,
      async () => roundUntil([vessels], ground).length > 0,
      ROUND_AIM_MS,
    ),
    await timed(`round: ${ENTRIES} entries of flowers folded`, 1, 3, async () =>
      logs.every(({ id, deeds }) => fold('flower', id, deeds)),
    ),
  ]
}
