import { chilli } from '@virgulta/core/crops/guides/chilli'
import { cropKnowledge } from '@virgulta/core/crops/knowledge'
import { digestOf } from '@virgulta/core/crops/digest'
import { keepersOf, nothing } from '@virgulta/core/crosses/course'
import type { LoggedDeed } from '@virgulta/core/log/entry'
import { subjectsOf } from '@virgulta/core/log/entry'
import { fold } from '@virgulta/core/log/fold'
import { roundUntil } from '@virgulta/core/round/round'
import { dayOf } from '@virgulta/core/time/days'
import { rollup } from 'd3-array'
import { lakeEntries } from '../demo/lake'
import { ZONE } from '../demo/scribe'
import { PLACES } from '../demo/stock'
import type { Row } from './measure'
import { timed } from './measure'

const TIMES = 20

/** The computations behind the screens, on the log of the demo garden. */
export async function coreRows(): Promise<Row[]> {
  const places = PLACES.map((name, i) => ({ id: String(i), name }))
  const deeds = lakeEntries(places).entries.map(
    deed => ({ ...deed, day: dayOf(deed.happenedAt, ZONE) }) as LoggedDeed,
  )
  const bySubject = rollup(
    deeds.flatMap(deed => subjectsOf(deed).map(subject => ({ subject, deed }))),
    touches => ({ ...touches[0]!.subject, deeds: touches.map(t => t.deed) }),
    touch => touch.subject.id,
  )
  const states = (type: string) =>
    [...bySubject.values()].filter(s => s.type === type).map(s => fold(s.type, s.id, s.deeds)!) as never[]
  const history = {
    crosses: states('cross'),
    flowers: states('flower'),
    lots: states('seedLot'),
    sowings: states('sowing'),
    offspring: states('plant'),
  }
  const knowledge = cropKnowledge(chilli, digestOf(history, chilli))
  const work = (what: string, does: () => unknown) =>
    timed(`core: ${what}`, 1, TIMES, async () => {
      does()
      return true
    })
  return [
    await work(`demo log of ${deeds.length} entries folded anew`, () => {
      for (const { type, id, deeds: own } of bySubject.values()) fold(type, id, own)
    }),
    await work('what is expected of a crop, from all its records', () =>
      cropKnowledge(chilli, digestOf(history, chilli)),
    ),
    await work('how many more flowers', () => keepersOf(knowledge).moreFlowers(nothing, 3)),
    await work('the round of all flowers', () =>
      roundUntil([{ guide: chilli, knowledge, history }], { today: '2026-06-12', placeOf: () => null }),
    ),
  ]
}
