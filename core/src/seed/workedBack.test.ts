import { expect, it } from 'vitest'
import { NO_RECORDS } from '../crops/digest'
import { builtInGuide } from '../crops/guides/all'
import { chilli } from '../crops/guides/chilli'
import { cropKnowledge } from '../crops/knowledge'
import { againstPlace, workedBack } from './workedBack'

const rose = builtInGuide('rose')!
const toUp = (guide: typeof rose) => cropKnowledge(guide, NO_RECORDS).days.toUp

it('sowing is worked back from the first flowers by the days of the guide', () => {
  const way = workedBack('flower', '2027-07-01', chilli, toUp(chilli))!
  expect(way.map(step => step.what)).toEqual(['sow', 'up', 'flower'])
  expect(way[0]).toEqual({ what: 'sow', from: '2027-02-21', until: '2027-04-07' })
  expect(way[1]!.from > way[0]!.from).toBe(true)
})

it('moist weeks come before it, the warm ones before the cold ones', () => {
  const both = { ...rose, seedHandling: { ...rose.seedHandling, warmWeeks: { low: 8, high: 12 } } }
  const way = workedBack('plantOut', '2027-05-20', both, toUp(rose))!
  expect(way.map(step => step.what)).toEqual(['warm', 'cold', 'sow', 'up', 'plantOut'])
  for (const [i, step] of way.slice(1, 3).entries()) {
    expect(way[i]!.from < step.from).toBe(true)
    expect(way[i]!.until < step.until).toBe(true)
  }
})

it('no day of first flowers is aimed at where a crop takes years to them', () => {
  const slow = builtInGuide('clivia')!
  expect(slow.bloom.fromSowing).toBeNull()
  expect(workedBack('flower', '2027-05-20', slow, toUp(slow))).toBeNull()
  expect(workedBack('plantOut', '2027-05-20', slow, toUp(slow))).not.toBeNull()
})

it('frost speaks against open ground, short days against glass too, and nothing against lamps', () => {
  const way = workedBack('flower', '2027-06-01', chilli, toUp(chilli))!
  const around = { frostUntil: '2027-05-10', dark: { from: '2026-11-01', to: '2027-02-10' } }
  const against = (where: 'lamps' | 'glass' | 'open') => againstPlace(way, where, around).join(' ')
  expect(against('lamps')).toBe('')
  expect(against('glass')).toMatch(
    /^Days are shorter than ten hours from 1 November 2026 to 10 February 2027/,
  )
  expect(against('open')).toMatch(/before the last frost is over \(10 May 2027 .* Days are shorter/)
  expect(againstPlace(way, 'open', { frostUntil: null, dark: null })).toEqual([])
  const late = workedBack('flower', '2027-10-15', chilli, toUp(chilli))!
  expect(againstPlace(late, 'open', around)).toEqual([])
})
