import { RecordsQuery } from '../../../shared/crops'
import { cropPage } from '../../db/pages/crops'

export default gardenRoute(
  'guest',
  { does: 'What the guide says of a crop, the records of the garden, and what follows', query: RecordsQuery },
  async ({ event, query, db, garden }) =>
    (await cropPage(db, garden, getRouterParam(event, 'id')!, query.of, query.cross)) ?? notFound(),
)
