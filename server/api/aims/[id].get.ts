import { AimQuery } from '../../../shared/aims'
import { aimPage } from '../../db/pages/aims'

export default gardenRoute(
  'guest',
  {
    does: 'An aim with its candidates: their scores, what they may be, how they are related',
    query: AimQuery,
    isSameForAll: true,
  },
  async ({ event, query, db, garden }) => (await aimPage(db, garden, idOf(event), query)) ?? notFound(),
)
