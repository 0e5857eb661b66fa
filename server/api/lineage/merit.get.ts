import { MeritQuery } from '../../../shared/lineage'
import { meritPage } from '../../db/pages/lineage'

export default gardenRoute(
  'guest',
  {
    does: 'What the plants of a crop are worth as parents in a trait, and how far it is handed on',
    query: MeritQuery,
  },
  async ({ query, db, garden }) => (await meritPage(db, garden, query)) ?? notFound(),
)
