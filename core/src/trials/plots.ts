import { isNumeric } from '../offspring/standing'
import type { Looks } from '../offspring/summary'
import type { Trait } from '../offspring/trait'
import type { Plant } from '../plants/plant'
import type { PlotRecord } from './adjusted'

/** A line of a trial: plants of one name are its plots. */
export interface TrialLine {
  key: string
  name: string
  plants: { id: string; code: string }[]
}

/** Plants of one name, however it is written, are one line. */
const keyOf = (name: string) => name.trim().toLowerCase().replace(/\s+/g, ' ')

/**
 * What plants of a crop are as plots: each plant with a name is a plot of the line of that name, in the place where it stood on each
 * occasion; what was seen of it there in one season is one record. Plots that were laid out in repeats have these for blocks: the
 * repeat of that time, or the one that was laid out afterwards where it still stands.
 *
 * @param plants with the looks at all their traits
 * @param trait one with steps in an order, a count or a measure; of others there are no records
 */
export function plotsOf(
  plants: {
    plant: Pick<Plant, 'id' | 'code' | 'name' | 'placeId' | 'spot'>
    looks: ReadonlyMap<string, Looks>
  }[],
  trait: Trait,
): { lines: TrialLine[]; records: PlotRecord[] } {
  const lines = new Map<string, TrialLine>()
  const records: PlotRecord[] = []
  if (!isNumeric(trait)) return { lines: [], records }
  for (const { plant, looks } of plants) {
    const seen = looks.get(trait.id)
    if (!seen?.means.length || plant.name === plant.code) continue
    const key = keyOf(plant.name)
    const line = lines.get(key) ?? { key, name: plant.name, plants: [] }
    lines.set(key, line)
    line.plants.push({ id: plant.id, code: plant.code })
    // A place of one season is alike for all that stand there; within it, the repeat where there are some.
    for (const { occasion, placeId, block: then, value } of seen.means) {
      const block = then ?? (placeId === plant.placeId ? plant.spot?.block : null)
      records.push({ line: key, occasion, block: block ? `${placeId} ${block}` : null, value })
    }
  }
  return { lines: [...lines.values()], records }
}
