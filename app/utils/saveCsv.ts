import Papa from 'papaparse'

type Cell = string | number | null

/** What a column of a list becomes in a file: one column or several, each under a head of its own. */
export type CsvCells<T> = Record<string, (row: T) => Cell>

/** Spreadsheets take a file for one of another alphabet unless it begins so. */
const BYTE_ORDER_MARK = '\uFEFF'

/** A table as the text of a CSV file. Cells that a spreadsheet would take for a formula are made plain text. */
const csvText = (fields: string[], data: Cell[][]): string =>
  BYTE_ORDER_MARK + Papa.unparse({ fields, data }, { escapeFormulae: true })

/** Hands a table to the browser as a CSV file. */
export function saveCsv(name: string, fields: string[], data: Cell[][]): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([csvText(fields, data)], { type: 'text/csv;charset=utf-8' }))
  link.download = `${name}.csv`
  link.click()
  URL.revokeObjectURL(link.href)
}

interface Named {
  name: string
  code?: string
}

/** Both parents of a row, each with its tag in a column of its own. */
export const parentCells = <T>(
  of: (row: T) => { seedParent: Named | null; pollenParent: Named | null },
): CsvCells<T> => ({
  'seed parent': row => of(row).seedParent?.name ?? '',
  'seed parent tag': row => of(row).seedParent?.code ?? '',
  'pollen parent': row => of(row).pollenParent?.name ?? '',
  'pollen parent tag': row => of(row).pollenParent?.code ?? '',
})

/** Both ends of a range, each in a column of its own. */
export const rangeCells = <T>(
  head: string,
  of: (row: T) => { low: number; high: number } | null,
): CsvCells<T> => ({
  [`${head}, from`]: row => rounded(of(row)?.low),
  [`${head}, to`]: row => rounded(of(row)?.high),
})

/** A number for a file: no more places than it has meaning. */
const rounded = (n: number | undefined): Cell => (n === undefined ? null : Number(n.toPrecision(4)))

/** A share in per cent, with the unit in the head. */
export const percentCells = <T>(head: string, of: (row: T) => number | null): CsvCells<T> => ({
  [`${head} %`]: row => {
    const share = of(row)
    return share === null ? null : Number((share * 100).toPrecision(3))
  },
})
