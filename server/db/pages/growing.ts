import { growingFamilies } from '@virgulta/core/garden/growing'
import type { GrowingRow } from '../../../shared/growing'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { withParents } from '../held/names'

/** All families of which something grows, with the names of their parents. */
export async function growingRows(db: Database, garden: Garden): Promise<GrowingRow[]> {
  return withParents(db, garden, growingFamilies(await gardenDay(db, garden)))
}
