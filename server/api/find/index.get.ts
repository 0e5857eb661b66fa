import { FindQuery } from '../../../shared/find'
import { find } from '../../db/pages/find'

export default gardenRoute(
  'guest',
  { does: 'Plants, crosses and tags by name, aim or code; at most a dozen', query: FindQuery },
  ({ query, db, garden }) => find(db, garden, query.q),
)
