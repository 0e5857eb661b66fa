import { plotsOf } from '@virgulta/core/trials/plots'
import type { LinesPage } from '../../../shared/lines'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { stockOf } from '../held/genes'

/** The lines of a crop with their plots; null for a crop or a trait that the garden does not have. */
export async function linesOf(
  db: Database,
  garden: Garden,
  cropId: string,
  traitId: string,
): Promise<LinesPage | null> {
  const crop = (await gardenDay(db, garden)).garden.crops.get(cropId)
  if (!crop) return null
  const stock = await stockOf(db, garden, crop.guide)
  const trait = stock.definition.traits.find(t => t.id === traitId)
  return trait ? plotsOf([...stock.plants.values()], trait) : null
}
