import { numberInWords, rangeInWords } from '@virgulta/core/crops/quantityWords'
import type { Estimate } from '@virgulta/core/chance/estimate'
import {
  COLLECTED_AT,
  COLLECTING,
  DRYING,
  TESTING,
  TEST_PHASES,
  TUBE_DOUBTS,
} from '@virgulta/core/pollen/kinds'
import { STORE_KINDS } from '@virgulta/core/stores/kinds'
import { dayInWords } from '@virgulta/core/time/days'
import type { TubeRow } from '#shared/pollen'

const listOf = <K extends string>(of: Record<K, string>) =>
  (Object.keys(of) as K[]).map(value => ({ value, title: of[value] }))

/** What is chosen from when pollen is collected, kept and tested. */
export const pollenChoices = {
  ways: listOf(COLLECTING),
  stages: listOf(COLLECTED_AT),
  drying: listOf(DRYING),
  doubts: listOf(TUBE_DOUBTS),
  methods: listOf(TESTING),
  phases: listOf(TEST_PHASES),
  stores: (Object.keys(STORE_KINDS) as (keyof typeof STORE_KINDS)[]).map(value => ({
    value,
    title: STORE_KINDS[value].words,
  })),
}

/** "45 % (30–58 %)": alive of a hundred grains, with its interval. */
export const aliveInWords = ({ median, low, high }: Pick<Estimate, 'median' | 'low' | 'high'>): string =>
  `${numberInWords(median, '%')} % (${rangeInWords({ low, high }, '%')})`

/** Until when a tube is worth a flower. */
export const untilInWords = ({
  tube,
  isDead,
  goodUntil,
}: Pick<TubeRow, 'tube' | 'isDead' | 'goodUntil'>): string =>
  tube.ended ? 'thrown away' : isDead ? 'over' : goodUntil ? dayInWords(goodUntil, true) : 'for years'

/** What it is while it is in no store: on its plant, on the drying bench, or in the hand. */
export const stateInWords = ({ waits, tubed, isFresh }: TubeRow['tube']): string => {
  if (waits) return 'on the plant, covered'
  return tubed ? (isFresh ? 'fresh, in the hand' : 'taken out') : 'drying'
}

/** Where it is: its store, or what it is where it is in none. */
export const whereInWords = ({ tube, store }: Pick<TubeRow, 'tube' | 'store'>): string =>
  tube.ended ? 'gone' : (store?.name ?? stateInWords(tube))

/** Whose it is: the donor, or how many they are. */
export const donorsInWords = (donors: { name: string }[]): string =>
  donors.length > 1
    ? `bulk of ${donors.length}: ${donors.map(d => d.name).join(', ')}`
    : (donors[0]?.name ?? '')

/** What dies first comes first; what is dead or ended comes last. */
export function byDeath(a: TubeRow, b: TubeRow): number {
  const rank = (row: TubeRow) =>
    row.tube.ended || row.isDead || row.tube.left === 0 ? '9' : (row.goodUntil ?? '8')
  return rank(a).localeCompare(rank(b)) || a.tube.code.localeCompare(b.tube.code)
}
