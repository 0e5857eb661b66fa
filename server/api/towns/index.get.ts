import { TownQuery } from '../../../shared/towns'
import { townsLike } from '../../towns'

export default personRoute(
  { does: 'Towns whose name begins so, the largest first: where a garden lies', query: TownQuery },
  async ({ query }) => townsLike(query.q),
)
