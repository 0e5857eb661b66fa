import { dayOf } from '@virgulta/core/time/days'
import { expect, it } from 'vitest'
import { bayEntries, bayWish } from './bay'

const places = bayWish.placeNames.map((name, i) => ({ id: `00000000-0000-4000-8000-00000000000${i}`, name }))

it('tells the same story every time, with work in hand, and nothing that is still to come', () => {
  const { entries } = bayEntries(places)
  expect(bayEntries(places).entries).toEqual(entries)
  expect(entries.every(e => e.happenedAt <= bayWish.clockAt)).toBe(true)
  const chosen = entries.filter(e => e.kind === 'flowerChosen' && e.happenedAt > '2026-12-01')
  expect(chosen.length).toBeGreaterThan(8)
})

it('has its flowers in the southern summer', () => {
  const months = bayEntries(places)
    .entries.filter(e => e.kind === 'pollinated')
    .map(e => dayOf(e.happenedAt, bayWish.zone).slice(5, 7))
  expect(new Set(months)).toEqual(new Set(['12', '01', '02'].filter(month => months.includes(month))))
  expect(months.length).toBeGreaterThan(25)
})
