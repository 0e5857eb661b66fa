import { describe, expect, it } from 'vitest'
import type { Stop } from './stop'
import { minutesToWait, walkOn } from './walk'

const now = '2026-06-12T06:00:00.000Z'
const stop = (id: string, placeId: string | null, from?: number, notBefore: string | null = null) =>
  ({
    subject: { type: 'flower' as const, id },
    placeId,
    hours: from === undefined ? null : { from, to: from + 3, weather: null },
    notBefore,
  }) satisfies Pick<Stop, 'subject' | 'placeId' | 'hours' | 'notBefore'>
const stops = [
  stop('a', 'bench', 10.4),
  stop('b', 'bench', 7),
  stop('c', 'plot'),
  stop('d', 'bench'),
  stop('e', 'plot', 7),
]
const at = (hour: number, placeId?: string | null) => {
  const { next, waiting } = walkOn(stops, hour, placeId, now)
  return [next?.subject.id ?? null, waiting.map(s => s.subject.id)]
}

describe('the walk', () => {
  it('begins with what can be done now, in the order of the round', () => {
    expect(at(5.75)).toEqual(['c', ['b', 'e', 'a']])
    expect(at(7)).toEqual(['b', ['a']])
    expect(at(11)).toEqual(['a', []])
  })

  it('stays at the place where one stands, and leaves it when nothing more can be done there', () => {
    expect(at(5.75, 'bench')[0]).toBe('d')
    expect(at(7, 'plot')[0]).toBe('c')
    expect(at(5.75, 'shed')[0]).toBe('c')
  })

  it('waits a quarter of an hour, no longer, and says who waits by the hour', () => {
    expect(at(6.74)[0]).toBe('c')
    expect(at(6.75)[0]).toBe('b')
    expect(walkOn([stop('a', 'bench', 20)], 6, 'bench', now)).toMatchObject({
      next: null,
      waiting: [{ subject: { id: 'a' } }],
    })
  })

  it('leaves what was washed alone for its minutes, goes on elsewhere, and comes back', () => {
    const washed = stop('a', 'bench', undefined, '2026-06-12T06:08:00.000Z')
    const later = stop('b', 'bench', undefined, '2026-06-12T06:03:00.000Z')
    const other = stop('c', 'plot')
    const { next, working } = walkOn([washed, later, other], 7, 'bench', now)
    expect([next?.subject.id, working.map(s => s.subject.id)]).toEqual(['c', ['b', 'a']])
    expect(minutesToWait(washed, now)).toBe(8)
    expect(walkOn([washed, other], 7, 'bench', '2026-06-12T06:08:00.000Z').next).toBe(washed)
  })
})
