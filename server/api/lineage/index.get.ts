import { TreeQuery } from '../../../shared/lineage'
import { treePage } from '../../db/pages/lineage'

export default gardenRoute(
  'guest',
  { does: 'The family tree of some plants, or of a crop', query: TreeQuery },
  async ({ query, db, garden }) => (await treePage(db, garden, query)) ?? notFound(),
)
