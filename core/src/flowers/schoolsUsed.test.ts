import { expect, it } from 'vitest'
import { fold } from '../log/fold'
import { chosen, deed, harvest, ids, upToPollination } from '../testing/deeds'
import { schoolsUsed } from './schoolsUsed'

const used = (...deeds: Parameters<typeof fold>[2]) =>
  schoolsUsed(fold('flower', ids.flower, deeds)!, 'Europe/Dublin')
const pollinated = (day: string, more = {}) =>
  deed(day, 'pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false, ...more })

it('are what was said at the steps, and what days and hours come to', () => {
  const steps = [
    chosen('2026-06-01'),
    deed('2026-06-01', 'emasculated', ids.flower, { school: 'clip', count: 6 }),
    deed('2026-06-01', 'isolated', ids.flower, { way: 'paper' }),
    pollinated('2026-06-03', { tool: 'toothpick' }),
    pollinated('2026-06-04'),
  ]
  // Noon of the tests is 13:00 in Dublin's summer.
  expect(used(...steps)).toEqual({
    emasculation: 'clip',
    cover: 'paper',
    petals: 'on',
    hour: 'midday',
    transfer: 'toothpick',
    timing: 'receptive',
    passes: 'daily',
    source: 'otherPlant',
  })
  expect(
    used(...steps, {
      ...harvest('2026-08-01', 5, 5, 0),
      payload: { ...harvest('2026-08-01', 5, 5, 0).payload, cue: 'split' } as never,
    }),
  ).toMatchObject({ harvest: 'split' })
})

it('know what came off, and that the rivals did', () => {
  const bare = [
    chosen('2026-06-01'),
    deed('2026-06-01', 'flowerThinned', ids.flower, { kept: 1 }),
    deed('2026-06-01', 'petalsOff', ids.flower, { what: 'sepals' }),
    pollinated('2026-06-01'),
  ]
  expect(used(...bare)).toMatchObject({ rivals: 'off', petals: 'sepals' })
})

it('know no hour of a day without one, and class the others without a gap', () => {
  const at = (hour: string) =>
    used(chosen('2026-06-01'), {
      ...pollinated('2026-06-03'),
      happenedAt: `2026-06-03T${hour}:00.000Z`,
    } as never).hour
  // Dublin's summer is an hour ahead.
  expect(['03:30', '07:59', '08:00', '10:59', '12:59', '13:50', '16:00', '21:00', '02:59'].map(at)).toEqual([
    'earlyMorning',
    'earlyMorning',
    'lateMorning',
    'lateMorning',
    'midday',
    'afternoon',
    'evening',
    'night',
    'night',
  ])
  const dayOnly = used(chosen('2026-06-01'), deed('2026-06-01', 'emasculated', ids.flower, {}), {
    ...pollinated('2026-06-02'),
    happenedAt: '2026-06-02T22:59:00.000Z',
    dayOnly: true,
  } as never)
  expect(dayOnly).not.toHaveProperty('hour')
  expect(dayOnly).not.toHaveProperty('timing')
})

it('are told from the petals, from passes on one day, and from a self', () => {
  expect(
    used(
      chosen('2026-06-01'),
      deed('2026-06-01', 'emasculated', ids.flower, { school: 'strip' }),
      pollinated('2026-06-01'),
      pollinated('2026-06-01'),
    ),
  ).toMatchObject({ petals: 'off', timing: 'atOnce', passes: 'twiceDaily' })
  expect(
    used(
      chosen('2026-06-01'),
      deed('2026-06-02', 'pollinated', ids.flower, { pollenParentId: ids.seedParent, selfMeant: true }),
    ),
  ).toMatchObject({ source: 'samePlant' })
  expect(
    used(
      chosen('2026-06-01'),
      deed('2026-06-02', 'pollinated', ids.flower, {
        pollenParentId: ids.seedParent,
        selfMeant: true,
        source: 'ownFlower',
      }),
    ),
  ).toMatchObject({ source: 'ownFlower' })
})

it('leave out what the log does not tell', () => {
  expect(used(chosen('2026-06-01'))).toEqual({})
  expect(used(...upToPollination('2026-06-01', '2026-06-02'))).not.toHaveProperty('transfer')
})
