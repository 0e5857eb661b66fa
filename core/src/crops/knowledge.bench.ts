import { bench, describe } from 'vitest'
import { demoEntries } from '../../../demo/garden'
import { moreFlowersFor, nothing } from '../crosses/course'
import { subjectsOf } from '../log/entry'
import type { LoggedDeed } from '../log/entry'
import { fold } from '../log/fold'
import { roundUntil } from '../round/round'
import { dayOf } from '../time/days'
import { chilli } from './chilli'
import { cropKnowledge } from './knowledge'

const places = ['North bench 1', 'North bench 2', 'South bench', 'Seed house', 'Shade frame', 'Woodland edge', 'Squash plot'].map((name, i) => ({ id: String(i), name }))
const deeds = demoEntries(places).entries.map(deed => ({ ...deed, day: dayOf(deed.happenedAt, 'Europe/Dublin') }) as LoggedDeed)
const bySubject = new Map<string, { type: 'plant' | 'cross' | 'flower' | 'seedLot' | 'sowing', id: string, deeds: LoggedDeed[] }>()
for (const deed of deeds) {
  for (const { type, id } of subjectsOf(deed)) {
    const known = bySubject.get(id)
    if (known) known.deeds.push(deed)
    else bySubject.set(id, { type, id, deeds: [deed] })
  }
}
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
    roundUntil({ flowers, lots: [], sowings: [] }, new Map([['chilli', { guide: chilli, knowledge }]]), '2026-06-12')
  })
})
