/** What must hold for every guide, whatever its crop: numbers that do not contradict each other. */
import { describe, expect, it } from 'vitest'
import { keepsDays } from '../../pollen/prior'
import { builtInGuide, builtInGuides } from './all'

describe.each(builtInGuides)('the guide of $name', guide => {
  const { bloom, take, ripening, pollination, sowing, seedHandling, judging } = guide

  it('lets a flower be ready before it takes, and take before it is ripe', () => {
    expect(take.daysAfterPollination.low).toBeGreaterThanOrEqual(1)
    expect(ripening.daysAfterPollination.low).toBeGreaterThan(take.daysAfterPollination.low)
    expect(ripening.daysAfterPollination.high).toBeGreaterThan(take.daysAfterPollination.high)
  })

  it('keeps pollen only as long as pollen of its class lives', () => {
    if (bloom.keeps) expect(bloom.keeps.days).toBeLessThanOrEqual(Math.max(1, keepsDays(pollination.pollen)))
    if (pollination.pollen === 'minutes') expect(bloom.keeps).toBeNull()
  })

  it('tells of a sign only where pollen is brought more than once', () => {
    if (pollination.sign) expect(pollination.passes).toBeGreaterThan(1)
  })

  it('says cold weeks where its seed needs them', () => {
    if (seedHandling.kind === 'chill')
      expect(`${seedHandling.how} ${sowing.how}`).toMatch(/cold|chill|refrigerator|winter/i)
  })

  it('has a bloom that can be reached, and judges what has flowered', () => {
    expect(bloom.lengthDays.high).toBeLessThanOrEqual(300)
    expect(judging.daysAfterRaising.high).toBeGreaterThan(judging.daysAfterRaising.low)
    if (bloom.fromSowing) expect(bloom.fromSowing.low).toBeGreaterThanOrEqual(30)
  })
})

it('pollen of grasses lives for minutes, of composites and gourds for a day, of lilies for months', () => {
  const lives = (ids: string[]) => [...new Set(ids.map(id => builtInGuide(id)!.pollination.pollen))]
  expect(lives(['wheat', 'barley', 'rice'])).toEqual(['minutes'])
  expect(lives(['dahlia', 'zinnia', 'cucumber', 'squash', 'sweetcorn'])).toEqual(['short'])
  expect(lives(['lily', 'daylily', 'apple'])).toEqual(['long'])
})

it('lettuce sheds before it is ready for strange pollen, and a maize bag stays until the harvest', () => {
  const { hours } = builtInGuide('lettuce')!.bloom
  expect(hours.sheds.minutes.low).toBeLessThan(hours.receptive.minutes.low)
  expect([builtInGuide('sweetcorn')!.isolation.until, builtInGuide('dahlia')!.isolation.until]).toEqual([
    'harvest',
    'harvest',
  ])
})
