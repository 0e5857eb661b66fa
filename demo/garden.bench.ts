import { rollup } from 'd3-array'
import { bench, describe } from 'vitest'
import { moreFlowersFor, nothing } from '@virgulta/core/crosses/course'
import { subjectsOf } from '@virgulta/core/log/entry'
import type { LoggedDeed } from '@virgulta/core/log/entry'
import { fold } from '@virgulta/core/log/fold'
import { roundUntil } from '@virgulta/core/round/round'
import { dayOf } from '@virgulta/core/time/days'
import { chilli } from '@virgulta/core/crops/chilli'
import { cropKnowledge } from '@virgulta/core/crops/knowledge'
import { demoEntries } from './garden'
import { ZONE } from './scribe'
import { PLACES } from './stock'

const places = PLACES.map((name, i) => ({ id: String(i), name }))
const deeds = demoEntries(places).entries.map(deed => ({ ...deed, day: dayOf(deed.happenedAt, ZONE) }) as LoggedDeed)
const bySubject = rollup(
  deeds.flatMap(deed => subjectsOf(deed).map(subject => ({ subject, deed }))),
  touches => ({ ...touches[0]!.subject, deeds: touches.map(t => t.deed) }), touch => touch.subject.id,
)
const states = (type: string) => [...bySubject.values()].filter(s => s.type === type).map(s => fold(s.type, s.id, s.deeds)!) as never[]
const history = { crosses: states('cross'), flowers: states('flower'), lots: states('seedLot'), sowings: states('sowing'), offspring: states('plant') }
const knowledge = cropKnowledge(chilli, history)
const flowers = history.flowers.map((f: object) => ({ ...f, crop: 'chilli', placeId: null })) as never[]

describe(`the demo garden's log, ${deeds.length} entries`, () => {
  bench('folded anew, every subject', () => {
    for (const { type, id, deeds: own } of bySubject.values()) fold(type, id, own)
  })
  bench('what is expected of a crop, from all its records', () => {
    cropKnowledge(chilli, history)
  })
  bench('how many more flowers, by 1000 runs each', () => {
    moreFlowersFor(nothing, 3, knowledge)
  })
  bench('the round of all flowers', () => {
    roundUntil({ crosses: [], flowers, lots: [], sowings: [] }, new Map([['chilli', { guide: chilli, knowledge }]]), '2026-06-12')
  })
})
