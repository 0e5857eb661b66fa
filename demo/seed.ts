import type { Deed } from '@virgulta/core/log/entry'
import { addDays, dayOf } from '@virgulta/core/time/days'
import { group, sum } from 'd3-array'
import type { Scribe } from './scribe'
import { ZONE } from './scribe'

type Of<K extends Deed['kind']> = Extract<Deed, { kind: K }>
const of = <K extends Deed['kind']>(entries: Deed[], kind: K) =>
  entries.filter((e): e is Of<K> => e.kind === kind)
const dayOfDeed = (deed: Deed) => dayOf(deed.happenedAt, ZONE)

/** The season the garden stands in: what is left of earlier ones was seen to. */
const THIS_SEASON = '2026'
/** Days after its last look at which an empty tray is given up, and a packet's rest is seen to after its sowing. */
const [TRAY_AFTER, PACKET_AFTER] = [40, 3]
/** Where the rest of seed that does not keep goes, in turn. */
const RESTS = [
  { how: 'givenAway', note: 'to the seed table of the volunteers' },
  { how: 'thrownAway', note: 'more than there is room for' },
] as const

/** What the people of the demo garden do about seed that is left, empty trays and fruit that splits: a garden that is looked after. */
export function tellSeed(scribe: Scribe, entries: Deed[], crop: string): void {
  const crosses = new Set(
    of(entries, 'crossPlanned')
      .filter(e => e.payload.crop === crop)
      .map(e => e.subjectId),
  )
  const sowings = group(of(entries, 'sown'), e => e.payload.lotId)
  of(entries, 'harvested')
    .filter(e => crosses.has(e.payload.crossId) && dayOfDeed(e) < THIS_SEASON)
    .forEach((lot, i) => {
      const sown = sowings.get(lot.subjectId) ?? []
      const left = lot.payload.seeds - lot.payload.empty - sum(sown, s => s.payload.seeds)
      const on = sown.length ? dayOfDeed(sown[0]!) : addDays(dayOfDeed(lot), 10)
      if (left > 0)
        scribe.note(addDays(on, PACKET_AFTER), 16, 'seedsGone', lot.subjectId, {
          ...RESTS[i % RESTS.length]!,
          seeds: left,
        })
    })
  const looks = group(of(entries, 'seedlingsUp'), e => e.subjectId)
  const raised = new Set(of(entries, 'seedlingsRaised').map(e => e.subjectId))
  for (const tray of of(entries, 'sown').filter(
    e => crosses.has(e.payload.crossId) && dayOfDeed(e) < addDays(`${THIS_SEASON}-01-01`, -400),
  )) {
    const last = looks.get(tray.subjectId)?.at(-1) ?? tray
    if (!raised.has(tray.subjectId))
      scribe.note(addDays(dayOfDeed(last), TRAY_AFTER), 10, 'sowingEnded', tray.subjectId, {
        reason: 'nothing more came up',
      })
  }
  const netted = new Set(of(entries, 'fruitNetted').map(e => e.subjectId))
  const ended = new Set([
    ...of(entries, 'flowerLost').map(e => e.subjectId),
    ...of(entries, 'harvested').flatMap(e => e.payload.flowers.map(f => f.flowerId)),
  ])
  const flowers = new Map(of(entries, 'flowerChosen').map(e => [e.subjectId, e]))
  const taken = of(entries, 'takeNoted').filter(e => e.payload.take === 'taken' && dayOfDeed(e) > THIS_SEASON)
  taken.forEach(({ subjectId }, i) => {
    if (
      !crosses.has(flowers.get(subjectId)!.payload.crossId) ||
      netted.has(subjectId) ||
      ended.has(subjectId)
    )
      return
    scribe.note('2026-06-03', 9 + i * 0.02, 'fruitNetted', subjectId, {})
  })
}
