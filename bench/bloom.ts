import { bestBatches, chanceOfBatches } from '@virgulta/core/bloom/batchChances'
import type { Chances } from '@virgulta/core/bloom/chances'
import type { Window } from '@virgulta/core/bloom/overlap'
import { chanceOfMeeting, covering, pollenSide, seedSide } from '@virgulta/core/bloom/overlap'
import { foretold } from '@virgulta/core/bloom/foretell'
import { cropSeasons, predictorOf } from '@virgulta/core/bloom/predict'
import { SOWN } from '@virgulta/core/bloom/scale'
import type { BloomRecord } from '@virgulta/core/bloom/season'
import { randomStream } from '@virgulta/core/chance/stream'
import { chilli } from '@virgulta/core/crops/guides/chilli'
import { addDays, dayNumber } from '@virgulta/core/time/days'
import { warmthCurves } from '@virgulta/core/weather/climate'
import { simulatedWeather } from '@virgulta/core/weather/simulated'
import { sum } from 'd3-array'
import type { Row } from './measure'
import { timed } from './measure'

const { uniform } = randomStream(9)
function bell(first: number, days: number): Chances {
  const weights = Array.from({ length: days }, (_, i) => Math.exp(-(((i - days / 2) / (days / 5)) ** 2)))
  return { first, p: Float64Array.from(weights, w => w / sum(weights)) }
}

/** Four seasons of each of so many plants, sown in spring. */
const recordsOf = (plants: number): BloomRecord[] =>
  Array.from({ length: plants }, (_, i) =>
    [2022, 2023, 2024, 2025].map((season): BloomRecord => {
      const sownOn = `${season}-02-${10 + Math.floor(15 * uniform())}`
      const first = addDays(sownOn, 90 + (i % 30) + Math.round(8 * uniform()))
      return {
        plantId: `p${i}`,
        season,
        first,
        last: addDays(first, 40 + Math.round(20 * uniform())),
        sownOn,
      }
    }),
  ).flat()

/** Meeting in bloom: what the desk computes while a date is dragged, and the server for a whole garden. */
export async function bloomRows(): Promise<Row[]> {
  const windows = Array.from({ length: 300 }, (): Window => ({
    start: bell(100 + Math.floor(90 * uniform()), 60),
    length: bell(5, 80),
  }))
  const terms = { pollenKeepsDays: 10, holdDays: 7, atLeastDays: 2 }
  const weather = simulatedWeather({ latitude: 53, longitude: -8 })
  const days = new Map(weather.days('2012-01-01', '2028-12-31').map(d => [d.day, d]))
  const curves = warmthCurves(
    day => days.get(day)!,
    '2021-01-01',
    '2026-03-01',
    '2028-05-01',
    Array.from({ length: 10 }, (_, i) => 2013 + i),
    chilli.bloom.warmth!.base,
  )
  const records = recordsOf(300)
  const seasons = cropSeasons(chilli.bloom, records, () => curves)
  const predictor = predictorOf(seasons, 'p7', { season: 2026, sownOn: '2026-03-01' }, SOWN)
  const batchOn = (day: number): Window =>
    foretold(predictor, { season: 2026, sownOn: addDays('1970-01-01', day) }, chilli.bloom, curves)
  const candidates = Array.from({ length: 120 }, (_, i) => dayNumber('2026-02-01') + i)
  const ground = { season: 2026, sownOn: '2026-03-01' }
  const seed = foretold(predictorOf(seasons, 'p9', ground), ground, chilli.bloom, curves)
  const work = (what: string, times: number, aim: number | undefined, does: () => unknown) =>
    timed(
      `bloom: ${what}`,
      1,
      times,
      async () => {
        does()
        return true
      },
      aim,
    )
  let dragged = 0
  return [
    await work('whether all pairs of 300 plants meet', 20, 1000, () => {
      const [seeds, pollens] = [windows.map(w => seedSide(w, terms)), windows.map(w => pollenSide(w, terms))]
      for (const s of seeds) for (const p of pollens) chanceOfMeeting(s, p)
    }),
    await work('best 1, 2 and 3 batches for a pair, 120 days to choose from', 10, 200, () =>
      bestBatches(seed, batchOn, candidates, 3, terms),
    ),
    await work('redraw while a sowing date is dragged', 60, 16, () => {
      const batch = batchOn(candidates[dragged++ % candidates.length]!)
      chanceOfBatches(seed, [batch], terms)
      covering(batch)
    }),
    await work('seasons of a crop with 1200 records, methods compared', 5, undefined, () =>
      predictorOf(
        cropSeasons(chilli.bloom, records, () => curves),
        'p7',
        { season: 2026, sownOn: '2026-03-01' },
      ),
    ),
    await work('300 plants foretold', 5, undefined, () => {
      for (let i = 0; i < 300; i++) {
        const ground = { season: 2026, sownOn: '2026-03-01' }
        const one = predictorOf(seasons, `p${i}`, ground)
        foretold(one, ground, chilli.bloom, curves)
      }
    }),
    await work('a year of simulated days', 5, undefined, () => weather.days('2025-01-01', '2025-12-31')),
  ]
}
