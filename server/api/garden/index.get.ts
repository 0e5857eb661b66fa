import type { OpenGarden } from '../../../shared/garden'
import { definitionOf } from '@virgulta/core/crops/definition'
import { learntCrops } from '../../db/queries/crops'
import { placesOf } from '../../db/queries/garden'
import { ownDefinitions } from '../../db/queries/genes'

export default gardenRoute('guest', { does: 'The open garden: its clock, places, crops, and what is learnt of them' }, async ({ db, garden, personId, person, role }): Promise<OpenGarden> => {
  const places = await placesOf(db, garden)
  const crops = await learntCrops(db, garden)
  const own = await ownDefinitions(db, garden)
  const { id, name, zone, isDemo, now, today } = garden
  return { id, name, zone, isDemo, personId, person, role, now, today, places, crops: [...crops.values()].map(({ guide, knowledge }) => ({ guide, knowledge, definition: definitionOf(guide, own) })) }
})
