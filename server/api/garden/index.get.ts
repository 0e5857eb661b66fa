import type { OpenGarden } from '../../../shared/garden'
import { learntCrops } from '../../db/queries/crops'
import { placesOf } from '../../db/queries/garden'

export default gardenRoute(async (_, { db, garden, person }): Promise<OpenGarden> => {
  const [places, crops] = await Promise.all([placesOf(db, garden), learntCrops(db, garden)])
  const { id, name, zone, isDemo, now, today } = garden
  return { id, name, zone, isDemo, person, now, today, places, crops: [...crops.values()].map(({ guide, knowledge }) => ({ guide, knowledge })) }
})
