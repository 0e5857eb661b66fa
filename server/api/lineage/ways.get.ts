import { WaysQuery } from '../../../shared/lineage'
import { waysPage } from '../../db/pages/lineage'

export default gardenRoute(
  'guest',
  { does: 'The ways over generations that are gone in a crop, planned against real', query: WaysQuery },
  ({ query, db, garden }) => waysPage(db, garden, query),
)
