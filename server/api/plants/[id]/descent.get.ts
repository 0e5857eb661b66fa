import { TiesQuery } from '../../../../shared/lineage'
import { descentPage } from '../../../db/pages/lineage'

export default gardenRoute(
  'guest',
  { does: 'What its descent says of a plant, and how it is related to another', query: TiesQuery },
  async ({ event, query, db, garden }) =>
    (await descentPage(db, garden, idOf(event), query.with)) ?? notFound(),
)
