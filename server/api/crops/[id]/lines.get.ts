import { TraitQuery } from '../../../../shared/offspring'
import { linesOf } from '../../../db/pages/lines'

export default gardenRoute(
  'guest',
  {
    does: 'The named plants of a crop as plots of lines: what was seen of a trait, by season and place',
    query: TraitQuery,
  },
  async ({ event, query, db, garden }) =>
    (await linesOf(db, garden, getRouterParam(event, 'id')!, query.trait)) ?? notFound(),
)
