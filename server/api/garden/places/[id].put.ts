import { PlaceChange } from '../../../../shared/garden'
import { changePlace } from '../../../db/rows/garden'

export default gardenRoute(
  'hand',
  { does: 'Renames a place, closes it or opens it again, or makes it part of another', body: PlaceChange },
  async ({ body, db, event, garden }) => (await changePlace(db, garden, idOf(event), body)) ?? notFound(),
)
