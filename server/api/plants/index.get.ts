import { PlantQuery } from '../../../shared/plants'
import { plantPage } from '../../db/pages/plants'

export default gardenRoute(
  'guest',
  { does: 'A page of the plants, filtered and sorted', query: PlantQuery },
  ({ query, db, garden }) => plantPage(db, garden, query),
)
