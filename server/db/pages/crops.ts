import type { Quantity } from '@virgulta/core/crops/quantities'
import { counts, waits } from '@virgulta/core/crops/records'
import type { CropPage } from '../../../shared/crops'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { learntCrops } from '../held/learnt'

/** A crop with the records behind one of its quantities, those of one cross if wanted; null for an unknown crop. */
export async function cropPage(
  db: Database,
  garden: Garden,
  id: string,
  of: Quantity,
  crossId?: string,
): Promise<CropPage | null> {
  const crop = (await learntCrops(db, garden)).get(id)
  if (!crop) return null
  const found =
    of in waits
      ? waits[of as keyof typeof waits](crop.history, crop.guide)
      : counts[of as keyof typeof counts](crop.history)
  return {
    guide: crop.guide,
    knowledge: crop.knowledge,
    of,
    records: found.filter(record => !crossId || record.crossId === crossId),
  }
}
