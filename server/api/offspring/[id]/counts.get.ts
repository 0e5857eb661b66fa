import { CountsQuery } from '../../../../shared/offspring'
import { countsBeside } from '../../../db/pages/offspring'

export default gardenRoute(
  'guest',
  { does: 'The families of the crop of a cross, counted by the classes of a trait', query: CountsQuery },
  async ({ event, query, db, garden }) =>
    (await countsBeside(db, garden, idOf(event), query.trait)) ?? notFound(),
)
