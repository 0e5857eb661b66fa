import { chancesFrom } from '@virgulta/core/bloom/chances'
import { meetingOver, usualTerms } from '@virgulta/core/bloom/overlap'
import { OutOfRange } from '@virgulta/core/chance/estimate'
import { warmthSums } from '@virgulta/core/time/thermal'
import { daysRead } from '@virgulta/core/weather/readings'
import { readWeatherCsv } from '@virgulta/core/weather/readCsv'
import * as v from 'valibot'
import { complain } from './complain'
import { answer, argumentsOf, numberIn, readInput, readText, totalOf } from './input'

/**
 * `degree-days FILE --base 10`; hours are put together to days of UTC. Lines that were left out are named on
 * standard error.
 */
export function degreeDaysOf(words: string[]): number {
  const {
    values,
    positionals: [file],
  } = argumentsOf(words, { base: { type: 'string', default: '10' } })
  const base = numberIn(values.base, '--base')
  if (base < -50 || base > 60)
    throw new OutOfRange(`--base is a temperature in °C from -50 to 60, not ${values.base}.`)
  const read = readWeatherCsv(readText(file, 'degree-days FILE --base 10'), 'UTC')
  if ('why' in read) throw new OutOfRange(`${file}: ${read.why}`)
  for (const { line, why } of read.leftOut) complain(`Line ${line} is left out: ${why}`)
  const days =
    read.unit === 'day'
      ? read.days.map(([day, tmin, tmax]) => ({ day, tmin, tmax }))
      : daysRead([{ id: '', source: '', readOn: '', unit: 'hour', rows: read.hours }], 'UTC')
  const sums = warmthSums(days, base)
  const known = new Set(days.map(d => d.day))
  const missing = new Set([
    ...sums.missing,
    ...read.leftOut.flatMap(({ day }) => (day && !known.has(day) ? [day] : [])),
  ])
  return answer({ days: sums.days, missing: [...missing].sort() })
}

const ChancesByDay = v.record(
  v.string(),
  v.number('a chance is a number.'),
  'the chances go by the number of the day.',
)
const Side = v.strictObject(
  { startDays: ChancesByDay, lengthDays: ChancesByDay },
  'this holds startDays and lengthDays.',
)
const count = v.optional(v.number('this is a number of days.'))
const Season = v.strictObject({
  probability: v.number('a probability is a number.'),
  seedParent: Side,
  pollenParent: Side,
})
const OverlapFile = v.strictObject({
  seedParent: v.optional(Side),
  pollenParent: v.optional(Side),
  seasons: v.optional(
    v.pipe(v.array(Season, 'the seasons are a list.'), v.nonEmpty('list at least one season.')),
  ),
  pollenKeepsDays: count,
  holdDays: count,
  atLeastDays: count,
})

/** `overlap FILE` */
export function overlap(words: string[]): number {
  const {
    positionals: [file],
  } = argumentsOf(words, {})
  const { seasons, ...given } = seasonsIn(readInput(file, OverlapFile, 'overlap FILE'))
  const windowOf = ({ startDays, lengthDays }: v.InferOutput<typeof Side>, whose: string) => {
    const length = named(`${whose}.lengthDays`, () => chancesFrom(lengthDays))
    if (length.first < 1) throw new OutOfRange(`${whose}.lengthDays: a bloom lasts at least one day.`)
    return { start: named(`${whose}.startDays`, () => chancesFrom(startDays)), length }
  }
  const sum = totalOf(seasons, 'the seasons')
  return answer(
    meetingOver(
      seasons.map(({ probability, seedParent, pollenParent }, i) => {
        const at = seasons.length > 1 ? `seasons[${i}].` : ''
        return {
          probability: probability / sum,
          windows: [windowOf(seedParent, `${at}seedParent`), windowOf(pollenParent, `${at}pollenParent`)],
        }
      }),
      { ...usualTerms, ...given },
    ),
  )
}

/**
 * The seasons of a file; one pair of windows is the one season there is. @throws {OutOfRange} where both or
 * neither is given
 */
function seasonsIn({ seedParent, pollenParent, seasons, ...given }: v.InferOutput<typeof OverlapFile>) {
  if (seasons && !seedParent && !pollenParent) return { seasons, ...given }
  if (seasons || !seedParent || !pollenParent)
    throw new OutOfRange(
      'There is either one pair of windows, a "seedParent" and a "pollenParent" in the file, or a list of "seasons", each with its own.',
    )
  return { seasons: [{ probability: 1, seedParent, pollenParent }], ...given }
}

function named<T>(what: string, make: () => T): T {
  try {
    return make()
  } catch (error) {
    throw error instanceof OutOfRange ? new OutOfRange(`${what}: ${error.message}`) : error
  }
}
