/** A count with its noun as it is said: "1 flower", "0 flowers", "2 crosses". @param many what two of them are called, if not `one` and an s */
export const counted = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`
