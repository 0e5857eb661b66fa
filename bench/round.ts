import { cropKnowledge } from '@virgulta/core/crops/knowledge'
import { NO_RECORDS } from '@virgulta/core/crops/digest'
import { builtInGuide } from '@virgulta/core/crops/guides/all'
import type { LoggedDeed } from '@virgulta/core/log/entry'
import { fold } from '@virgulta/core/log/fold'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { CropOnRound } from '@virgulta/core/round/round'
import { roundUntil } from '@virgulta/core/round/round'
import { tagCodes } from '@virgulta/core/tags/code'
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

/** A day of many stops, a long log folded. */
export async function roundRows(): Promise<Row[]> {
  const guide = builtInGuide('chilli')!
  const knowledge = cropKnowledge(
    guide,
    NO_RECORDS,
  )
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
    },
  }
  const ground = {
    today: '2026-06-10',
    placeOf: (id: string) => id,
    places: Array.from({ length: 40 }, (_, i) => `plant ${39 - i}`),
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
    await timed(`round: ${ENTRIES} entries of flowers folded`, 1, 3, async () =>
      logs.every(({ id, deeds }) => fold('flower', id, deeds)),
    ),
  ]
}
