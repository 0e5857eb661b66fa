import { describe, expect, it } from 'vitest'
import { builtInGuide } from '../crops/guides/all'
import { askAboutFlower, askAboutSowing } from '../crops/unlikely'
import { chosen, deed, harvest, ids, sow } from '../testing/deeds'
import { askIfTwice } from './asked'
import type { LoggedDeed } from './entry'
import { fold } from './fold'
import { Refusal } from './refusal'

const asked = (work: () => void): string[] | null => {
  try {
    work()
  } catch (error) {
    if (error instanceof Refusal) return [error.code, error.message]
    throw error
  }
  return null
}
const at = (made: LoggedDeed, time: string, more: object = {}) =>
  ({ ...made, happenedAt: `${made.day}T${time}:00.000Z`, ...more }) as LoggedDeed
const emasculated = (day: string) => deed(day, 'emasculated', ids.flower, { school: 'pluck' })
const pollinated = (day: string) =>
  deed(day, 'pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false })

describe('the same deed twice in a row', () => {
  const twice = (now: LoggedDeed, ...earlier: LoggedDeed[]) =>
    asked(() => askIfTwice(now, earlier, 'Europe/Dublin'))

  it('is asked about, with the time of the first', () => {
    expect(twice(at(emasculated('2026-06-01'), '10:00'), at(emasculated('2026-06-01'), '06:30'))).toEqual([
      'twice',
      'The same was noted here at 07:30 already. Was it done twice?',
    ])
    expect(
      twice(
        at(emasculated('2026-06-01'), '10:00'),
        at(emasculated('2026-06-01'), '06:30', { dayOnly: true }),
      )![1],
    ).toContain('for 1 June')
  })

  it('is none on another day, with another way, or with something between', () => {
    expect(twice(emasculated('2026-06-02'), emasculated('2026-06-01'))).toBeNull()
    expect(
      twice(
        at(deed('2026-06-01', 'emasculated', ids.flower, { school: 'clip' }), '10:00'),
        at(emasculated('2026-06-01'), '09:00'),
      ),
    ).toBeNull()
    expect(
      twice(
        at(emasculated('2026-06-01'), '10:00'),
        at(emasculated('2026-06-01'), '08:00'),
        at(deed('2026-06-01', 'petalsOff', ids.flower, {}), '09:00'),
      ),
    ).toBeNull()
  })

  it('may come again where it is done again and again, but not within minutes', () => {
    expect(twice(at(pollinated('2026-06-01'), '08:10'), at(pollinated('2026-06-01'), '08:00'))![0]).toBe(
      'twice',
    )
    expect(twice(at(pollinated('2026-06-01'), '18:00'), at(pollinated('2026-06-01'), '08:00'))).toBeNull()
  })
})

describe('a wait that can hardly be', () => {
  const chilli = builtInGuide('chilli')!
  const flower = (...deeds: LoggedDeed[]) => fold('flower', ids.flower, [chosen('2026-06-01'), ...deeds])!
  const taken = (day: string) => deed(day, 'takeNoted', ids.flower, { take: 'taken', reason: null })

  it('is asked about: a take years after, a fruit that was never picked, seedlings long after all hope', () => {
    const late = taken('2029-08-12')
    expect(
      asked(() => askAboutFlower(late, flower(pollinated('2026-06-02'), late), chilli, late.day)),
    ).toEqual([
      'unlikely',
      'Taken 1167 days after 2 June 2026, where 4–9 are usual. Is the day right, and the tag?',
    ])
    const picked = harvest('2028-01-01', 5, 5, 0)
    expect(
      asked(() => askAboutFlower(picked, flower(pollinated('2026-06-02'), picked), chilli, picked.day))![0],
    ).toBe('unlikely')
    const up = deed('2028-01-01', 'seedlingsUp', ids.sowing, { count: 2 })
    expect(
      asked(() =>
        askAboutSowing(up, fold('sowing', ids.sowing, [sow('2026-02-01', 4), up])!, chilli, up.day),
      )![0],
    ).toBe('unlikely')
  })

  it('is none within four times what is usual, and none where no wait ends', () => {
    const soon = taken('2026-06-20')
    expect(
      asked(() => askAboutFlower(soon, flower(pollinated('2026-06-02'), soon), chilli, soon.day)),
    ).toBeNull()
    const notYet = deed('2029-08-12', 'takeNoted', ids.flower, { take: 'notYet', reason: null })
    expect(
      asked(() => askAboutFlower(notYet, flower(pollinated('2026-06-02'), notYet), chilli, notYet.day)),
    ).toBeNull()
  })
})
