import { describe, expect, it } from 'vitest'
import { chilli } from '../crops/guides/chilli'
import { fold } from '../log/fold'
import { chosen, deed, ids, newId, upToPollination } from '../testing/deeds'
import { crossDue } from './due'
import { progressOf } from './progress'

const planned = (day: string) =>
  fold('cross', ids.cross, [
    deed(day, 'crossPlanned', ids.cross, {
      code: '26-4RMX',
      crop: 'chilli',
      seedParentId: ids.seedParent,
      pollenParentId: ids.pollenParent,
      selfMeant: false,
      aim: 'low',
      flowersPlanned: 3,
      keepersWanted: 1,
    }),
  ])!
const [one, two] = [newId(), newId()]
const hanging = fold('flower', one, [chosen('2026-06-10', one)])!
const lost = fold('flower', two, [
  chosen('2026-06-10', two),
  deed('2026-06-11', 'flowerLost', two, { reason: 'eaten' }),
])!
const failed = fold('flower', two, [
  ...upToPollination('2026-06-01', '2026-06-02', two),
  deed('2026-06-08', 'takeNoted', two, { take: 'failed', reason: 'heat' }),
])!

describe('the flowers a cross still lacks', () => {
  it('are those planned without those tagged; lost before pollen does not count, failed after it does', () => {
    expect(crossDue(planned('2026-06-01'), [hanging, lost], chilli, '2026-06-12')).toMatchObject({
      missing: 2,
      from: '2026-06-01',
      until: '2026-09-25',
    })
    expect(crossDue(planned('2026-06-01'), [hanging, failed], chilli, '2026-06-12')).toMatchObject({
      missing: 1,
      because: '2 of 3 planned flowers have a tag; chilli usually flowers until 25 September.',
    })
  })

  it('wait for the bloom the cross was planned for, and go with it', () => {
    expect(crossDue(planned('2026-02-01'), [], chilli, '2026-02-02')).toMatchObject({ from: '2026-05-20' })
    expect(crossDue(planned('2025-07-01'), [], chilli, '2026-06-12')).toBeNull()
  })

  it('are asked for while their own plant flowers, where that is foretold of this season', () => {
    const foretold = { from: '2026-06-20', to: '2026-07-30', over: '2026-08-12' }
    expect(crossDue(planned('2026-06-01'), [hanging], chilli, '2026-06-12', foretold)).toMatchObject({
      from: '2026-06-20',
      until: '2026-07-30',
      because: '1 of 3 planned flowers have a tag; its seed parent is likely to flower until 30 July.',
    })
    expect(crossDue(planned('2026-06-01'), [], chilli, '2026-08-10', foretold)).not.toBeNull()
    expect(crossDue(planned('2026-06-01'), [], chilli, '2026-08-13', foretold)).toBeNull()
    // Planned for the next season, of which nothing is foretold yet.
    expect(crossDue(planned('2026-10-01'), [], chilli, '2026-10-02', foretold)).toMatchObject({
      from: '2027-05-20',
    })
  })

  it('are single flowers: a cluster counts for as many as it has, on Today as on the page of the cross', () => {
    const cluster = fold('flower', one, [chosen('2026-06-10', one, 2)])!
    const cross = planned('2026-06-01')
    expect(crossDue(cross, [cluster], chilli, '2026-06-12')).toMatchObject({ missing: 1 })
    expect(progressOf(cross, [cluster], chilli, '2026-06-12')).toMatchObject({ missing: 1, buds: 2 })
    expect(crossDue(cross, [cluster, hanging], chilli, '2026-06-12')).toBeNull()
  })

  it('are none when the plan is full', () => {
    const flowers = [1, 2, 3].map(() => {
      const id = newId()
      return fold('flower', id, [chosen('2026-06-10', id)])!
    })
    expect(crossDue(planned('2026-06-01'), flowers, chilli, '2026-06-12')).toBeNull()
  })
})
