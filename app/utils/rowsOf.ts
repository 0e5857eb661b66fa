import type { Sowing } from '@virgulta/core/seed/sowing'

/** The address of a tray that is sown in rows: rows of one name that were sown on one day are of one tray. */
export const rowsOf = ({ row, sownOn }: Pick<Sowing, 'row' | 'sownOn'>): string =>
  `/seed/rows?${new URLSearchParams({ of: row?.of ?? '', on: sownOn })}`
