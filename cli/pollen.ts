import { viabilityAfter } from '@virgulta/core/pollen/viability'
import * as v from 'valibot'
import { answer, argumentsOf, readInput } from './input'

const number = (what: string) => v.number(`${what} is a number.`)
const PollenFile = v.strictObject({
  start: number('the share alive at the start'),
  halfLifeDays: v.strictObject(
    { at: number('a temperature in °C'), days: number('a half-life in days') },
    'this holds "at" and "days".',
  ),
  q10: number('this'),
  thawLoss: v.optional(number('a share'), 0),
  history: v.array(
    v.strictObject({ hours: number('this'), celsius: number('this') }, 'a step holds "hours" and "celsius".'),
    'the history is a list of steps.',
  ),
  thaws: v.optional(number('this'), 0),
})

/** `pollen FILE` */
export function pollen(words: string[]): number {
  const {
    positionals: [file],
  } = argumentsOf(words, {})
  const { start, history, thaws, ...loss } = readInput(file, PollenFile, 'pollen FILE')
  return answer({ viability: viabilityAfter(start, loss, history, thaws) })
}
