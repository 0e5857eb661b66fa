/** Says on standard error what is wrong. @returns the exit code that goes with it */
export function complain(sentence: string, code = 2): number {
  console.error(sentence)
  return code
}
