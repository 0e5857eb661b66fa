import { pollenStores } from '../../db/pages/pollen'

export default gardenRoute(
  'guest',
  { does: 'The stores of pollen with their temperatures and excursions' },
  ({ db, garden }) => pollenStores(db, garden),
)
