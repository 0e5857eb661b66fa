import { rankRatios, segregationTest } from '@virgulta/core/offspring/segregation'
import type { Choosing } from '@virgulta/core/offspring/choosing'
import { chosenFrom } from '@virgulta/core/offspring/choosing'
import type { PlotRecord } from '@virgulta/core/trials/adjusted'
import { adjustedLines } from '@virgulta/core/trials/adjusted'
import { range } from 'd3-array'
import type { Row } from './measure'
import { timed } from './measure'

/** Of six classes, sixty plants that go badly with their ratio: the most outcomes have to be looked at. */
const [ODD, RATIO] = [
  [14, 12, 9, 11, 8, 6],
  [3, 6, 3, 1, 2, 1],
]
const NINE = [4, 9, 5, 8, 17, 9, 3, 8, 4]

/** A family of 1500 plants, each looked at once in twelve traits that all count. */
const LARGE: Choosing = {
  wishes: range(12).map(i => ({
    trait: `trait ${i}`,
    way: 'bring',
    weight: 1 + (i % 5),
    must: i === 0,
    target: i % 2 ? { from: 60, to: null } : { classes: [3, 4] },
  })),
  traits: range(12).map(i => {
    const own = { id: `trait ${i}`, name: `trait ${i}`, hint: 'as it stands' }
    return i % 2
      ? { ...own, scale: 'measure', unit: 'cm', most: 100 }
      : { ...own, scale: 'steps', steps: ['none', 'weak', 'fair', 'good', 'strong'] }
  }),
  plants: range(1500).map(p => ({
    id: String(p),
    scores: range(12).map(i => ({
      trait: `trait ${i}`,
      value: i % 2 ? (p * 37 + i * 11) % 100 : (p * 7 + i * 3) % 5,
      on: '2026-07-01',
      placeId: null,
    })),
  })),
  best: 20,
}

/** Ten thousand lines, each in one of forty blocks in either of two seasons. */
const TRIAL: PlotRecord[] = range(10_000).flatMap(line =>
  range(2).map(season => ({
    line: String(line),
    occasion: String(season),
    block: String((line * 7 + season * 13) % 40),
    value: ((line * 7919) % 1000) / 100 + season + ((line * 31 + season * 17) % 100) / 50,
  })),
)

/** Tests of the classes of a family, whom to keep, and lines of a trial. */
export const offspringRows = async (): Promise<Row[]> => [
  await timed(
    'offspring: the exact test of 6 classes, 60 plants',
    1,
    20,
    async () => segregationTest(ODD!, RATIO!).exactP > 0,
    1000,
  ),
  await timed(
    'offspring: the usual ratios of 9 classes ranked, in every order',
    1,
    5,
    async () => rankRatios(NINE).ranked.length > 0,
    1000,
  ),
  await timed(
    'offspring: whom to keep of 1500 plants by 12 wishes',
    1,
    3,
    async () => chosenFrom(LARGE).choices.length > 0,
    2000,
  ),
  await timed(
    'offspring: a trial of 10 000 lines adjusted and ranked',
    1,
    3,
    async () => adjustedLines(TRIAL, 50).lines.length > 0,
    1000,
  ),
]
