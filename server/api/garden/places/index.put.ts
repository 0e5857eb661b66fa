import { PlaceOrder } from '../../../../shared/garden'
import { orderPlaces } from '../../../db/rows/garden'

export default gardenRoute(
  'hand',
  { does: 'Puts the places in another order of the walk', body: PlaceOrder },
  ({ body, db, garden }) => orderPlaces(db, garden, body.ids),
)
