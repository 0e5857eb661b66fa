import { OddsQuery } from '../../../shared/aims'
import { oddsPage } from '../../db/pages/aims'

export default gardenRoute(
  'guest',
  { does: 'Two plants with what they may be, for their odds and their flower budget', query: OddsQuery },
  async ({ query, db, garden }) => (await oddsPage(db, garden, query.seed, query.pollen)) ?? notFound(),
)
