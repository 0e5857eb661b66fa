import { SinceQuery } from '../../../../shared/plantList'
import { placePage } from '../../../db/pages/places'

export default gardenRoute(
  'guest',
  { does: 'What stands at a place, and where in its rows', query: SinceQuery },
  async ({ db, event, garden, query }) =>
    (await placePage(db, garden, idOf(event), query.since)) ?? notFound(),
)
