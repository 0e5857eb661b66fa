const rules = new Intl.PluralRules('en')

/** The word that goes with a number: `one` with one of it, else `many`. @param many what two are called, if not `one` and an s */
export const plural = (n: number, one: string, many = `${one}s`): string =>
  rules.select(n) === 'one' ? one : many

/** A count with its noun as it is said: "1 flower", "0 flowers", "2 crosses". @param many as for {@link plural} */
export const counted = (n: number, one: string, many?: string): string => `${n} ${plural(n, one, many)}`
