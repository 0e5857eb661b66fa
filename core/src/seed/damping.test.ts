import { describe, expect, it } from 'vitest'
import { NO_RECORDS } from '../crops/digest'
import { chilli } from '../crops/guides/chilli'
import { cropKnowledge } from '../crops/knowledge'
import type { LoggedDeed } from '../log/entry'
import { fold } from '../log/fold'
import { answersTo } from '../round/work'
import { deed, ids, sow, withPayload } from '../testing/deeds'
import { dampingIn, dampingInWords } from './damping'
import { sowingDue } from './due'

const SOWN = '2026-03-01'
const on = (day: number) => `2026-03-${String(day).padStart(2, '0')}`
const put = (how: object, more: object = {}) => withPayload(sow(SOWN, 30), { how, ...more })
const up = (day: number, count: number) => deed(on(day), 'seedlingsUp', ids.sowing, { count })
const fell = (day: number, count: number) =>
  deed(on(day), 'seedlingsLost', ids.sowing, { count, reason: 'damped off' })
const dried = (day: number) => deed(on(day), 'trayWatched', ids.sowing, { leftToDry: true })
const tray = (...deeds: LoggedDeed[]) => fold('sowing', ids.sowing, deeds)!
const knowledge = cropKnowledge(chilli, NO_RECORDS)
const dueOn = (day: number, ...deeds: LoggedDeed[]) =>
  sowingDue(tray(...deeds), { guide: chilli, knowledge, today: on(day) })

describe('damping-off', () => {
  it('is watched from the first seedlings on for three weeks, and not where none stands', () => {
    expect(dampingIn(tray(put({})), on(10))).toBeNull()
    expect(dampingIn(tray(put({}), up(8, 5)), on(10))).toEqual({
      level: 'raised',
      because: ['the first two weeks'],
    })
    expect(dampingIn(tray(put({}), up(8, 5)), on(25))).toEqual({ level: 'low', because: [] })
    expect(dampingIn(tray(put({}), up(8, 5)), on(31))).toBeNull()
    expect(dampingIn(tray(put({}), up(8, 5), fell(9, 5)), on(10))).toBeNull()
  })

  it('is likelier under a closed cover, outdoors and where some fell; less so under grit and where the surface dries', () => {
    const levelOf = (...deeds: LoggedDeed[]) => dampingIn(tray(...deeds), on(10))!.level
    expect(levelOf(put({ cover: 'closed' }, { air: 'outdoors' }), up(8, 5))).toBe('high')
    expect(levelOf(put({}), up(8, 5), fell(9, 1))).toBe('high')
    expect(levelOf(put({ topLayer: 'fine grit' }), up(8, 5))).toBe('low')
    expect(levelOf(put({ cover: 'closed' }), up(8, 5), dried(9))).toBe('raised')
    const risk = dampingIn(tray(put({ cover: 'closed' }), up(8, 5), fell(9, 1)), on(10))!
    expect(dampingInWords(risk)).toBe(
      'Damping-off: the risk is high (the first two weeks, kept covered and closed, some fell over already).',
    )
  })

  it('brings a look the sooner the higher the risk, also when all are up; who counts has looked', () => {
    const all = up(8, 30)
    expect(dueOn(9, put({}), all)).toMatchObject({ step: 'watchTray', from: on(11) })
    expect(dueOn(10, put({}), all, fell(9, 2))).toMatchObject({ step: 'watchTray', from: on(11) })
    expect(dueOn(9, put({}), up(8, 5))).toMatchObject({ step: 'countUp', from: on(10) })
    expect(dueOn(31, put({}), all)).toMatchObject({ step: 'prickOut' })
  })

  it('is noted in one press: all stand, so many fell, left to dry', () => {
    const stop = {
      subject: { type: 'sowing' as const, id: ids.sowing },
      plantId: null,
      placeId: null,
      fruits: null,
      flower: null,
      sowing: tray(put({}), up(8, 5)),
      step: 'watchTray' as const,
    }
    const labels = (count: number) => answersTo({ ...stop, count }, chilli, on(10)).map(a => a.label)
    expect(labels(0)).toEqual(['All stand', 'Left to dry'])
    expect(labels(2)).toEqual(['2 damped off', 'Left to dry'])
  })
})
