import { RelatedQuery } from '../../../shared/lineage'
import { relatedPage } from '../../db/pages/lineage'

export default gardenRoute(
  'guest',
  {
    does: 'How plants of a crop are related, and what offspring of its crosses would be inbred by',
    query: RelatedQuery,
  },
  async ({ query, db, garden }) => (await relatedPage(db, garden, query)) ?? notFound(),
)
