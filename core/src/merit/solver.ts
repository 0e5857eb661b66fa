import loadHighs from 'highs'
import type { Solve } from './chooseCrosses'

/** So near to the best, in parts of it, a solution is taken. */
const NEAR_ENOUGH = 1e-4
const MOST_SECONDS = 20

/** A solver of problems in whole numbers; its compiled part is fetched when it is asked for. */
export async function solver(): Promise<Solve> {
  const highs = await loadHighs()
  return problem => {
    const found = highs.solve(problem, {
      mip_rel_gap: NEAR_ENOUGH,
      time_limit: MOST_SECONDS,
      output_flag: false,
    })
    const columns = found.Columns as Record<string, { Primal?: number }>
    if (found.Status !== 'Optimal' && found.Status !== 'Time limit reached') return null
    const values: number[] = []
    for (const [name, { Primal = 0 }] of Object.entries(columns)) values[Number(name.slice(1))] = Primal
    return values
  }
}
