import { rankRatios, segregationTest } from '@virgulta/core/offspring/segregation'
import type { Row } from './measure'
import { timed } from './measure'

/** Of six classes, sixty plants that go badly with their ratio: the most outcomes have to be looked at. */
const [ODD, RATIO] = [
  [14, 12, 9, 11, 8, 6],
  [3, 6, 3, 1, 2, 1],
]
const NINE = [4, 9, 5, 8, 17, 9, 3, 8, 4]

/** Tests of the classes of a family. */
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
]
