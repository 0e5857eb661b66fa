import { GardenEnd } from '../../../shared/garden'
import { letGoOf } from '../../db/held/heldGarden'
import { deleteGarden } from '../../db/rows/garden'

export default gardenRoute(
  'keeper',
  { does: 'Deletes the garden with its whole log', body: GardenEnd },
  async ({ body, db, garden }) => {
    if (body.name.trim() !== garden.name)
      refuse(422, {
        code: 'other-name',
        sentence: `Type the name as it is written: ${garden.name}.`,
        field: 'name',
      })
    await deleteGarden(db, garden)
    letGoOf(garden)
    return { ok: true }
  },
)
