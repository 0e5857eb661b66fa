import { parseArgs } from 'node:util'
import { SERIALS_PER_YEAR, checkTagCode, codeInWords, tagCodes } from '@virgulta/core/tags/code'
import { complain } from './complain'

/** `tag new` prints codes, one a line; `tag check CODE` prints what a code says, and exits 1 when it is wrong. */
export function tag([what, ...words]: string[]): number {
  if (what === 'check') return check(words)
  if (what === 'new') return make(words)
  return complain('Use: tag new [--year YYYY] [--count N] [--from SERIAL], or tag check CODE.')
}

function check(words: string[]): number {
  if (!words.length) return complain('Name the code: tag check 26-4RMX.')
  const result = checkTagCode(words.join(' '))
  console.log(JSON.stringify(result.ok ? { ...result, words: codeInWords(result.code) } : result))
  return result.ok ? 0 : 1
}

function make(words: string[]): number {
  let values
  try {
    ;({ values } = parseArgs({
      args: words,
      options: { year: { type: 'string' }, count: { type: 'string' }, from: { type: 'string' } },
    }))
  } catch (error) {
    return complain((error as Error).message)
  }
  const year = Number(values.year ?? new Date().getFullYear())
  const count = Number(values.count ?? 1)
  const from = Number(values.from ?? 0)
  if (!Number.isInteger(year) || year < 2000 || year > 2099)
    return complain('--year is a year from 2000 to 2099.')
  if (!Number.isInteger(count) || count < 1 || count > 10_000)
    return complain('--count is a whole number from 1 to 10000.')
  if (!Number.isInteger(from) || from < 0 || from > SERIALS_PER_YEAR - 2 * count - 100)
    return complain(`--from is a whole number from 0, well below ${SERIALS_PER_YEAR}.`)
  console.log(tagCodes(year, from, count).codes.join('\n'))
  return 0
}
