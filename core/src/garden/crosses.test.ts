import { describe, expect, it } from 'vitest'
import { chosen, deed, harvest, ids, sow, upToPollination, withPayload } from '../testing/deeds'
import { cross, dayIn, gardenOf, plant } from '../testing/garden'
import { crossLines, crossView } from './crosses'

const plants = [
  plant('2026-05-01', ids.seedParent, 'Test Ember', 'rose'),
  plant('2026-05-01', ids.pollenParent, 'Test Lantern', 'rose'),
]
const deeds = [
  ...plants,
  cross('2026-05-02', 'rose', ids.seedParent, ids.pollenParent, ids.cross),
  ...upToPollination('2026-06-01', '2026-06-02'),
  deed('2026-06-20', 'takeNoted', ids.flower, { take: 'taken', reason: null }),
  harvest('2026-10-01', 30, 28, 2),
  sow('2026-11-20', 20),
  deed('2027-02-01', 'seedlingsUp', ids.sowing, { count: 9 }),
]
const later = cross('2026-05-03', 'rose', ids.pollenParent, ids.seedParent)
const at = (today: string, ...more: typeof deeds) => dayIn(gardenOf([...deeds, ...more]), today)

describe('the crosses of a garden', () => {
  it('say how far each has come, the latest first', () => {
    const [newest, oldest] = crossLines(at('2027-02-02', later))
    expect(newest!.cross.id).toBe(later.subjectId)
    expect(newest!.counts).toMatchObject({ pollinated: 0, seeds: 0, up: 0 })
    expect(oldest).toMatchObject({
      cross: { id: ids.cross },
      counts: { pollinated: 1, taken: 1, seeds: 28, sown: 20, up: 9, judged: 0, kept: 0 },
      progress: { target: 4, done: 1, taken: 1, missing: 3 },
    })
  })

  it('count the flowers at which something is due today', () => {
    const second = chosen('2026-06-10', '00000000-0000-7000-8000-00000000f10e')
    expect(crossLines(at('2026-06-10', second))[0]!.due).toBe(1)
    expect(crossLines(at('2026-06-09', second))[0]!.due).toBe(0)
  })
})

describe('one cross', () => {
  it('has its flowers, packets and trays, each flower with what is due at it', () => {
    const view = crossView(at('2027-02-02'), ids.cross)!
    expect(view.flowers.map(({ flower, due }) => [flower.id, flower.status, due])).toEqual([
      [ids.flower, 'harvested', null],
    ])
    expect(view.lots.map(lot => lot.id)).toEqual([ids.lot])
    expect(view.sowings).toMatchObject([{ id: ids.sowing, up: 9 }])
    expect(view.offspring).toBe(0)
  })

  it('is compared with what other crosses lead to expect: its own outcome does not tell its plan', () => {
    const failing = (crossId: string, group: string) =>
      Array.from({ length: 9 }, (_, i) => {
        const id = `00000000-0000-7000-8000-0000000fa${group}0${i}`
        const tag = chosen('2026-06-05', id)
        const steps = upToPollination('2026-06-05', '2026-06-06', id).slice(1)
        const failed = deed('2026-06-25', 'takeNoted', id, { take: 'failed', reason: 'dropped' })
        return [withPayload(tag, { crossId }), ...steps, failed]
      }).flat()
    const takes = (...more: typeof deeds) =>
      crossView(at('2027-02-02', ...more), ids.cross)!.stem.stages.find(s => s.stage === 'taken')!
    const alone = takes(later)
    const own = takes(later, ...failing(ids.cross, '1'))
    const others = takes(later, ...failing(later.subjectId, '2'))
    expect(own.rate).not.toEqual(alone.rate)
    expect(others.plan.median).toBeLessThan(alone.plan.median)
    const share = (stage: typeof own) => stage.plan.median / 10
    expect(share(own)).toBeGreaterThan(share(others))
  })

  it('is none where nobody planned it', () => expect(crossView(at('2027-02-02'), 'nowhere')).toBeNull())
})
