import Papa from 'papaparse'

/** Hands a table to the browser as a CSV file. Cells that a spreadsheet would take for a formula are made plain text. */
export function saveCsv(name: string, fields: string[], data: (string | number | null)[][]): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([Papa.unparse({ fields, data }, { escapeFormulae: true })], { type: 'text/csv' }))
  link.download = `${name}.csv`
  link.click()
  URL.revokeObjectURL(link.href)
}
