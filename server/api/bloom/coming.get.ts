import { ComingQuery } from '../../../shared/bloom'
import { comingPage } from '../../db/pages/bloom'

export default gardenRoute(
  'guest',
  { does: 'When a plant is in bloom next, as it is foretold', query: ComingQuery },
  ({ query, db, garden }) => comingPage(db, garden, query.plant),
)
