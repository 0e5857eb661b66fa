import { SeasonQuery } from '../../../shared/round'
import { seasonOf } from '../../db/pages/round'

export default gardenRoute(
  'guest',
  { does: 'A year of the garden in weeks: work done and due, blooms', query: SeasonQuery },
  ({ query, db, garden }) => seasonOf(db, garden, query.year),
)
