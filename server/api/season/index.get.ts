import { SeasonQuery } from '../../../shared/round'
import { seasonBand } from '../../db/pages/round'

export default gardenRoute(
  'guest',
  {
    does: 'A year of the garden in weeks: work done and due, blooms',
    query: SeasonQuery,
    isSameForAll: true,
    keptAs: 'season',
  },
  ({ query, db, garden }) => seasonBand(db, garden, query.year),
)
