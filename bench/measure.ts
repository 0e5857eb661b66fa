import { quantileSorted } from 'd3-array'

/** One line of the table. */
export interface Row {
  what: string
  clients?: number
  p50?: number
  p95?: number
  perSecond?: number
  errors?: number
  value?: number
  unit: string
  aim?: number
}

/**
 * Times a piece of work again and again, by one or several clients side by side.
 *
 * @param times over all clients, after a tenth of it to warm up
 * @param work resolves to false when it failed
 */
export async function timed(
  what: string,
  clients: number,
  times: number,
  work: (turn: number) => Promise<boolean>,
  aim?: number,
): Promise<Row> {
  for (let i = 0; i < times / 10; i++) await work(i)
  const taken: number[] = []
  let [turn, errors] = [0, 0]
  const began = performance.now()
  await Promise.all(
    Array.from({ length: clients }, async () => {
      while (turn < times) {
        const mine = turn++
        const from = performance.now()
        if (!(await work(mine))) errors++
        taken.push(performance.now() - from)
      }
    }),
  )
  const seconds = (performance.now() - began) / 1000
  taken.sort((a, b) => a - b)
  return {
    what,
    clients,
    p50: quantileSorted(taken, 0.5),
    p95: quantileSorted(taken, 0.95),
    perSecond: times / seconds,
    errors,
    unit: 'ms',
    aim,
  }
}

/** The table, in plain text. */
export function printed(rows: Row[]): string {
  const number = (value: number | undefined, digits = 1) =>
    (value === undefined ? '' : value >= 100 ? value.toFixed(0) : value.toFixed(digits)).padStart(9)
  const width = Math.max(...rows.map(r => r.what.length)) + 2
  const head = `${'what'.padEnd(width)}clients      p50       p95   per s     errors    value  unit      aim`
  return [
    head,
    ...rows.map(
      ({ what, clients, p50, p95, perSecond, errors, value, unit, aim }) =>
        `${what.padEnd(width)}${String(clients ?? '').padStart(7)}${number(p50)}${number(p95)} ${number(perSecond, 0)}${String(errors ?? '').padStart(9)}${number(value)}  ${unit.padEnd(8)}${aim === undefined ? '' : `${(p95 ?? value ?? 0) <= aim ? 'met ' : 'NOT '}${aim}`}`,
    ),
  ].join('\n')
}
