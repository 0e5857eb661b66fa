import type { Quantity } from '@virgulta/core/crops/quantities'
import { quantities } from '@virgulta/core/crops/quantities'

/** What an estimate mark needs to know of a learnt quantity of a crop; of one cross only, if wanted. */
export function markOf(of: Quantity, crop: string, cross?: string) {
  const { words, unit } = quantities[of]
  return {
    what: words,
    unit,
    records: `/crops/${crop}?${new URLSearchParams({ of, ...(cross ? { cross } : {}) })}`,
  }
}
