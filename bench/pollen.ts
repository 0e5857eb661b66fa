import { agingIn } from '@virgulta/core/pollen/aging'
import { believe, viabilityOf } from '@virgulta/core/pollen/belief'
import type { Row } from './measure'
import { timed } from './measure'

const [TUBES, HOURS] = [2000, 24 * 365]
const SHELF_AIM_MS = 200
const HOUR_MS = 3_600_000

/** A shelf of tubes in one place with a year of hourly readings: what is alive of each on a date. */
export async function pollenRows(): Promise<Row[]> {
  const readings = Array.from({ length: HOURS }, (_, i) => ({ at: i * HOUR_MS, celsius: 4 + Math.sin(i / 24) + (i % 900 < 5 ? 14 : 0) }))
  const priors = [
    { start: { low: 0.55, high: 0.9 }, halfLifeDays: { low: 25, high: 120 }, thawLoss: 0.08 },
    { start: { low: 0.6, high: 0.95 }, halfLifeDays: { low: 150, high: 600 }, thawLoss: 0.1 },
  ]
  const beliefs = [...priors.map(prior => believe(prior)), believe(priors[0]!, [{ alive: 41, seen: 60, agingDays: 20, thaws: 0 }])]
  const tubes = Array.from({ length: TUBES }, (_, i) => ({ belief: beliefs[i % beliefs.length]!, since: (i * 37 % HOURS) * HOUR_MS, thaws: i % 3 }))
  const shelf = () => {
    const aging = agingIn(readings, 4, 2.5)
    return tubes.map(({ belief, since, thaws }) => viabilityOf(belief, aging.between(since, HOURS * HOUR_MS), thaws))
  }
  return [
    await timed(`pollen: what is alive in ${TUBES} tubes after a year of hourly readings`, 1, 10, async () => shelf().length === TUBES, SHELF_AIM_MS),
    await timed('pollen: a tube believed anew after its tests', 1, 100, async () => believe(priors[0]!, [{ alive: 41, seen: 60, agingDays: 20, thaws: 0 }, { alive: 12, seen: 50, agingDays: 80, thaws: 1 }]).tests === 2),
  ]
}
