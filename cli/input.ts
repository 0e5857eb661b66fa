import { readFileSync } from 'node:fs'
import type { ParseArgsConfig } from 'node:util'
import { parseArgs } from 'node:util'
import { OutOfRange } from '@virgulta/core/chance/estimate'
import * as v from 'valibot'

/** The words of a command, as {@link parseArgs} reads them. @throws {OutOfRange} for options it does not have */
export function argumentsOf<T extends NonNullable<ParseArgsConfig['options']>>(words: string[], options: T) {
  try {
    return parseArgs({ args: words, options, allowPositionals: true, strict: true })
  } catch {
    const names = Object.keys(options).map(name => `--${name}`)
    throw new OutOfRange(
      `This is not understood: ${words.join(' ')}. ${names.length ? `Options: ${names.join(', ')}, each with a value.` : 'There are no options.'}`,
    )
  }
}

/** One JSON object on standard output. */
export function answer(object: object): number {
  console.log(JSON.stringify(object))
  return 0
}

/** A number as it was typed. @throws {OutOfRange} for what is none */
export function numberIn(typed: string, name: string): number {
  const number = typed.trim() ? Number(typed) : NaN
  if (!Number.isFinite(number)) throw new OutOfRange(`${name} is a number, not "${typed}".`)
  return number
}

/**
 * The text of a file; `-` is standard input.
 *
 * @param use how the command is used, for those who name no file
 * @throws {OutOfRange} with a sentence where there is none
 */
export function readText(file: string | undefined, use: string): string {
  if (!file) throw new OutOfRange(`Name the file: ${use}.`)
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8')
  } catch {
    throw new OutOfRange(`There is no file ${file} that can be read.`)
  }
}

/**
 * The contents of a JSON file.
 *
 * @param use how the command is used, for those who name no file
 * @throws {OutOfRange} with a sentence: no file, no JSON, or what in it is not as it should be
 */
export function readInput<S extends v.GenericSchema>(
  file: string | undefined,
  schema: S,
  use: string,
): v.InferOutput<S> {
  const text = readText(file, use)
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    throw new OutOfRange(`${file} is not JSON: ${(error as Error).message}.`)
  }
  const result = v.safeParse(schema, value, { abortEarly: true })
  if (result.success) return result.output
  const issue = result.issues[0]
  const path = v.getDotPath(issue)
  throw new OutOfRange(`${path ? `"${path}" in ` : ''}${file}: ${issue.message}`)
}

/** What some probabilities come to; as people write them they come to 1 but for rounding. @throws {OutOfRange} if not */
export function totalOf(list: { probability: number }[], whose: string): number {
  const wrong = list.find(({ probability }) => !(probability > 0 && probability <= 1))
  if (wrong)
    throw new OutOfRange(
      `The probabilities of ${whose} lie above 0 and up to 1, not at ${wrong.probability}.`,
    )
  const sum = list.reduce((total, { probability }) => total + probability, 0)
  if (Math.abs(sum - 1) > 0.01)
    throw new OutOfRange(
      `The probabilities of ${whose} come to ${Number(sum.toPrecision(6))}; they come to 1.`,
    )
  return sum
}
