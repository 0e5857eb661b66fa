import { addDays } from '@virgulta/core/time/days'
import { expect, it } from 'vitest'
import { lakeEntries } from './lake'
import { NOW } from './scribe'
import { PLACES } from './stock'

const places = PLACES.map((name, i) => ({ id: `00000000-0000-4000-8000-00000000000${i}`, name }))

it('tells the same story every time, and nothing that is still to come', () => {
  const story = lakeEntries(places)
  expect(lakeEntries(places)).toEqual(story)
  expect(story.entries.every(e => e.happenedAt <= NOW)).toBe(true)
  expect(
    story.entries.filter(e => e.happenedAt.slice(0, 10) >= addDays(NOW.slice(0, 10), -2)).length,
  ).toBeGreaterThan(20)
})

it('gives every entry an id and every tag a code of its own', () => {
  const { entries, serials } = lakeEntries(places)
  expect(new Set(entries.map(e => e.id)).size).toBe(entries.length)
  const codes = entries.flatMap(e =>
    'code' in e.payload
      ? [e.payload.code]
      : e.kind === 'seedlingsRaised'
        ? e.payload.plants.map(p => p.code)
        : [],
  )
  expect(new Set(codes).size).toBe(codes.length)
  expect(codes.length).toBeGreaterThan(2000)
  expect(serials.map(([year]) => year)).toContain(2026)
})
