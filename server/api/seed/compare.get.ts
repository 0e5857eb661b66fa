import { CompareQuery } from '../../../shared/seed'
import { comparePage } from '../../db/pages/seed'

export default gardenRoute(
  'guest',
  { does: 'How trays of a crop came up, by how they were treated', query: CompareQuery },
  ({ query, db, garden }) => comparePage(db, garden, query.crop, query.by),
)
