import { quantileIn } from '../bloom/chances'
import { dayInWords, dayOfNumber } from '../time/days'
import type { BloomForecast } from './blooms'

/** What an open flower's first and last day are told as, short enough for a narrow place. */
const short = (number: number) => dayInWords(dayOfNumber(number)).replace(/^(\d+ [A-Z][a-z]{2})[a-z]+$/, '$1')
const range = (low: number, high: number) => (low === high ? short(low) : `${short(low)}–${short(high)}`)

/** "3 Jun (28 May–10 Jun)": when it begins; noted days have no range. */
export function startWords({ start, seen }: Pick<BloomForecast, 'start' | 'seen'>): string {
  const middle = quantileIn(start, 0.5)
  return seen?.first
    ? short(middle)
    : `about ${short(middle)} (${range(quantileIn(start, 0.1), quantileIn(start, 0.9))})`
}

/** When it ends: the last day, with the range that start and length leave. */
export function endWords({
  start,
  length,
  isOver,
}: Pick<BloomForecast, 'start' | 'length' | 'isOver'>): string {
  const last = (q: number) => quantileIn(start, q) + quantileIn(length, q) - 1
  return isOver ? short(last(0.5)) : `about ${short(last(0.5))} (${range(last(0.1), last(0.9))})`
}

/** A window in a sentence, for those who hear the screen. */
export function windowWords(window: BloomForecast): string {
  const batch = window.batch
    ? `batch ${window.batch.code}, ${window.batch.sownOn ? `sown ${dayInWords(window.batch.sownOn)}` : `to be sown ${dayInWords(window.batch.plannedFor)}`}: `
    : ''
  return `${batch}in bloom from ${startWords(window)} to ${endWords(window)}`
}
