import type { Relation } from './genets'

/** What a plant needs to be found among the forebears of others. */
export type Parents = Pick<Relation, 'seedParentId' | 'pollenParentId'>

/**
 * The forebears of a plant as a table of descent holds them: the plant, its two parents, their four, and so on; of the one at `i` the
 * seed parent is at `2i + 1` and the pollen parent at `2i + 2`. Where none is known there is null, and behind it, too.
 *
 * @param find a plant by its id; undefined where it is not in the garden
 * @param generations behind the plant
 */
export function forebearsOf<P extends Parents>(
  plant: P,
  find: (id: string) => P | undefined,
  generations: number,
): (P | null)[] {
  const table: (P | null)[] = [plant]
  const parent = (id: string | null | undefined) => (id ? (find(id) ?? null) : null)
  for (let i = 0; table.length < 2 ** (generations + 1) - 1; i++)
    table.push(parent(table[i]?.seedParentId), parent(table[i]?.pollenParentId))
  return table
}
